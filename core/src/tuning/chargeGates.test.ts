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
    [{ airflowKnownGood: false, ranked: ranked(['undercharge', 0.9], ['lowAirflow', 0.1]) }, 'airflowNotKnownGood'],
    [{ ranked: ranked(['undercharge', 0.9], ['dirtyCondenser', 0.1]), looked: {} }, 'condenserNotKnownClean'],
    [{ ranked: ranked(['undercharge', 0.9], ['starvedDevice', 0.1]), looked: {} }, 'deviceNotCompared'],
    [{ ranked: ranked(['undercharge', 0.5], ['restriction', 0.4]) }, 'otherCauseLeads'],
    [{ ranked: ranked(['none', 0.85], ['undercharge', 0.15]) }, 'soundLikelier'],
    [{ measured: { ...reading, superheatK: 1 } }, 'onlyOneCoil'],
    [{ metering: 'fixedOrifice', measured: { ...reading, subcoolingK: 12 } }, 'onlyOneCoil'],
    // the last step let less liquid stand in the condenser: charge doesn't do that
    [{ steps: [{ amountKg: 0.1, before: { subcoolingK: 8 }, after: { subcoolingK: 5 } }] }, 'onlyOneCoil'],
  ])('%# %j', (part, code) => expect(codes(part)).toEqual([code]))
  it('a coil below freezing bars charge until air was seen to: then it is what too little charge makes', () => {
    const frozen = { measured: { ...reading, coilK: 270 } }
    expect(codes({ ...frozen, airflowKnownGood: false })).toEqual(['coilFreezing'])
    expect(codes(frozen)).toEqual([])
    const short: [FaultCause, number] = ['undercharge', 0.5]
    expect(codes({ ...frozen, ranked: ranked(short, ['lowAirflow', 0.5]) })).toEqual(['otherCauseLeads'])
  })
  it('a drier that loses next to nothing bars nothing', () => expect(codes({ drierDropK: 0.5 })).toEqual([]))
  it('asks of taking out what may be it instead: neither airflow nor a warm coil where it is an overcharge', () => {
    const out = { action: 'remove', airflowKnownGood: false, measured: { ...reading, coilK: 270 } } as const
    expect(codes({ ...out, ranked: ranked(['overcharge', 0.9]) })).toEqual([])
    expect(codes({ ...out, ranked: ranked(['air', 0.6], ['overcharge', 0.4]) })).toEqual(['otherCauseLeads'])
  })
  it('never lets charge in where another cause is at least as likely, whatever else', () => {
    const causes: FaultCause[] = ['restriction', 'overfeeding', 'weakCompressor', 'lowAirflow', 'dirtyCondenser', 'air']
    fc.assert(
      fc.property(
        fc.constantFrom(...causes),
        fc.double({ min: 0, max: 0.49, noNaN: true }),
        fc.boolean(),
        (cause, own, known) => {
          const looked = Object.fromEntries(causes.map((c) => [c, known]))
          const found = codes({
            ranked: ranked([cause, 1 - own], ['undercharge', own]),
            looked,
            airflowKnownGood: known,
          })
          expect(found.length).toBeGreaterThan(0)
        },
      ),
    )
  })
})
