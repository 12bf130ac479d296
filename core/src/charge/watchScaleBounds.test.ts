// What a scale shows just now, and what lay between two levels: each bound met from both sides, on a scale without noise.
import { watchScale, type ScaleSample } from './watchScale'

const habits = { fastestKgPerS: 0.05, leastStepKg: 0.005 }
/** kilograms for so many readings, evenly on to the next where it says so */
type Stretch = { readonly kg: number; readonly count: number; readonly to?: number }
const still = (kg: number, count: number): Stretch => ({ kg, count })
const flow = (kg: number, to: number, count: number): Stretch => ({ kg, to, count })
const shown = (stretches: readonly Stretch[], stepS = 1): ScaleSample[] =>
  stretches
    .flatMap(({ kg, count, to = kg }) => Array.from({ length: count }, (_, i) => kg + ((to - kg) * (i + 1)) / count))
    .map((kg, i) => ({ timeS: i * stepS, kg }))
const watch = (...stretches: Stretch[]) => watchScale(shown(stretches), habits)
const kinds = (...stretches: Stretch[]) => watch(...stretches).steps.map((s) => s.kind)

describe('a scale just now', () => {
  it('is disturbed from the first reading after a jump on, and at rest five seconds later', () => {
    for (const count of [1, 2, 4])
      expect(watch(still(10, 30), still(8, count))).toMatchObject({ state: 'disturbed', liveKg: 0, rateKgPerS: 0 })
    const after = watch(still(10, 30), still(8, 6))
    expect(after).toMatchObject({ state: 'rest', liveKg: 0, lastKg: 8 })
    expect(after.steps.map((s) => s.kind)).toEqual(['jump'])
  })
  it('tells a jump from a gush by thrice what flows, and six scatters', () => {
    // 3 · 0.05 kg/s and 6 · 0.0002 kg
    expect(watch(still(10, 30), still(10 - 0.149, 1))).toMatchObject({
      state: 'flowing',
      liveKg: expect.closeTo(0.149, 9),
    })
    expect(watch(still(10, 30), still(10 - 0.153, 1)).state).toBe('disturbed')
    // half a second apart: half as much
    const half = (kg: number) => watchScale(shown([still(10, 60), still(10 - kg, 1)], 0.5), habits).state
    expect([half(0.074), half(0.077)]).toEqual(['flowing', 'disturbed'])
  })
  it('tells it from a flow by one and a half of what flows, over the last eight seconds', () => {
    const at = (rate: number) => watch(still(10, 30), flow(10, 10 - 15 * rate, 15))
    expect(at(0.073)).toMatchObject({ state: 'flowing', rateKgPerS: expect.closeTo(0.073, 9) })
    expect(at(0.073).liveKg).toBeCloseTo(15 * 0.073, 9)
    expect(at(0.077)).toMatchObject({ state: 'disturbed', rateKgPerS: 0, liveKg: 0 })
  })
  it('looks back no further than the last level', () => {
    const earlier = watch(still(10, 30), still(12, 30), flow(12, 11.8, 10))
    expect(earlier).toMatchObject({ state: 'flowing', rateKgPerS: expect.closeTo(0.02, 9) })
  })
  it('flows once it has moved by the least step and three scatters', () => {
    const state = (kg: number) => watch(still(10, 30), still(10 - kg, 1)).state
    expect([state(0.0054), state(0.0058)]).toEqual(['rest', 'flowing'])
    // two that are there at one time are no flow
    const twice = [...shown([still(10, 30)]), { timeS: 29, kg: 10 }]
    expect(watchScale(twice, habits)).toMatchObject({ state: 'rest', rateKgPerS: 0 })
  })
  it('shows nothing of one reading, or of none', () => {
    expect(watchScale([], habits)).toMatchObject({ state: 'rest', rests: [], steps: [], liveKg: 0 })
    expect(watch(still(10, 1))).toMatchObject({ state: 'rest', rests: [], lastKg: 10 })
  })
})

describe('a level', () => {
  const count = (...stretches: Stretch[]) => watch(...stretches).rests.length
  it('lasts five seconds, in four readings', () => {
    expect([5, 6].map((n) => count(still(10, n)))).toEqual([0, 1])
    const sparse = (n: number) => watchScale(shown([still(10, n)], 3), habits).rests.length
    expect([3, 4].map(sparse)).toEqual([0, 1])
  })
  it('takes up what lies within half the least step of it, at once', () => {
    expect(count(still(10, 20), still(10.0023, 20))).toBe(1)
    expect(count(still(10, 20), still(10.0027, 20))).toBe(2)
  })
  it('isn’t the last of a flow that goes on the same way, near by, within eight seconds', () => {
    const valve = (rest: number, on: number, gap = 1) =>
      count(still(10, 20), flow(10, 9.5, 20), still(9.5, rest), flow(9.5, 9.5 - on, gap), still(9.5 - on, 20))
    expect(valve(6, 0.012)).toBe(2)
    expect(valve(14, 0.012)).toBe(3)
    expect(valve(6, 0.019)).toBe(2)
    expect(valve(6, 0.021)).toBe(3)
    expect(valve(6, -0.012)).toBe(3)
    expect(valve(6, 0.012, 12)).toBe(3)
  })
  it('is as uncertain as its readings scatter, less where there are more', () => {
    const [few, many] = [8, 32].map((n) => watch(still(10, n)).rests[0]!.standardUncertaintyKg)
    // median of n/4 of their own: 1.2533 · 0.0002 / √(n/4)
    expect([few, many]).toEqual([2, 8].map((n) => expect.closeTo((1.2533 * 2e-4) / Math.sqrt(n), 9)))
  })
})

describe('what lay between two levels', () => {
  it('is a knock where it stood off both by more than the least step and four scatters', () => {
    const between = (kg: number) => kinds(still(10, 20), still(10 + kg, 5), still(10, 20))
    expect([between(0.0054), between(0.0062)]).toEqual([['drift'], ['knock']])
  })
  it('is a drift up to the least step, and a transfer over it', () => {
    const over = (kg: number) => kinds(still(10, 20), flow(10, 10 - kg, 4), still(10 - kg, 20))
    expect([over(0.0049), over(0.0052)]).toEqual([['drift'], ['transfer']])
  })
  it('is a jump faster than refrigerant flows, or by way of half as much again', () => {
    const took = (seconds: number) => kinds(still(10, 20), flow(10, 9, seconds), still(9, 20))
    expect([took(15), took(30)]).toEqual([['jump'], ['transfer']])
    const byWayOf = (kg: number) => kinds(still(10, 20), flow(10, 9 - kg, 30), flow(9 - kg, 9, 30), still(9, 20))
    expect([byWayOf(0.4), byWayOf(0.7)]).toEqual([['transfer'], ['jump']])
  })
  it('flows at the rate between neighbours, whenever they are read', () => {
    // every other reading is a second late: the scatter of an even flow is none
    const late = shown([still(10, 30), flow(10, 9.4, 30), still(9.4, 30)]).map((s, i) => {
      const timeS = s.timeS + (i % 2 ? 0.3 : 0)
      const kg = s.timeS < 30 || s.timeS > 58 ? s.kg : s.kg! - (i % 2 ? 0.3 * 0.02 : 0)
      return { timeS, kg }
    })
    const found = watchScale(late, habits)
    expect(found.steps.map((s) => s.kind)).toEqual(['transfer'])
    expect(found.transferredKg).toBeCloseTo(0.6, 3)
  })
})
