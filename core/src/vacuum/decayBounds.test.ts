// A decay's pieces by figures worked out by hand: noise, bins, what a curve means, and how the likeliest is named.
import { normalQuantile } from '../measurement/normal'
import type { DecayAnalysis } from './analyseDecay'
import { settledBins, downweighted, richest } from './decayBeforehand'
import {
  causeOf,
  causes,
  hardlyRises,
  predict,
  staysUnderForAnHour,
  withWetLeaks,
  type CauseTerms,
  type Possible,
} from './decayBelief'
import { decayBins, gaugeNoise, type Bin } from './decayBins'
import type { DecayCurve } from './decayModels'
import { decayResult } from './decayResult'
import { nameCause, straightRise } from './nameCause'
import type { VacuumSample } from './sample'

const MICRON = 0.133322368
const every = (stepS: number, ...pressures: number[]): VacuumSample[] =>
  pressures.map((pressurePa, i) => ({ timeS: i * stepS, pressurePa }))
const many = (count: number, of: (i: number) => number, stepS = 1) =>
  every(stepS, ...Array.from({ length: count }, (_, i) => of(i)))

describe('a gauge’s noise', () => {
  it('is what second differences show, beside what is expected where they are few', () => {
    // one second difference of 2 over 102 by √1.5, four readings’ worth of 3 %
    expect(gaugeNoise(every(1, 100, 102, 100), 0.03).share).toBeCloseTo(0.028783, 5)
    expect(
      gaugeNoise(
        [
          { timeS: 0, pressurePa: 100 },
          { timeS: 1, pressurePa: 110 },
          { timeS: 4, pressurePa: 100 },
        ],
        0,
      ).share,
    ).toBeCloseTo(
      // 10 over 110 by √1.625, half of its square over four and a half
      Math.sqrt((10 / 110) ** 2 / 1.625 / 2 / 4.5),
      6,
    )
    expect(gaugeNoise(every(1, 100), 0.03).share).toBeCloseTo(0.03, 9)
  })
  it('is theirs alone where they are many, without the wild ones, and never nothing', () => {
    const zigzag = (i: number) => 100 + (i % 2)
    const quiet = 1 / Math.sqrt(1.5) / 100.5
    expect(gaugeNoise(many(60, zigzag), 0.5).share).toBeCloseTo(quiet, 4)
    const knocked = gaugeNoise(
      many(60, (i) => (i === 30 ? 180 : zigzag(i))),
      0.5,
    ).share
    expect(knocked).toBeGreaterThan(quiet)
    expect(knocked).toBeLessThan(2 * quiet)
    expect(
      gaugeNoise(
        many(60, () => 100),
        0.5,
      ).share,
    ).toBe(2e-4)
  })
  it.each<[string, VacuumSample[], number]>([
    ['multiples of ten', every(1, 10, 20, 40, 30, 50), 10],
    ['anything', every(1, 10, 21, 43.7, 30.2, 51), 0],
    ['too few to tell', every(1, 10, 20, 30), 0],
    ['two figures, often', every(1, 50, 50, 50, 60, 60, 60, 60, 60), 10],
    ['two figures, a few times', every(1, 50, 50, 60, 60), 0],
    ['always 300 micron', many(8, () => 300 * MICRON), 100 * MICRON],
    ['always 350 micron', many(8, () => 350 * MICRON), 50 * MICRON],
    ['always 325 micron', many(8, () => 325 * MICRON), 25 * MICRON],
    ['always 311 micron', many(8, () => 311 * MICRON), 0],
  ])('has its display’s step: %s', (_, samples, step) => expect(gaugeNoise(samples, 0.03).stepPa).toBeCloseTo(step, 9))
})

describe('bins', () => {
  const noise = { share: 0.01, stepPa: 0 }
  it('are each reading where there are few, and finer at the beginning where there are many', () => {
    expect(decayBins(every(10, 100, 110, 120, 130), noise)).toEqual(
      [100, 110, 120, 130].map((pressurePa, i) => ({
        timeS: i * 10,
        pressurePa,
        sigmaPa: expect.closeTo(pressurePa / 100, 9),
        count: 1,
      })),
    )
    // halves of the span’s 1.4th root: up to 15.2 s, and the rest
    const [early, late] = decayBins(every(10, 100, 102, 104, 106, 108), noise, 2)
    expect(early).toMatchObject({ timeS: 5, pressurePa: 101, count: 2 })
    expect(early!.sigmaPa).toBeCloseTo(1.01 / Math.SQRT2, 9)
    expect(late).toMatchObject({ timeS: 30, pressurePa: 106, count: 3 })
    expect(late!.sigmaPa).toBeCloseTo(1.06 / Math.sqrt(3), 9)
    expect(decayBins([], noise)).toEqual([])
  })
  it('leave a wild reading out, and keep both of two that disagree', () => {
    expect(decayBins(every(0.01, 100, 100, 100, 200), noise, 1)).toMatchObject([{ pressurePa: 100, count: 3 }])
    expect(decayBins(every(0.01, 100, 200), noise, 1)).toMatchObject([{ pressurePa: 150, count: 2 }])
  })
  it('know that a display that stands still hides a step, and one that passes steps averages it', () => {
    const step = { share: 0.001, stepPa: 10 }
    const left = (100 / 12) * Math.exp((-2 * (Math.PI * 0.1) ** 2) / 100)
    expect(decayBins(every(10, 100, 100), step)[0]!.sigmaPa).toBeCloseTo(Math.sqrt(0.01 + 100 / 12 + 2 * left), 6)
    const rising = decayBins(
      many(40, (i) => 100 + 10 * Math.floor(i / 4)),
      step,
    )
    // from 120 in the middle of the first twenty to 170 in that of the last: five steps
    expect(rising[0]!.sigmaPa).toBeCloseTo(Math.sqrt(0.01 + 100 / 12 + (40 / 11) * left), 1)
  })
  it('have the mean of the temperatures that were logged, and none where none was', () => {
    const [bin] = decayBins(
      [
        { timeS: 0, pressurePa: 100, temperatureK: 290 },
        { timeS: 0.1, pressurePa: 100 },
        { timeS: 0.2, pressurePa: 100, temperatureK: 294 },
      ],
      noise,
      1,
    )
    expect(bin!.temperatureK).toBe(292)
    expect(decayBins(every(1, 100), noise)[0]).not.toHaveProperty('temperatureK')
  })
})

const terms: CauseTerms = {
  limitPa: 100,
  wellUnderShare: 0.8,
  harmlessS: 7200,
  smallRiseShare: 0.05,
  besideMoistureShare: 0.3,
}
const curve = (startPa: number, risePa = 0, leakPaPerS = 0, more: Partial<DecayCurve> = {}): DecayCurve => ({
  startPa,
  risePa,
  leakPaPerS,
  timeConstantS: 100,
  ...more,
})
const inAnHour = (pa: number) => pa / 3600
const inTwo = (pa: number) => pa / 7200

describe('what a curve means', () => {
  it.each<[string, DecayCurve, string]>([
    ['level under the limit', curve(50), 'tight'],
    ['as much in two hours as there is room', curve(50, 0, inTwo(49.9)), 'tight'],
    ['more', curve(50, 0, inTwo(50.1)), 'leak'],
    ['near the limit, a fifth of it', curve(89, 1, inTwo(19.9)), 'tight'],
    ['near the limit, more than that', curve(89, 1, inTwo(20.1)), 'leak'],
    ['levelling off over the limit', curve(10, 91), 'moisture'],
    ['on it', curve(10, 90), 'moisture'],
    ['well under it', curve(10, 70), 'tight'],
    ['near it, after more than a small rise', curve(75, 10), 'moisture'],
    ['near it, after a small rise', curve(81, 4), 'tight'],
    ['wet, and a little rise beside it', curve(10, 91, inAnHour(30.2)), 'moisture'],
    ['wet, and three tenths of its plateau in the hour', curve(10, 91, inAnHour(30.4)), 'both'],
    ['very wet, and nearly the limit in the hour', curve(10, 990, inAnHour(99)), 'moisture'],
    ['very wet, and more than that', curve(10, 990, inAnHour(101)), 'both'],
    ['barely wet: a fifth of the limit at least', curve(45, 36, inAnHour(24.2)), 'moisture'],
    ['gas from surfaces, under the limit for the hour', curve(90, 2, 0, { creeps: true }), 'tight'],
    ['over it', curve(99.9, 2, 0, { creeps: true }), 'moisture'],
  ])('%s', (_, given, cause) => expect(causeOf(given, terms)).toBe(cause))
  it('an hour on it is under the limit, or hardly more than it was', () => {
    expect(staysUnderForAnHour(curve(50, 10, inAnHour(40)), 100)).toBe(true)
    expect(staysUnderForAnHour(curve(50, 10, inAnHour(40.1)), 100)).toBe(false)
    expect(staysUnderForAnHour(curve(99.9, 2, 0, { creeps: true }), 100)).toBe(false)
    expect(staysUnderForAnHour(curve(50, 2, 0, { creeps: true }), 100)).toBe(true)
    expect(hardlyRises(curve(60, 5, inAnHour(9.9)), terms)).toBe(true)
    expect(hardlyRises(curve(60, 5, inAnHour(10.1)), terms)).toBe(false)
    expect(hardlyRises(curve(75, 0, inAnHour(6)), terms)).toBe(false)
  })
  const possible: Possible[] = [
    { model: 'straight', curve: curve(20, 0, 0.01), weight: 0.25 },
    { model: 'straight', curve: curve(40, 0, 0), weight: 0.75 },
  ]
  it('together they foretell a pressure with its doubt', () => {
    // 20 + 36 and 40
    const { meanPa, standardUncertaintyPa, probabilityUnder } = predict(possible, 3600, 50)
    expect(meanPa).toBeCloseTo(44, 9)
    expect(standardUncertaintyPa).toBeCloseTo(Math.sqrt(0.25 * 144 + 0.75 * 16), 9)
    expect(probabilityUnder).toBe(0.75)
    expect(predict(possible, 3600, 56).probabilityUnder).toBe(1)
  })
  it('and causes, where a wet system may as well leak', () => {
    const wet: Possible[] = [
      { model: 'bendingAndStraight', curve: curve(10, 91, inAnHour(50)), weight: 0.4 },
      { model: 'bending', curve: curve(10, 91), weight: 0.6 },
    ]
    expect(causes(wet, terms)).toEqual({ tight: 0, leak: 0, moisture: 0.6, both: 0.4 })
    const made = withWetLeaks(wet, terms)
    expect(made.map((p) => p.weight)).toEqual([expect.closeTo(0.8 / 1.4, 9), expect.closeTo(0.6 / 1.4, 9)])
    expect(withWetLeaks([], terms)).toEqual([])
  })
  it('points are spread by the inverse of the normal distribution', () => {
    // a printed table
    for (const [p, z] of [
      [0.5, 0],
      [0.8413, 1],
      [0.975, 1.96],
      [0.9987, 3.011],
      [0.0228, -2],
    ] as const)
      expect(Math.abs(normalQuantile(p) - z)).toBeLessThan(1e-3)
    for (const p of [0, 1, Number.NaN]) expect(() => normalQuantile(p)).toThrow(RangeError)
  })
})

describe('the straight rise through bins', () => {
  it('is that of least squares, with its standard uncertainty', () => {
    const bins: Bin[] = [0, 10, 20].map((timeS) => ({ timeS, pressurePa: 50 + 0.3 * timeS, sigmaPa: 2, count: 1 }))
    const { leakPaPerS, sigmaPaPerS } = straightRise(bins)
    expect(leakPaPerS).toBeCloseTo(0.3, 9)
    expect(sigmaPaPerS).toBeCloseTo(2 / Math.sqrt(200), 6)
    expect(straightRise([bins[0]!, bins[0]!])).toEqual({ leakPaPerS: 0, sigmaPaPerS: 1e9 })
  })
})

describe('what may be named', () => {
  const bins = (spanS: number, sigmaPa: number, at: (t: number) => number, count = 40): Bin[] =>
    Array.from({ length: count }, (_, i) => {
      const timeS = (spanS * i) / (count - 1)
      return { timeS, pressurePa: at(timeS), sigmaPa, count: 10 }
    })
  const named = (spanS: number, sigmaPa: number, at: (t: number) => number, more: Partial<CauseTerms> = {}) =>
    nameCause(bins(spanS, sigmaPa, at), { ...terms, ...more }, { sureShare: 0.9 })
  it.each<[string, number, number, (t: number) => number, string]>([
    ['level for a quarter of an hour', 900, 0.02, () => 30, 'tight'],
    ['straight to far over the limit', 900, 0.1, (t) => 30 + 0.2 * t, 'leak'],
    ['bent to over the limit', 1800, 0.1, (t) => 250 - 220 * Math.exp(-t / 250), 'moisture'],
    ['bent, then on', 3000, 0.1, (t) => 250 - 220 * Math.exp(-t / 250) + 0.15 * t, 'both'],
    ['level for two minutes by a coarse gauge', 120, 6, () => 60, 'inconclusive'],
    ['not sure enough, half-way up a bend', 200, 2, (t) => 250 - 220 * Math.exp(-t / 250), 'inconclusive'],
    ['a rise that an hour hardly shows', 1800, 0.02, (t) => 30 + 0.002 * t, 'tight'],
    ['a rise that passes the limit within the hour', 1800, 0.05, (t) => 60 + 0.02 * t, 'leak'],
  ])('%s', (_, spanS, sigmaPa, at, cause) => {
    const { named: found, likelihood, possible } = named(spanS, sigmaPa, at)
    expect([found.cause, likelihood]).toEqual([cause, expect.anything()])
    expect(Object.values(likelihood).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 6)
    for (const share of Object.values(likelihood)) expect(share).toBeGreaterThanOrEqual(0)
    expect(possible.reduce((sum, p) => sum + p.weight, 0)).toBeCloseTo(1, 9)
    if (cause !== 'inconclusive') expect(found.confidence).toBeGreaterThanOrEqual(0.9)
    expect(found.confidence).toBe(
      cause === 'inconclusive' ? Math.max(...Object.values(likelihood)) : likelihood[cause as 'tight'],
    )
  })
  it('a slow creep under the limit is tight for the hour, with a slow leak left open', () => {
    const creeping = named(1800, 0.05, (t) => 30 + 2 * Math.log(1 + t / 60))
    expect(creeping.named.cause).toBe('tight')
    // too short a hold foretells nothing of the hour
    expect(named(300, 0.4, (t) => 30 + 2 * Math.log(1 + t / 60)).named.cause).not.toBe('leak')
  })
})

describe('what goes before', () => {
  it('a wild bin counts less, and bins that no curve follows are less certain', () => {
    const flat: Bin[] = Array.from({ length: 14 }, (_, i) => ({ timeS: i * 60, pressurePa: 50, sigmaPa: 1, count: 1 }))
    expect(downweighted(flat).map((b) => b.sigmaPa)).toEqual(flat.map(() => 1))
    const wild = downweighted(flat.map((b, i) => (i === 7 ? { ...b, pressurePa: 90 } : b)))
    expect(wild[7]!.sigmaPa).toBeGreaterThan(3)
    expect(wild[7]!.sigmaPa / wild[2]!.sigmaPa).toBeGreaterThan(2)
    const torn = downweighted(flat.map((b, i) => ({ ...b, pressurePa: 50 + (i % 2 ? 4 : -4) })))
    for (const bin of torn) expect(bin.sigmaPa).toBeGreaterThan(2)
    expect(richest(flat).startPa).toBeCloseTo(50, 3)
  })
  const noise = { share: 0.002, stepPa: 0 }
  it('the step of valving off is left out of a recording, not of a few typed readings', () => {
    const stepped = many(400, (i) => (i < 45 ? 50 - 20 * Math.exp(-i / 15) : 50) + i * 0.01, 2)
    const { settledAfterS, bins } = settledBins(stepped, noise)
    expect(settledAfterS).toBeGreaterThanOrEqual(30)
    expect(settledAfterS).toBeLessThan(100)
    expect(bins[0]!.timeS).toBe(settledAfterS)
    expect(settledBins(every(60, 40, 50, 51, 52), noise)).toMatchObject({ settledAfterS: 0, bins: { length: 4 } })
    // fourteen are few, whatever they show
    expect(
      settledBins(
        many(14, () => 50, 60),
        noise,
      ).settledAfterS,
    ).toBe(0)
    expect(
      settledBins(
        many(30, () => 50, 3),
        noise,
      ).settledAfterS,
    ).toBe(0)
    const still = settledBins(
      many(400, () => 50, 2),
      noise,
    )
    expect(still.settledAfterS).toBeGreaterThanOrEqual(30)
    expect(still.settledAfterS).toBeLessThan(40)
  })
  it('a pipe that warms takes gas and vapour along', () => {
    const warming = many(40, () => 50, 30).map((s, i) => ({ ...s, temperatureK: 290 + i * 0.1 }))
    const { bins } = settledBins(warming, noise)
    expect(bins[0]!.warmth!.gas).toBeGreaterThanOrEqual(1)
    const last = bins.at(-1)!
    expect(last.warmth!.gas).toBeCloseTo(last.temperatureK! / (290 + bins[0]!.timeS / 300), 3)
    // Magnus: about 6.5 % a kelvin there
    expect(Math.log(last.warmth!.vapour) / (last.temperatureK! - 290)).toBeCloseTo(0.064, 2)
    expect(
      settledBins(
        many(40, () => 50, 30),
        noise,
      ).bins[0],
    ).not.toHaveProperty('warmth')
  })
})

describe('what the log keeps of it', () => {
  const analysis = (more: Partial<DecayAnalysis>) =>
    ({
      cause: 'tight',
      verdict: 'in',
      confidence: 0.95,
      likelihood: {},
      firstPa: 30,
      lastPa: 40,
      lastS: 900,
      leakPaPerS: 0,
      settledAfterS: 0,
      ...more,
    }) as DecayAnalysis
  const result = (more: Partial<DecayAnalysis>, samples = 10) =>
    decayResult(analysis(more), { samples, limitPa: 66, holdS: 900 })
  it('is nothing before there is a reading', () => {
    expect(result({ firstPa: undefined })).toBeUndefined()
    expect(result({ lastPa: undefined })).toBeUndefined()
    expect(result({}, 0)).toBeUndefined()
  })
  it('has its ends, and is complete five seconds before the hold is over', () => {
    expect(result({})).toMatchObject({ startPa: 30, endPa: 40, highestPa: 40, predictedAtHoldPa: 40, complete: true })
    expect(result({ firstPa: 50, predictedAtHoldPa: 44 })).toMatchObject({ highestPa: 50, predictedAtHoldPa: 44 })
    expect([895, 894.9].map((lastS) => result({ lastS })!.complete)).toEqual([true, false])
  })
  it('leaves out what isn’t known', () => {
    expect(result({})).not.toHaveProperty('plateauPa')
    expect(result({ plateauPa: 45, timeConstantS: 300 })).toMatchObject({ plateauPa: 45, timeConstantS: 300 })
  })
})
