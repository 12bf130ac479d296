import fc from 'fast-check'
import { customaryProfile } from '../method/readyProfiles'
import { chargeGates, type GateQuestion } from './chargeGates'
import type { FaultCause } from './faultSignatures'
import { judgeCharge } from './judgeCharge'

const reading = judgeCharge(
  {
    facts: { refrigerant: 'R-410A', metering: 'expansionValve', targetSubcooling: { value: 10, unit: '°F' } },
    elevationM: 0,
  },
  {
    mode: 'cooling',
    values: {
      suctionPressure: { value: 122, unit: 'psig' },
      suctionLine: { value: 54, unit: '°F' },
      liquidPressure: { value: 340, unit: 'psig' },
      liquidLine: { value: 102, unit: '°F' },
      outdoor: { value: 86, unit: '°F' },
    },
  },
  [],
  customaryProfile,
)
const ranked = (...shares: [FaultCause, number][]) =>
  shares.map(([cause, probability]) => ({ cause, probability, reasons: [] }))
const question = (part: Partial<GateQuestion> = {}): GateQuestion => ({
  action: 'add',
  measured: reading,
  target: reading.target,
  metering: 'expansionValve',
  settling: { state: 'settled' },
  checks: [],
  ranked: ranked(['undercharge', 0.9], ['none', 0.05], ['overfeeding', 0.05]),
  airflowKnownGood: true,
  looked: { dirtyCondenser: true, starvedDevice: true },
  profile: customaryProfile,
  ...part,
})
const codes = (part: Partial<GateQuestion>) => chargeGates(question(part)).map((g) => g.code)

describe('what speaks against a step', () => {
  it('nothing, where all is seen to and charge leads', () => expect(codes({})).toEqual([]))
  it.each<[Partial<GateQuestion>, string]>([
    [{ checks: [{ code: 'absurd', channels: ['supplyK'], causes: [] }] }, 'contradiction'],
    [{ target: { ok: false, reason: 'noLabelTarget' } }, 'noTarget'],
    [{ measured: { ...reading, outdoorK: 280 } }, 'outsideWindow'],
    [{ measured: { ...reading, outdoorK: undefined } }, 'outsideWindow'],
    [{ measured: { ...reading, outdoorK: 325 } }, 'outsideWindow'],
    [{ measured: { ...reading, returnK: 289 } }, 'indoorsOutsideWindow'],
    [{ measured: { ...reading, returnK: 303 } }, 'indoorsOutsideWindow'],
    [{ metering: 'fixedOrifice', cold: 0.9 }, 'headTooLow'],
    [{ drierDropK: 4 }, 'drierBlocked'],
    [{ settling: { state: 'disturbed' } }, 'notSettled'],
    [{ airflowKnownGood: false }, 'airflowNotKnownGood'],
    [{ looked: { starvedDevice: true } }, 'condenserNotKnownClean'],
    [{ looked: { dirtyCondenser: true } }, 'deviceNotCompared'],
    [{ ranked: ranked(['undercharge', 0.5], ['restriction', 0.4]) }, 'otherCauseLeads'],
    [{ ranked: ranked(['none', 0.85], ['undercharge', 0.15]) }, 'soundLikelier'],
    [{ measured: { ...reading, superheatK: 1 } }, 'onlyOneCoil'],
    [{ metering: 'fixedOrifice', measured: { ...reading, subcoolingK: 12 } }, 'onlyOneCoil'],
    // the last step let less liquid stand in the condenser: charge doesn't do that
    [{ steps: [{ amountKg: 0.1, before: { subcoolingK: 8 }, after: { subcoolingK: 5 } }] }, 'onlyOneCoil'],
  ])('%# %j', (part, code) => expect(codes(part)).toEqual([code]))
  it('a coil below freezing bars charge until air was seen to: then it is what too little charge makes', () => {
    const frozen = { measured: { ...reading, coilK: 270 } }
    expect(codes({ ...frozen, airflowKnownGood: false })).toEqual(['coilFreezing', 'airflowNotKnownGood'])
    expect(codes(frozen)).toEqual([])
    const short: [FaultCause, number] = ['undercharge', 0.5]
    expect(codes({ ...frozen, ranked: ranked(short, ['lowAirflow', 0.5]) })).toEqual(['otherCauseLeads'])
  })
  it('not begun while it is sound more likely by far, but gone on with, and a piston is asked by a step', () => {
    const near = { ranked: ranked(['none', 0.85], ['undercharge', 0.15]) }
    const step = { amountKg: 0.1, before: { subcoolingK: 3 }, after: { subcoolingK: 4 } }
    expect(codes({ ...near, steps: [step] })).toEqual([])
    expect(codes({ ...near, metering: 'fixedOrifice' })).toEqual([])
    expect(codes({ ranked: ranked(['none', 0.75], ['undercharge', 0.25]) })).toEqual([])
  })
  it('a drier that loses next to nothing bars nothing', () => expect(codes({ drierDropK: 0.5 })).toEqual([]))
  it('asks less of taking out: neither airflow nor a warm coil, but that it is an overcharge', () => {
    const out = { action: 'remove', airflowKnownGood: false, measured: { ...reading, coilK: 270 } } as const
    expect(codes({ ...out, ranked: ranked(['overcharge', 0.9]) })).toEqual([])
    expect(codes({ ...out, ranked: ranked(['air', 0.6], ['overcharge', 0.4]) })).toEqual(['otherCauseLeads'])
  })
  it('never lets charge in where another cause is at least as likely, whatever else', () => {
    const causes: FaultCause[] = ['restriction', 'overfeeding', 'weakCompressor', 'lowAirflow', 'dirtyCondenser', 'air']
    fc.assert(
      fc.property(fc.constantFrom(...causes), fc.double({ min: 0, max: 0.5, noNaN: true }), (cause, own) => {
        expect(codes({ ranked: ranked([cause, 1 - own], ['undercharge', own]) })).toContain('otherCauseLeads')
      }),
    )
  })
})
