// Each thing that bars a step, where it begins and where it ends.
import type { ChargeStep } from '../charge/adviseStep'
import { customaryProfile as p } from '../method/readyProfiles'
import { chargeGates, type GateQuestion } from './chargeGates'
import { conditionsWindow } from './conditionsWindow'
import type { RankedCause } from './diagnose'
import type { FaultCause } from './faultSignatures'

const mid = (low: number, high: number) => (low + high) / 2
const rank = (shares: { [C in FaultCause]?: number }): RankedCause[] =>
  Object.entries(shares)
    .map(([cause, probability]) => ({ cause: cause as FaultCause, probability, reasons: [] }))
    .sort((a, b) => b.probability - a.probability)
const ask = ({ measured = {}, ...part }: Partial<Omit<GateQuestion, 'measured'>> & { measured?: object } = {}) =>
  chargeGates({
    action: 'add',
    target: { ok: true },
    metering: 'fixedOrifice',
    settling: { state: 'settled' },
    checks: [],
    ranked: rank({ undercharge: 0.97, none: 0.03 }),
    airflowKnownGood: true,
    looked: { dirtyCondenser: true, starvedDevice: true },
    profile: p,
    measured: {
      outdoorK: mid(p.outdoorFloorK.si, p.outdoorCeilingK.si),
      returnK: mid(p.indoorLowK.si, p.indoorHighK.si),
      coilK: p.freezeK.si + 5,
      superheatK: 15,
      subcoolingK: 2,
      ...measured,
    },
    ...part,
  } as unknown as GateQuestion)
const codes = (...given: Parameters<typeof ask>) => ask(...given).map((g) => g.code)

describe('what bars a step, and what doesn’t', () => {
  it('nothing bars one of which all is known and all agrees', () => {
    expect(ask()).toEqual([])
    expect(ask({ action: 'remove', ranked: rank({ overcharge: 0.97, none: 0.03 }) })).toEqual([])
    expect(ask({ action: 'stop' })).toEqual([])
  })
  it('a contradiction, no target, another orifice', () => {
    const checks = [{ code: 'absurd', channels: [], causes: [] }] as never
    expect(ask({ checks })).toEqual([{ code: 'contradiction', checks }])
    expect(codes({ target: { ok: false } as never })).toEqual(['noTarget'])
    expect(ask({ orifice: { fittedThousandths: 65 } as never })).toEqual([
      { code: 'wrongOrifice', fittedThousandths: 65 },
    ])
  })
  it('weather and house outside the window, the limits themselves inside it', () => {
    for (const outdoorK of [p.outdoorFloorK.si, p.outdoorCeilingK.si])
      expect(codes({ measured: { outdoorK } })).toEqual([])
    for (const outdoorK of [p.outdoorFloorK.si - 0.01, p.outdoorCeilingK.si + 0.01])
      expect(ask({ measured: { outdoorK } })).toEqual([{ code: 'outsideWindow', outdoorK }])
    expect(ask({ measured: { outdoorK: undefined } })).toEqual([{ code: 'outsideWindow', outdoorK: undefined }])
    for (const returnK of [p.indoorLowK.si, p.indoorHighK.si, undefined])
      expect(codes({ measured: { returnK } })).toEqual([])
    for (const returnK of [p.indoorLowK.si - 0.01, p.indoorHighK.si + 0.01])
      expect(ask({ measured: { returnK } })).toEqual([{ code: 'indoorsOutsideWindow', returnK }])
    expect(conditionsWindow({}, p)).toEqual({ outdoor: 'unknown', indoor: 'unknown' })
    expect(conditionsWindow({ outdoorK: p.outdoorFloorK.si - 0.01, returnK: 999 }, p)).toEqual({
      outdoor: 'tooCold',
      indoor: 'outside',
    })
    expect(conditionsWindow({ outdoorK: p.outdoorCeilingK.si + 0.01 }, p).outdoor).toBe('tooHot')
    expect(conditionsWindow({ outdoorK: p.outdoorFloorK.si - 1e-12, returnK: p.indoorHighK.si + 1e-12 }, p)).toEqual({
      outdoor: 'inside',
      indoor: 'inside',
    })
  })
  it('too little head to feed an orifice, before anything is added', () => {
    expect(codes({ cold: 0.51 })).toEqual(['headTooLow'])
    expect(codes({ cold: 0.5 })).toEqual([])
    expect(codes({ cold: 0.9, action: 'remove' })).not.toContain('headTooLow')
    expect(codes({ cold: 0.9, metering: 'expansionValve' })).not.toContain('headTooLow')
    expect(ask({ cold: 0.9, measured: { outdoorK: undefined } })[1]).toEqual({ code: 'headTooLow' })
    expect(ask({ cold: 0.9 })[0]).toHaveProperty('outdoorK')
  })
  it('a coil that freezes, unless the air is known good', () => {
    const cold = { coilK: p.freezeK.si - 0.01 }
    expect(codes({ measured: cold, airflowKnownGood: false })).toEqual(['coilFreezing'])
    expect(codes({ measured: cold })).toEqual([])
    expect(codes({ measured: { coilK: p.freezeK.si }, airflowKnownGood: false })).toEqual([])
    expect(codes({ measured: { coilK: undefined }, airflowKnownGood: false })).toEqual([])
    expect(codes({ measured: cold, airflowKnownGood: false, action: 'remove' })).not.toContain('coilFreezing')
  })
  it('a drier that cools its liquid', () => {
    expect(ask({ drierDropK: p.drierDropK.si + 0.01 })).toEqual([
      { code: 'drierBlocked', dropK: p.drierDropK.si + 0.01 },
    ])
    expect(codes({ drierDropK: p.drierDropK.si })).toEqual([])
    expect(codes({ drierDropK: p.drierDropK.si + 0.01, action: 'stop' })).toEqual(['drierBlocked'])
  })
  it('what hasn’t settled; hunting has, by its mean', () => {
    for (const state of ['settling', 'disturbed'] as const) {
      const settling = { state }
      expect(ask({ settling })).toEqual([{ code: 'notSettled', settling }])
    }
    expect(codes({ settling: { state: 'hunting' } })).toEqual([])
  })
})

// by hand: a step that isn't known to be small costs 12 min and an hour of taking out where it was in vain; a look finds four of five
const IN_VAIN = 72
const FINDS = 0.8
describe('another cause, by what it costs', () => {
  const from = (minutes: number) => minutes / (FINDS * IN_VAIN)
  const unlooked = { airflowKnownGood: false, looked: {} }
  it.each([
    ['lowAirflow', 5, 'airflowNotKnownGood'],
    ['dirtyCondenser', 5, 'condenserNotKnownClean'],
    ['starvedDevice', 5, 'deviceNotCompared'],
    ['overfeeding', 5, 'deviceNotCompared'],
    ['restriction', 3, 'otherCauseLeads'],
    ['weakCompressor', 2, 'otherCauseLeads'],
    ['air', 20, 'otherCauseLeads'],
  ] as const)(
    '%s is asked about from where a look of %d min is expected to save more than that',
    (cause, minutes, code) => {
      const at = (share: number) => codes({ ...unlooked, ranked: rank({ undercharge: 1 - share, [cause]: share }) })
      expect(at(from(minutes) * 0.99)).toEqual([])
      expect(at(from(minutes) * 1.01)).toEqual([code])
    },
  )
  it('the line at both its ends is one look for drier and line; where that was measured, drier and hand go apart', () => {
    const both = rank({ undercharge: 0.88, restriction: 0.06, lineRestriction: 0.06 })
    expect(ask({ ...unlooked, ranked: both })).toEqual([
      { code: 'otherCauseLeads', cause: 'lineRestriction', probability: 0.12, asks: true },
    ])
    const line = (share: number, more: object) =>
      codes({ ...unlooked, ...more, ranked: rank({ undercharge: 1 - share, lineRestriction: share }) })
    // the drier known, the line alone is behind it
    expect(line(from(5) * 0.99, { looked: { restriction: true } })).toEqual([])
    expect(line(from(5) * 1.01, { looked: { restriction: true } })).toEqual(['otherCauseLeads'])
    // measured, it is still to be followed by hand, once
    expect(line(from(5) * 1.01, { lineMeasured: true })).toEqual(['otherCauseLeads'])
    expect(line(from(5) * 1.01, { lineMeasured: true, looked: { lineRestriction: true } })).toEqual([])
  })
  it('what starves is weighed together against the charge', () => {
    const looked = { restriction: true, lineRestriction: true, starvedDevice: true }
    const at = (share: number) =>
      ask({
        looked,
        lineMeasured: true,
        amountKg: 0.01,
        totalChargeKg: 3,
        target: { ok: true, lowK: 4, highK: 8 } as never,
        ranked: rank({
          undercharge: 1 - share,
          lineRestriction: share / 2,
          restriction: share / 4,
          starvedDevice: share / 4,
        }),
      }).map((g) => g.code)
    expect(at(0.48)).toEqual([])
    expect(at(0.52)).toEqual(['otherCauseLeads'])
  })
  it('two per cent of anything are never asked about', () => {
    const two = { restriction: 0.02, starvedDevice: 0.02, lowAirflow: 0.02, dirtyCondenser: 0.02, air: 0.02 }
    expect(codes({ ...unlooked, ranked: rank({ undercharge: 0.9, ...two }) })).toEqual([])
  })
  it('what was looked into isn’t asked again, and bars by its likelihood alone', () => {
    const looked = { dirtyCondenser: true, starvedDevice: true, air: true }
    const at = (air: number) => codes({ looked, ranked: rank({ undercharge: 1 - air, air }) })
    // held: what not stepping costs, an hour of the right ones, against 72 min of the wrong ones
    const even = 60 / (60 + IN_VAIN)
    expect(at(even * 0.99)).toEqual([])
    expect(at(even * 1.01)).toEqual(['otherCauseLeads'])
  })
  it('the most is saved first', () => {
    const gates = ask({ ...unlooked, ranked: rank({ undercharge: 0.6, restriction: 0.3, weakCompressor: 0.1 }) })
    expect(gates).toEqual([{ code: 'otherCauseLeads', cause: 'restriction', probability: 0.3, asks: true }])
  })
  it('a small step costs less in vain, and each further one more: it has the earlier ones behind it', () => {
    // a fixed orifice of 3 kg: 43 K a charge by experience; 0.06 kg move 0.86 K of a band of 4
    const target = { ok: true, lowK: 4, highK: 8 } as never
    const small = (share: number, steps: ChargeStep[] = []) =>
      codes({
        target,
        amountKg: 0.06,
        totalChargeKg: 3,
        steps,
        ranked: rank({ undercharge: 1 - share, restriction: share }),
      })
    const inVain = 12 + (60 * 43 * 0.02) / 4
    expect(small((3 / FINDS / inVain) * 0.99)).toEqual([])
    expect(small((3 / FINDS / inVain) * 1.01)).toEqual(['otherCauseLeads'])
    // the same step after others that did as they should: asked about earlier
    const before: ChargeStep = { amountKg: 0.15, before: { superheatK: 20 }, after: { superheatK: 17.85 } }
    const share = (3 / FINDS / inVain) * 0.8
    expect(small(share)).toEqual([])
    expect(small(share, [before])).toEqual(['otherCauseLeads'])
  })
  it('nothing wrong costs a step that stays within the tolerance its own time', () => {
    const target = { ok: true, lowK: 4, highK: 8 } as never
    const near = (none: number) =>
      ask({ target, amountKg: 0.06, totalChargeKg: 3, ranked: rank({ undercharge: 1 - none, none }) })
    expect(near((60 / 72) * 0.99)).toEqual([])
    expect(near((60 / 72) * 1.01)).toEqual([{ code: 'soundLikelier', probability: (60 / 72) * 1.01 }])
  })
  it('a nearly empty system is short of charge, too', () => {
    const looked = { dirtyCondenser: true, starvedDevice: true, air: true }
    expect(codes({ looked, ranked: rank({ undercharge: 0.3, nearlyEmpty: 0.3, air: 0.4 }) })).toEqual([])
  })
  it('the orifice’s own gate says what starves', () => {
    const orifice = {} as never
    expect(codes({ ranked: rank({ undercharge: 0.3, starvedDevice: 0.7 }), orifice })).toEqual(['wrongOrifice'])
    expect(codes({ ranked: rank({ undercharge: 0.3, air: 0.7 }), orifice })).toEqual([
      'wrongOrifice',
      'otherCauseLeads',
    ])
  })
  it('taking out costs an hour in vain: condenser and standing pressure are looked at first where they may be it', () => {
    const out = (shares: Parameters<typeof rank>[0], more: object = {}) =>
      codes({ action: 'remove', ranked: rank(shares), airflowKnownGood: false, looked: {}, ...more })
    expect(out({ overcharge: 0.95, dirtyCondenser: 0.05 })).toEqual([])
    expect(out({ overcharge: 0.9, dirtyCondenser: 0.1 })).toEqual(['condenserNotKnownClean'])
    expect(out({ overcharge: 0.7, air: 0.3 })).toEqual([])
    expect(out({ overcharge: 0.6, air: 0.4 })).toEqual(['otherCauseLeads'])
    expect(out({ overcharge: 0.6, air: 0.4 }, { looked: { air: true } })).toEqual([])
    expect(out({ overcharge: 0.4, air: 0.6 }, { looked: { air: true } })).toEqual(['otherCauseLeads'])
    // what isn't so is neither added nor taken out
    expect(out({ overcharge: 0.1, none: 0.9 })).toEqual(['soundLikelier'])
  })
})

describe('the other coil', () => {
  const alone = (...given: Parameters<typeof ask>) => codes(...given).includes('onlyOneCoil')
  it('behind a piston subcooling isn’t over its usual end', () => {
    const high = p.pistonSubcoolingHighK.si
    expect(alone({ measured: { subcoolingK: high } })).toBe(false)
    expect(alone({ measured: { subcoolingK: high + 0.01 } })).toBe(true)
    // read on the low side alone it still gets its step: that is how many charge
    expect(alone({ measured: { subcoolingK: undefined } })).toBe(false)
    expect(alone({ measured: { superheatK: undefined } })).toBe(false)
  })
  it('behind a valve superheat isn’t under its floor', () => {
    const floor = p.superheatFloorK.si
    const valve = (superheatK?: number) =>
      alone({ metering: 'expansionValve', measured: { superheatK, subcoolingK: 99 } })
    expect(valve(floor)).toBe(false)
    expect(valve(floor - 0.01)).toBe(true)
    expect(valve(undefined)).toBe(false)
  })
  it('isn’t asked before taking out, nor of a wrong orifice', () => {
    expect(alone({ action: 'remove', measured: { subcoolingK: undefined } })).toBe(false)
    expect(alone({ orifice: {} as never, measured: { subcoolingK: undefined } })).toBe(false)
  })
  it('the last step moved neither against the charge by more than scatter', () => {
    const scatter = 2 * Math.SQRT2 * p.readingRepeatsK.si
    const step = (amountKg: number, subcooling: number, superheat: number): ChargeStep => ({
      amountKg,
      before: { subcoolingK: 5, superheatK: 15 },
      after: { subcoolingK: 5 + subcooling, superheatK: 15 + superheat },
    })
    const [little, much] = [scatter * 0.99, scatter * 1.01]
    // added: subcooling rises, superheat falls; taken out: the other way round
    for (const way of [1, -1]) {
      expect(alone({ steps: [step(0.1 * way, -little * way, little * way)] })).toBe(false)
      expect(alone({ steps: [step(0.1 * way, -much * way, 0)] })).toBe(true)
      expect(alone({ steps: [step(0.1 * way, 0, much * way)] })).toBe(true)
      expect(alone({ steps: [step(0.1 * way, 9 * way, -9 * way)] })).toBe(false)
    }
    // the last one counts
    expect(alone({ steps: [step(0.1, -9, 9), step(0.1, 1, -1)] })).toBe(false)
    expect(alone({ steps: [step(0.1, 1, -1), step(0.1, -9, 9)] })).toBe(true)
    // of what wasn't read nothing is said
    expect(alone({ steps: [{ amountKg: 0.1, before: { subcoolingK: 9 }, after: { superheatK: 30 } }] })).toBe(false)
  })
})
