// The next step's arithmetic worked out a second time (a weighted mean of prior and steps, the way to the edge by hand), and what it leaves alone.
import { customaryProfile as p } from '../method/readyProfiles'
import {
  adviseStep,
  estimateSlope,
  predictStep,
  type ChargePoint,
  type ChargeStep,
  type StepQuestion,
} from './adviseStep'

const KG = 3
const ask = (part: Partial<StepQuestion> = {}) =>
  adviseStep({
    history: [],
    current: { superheatK: 20, subcoolingK: 3, settled: true },
    target: 8,
    tolerance: 2,
    totalChargeKg: KG,
    meteringDevice: 'fixedOrifice',
    profile: p,
    ...part,
  })
const step = (amountKg: number, from: number, to: number): ChargeStep => ({
  amountKg,
  before: { superheatK: from },
  after: { superheatK: to },
})
/** how well one change of superheat is known: two readings, each as it repeats */
const noiseOf = (before: ChargePoint, after: ChargePoint) => {
  const one = ({ standardK = 0 }: ChargePoint) => p.readingRepeatsK.si ** 2 + (p.repeatShare.si * standardK) ** 2
  return one(before) + one(after)
}
/** K/kg: what a whole charge moves superheat on a piston, −43 K ± 35 %, against each step's own slope, by their variances */
function weighed(history: readonly ChargeStep[], start = -43 / KG, relative = 0.35) {
  const prior = Math.max(relative * Math.abs(start), 3 / KG) ** 2
  let [weight, sum] = [1 / prior, start / prior]
  for (const { amountKg, before, after } of history) {
    const variance = noiseOf(before, after) / amountKg ** 2
    weight += 1 / variance
    sum += (after.superheatK! - before.superheatK!) / amountKg / variance
  }
  return { kPerKg: sum / weight, standard: Math.sqrt(1 / weight) }
}

describe('what charge moves in this unit', () => {
  const slope = (history: readonly ChargeStep[], more: object = {}) =>
    estimateSlope(history, 'superheat', { totalChargeKg: KG, meteringDevice: 'fixedOrifice', profile: p, ...more })
  it.each([
    ['no step', []],
    ['one', [step(0.15, 20, 17)]],
    ['one out', [step(-0.2, 5, 9)]],
    ['three', [step(0.15, 20, 17), step(0.1, 17, 16.2), step(-0.05, 8, 8.8)]],
  ])('after %s is the weighted mean of prior and steps', (_, history) => {
    const wanted = weighed(history)
    expect(slope(history).kPerKg).toBeCloseTo(wanted.kPerKg, 9)
    expect(slope(history).standard).toBeCloseTo(wanted.standard, 9)
  })
  it('weighs a step by its instruments, too', () => {
    const vague = { ...step(0.15, 20, 17), before: { superheatK: 20, standardK: 5 } }
    expect(slope([vague]).kPerKg).toBeCloseTo(weighed([vague]).kPerKg, 9)
    expect(slope([vague]).standard).toBeGreaterThan(slope([step(0.15, 20, 17)]).standard)
  })
  it('a slope near nothing is known to three kelvin a charge, no better', () => {
    const valve = estimateSlope([], 'superheat', { totalChargeKg: KG, meteringDevice: 'expansionValve' })
    expect(valve).toEqual({ kPerKg: -1.5 / KG, standard: 1 })
    expect(estimateSlope([], 'subcooling', { totalChargeKg: KG, meteringDevice: 'expansionValve' })).toEqual({
      kPerKg: 20 / KG,
      standard: (0.35 * 20) / KG,
    })
    expect(slope([], { prior: { perChargeK: 60, relative: 0.5 } })).toEqual({ kPerKg: 20, standard: 10 })
  })
  it('learns nothing from a step of nothing, without a reading, or beyond all reason', () => {
    const bare = slope([])
    expect(slope([step(0, 20, 17)])).toEqual(bare)
    expect(slope([step(NaN, 20, 17)])).toEqual(bare)
    expect(slope([step(1e5, 20, 17)])).toEqual(bare)
    expect(slope([step(0.1, 0, 1e4)])).toEqual(bare)
    expect(slope([{ amountKg: 0.1, before: { superheatK: 5 }, after: {} }])).toEqual(bare)
    expect(slope([{ amountKg: 0.1, before: {}, after: { superheatK: 5 } }])).toEqual(bare)
    expect(slope([{ amountKg: 0.1, before: {}, after: {} }])).toEqual(bare)
  })
  it('asks for a charge that can be', () => {
    for (const totalChargeKg of [0, -1, 1e-4, 1e5, NaN]) expect(() => slope([], { totalChargeKg })).toThrow(RangeError)
    expect(() => slope([], { totalChargeKg: 2e-4 })).not.toThrow()
  })
})

describe('what is no question', () => {
  it.each<[string, Partial<StepQuestion>]>([
    ['no superheat', { current: { subcoolingK: 3 } }],
    ['a superheat beyond reason', { current: { superheatK: 1e4 } }],
    ['no target', { target: NaN }],
    ['a target beyond reason', { target: -1e4 }],
    ['a tolerance under nothing', { tolerance: -0.1 }],
    ['a tolerance beyond reason', { tolerance: 1e4 }],
    ['an uncertainty that is none', { current: { superheatK: 20, standardK: NaN } }],
    ['no charge', { totalChargeKg: 0 }],
    ['a charge beyond reason', { totalChargeKg: 1e5 }],
    ['subcooling for superheat', { meteringDevice: 'expansionValve', current: { superheatK: 20 } }],
  ])('%s', (_, part) => expect(ask(part)).toEqual({ action: 'stop', reasons: [{ code: 'noReading' }] }))
  it('a system that hasn’t settled waits; where nobody says, it has', () => {
    expect(ask({ current: { superheatK: 20, settled: false } })).toEqual({
      action: 'wait',
      reasons: [{ code: 'notSettled' }],
    })
    expect(ask({ current: { superheatK: 20 } }).action).toBe('add')
  })
  it('a tolerance of nothing is one', () => {
    expect(ask({ tolerance: 0 }).action).toBe('add')
    expect(ask({ tolerance: 0, current: { superheatK: 8 } }).action).toBe('stop')
  })
})

describe('when to stop', () => {
  const at = (superheatK: number, standardK?: number, more: Partial<StepQuestion> = {}) =>
    ask({ current: { superheatK, ...(standardK === undefined ? {} : { standardK }) }, ...more })
  it('within the band, edges with it, and says which', () => {
    for (const k of [6, 8, 10])
      expect(at(k)).toEqual({ action: 'stop', reasons: [{ code: 'inBand', valueK: k, lowK: 6, highK: 10 }] })
    expect(at(10.01).action).toBe('add')
    expect(at(5.99).action).toBe('remove')
  })
  it('the band doesn’t go under the least superheat; under nothing for subcooling', () => {
    const floor = p.superheatFloorK.si
    expect(at(floor + 1, undefined, { target: floor + 1, tolerance: 9 }).reasons[0]).toMatchObject({ lowK: floor })
    const valve = ask({ meteringDevice: 'expansionValve', current: { subcoolingK: 2 }, target: 2, tolerance: 9 })
    expect(valve.reasons[0]).toMatchObject({ code: 'inBand', lowK: 0, highK: 11 })
  })
  it('what the instruments can’t tell from the target isn’t chased', () => {
    // outside the band of ±2 K, and within one standard uncertainty of the target
    expect(at(8 + 2.4, 2.5).reasons).toEqual([{ code: 'withinUncertainty', offK: expect.closeTo(2.4), standardK: 2.5 }])
    expect(at(8 + 2.6, 2.5).action).toBe('add')
    // round the weather only what is plain: 1.645 of them
    expect(at(8 + 4, 2.5, { alwaysSmall: true }).reasons[0]!.code).toBe('withinUncertainty')
    expect(at(8 + 4.2, 2.5, { alwaysSmall: true }).action).toBe('add')
  })
  it('what reads inside is signed; only who is adding already goes on until it is In', () => {
    const near = (superheatK: number, isIn: boolean | undefined, history: ChargeStep[] = []) =>
      ask({ current: { superheatK, standardK: 0.5, ...(isIn === undefined ? {} : { isIn }) }, history }).action
    expect([near(9.5, false), near(9.5, true), near(9.5, undefined), near(6.5, false)]).toEqual(Array(4).fill('stop'))
    const added = [step(0.1, 12, 9.5)]
    expect([near(9.5, false, added), near(9.5, true, added), near(9.5, undefined, added)]).toEqual([
      'add',
      'stop',
      'stop',
    ])
    // never taken out in doubt, whatever went before
    expect(near(6.5, false, added)).toBe('stop')
    expect(near(6.5, false, [step(-0.1, 4, 6.5)])).toBe('stop')
    expect(near(5.9, false).toString()).toBe('remove')
  })
})

describe('how much', () => {
  const first = weighed([])
  const careful = Math.abs(first.kPerKg) + p.stepCareful.si * first.standard
  /** the way to the inside of the near edge */
  const way = (offK: number, sideK = 2, doubtK = 0) =>
    offK - Math.max(0, sideK - Math.min(sideK, Math.max(p.stepInsideShare.si * sideK, doubtK)))
  it('a share of the way, by a slope that is rather too steep than too flat', () => {
    const advice = ask({ current: { superheatK: 11 } })
    expect(advice.amountKg).toBeCloseTo((p.stepFraction.si * way(3)) / careful, 9)
    expect(advice.reasons).toEqual([
      {
        code: 'toNearEdge',
        distanceK: expect.closeTo(way(3)),
        slopeKPerKg: first.kPerKg,
        fraction: p.stepFraction.si,
        ownSteps: 0,
      },
    ])
    const doubtful = ask({ current: { superheatK: 11, standardK: 1.6 } })
    expect(doubtful.reasons[0]).toMatchObject({ distanceK: expect.closeTo(way(3, 2, 1.6)) })
  })
  it('no more than the cap, which it says', () => {
    const advice = ask({ current: { superheatK: 40 } })
    expect(advice.amountKg).toBeCloseTo(p.stepCapShare.si * KG, 12)
    expect(advice.reasons[1]).toEqual({ code: 'capped', capKg: p.stepCapShare.si * KG })
  })
  it('no less than the least step, which it says, but never past the target', () => {
    const tiny = ask({ current: { superheatK: 8.1 }, tolerance: 0, totalChargeKg: 3 })
    expect(tiny.amountKg).toBeCloseTo(0.1 / careful, 9)
    expect(tiny.amountKg!).toBeLessThan(p.stepLeastKg.si)
    expect(tiny.reasons[1]).toMatchObject({ code: 'leastStep' })
  })
  it('once its own steps say the slope well, the larger share and the larger cap; not where every step is to be small', () => {
    const history = [step(0.15, 40, 37.8), step(0.15, 37.8, 35.7)]
    const now = weighed(history)
    expect(now.standard).toBeLessThanOrEqual(p.stepKnownRelative.si * Math.abs(now.kPerKg))
    const far = ask({ history, current: { superheatK: 35.7 } })
    expect(far.amountKg).toBeCloseTo(p.stepCapKnownShare.si * KG, 9)
    expect(far.reasons[0]).toMatchObject({ fraction: p.stepKnownFraction.si, ownSteps: 2 })
    expect(ask({ history, current: { superheatK: 35.7 }, alwaysSmall: true }).amountKg).toBeCloseTo(
      p.stepCapShare.si * KG,
      9,
    )
    // a step that says little leaves the small cap
    const vague = [{ ...step(0.02, 40, 39.7), before: { superheatK: 40, standardK: 9 } }]
    expect(weighed(vague).standard).toBeGreaterThan(p.stepKnownRelative.si * Math.abs(weighed(vague).kPerKg))
    expect(ask({ history: vague, current: { superheatK: 39.7 } }).amountKg).toBeCloseTo(p.stepCapShare.si * KG, 9)
  })
  it('a slope that was learnt flatter than a quarter of the usual counts as a quarter', () => {
    const flat = [step(0.4, 12, 11.9), step(0.4, 12, 11.0)]
    const found = weighed(flat)
    expect(Math.abs(found.kPerKg)).toBeLessThan((0.25 * 43) / KG)
    const advice = ask({ history: flat, current: { superheatK: 11 } })
    if (advice.action === 'add')
      expect(advice.amountKg).toBeCloseTo(
        Math.min(
          Math.max((p.stepKnownFraction.si * way(3)) / ((0.25 * 43) / KG + p.stepCareful.si * found.standard), 0),
          p.stepCapKnownShare.si * KG,
        ),
        9,
      )
    else expect(advice.reasons[0]!.code).toBe('stepsDontMove')
  })
  it('by the slope of a way round the weather, where one is given', () => {
    const prior = { perChargeK: -86, relative: 0.35 }
    const steeper = ask({ current: { superheatK: 11 }, prior })
    expect(steeper.amountKg! / ask({ current: { superheatK: 11 } }).amountKg!).toBeCloseTo(0.5, 6)
    expect(steeper.predicted!.superheat!.valueK).toBeCloseTo(11 - (86 / KG) * steeper.amountKg!, 9)
  })
})

describe('what should be read after it', () => {
  const at = (current: ChargePoint, kg: number, more: object = {}) =>
    predictStep({ history: [], current, totalChargeKg: KG, meteringDevice: 'fixedOrifice', profile: p, ...more }, kg)
  it('the reading moved by the slope, with 90 % of what slope and repetition leave open', () => {
    const { superheat } = at({ superheatK: 20, standardK: 1 }, 0.1)
    const spread =
      1.645 * Math.hypot(0.1 * weighed([]).standard, Math.sqrt(noiseOf({ standardK: 1 }, { standardK: 1 })))
    expect(superheat!.valueK).toBeCloseTo(20 - 4.3 / KG, 9)
    expect(superheat!.lowK).toBeCloseTo(superheat!.valueK - spread, 9)
    expect(superheat!.highK).toBeCloseTo(superheat!.valueK + spread, 9)
  })
  it('taking out moves it the other way, and nothing is read under zero', () => {
    const advice = ask({ current: { superheatK: 3, subcoolingK: 9 } })
    expect(advice.action).toBe('remove')
    expect(advice.predicted!.superheat!.valueK).toBeGreaterThan(3)
    expect(advice.predicted!.subcooling!.valueK).toBeLessThan(9)
    const { superheat } = at({ superheatK: 0.5 }, 1)
    expect(superheat).toMatchObject({ valueK: 0, lowK: 0 })
    expect(superheat!.highK).toBeGreaterThan(0)
  })
  it('of what was read only; nothing of no charge or no amount', () => {
    expect(at({ subcoolingK: 4 }, 0.1)).not.toHaveProperty('superheat')
    expect(at({ superheatK: 4 }, 0.1)).not.toHaveProperty('subcooling')
    expect(at({ superheatK: 1e4 }, 0.1)).toEqual({})
    expect(at({ superheatK: 4 }, NaN)).toEqual({})
    expect(at({ superheatK: 4 }, 1e5)).toEqual({})
    expect(at({ superheatK: 4 }, 0.1, { totalChargeKg: 0 })).toEqual({})
  })
})

describe('steps that move nothing', () => {
  const stuck = (history: readonly ChargeStep[], more: Partial<StepQuestion> = {}) => {
    const reason = ask({ history, current: { superheatK: 20 }, ...more }).reasons[0]!
    return reason.code === 'stepsDontMove' ? reason : undefined
  }
  it('two or more that should have been seen and weren’t: how far they should have moved it, and did', () => {
    const reason = stuck([step(0.15, 20.2, 20.1), step(0.15, 20.1, 20)])!
    expect(reason.steps).toBe(2)
    expect(reason.expectedK).toBeCloseTo((-43 / KG) * 0.3, 9)
    expect(reason.movedK).toBeCloseTo(-0.2, 9)
    // taken out: the other way
    const out = stuck([step(-0.15, 20, 20.1), step(-0.15, 20.1, 20.2)])!
    expect(out.expectedK).toBeCloseTo((43 / KG) * 0.3, 9)
    expect(out.movedK).toBeCloseTo(0.2, 9)
    // there and back again is two steps
    expect(stuck([step(0.15, 20, 20), step(-0.15, 20, 20)])!.steps).toBe(2)
  })
  it('not one, not two that are too small to be seen, but more of those', () => {
    expect(stuck([step(0.15, 20, 20)])).toBeUndefined()
    const small = step(0.02, 20, 20)
    const seenK = 2 * Math.sqrt(noiseOf({}, {}))
    const needed = Math.ceil(seenK / ((43 / KG) * 0.02))
    expect(needed).toBeGreaterThan(2)
    expect(stuck(Array.from({ length: needed - 1 }, () => small))).toBeUndefined()
    expect(stuck(Array.from({ length: needed }, () => small))!.steps).toBe(needed)
  })
  it('not where the last moved it by half of what it should, whatever the ones before did', () => {
    const expected = (43 / KG) * 0.15
    const before = [step(0.15, 20, 20), step(0.15, 20, 20)]
    expect(stuck([...before, step(0.15, 20, 20 - 0.51 * expected)])).toBeUndefined()
    expect(stuck([...before, step(0.15, 20, 20 - 0.3 * expected)])).toBeDefined()
  })
  it('not where together they moved it by more than the profile’s share', () => {
    const share = p.stepNoEffectShare.si
    const by = (moved: number) => {
      const each = moved * (43 / KG) * 0.15
      return stuck([step(0.15, 20, 20 - each), step(0.15, 20, 20 - each)])
    }
    expect(by(share * 0.98)).toBeDefined()
    expect(by(share * 1.02)).toBeUndefined()
    // the wrong way is no effect, either
    expect(by(-1)).toBeDefined()
  })
  it('not where a reading is missing, or an amount is none', () => {
    expect(stuck([step(0.15, 20, 20), { amountKg: 0.15, before: {}, after: { superheatK: 20 } }])).toBeUndefined()
    expect(stuck([step(0.15, 20, 20), step(1e5, 20, 20)])).toBeUndefined()
    expect(stuck([{ amountKg: 0.15, before: { superheatK: 20 }, after: {} }, step(0.15, 20, 20)])).toBeUndefined()
  })
  it('by the slope of a way round the weather, where one is given', () => {
    const steps = [step(0.15, 20, 20), step(0.15, 20, 20)]
    expect(stuck(steps, { prior: { perChargeK: -86, relative: 0.3 } })!.expectedK).toBeCloseTo((-86 / KG) * 0.3, 9)
  })
})
