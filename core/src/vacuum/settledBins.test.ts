// Which readings of a hold count, and how much: the step of valving off, wild ones, a display's step, a logged temperature. Figures by hand.
import fc from 'fast-check'
import { downweighted, richest, settledBins } from './decayBeforehand'
import { decayBins, gaugeNoise, type Bin } from './decayBins'
import { chiSquaredOf } from './decayModels'
import type { VacuumSample } from './sample'

const every = (stepS: number, ...pressures: number[]): VacuumSample[] =>
  pressures.map((pressurePa, i) => ({ timeS: i * stepS, pressurePa }))
const fine = { share: 0.001, stepPa: 0 }
/** 50 Pa and a slow rise, 10 Pa more at first */
const hold = (
  { last, stepS = 1, first = 0 }: { last: number; stepS?: number; first?: number },
  more: (timeS: number) => number = () => 0,
): VacuumSample[] =>
  Array.from({ length: Math.floor((last - first) / stepS) + 1 }, (_, i) => first + i * stepS).map((timeS) => ({
    timeS,
    pressurePa: 50 + 0.01 * timeS + more(timeS),
  }))
const until = (endS: number, pa: number) => (timeS: number) => (timeS < endS ? pa : 0)
const settledAfter = (held: VacuumSample[]) => settledBins(held, fine).settledAfterS

describe('the step of valving off', () => {
  it('is the first half minute, and as much after it as stands off the curve of all the rest', () => {
    expect(settledAfter(hold({ last: 600 }))).toBeCloseTo(30.5, 9)
    const bumped = settledBins(hold({ last: 600 }, until(60, 10)), fine)
    expect(bumped.settledAfterS).toBeGreaterThan(59)
    expect(bumped.settledAfterS).toBeLessThan(66)
    expect(bumped.bins[0]!.timeS).toBe(bumped.settledAfterS)
  })
  it('ends after a minute and a half, whatever stands off then', () => {
    const at = settledAfter(hold({ last: 600 }, (t) => until(90, 10)(t) + until(110, 5)(t)))
    expect(at).toBeGreaterThan(90)
    expect(at).toBeLessThan(97)
  })
  it('is told from what lies within four uncertainties', () => {
    // 50 Pa by a thousandth in bins of one: 0.05 Pa each
    const held = (sigmas: number) => hold({ last: 600, stepS: 10 }, until(60, sigmas * 0.0505))
    expect(settledAfter(held(3.5))).toBe(30)
    expect(settledAfter(held(6))).toBe(60)
  })
  it('needs eight bins after it to be told by', () => {
    // 98…133 s are six of seven seconds, 91 the seventh; 140 the eighth
    expect(settledAfter(hold({ last: 133, stepS: 7 }, until(60, 10)))).toBe(14)
    expect(settledAfter(hold({ last: 140, stepS: 7 }, until(60, 10)))).toBe(63)
  })
  it('is not looked for among few readings, or in a short hold', () => {
    expect([130, 140].map((last) => settledAfter(hold({ last, stepS: 10 })))).toEqual([0, 20])
    expect([7.9, 8].map((stepS) => settledAfter(hold({ last: 15 * stepS + 0.01, stepS })))).toEqual([0, 16])
    const late = (count: number) => [
      ...hold({ last: 3 }),
      ...hold({ first: 25, last: 25 + 20 * (count - 1), stepS: 20 }),
    ]
    expect([11, 12].map((count) => settledAfter(late(count)))).toEqual([0, 25])
    // by how long it lasts, not by when it ends
    expect(settledAfter(hold({ first: 40, last: 150, stepS: 5 }))).toBe(0)
  })
})

describe('a pipe’s temperature', () => {
  const with_ = (...temperatures: (number | undefined)[]) =>
    settledBins(
      temperatures.map((temperatureK, i) => ({ timeS: i * 60, pressurePa: 50, temperatureK })),
      { share: 0.03, stepPa: 0 },
    ).bins
  it('counts from where it is first logged, and stays what it was in a gap', () => {
    const bins = with_(undefined, 290, undefined, 293)
    expect(bins.map((b) => b.warmth?.gas)).toEqual([1, 1, 1, expect.closeTo(293 / 290, 9)])
    // saturation over water rises by about 6.5 % a kelvin there (steam tables: 1919 and 2316 Pa)
    expect(bins.map((b) => b.warmth?.vapour)).toEqual([1, 1, 1, expect.closeTo(2316 / 1919, 2)])
  })
  it('is left out where none was logged, or none that a pipe has', () => {
    expect(with_(undefined, undefined).map((b) => b.warmth)).toEqual([undefined, undefined])
    expect(with_(20, 20).map((b) => b.warmth)).toEqual([undefined, undefined])
  })
})

describe('what no curve follows', () => {
  const zigzag = (count: number, pa: number): Bin[] =>
    Array.from({ length: count }, (_, i) => ({
      timeS: i * 60,
      pressurePa: 50 + (i % 2 ? pa : -pa),
      sigmaPa: 1,
      count: 1,
    }))
  it('makes all of it less certain, by its own scatter over what the curve leaves free', () => {
    const soft = zigzag(12, 1.8)
    const factor = Math.sqrt(chiSquaredOf(soft, richest(soft)) / 8)
    expect(factor).toBeGreaterThan(1.3)
    expect(downweighted(soft).map((b) => b.sigmaPa)).toEqual(Array(12).fill(expect.closeTo(factor, 9)))
  })
  it('not among fewer than ten, and not where it scatters by half as much again', () => {
    expect(downweighted(zigzag(9, 1.6)).map((b) => b.sigmaPa)).toEqual(Array(9).fill(1))
    expect(downweighted(zigzag(10, 1.6))[0]!.sigmaPa).toBeGreaterThan(1.3)
    expect(downweighted(zigzag(40, 1.1)).map((b) => b.sigmaPa)).toEqual(Array(40).fill(1))
  })
  it('counts less by itself where it is one', () => {
    const bins = zigzag(20, 0.1).map((b, i) => (i === 10 ? { ...b, pressurePa: 58.1 } : b))
    const sigmas = downweighted(bins).map((b) => b.sigmaPa)
    // over twice its uncertainty by a factor of four at most, less what the curve comes towards it
    expect(sigmas[10]).toBeLessThan(Math.sqrt(8.2 / 2))
    expect(sigmas[10]).toBeGreaterThan(Math.sqrt(7 / 2))
    expect(sigmas.filter((s) => s === 1)).toHaveLength(19)
  })
  it('a single reading twice has a curve: itself', () =>
    expect(richest(every(1, 50).map((s) => ({ ...s, sigmaPa: 0, count: 1 })))).toEqual({
      startPa: 50,
      leakPaPerS: 0,
      risePa: 0,
      timeConstantS: 1,
    }))
})

describe('a display’s step', () => {
  const stepOf = (...pressures: number[]) => gaugeNoise(every(1, ...pressures), 0.03).stepPa
  it.each<[string, number[], number]>([
    ['three figures in any order: the least between two', [60, 50, 75, 75, 60, 50, 50, 60], 10],
    ['many figures that have none', [10, 21, 43.7, 30.2, 51, 12.3, 77.1, 64.9], 0],
    ['three steps', [10, 20, 40, 30], 10],
    ['one that stands still now and then', [10, 10, 20, 40, 30, 50], 10],
  ])('%s', (_, pressures, step) => expect(stepOf(...pressures)).toBeCloseTo(step, 9))
  it('is one where nineteen of twenty go by it', () => {
    const off = (...at: number[]) => {
      let pa = 100
      return stepOf(pa, ...Array.from({ length: 20 }, (_, i) => (pa += at.includes(i) ? 14 : i % 3 ? 10 : 20)))
    }
    expect([off(7), off(7, 8)]).toEqual([10, 0])
  })
  it('widens what counts as wild, and what a mean is worth', () => {
    const bin = (...pressures: number[]) => decayBins(every(0.01, ...pressures), { share: 0.001, stepPa: 10 }, 1)[0]
    expect(bin(100, 100, 120, 100)!.count).toBe(4)
    expect(bin(100, 100, 130, 100)).toMatchObject({ count: 3, pressurePa: 100 })
    const [dithered] = decayBins(every(0.01, 100, 100, 100, 100), { share: 0.05, stepPa: 10 }, 1)
    expect(dithered!.sigmaPa).toBeCloseTo(
      Math.sqrt(25 / 4 + 100 / 12 / 4 + (100 / 12) * Math.exp((-2 * Math.PI ** 2 * 25) / 100)),
      9,
    )
  })
})

describe('noise', () => {
  it('is clipped by the mean of what differs where most of it doesn’t', () => {
    // one reading of 180 among 58 of 100: three second differences, each clipped at 4 · 1.4826 · a quarter of the mean of all
    const shares = [40 / 100, 80 / 180, 40 / 100].map((s) => s / Math.sqrt(1.5))
    const limit = 4 * 1.4826 * 0.25 * (shares.reduce((a, b) => a + b) / 58)
    const held = Array.from({ length: 60 }, (_, i) => (i === 30 ? 180 : 100))
    expect(gaugeNoise(every(1, ...held), 0.5).share).toBeCloseTo(Math.sqrt((3 * limit ** 2) / 58), 6)
  })
  it('is the data’s alone from forty differences on', () => {
    const zigzag = (count: number) =>
      gaugeNoise(every(1, ...Array.from({ length: count }, (_, i) => 100 + (i % 2))), 0.5).share
    expect(zigzag(42)).toBeLessThan(0.01)
    expect(zigzag(41)).toBeGreaterThan(0.1)
  })
})

describe('bins', () => {
  it('hold every reading once, wherever a recording begins', () => {
    const times = fc.uniqueArray(fc.double({ min: 0, max: 5000, noNaN: true }), { minLength: 1, maxLength: 200 })
    fc.assert(
      fc.property(times, fc.double({ min: -1e4, max: 1e5, noNaN: true }), (given, shift) => {
        const at = [...given].sort((a, b) => a - b)
        const bins = (from: number) => decayBins(at.map((t) => ({ timeS: t + from, pressurePa: 50 })), fine, 20) // prettier-ignore
        expect(bins(0).reduce((sum, b) => sum + b.count, 0)).toBe(at.length)
        expect(bins(shift).reduce((sum, b) => sum + b.count, 0)).toBe(at.length)
      }),
    )
    const rising = (from: number) =>
      decayBins(
        Array.from({ length: 100 }, (_, i) => ({ timeS: from + i, pressurePa: 50 + i * 0.01 })),
        fine,
        10,
      ).map((b) => [b.count, b.pressurePa])
    expect(rising(1024)).toEqual(rising(0))
    expect(rising(0)).toHaveLength(10)
  })
  it('take the middle reading for what the others are held to, in whatever order they come', () => {
    expect(decayBins(every(0.01, 100, 100, 200, 100), fine, 1)).toMatchObject([{ count: 3, pressurePa: 100 }])
    expect(decayBins(every(0.01, 100, 100, 20, 100), fine, 1)).toMatchObject([{ count: 3, pressurePa: 100 }])
  })
})
