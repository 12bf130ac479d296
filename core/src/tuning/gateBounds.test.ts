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
    expect(codes({ measured: cold, airflowKnownGood: false })).toEqual(['coilFreezing', 'airflowNotKnownGood'])
    expect(codes({ measured: cold })).toEqual([])
    expect(codes({ measured: { coilK: p.freezeK.si }, airflowKnownGood: false })).toEqual(['airflowNotKnownGood'])
    expect(codes({ measured: { coilK: undefined }, airflowKnownGood: false })).toEqual(['airflowNotKnownGood'])
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
  it('what nobody looked at, before anything is added', () => {
    expect(codes({ airflowKnownGood: false, looked: {} })).toEqual([
      'airflowNotKnownGood',
      'condenserNotKnownClean',
      'deviceNotCompared',
    ])
    expect(codes({ looked: undefined })).toEqual(['condenserNotKnownClean', 'deviceNotCompared'])
    expect(ask({ looked: { dirtyCondenser: true } })).toEqual([{ code: 'deviceNotCompared', metering: 'fixedOrifice' }])
    expect(codes({ looked: { starvedDevice: true } })).toEqual(['condenserNotKnownClean'])
    expect(codes({ looked: { dirtyCondenser: true }, orifice: {} as never })).toEqual(['wrongOrifice'])
    expect(codes({ airflowKnownGood: false, looked: {}, action: 'remove', ranked: rank({ overcharge: 1 }) })).toEqual(
      [],
    )
  })
})

describe('another cause', () => {
  it('all others together bar adding from the method’s share on, looked into or not', () => {
    const share = p.otherCauseShare.si
    const with_ = (other: number) =>
      codes({
        ranked: rank({ undercharge: 0.6, air: other }),
        looked: { dirtyCondenser: true, starvedDevice: true, air: true },
      })
    expect(with_(share * 0.6 * 0.99)).toEqual([])
    expect(with_(share * 0.6 * 1.01)).toEqual(['otherCauseLeads'])
    const two = ask({
      ranked: rank({ undercharge: 0.6, air: share * 0.35, weakCompressor: share * 0.3 }),
      looked: { dirtyCondenser: true, starvedDevice: true, air: true, weakCompressor: true },
    })
    expect(two).toEqual([{ code: 'otherCauseLeads', cause: 'air', probability: share * 0.35 }])
  })
  it('one that nobody looked into bars it from a smaller share on', () => {
    const unasked = p.unaskedShare.si
    expect(unasked).toBeLessThan(p.otherCauseShare.si)
    const one = (other: number, looked: object = {}) =>
      codes({
        ranked: rank({ undercharge: 0.6, air: other }),
        looked: { dirtyCondenser: true, starvedDevice: true, ...looked },
      })
    expect(one(unasked * 0.6 * 0.99)).toEqual([])
    expect(one(unasked * 0.6 * 1.01)).toEqual(['otherCauseLeads'])
    expect(one(unasked * 0.6 * 1.01, { air: true })).toEqual([])
  })
  it('what starves, behind a piston, by a share of its own', () => {
    const one = (other: number, metering: 'fixedOrifice' | 'expansionValve', own = 0.6) =>
      codes({
        metering,
        ranked: rank({ undercharge: own, restriction: other }),
        measured: { superheatK: 15, subcoolingK: 2 },
      }).includes('otherCauseLeads')
    for (const [metering, share] of [
      ['fixedOrifice', p.starvingShare.si],
      ['expansionValve', p.unaskedShare.si],
    ] as const) {
      expect(one(share * 0.6 * 0.99, metering)).toBe(false)
      expect(one(share * 0.6 * 1.01, metering)).toBe(true)
    }
    expect(p.starvingShare.si).not.toBe(p.unaskedShare.si)
    // the orifice's own gate says what starves
    expect(codes({ ranked: rank({ undercharge: 0.3, starvedDevice: 0.7 }), orifice: {} as never })).toEqual([
      'wrongOrifice',
    ])
    expect(codes({ ranked: rank({ undercharge: 0.3, air: 0.7 }), orifice: {} as never })).toEqual([
      'wrongOrifice',
      'otherCauseLeads',
    ])
  })
  it('taking out asks only that none is likelier than overcharge', () => {
    const out = (other: number) => codes({ action: 'remove', ranked: rank({ overcharge: 0.5, air: other }) })
    expect(out(0.5)).toEqual([])
    expect(out(0.51)).toEqual(['otherCauseLeads'])
    expect(codes({ action: 'remove', ranked: rank({ overcharge: 0.1, undercharge: 0.9 }) })).toEqual([])
    expect(codes({ action: 'remove', ranked: rank({ overcharge: 0.1, none: 0.9 }) })).toEqual([])
  })
  it('a nearly empty system is short of charge, too', () => {
    const share = p.otherCauseShare.si
    expect(
      codes({
        ranked: rank({ undercharge: 0.3, nearlyEmpty: 0.3, air: share * 0.59 }),
        looked: { dirtyCondenser: true, starvedDevice: true, air: true },
      }),
    ).toEqual([])
  })
  it('soundness, behind a valve, before the first step, where it is likelier by far', () => {
    const times = p.soundFirstTimes.si
    const valve = (none: number, more: object = {}) =>
      ask({ metering: 'expansionValve', ranked: rank({ undercharge: 0.1, none }), ...more })
    expect(valve(times * 0.1 * 0.99)).toEqual([])
    expect(valve(times * 0.1 * 1.01)).toEqual([{ code: 'soundLikelier', probability: times * 0.1 * 1.01 }])
    const step: ChargeStep = { amountKg: 0.1, before: {}, after: {} }
    expect(valve(times * 0.1 * 1.01, { steps: [step] })).toEqual([])
    expect(valve(times * 0.1 * 1.01, { metering: 'fixedOrifice' })).toEqual([])
    expect(ask({ metering: 'expansionValve', action: 'remove', ranked: rank({ overcharge: 0.1, none: 0.9 }) })).toEqual(
      [],
    )
    expect(ask({ metering: 'expansionValve', ranked: rank({ undercharge: 0.9 }) })).toEqual([])
  })
})

describe('the other coil', () => {
  const alone = (...given: Parameters<typeof ask>) => codes(...given).includes('onlyOneCoil')
  it('behind a piston subcooling isn’t over its usual end', () => {
    const high = p.pistonSubcoolingHighK.si
    expect(alone({ measured: { subcoolingK: high } })).toBe(false)
    expect(alone({ measured: { subcoolingK: high + 0.01 } })).toBe(true)
    expect(alone({ measured: { subcoolingK: undefined } })).toBe(true)
    expect(alone({ measured: { superheatK: undefined } })).toBe(false)
  })
  it('behind a valve superheat isn’t under its floor', () => {
    const floor = p.superheatFloorK.si
    const valve = (superheatK?: number) =>
      alone({ metering: 'expansionValve', measured: { superheatK, subcoolingK: 99 } })
    expect(valve(floor)).toBe(false)
    expect(valve(floor - 0.01)).toBe(true)
    expect(valve(undefined)).toBe(true)
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
