import { makeNoise } from '../quantity/testing'
import { secondsToDue, usualScaleHabits, watchScale, type ScaleSample } from './watchScale'

/** Straight from one point to the next, once a second, with half a gram of scatter: what the rig's own model of a scale has no part in. */
function series(...points: readonly (readonly [timeS: number, kg: number])[]): ScaleSample[] {
  const normal = makeNoise(7)
  const samples: ScaleSample[] = []
  for (let i = 1; i < points.length; i++) {
    const [[t0, kg0], [t1, kg1]] = [points[i - 1]!, points[i]!]
    for (let t = t0; t < t1; t++)
      samples.push({ timeS: t, kg: kg0 + ((kg1 - kg0) * (t - t0)) / (t1 - t0) + 0.0005 * normal() })
  }
  return samples
}
const kinds = (samples: readonly ScaleSample[], habits = usualScaleHabits()) =>
  watchScale(samples, habits).steps.map((s) => s.kind)
/** ten grams a second for forty seconds, between rests */
const transfer = series([0, 10], [20, 10], [60, 9.6], [85, 9.6])

describe('what happened on a scale, by figures', () => {
  it('a transfer: where it began and ended, how much, and that it is over', () => {
    const watch = watchScale(transfer)
    expect(watch.steps).toHaveLength(1)
    const [step] = watch.steps
    expect(step!.kind).toBe('transfer')
    expect(step!.before.kg).toBeCloseTo(10, 2)
    expect(step!.after.kg).toBeCloseTo(9.6, 2)
    expect(step!.kg).toBeCloseTo(-0.4, 2)
    expect(step!.before.fromS).toBe(0)
    expect(Math.abs(step!.before.toS - 20)).toBeLessThan(6)
    expect(Math.abs(step!.after.fromS - 60)).toBeLessThan(6)
    expect(step!.after.toS).toBe(84)
    expect(watch).toMatchObject({ state: 'rest', rateKgPerS: 0, transferredKg: watch.liveKg })
    expect(watch.transferredKg).toBeCloseTo(0.4, 2)
    expect(watch.lastKg).toBe(transfer.at(-1)!.kg)
  })
  it('a level is known better the longer it stands, by its own scatter', () => {
    const u = (seconds: number) => watchScale(series([0, 10], [seconds, 10])).rests[0]!.standardUncertaintyKg
    // a median of n readings, one in four on its own: 1.2533 σ / √(n / 4)
    expect(u(100)).toBeGreaterThan((0.7 * 1.2533 * 0.0005) / 5)
    expect(u(100)).toBeLessThan((1.3 * 1.2533 * 0.0005) / 5)
    expect(u(100) / u(400)).toBeGreaterThan(1.6)
    expect(u(100) / u(400)).toBeLessThan(2.4)
  })
  it('readings in any order, gaps and what no scale shows change nothing', () => {
    const wild: ScaleSample[] = [
      { timeS: 30.5, kg: null },
      { timeS: 30.6, kg: 2e6 },
      { timeS: 2e12, kg: 9 },
      { timeS: 40.5, kg: NaN },
    ]
    const mixed = [...transfer.slice(50), ...wild, ...transfer.slice(0, 50)]
    expect(watchScale(mixed)).toEqual(watchScale(transfer))
  })
  it('while it flows: that it does, how fast, and what has gone so far', () => {
    const watch = watchScale(transfer.slice(0, 50))
    expect(watch.state).toBe('flowing')
    expect(watch.rateKgPerS).toBeGreaterThan(0.0095)
    expect(watch.rateKgPerS).toBeLessThan(0.0105)
    expect(watch.transferredKg).toBe(0)
    expect(watch.liveKg).toBeCloseTo(0.29, 2)
  })
  it.each([0.0005, 0.002, 0.005, 0.01])('an even flow of minutes is one, by a display of %s kg', (step) => {
    const normal = makeNoise(7)
    const all = Array.from({ length: 300 }, (_, timeS) => {
      const kg = 10 - 0.01 * Math.max(0, timeS - 20) + 0.001 * normal()
      return { timeS, kg: Math.round(kg / step) * step }
    })
    for (let n = 30; n <= 300; n += 10) {
      const watch = watchScale(all.slice(0, n))
      expect(watch.state).toBe('flowing')
      expect(Math.abs(watch.liveKg - 0.01 * (n - 21))).toBeLessThan(0.012)
      expect(Math.abs(watch.rateKgPerS - 0.01)).toBeLessThan(0.002)
    }
  })
  it('into a cylinder both stand below nothing', () => {
    const into = series([0, 10], [20, 10], [60, 10.4], [85, 10.4])
    expect(watchScale(into).transferredKg).toBeCloseTo(-0.4, 2)
    expect(watchScale(into.slice(0, 50)).rateKgPerS).toBeLessThan(-0.0095)
    expect(watchScale(into.slice(0, 50)).liveKg).toBeCloseTo(-0.29, 2)
  })
  it('two transfers add up', () => {
    const both = series([0, 10], [20, 10], [60, 9.6], [85, 9.6], [105, 9.4], [130, 9.4])
    expect(kinds(both)).toEqual(['transfer', 'transfer'])
    expect(watchScale(both).transferredKg).toBeCloseTo(0.6, 2)
  })
  it('a load that comes and goes is a knock: the level is where it was', () => {
    const knock = series([0, 10], [20, 10], [22, 11], [26, 11], [28, 10], [50, 10])
    expect(kinds(knock)).toEqual(['knock'])
    expect(watchScale(knock).transferredKg).toBe(0)
  })
  it('faster than refrigerant flows is a jump, by the profile’s own measure', () => {
    const step = series([0, 10], [20, 10], [28, 7], [50, 7])
    expect(kinds(step)).toEqual(['jump'])
    expect(watchScale(step).transferredKg).toBe(0)
    expect(kinds(step, { ...usualScaleHabits(), fastestKgPerS: 1 })).toEqual(['transfer'])
    expect(kinds(transfer, { ...usualScaleHabits(), fastestKgPerS: 0.005 })).toEqual(['jump'])
  })
  it('less than the least step is drift, by the profile’s own measure', () => {
    const small = series([0, 10], [20, 10], [30, 9.97], [55, 9.97])
    expect(kinds(small)).toEqual(['transfer'])
    expect(kinds(small, { ...usualScaleHabits(), leastStepKg: 0.05 })).toEqual(['drift'])
    expect(watchScale(small, { ...usualScaleHabits(), leastStepKg: 0.05 }).transferredKg).toBe(0)
  })
  it('a way with a detour half as long as itself is no transfer: a hose pulled', () => {
    const detour = series([0, 10], [20, 10], [30, 10.3], [60, 9.6], [85, 9.6])
    expect(kinds(detour)).toEqual(['jump'])
    const little = series([0, 10], [20, 10], [30, 10.1], [60, 9.6], [85, 9.6])
    expect(kinds(little)).toEqual(['transfer'])
  })
  it('another level just now is a disturbance until it has stood', () => {
    const lifted = series([0, 10], [20, 10], [21, 4], [24, 4])
    expect(watchScale(lifted).state).toBe('disturbed')
    expect(watchScale(lifted)).toMatchObject({ rateKgPerS: 0, liveKg: 0 })
    expect(watchScale(series([0, 10], [20, 10], [21, 4], [45, 4])).state).toBe('rest')
  })
  describe('a valve that closes runs on a little', () => {
    const tail = (stoodS: number, onKg: number) =>
      series([0, 10], [20, 10], [60, 9.6], [60 + stoodS, 9.6], [62 + stoodS, 9.6 + onKg], [95, 9.6 + onKg])
    it('a short level on the way is no rest of its own', () => {
      const { steps, transferredKg } = watchScale(tail(7, -0.025))
      expect(steps.map((s) => s.kind)).toEqual(['transfer'])
      expect(steps[0]!.kg).toBeCloseTo(-0.425, 2)
      expect(transferredKg).toBeCloseTo(0.425, 2)
    })
    it('but one that stood for long is, and one after which much went, or something came back', () => {
      expect(kinds(tail(14, -0.025))).toEqual(['transfer', 'transfer'])
      expect(kinds(tail(7, -0.06))).toHaveLength(2)
      expect(kinds(tail(7, 0.025))).toEqual(['transfer', 'transfer'])
    })
  })
  it('touched for moments it stands as before: one level, and no step', () => {
    const still = series([0, 10], [45, 10])
    const touchedAt = (...seconds: readonly number[]) =>
      watchScale(still.map((s) => (seconds.includes(s.timeS) ? { ...s, kg: s.kg! + 0.4 } : s)))
    for (const { rests, steps } of [touchedAt(20, 21), touchedAt(20, 21, 24)]) {
      expect(steps).toEqual([])
      expect(rests).toHaveLength(1)
      expect(rests[0]).toMatchObject({ fromS: 0, toS: 44 })
    }
    expect(touchedAt(20, 21, 22, 23).steps.map((s) => s.kind)).toEqual(['knock'])
  })
  it.each([
    ['slowly', 0.0008, 0.0005, 1],
    ['in much scatter', 0.002, 0.002, 12],
  ])('what flows %s is summed up whole', (_, kgPerS, scatterKg, mostSteps) => {
    const normal = makeNoise(11)
    const slow = Array.from({ length: 300 }, (_, timeS) => ({
      timeS,
      kg: 10 - kgPerS * Math.min(Math.max(timeS - 30, 0), 240) + scatterKg * normal(),
    }))
    const watch = watchScale(slow)
    expect(watch.transferredKg).toBeCloseTo(240 * kgPerS, 2)
    expect(watch.steps.length).toBeLessThanOrEqual(mostSteps)
  })
  it('stands nowhere before five seconds of it, and says nothing of nothing', () => {
    expect(watchScale(series([0, 10], [4, 10])).rests).toEqual([])
    expect(watchScale(series([0, 10], [8, 10])).rests).toHaveLength(1)
    expect(watchScale([])).toEqual({
      rests: [],
      steps: [],
      transferredKg: 0,
      liveKg: 0,
      rateKgPerS: 0,
      state: 'rest',
      lastKg: undefined,
    })
  })
  it('a reading every five seconds does as well', () => {
    const slow = transfer.filter(({ timeS }) => timeS % 5 === 0)
    const longer = [...slow, ...[85, 90, 95].map((timeS) => ({ timeS, kg: 9.6 }))]
    expect(watchScale(longer).transferredKg).toBeCloseTo(0.4, 1)
    expect(watchScale(longer).state).toBe('rest')
  })
})

describe('seconds to what is due', () => {
  it('what is left over the rate', () => {
    expect(secondsToDue({ liveKg: 0.3, rateKgPerS: 0.01 }, 0.5)).toBeCloseTo(20, 9)
    expect(secondsToDue({ liveKg: -0.3, rateKgPerS: -0.01 }, -0.5)).toBeCloseTo(20, 9)
  })
  it('nothing where it doesn’t flow that way, none where it is reached', () => {
    expect(secondsToDue({ liveKg: 0.3, rateKgPerS: 0 }, 0.5)).toBeUndefined()
    expect(secondsToDue({ liveKg: 0.6, rateKgPerS: 0.01 }, 0.5)).toBeUndefined()
    expect(secondsToDue({ liveKg: 0.5, rateKgPerS: 0 }, 0.5)).toBe(0)
    expect(secondsToDue({ liveKg: 0.5, rateKgPerS: 0.01 }, 0.5)).toBe(0)
  })
})

it('a transfer of two hundred thousand readings is one, as any other', () => {
  const n = 200_000
  const samples = Array.from({ length: n }, (_, i) => ({
    timeS: i / 100,
    kg: i < 2000 ? 30 : i > n - 2000 ? 10 : 30 - (20 * (i - 2000)) / (n - 4000),
  }))
  const { steps, transferredKg } = watchScale(samples)
  expect(steps.map((s) => s.kind)).toEqual(['transfer'])
  expect(transferredKg).toBeCloseTo(20, 3)
})
