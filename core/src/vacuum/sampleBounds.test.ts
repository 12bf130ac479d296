// Recordings made fit for judging, holds and their ends, and rises that need no curve: each rule where it begins.
import type { TraceSample } from '../trace/trace'
import { decayResult } from './decayResult'
import { analyseDecay, type DecayAnalysis } from './analyseDecay'
import { findHold } from './findHold'
import { grossRise } from './grossRise'
import { holdVerdict, isJudged } from './holdVerdict'
import { judgePressureHold, type PressureHold } from './judgePressureHold'
import { estimateVolume, leakThatMattersPaPerS, refrigerantLossKgPerYear } from './leakSize'
import { cleanSamples, suspectUnit, thinned, withoutOutliers, type VacuumSample } from './sample'

const MICRON = 0.133322368
const s = (timeS: number, pressurePa: number, temperatureK?: number): VacuumSample => ({
  timeS,
  pressurePa,
  ...(temperatureK === undefined ? {} : { temperatureK }),
})
const flat = (n: number, pa = 50) => Array.from({ length: n }, (_, i) => s(10 * i, pa))
const problems = (samples: readonly VacuumSample[]) =>
  cleanSamples(samples).problems.map((p) => ('count' in p ? `${p.code} ${p.count}` : p.code))

describe('a recording made fit', () => {
  it('leaves out what is no reading, and counts each kind', () => {
    const raw = [...flat(6), s(NaN, 50), s(70, NaN), s(71, Infinity), s(72, 0), s(73, -5), s(74, 50)]
    expect(problems(raw)).toEqual(['notANumber 3', 'notPositive 2'])
    expect(cleanSamples(raw).samples).toHaveLength(7)
    expect(cleanSamples([])).toEqual({ samples: [], problems: [] })
  })
  it('puts times in order, and averages what was read at one time', () => {
    const raw = [s(0, 50), s(20, 52), s(10, 51), s(10, 53), s(10, 52), s(30, 53)]
    const { samples } = cleanSamples(raw)
    expect(samples.map((x) => [x.timeS, x.pressurePa])).toEqual([
      [0, 50],
      [10, 52],
      [20, 52],
      [30, 53],
    ])
    expect(problems(raw)).toEqual(['backwards 3', 'sameTime 2'])
  })
  it('counts times that are dates from the first', () => {
    const day = 1.7e9
    const { samples } = cleanSamples([s(day, 50), s(day + 60, 51)])
    expect(samples.map((x) => x.timeS)).toEqual([0, 60])
    expect(problems([s(day, 50), s(day + 60, 51)])).toEqual(['calendarTimes'])
    expect(problems([s(364 * 86400, 50)])).toEqual([])
    expect(problems([s(366 * 86400, 50)])).toEqual(['calendarTimes'])
    expect(problems([s(-366 * 86400, 50)])).toEqual(['calendarTimes'])
  })
  it('takes no temperature that a pipe can’t have; the pressure stays', () => {
    const with_ = (k: number) => cleanSamples([s(0, 50, k), s(10, 51, 295)]).samples[0]!.temperatureK
    expect([201, 399].map(with_)).toEqual([201, 399])
    expect([200, 400, NaN].map(with_)).toEqual([undefined, undefined, undefined])
    expect(problems([s(0, 50, 20), s(10, 51, 295)])).toEqual(['notATemperature 1'])
  })
  it('a gauge that stands at air throughout isn’t connected', () => {
    expect(problems(flat(4, 50_001))).toEqual(['gaugeNotConnected'])
    expect(problems([...flat(3, 50_001), s(40, 49_000)])).toEqual([])
  })
  it('cuts the end stop: five alike at the top, or few far above all others', () => {
    const rise = Array.from({ length: 10 }, (_, i) => s(10 * i, 1500 + 100 * i))
    const stop = (n: number, pa: number) => Array.from({ length: n }, (_, i) => s(100 + 10 * i, pa))
    expect(problems([...rise, ...stop(5, 2700)])).toEqual(['saturated 5'])
    expect(problems([...rise, ...stop(4, 2700)])).toEqual([])
    expect(problems([...rise, ...stop(5, 2640)])).toEqual([])
    // air rushing in is no end stop
    expect(problems([...flat(6, 40_000), ...stop(6, 60_000)])).toEqual([])
    const low = Array.from({ length: 10 }, (_, i) => s(10 * i, 800))
    expect(problems([...low, s(100, 2700)])).toEqual(['saturated 1'])
    const near = Array.from({ length: 10 }, (_, i) => s(10 * i, 2000))
    expect(problems([...near, s(100, 2700)])).toEqual([])
    // all alike leave nothing under the stop: they stay
    expect(problems(flat(6, 3000))).toEqual([])
  })
})

describe('wild readings', () => {
  it('and a unit that was mistaken are said of the recording', () => {
    expect(cleanSamples([s(0, 5e5), s(10, 3e5)]).problems).toContainEqual({ code: 'suspectUnit', times: MICRON })
  })
  const calm = (pressures: readonly number[]) =>
    withoutOutliers(pressures.map((pa, i) => s(10 * i, pa))).map((x) => x.pressurePa)
  it('one or two far above or below both sides go, ends and steps stay', () => {
    expect(calm([50, 50, 50, 80, 50, 50, 50])).toEqual([50, 50, 50, 50, 50, 50])
    expect(calm([50, 50, 50, 80, 81, 50, 50, 50])).toEqual([50, 50, 50, 50, 50, 50])
    expect(calm([50, 50, 50, 25, 50, 50, 50])).toEqual([50, 50, 50, 50, 50, 50])
    for (const kept of [
      [80, 50, 50, 50],
      [50, 50, 50, 80],
      [50, 50, 50, 80, 80, 80, 80],
      [50, 80],
      [50, 50, 50, 66, 50, 50, 50],
      [50, 50, 50, 34, 50, 50, 50],
    ])
      expect(calm(kept)).toEqual(kept)
  })
  it('beyond their neighbours’ own scatter', () => {
    const noisy = [50, 65, 40, 82, 62, 41, 52]
    expect(calm(noisy)).toEqual(noisy)
    const same = flat(3)
    expect(withoutOutliers(same)).toBe(same)
  })
})

describe('a unit that was mistaken', () => {
  it('is told by what no gauge shows', () => {
    expect(suspectUnit([])).toBeUndefined()
    expect(suspectUnit([100_000, 50])).toBeUndefined()
    // micron taken for Pa, and mPa
    expect(suspectUnit([500_000, 300_000])).toBe(MICRON)
    expect(suspectUnit([5e7, 3e7])).toBe(1e-3)
    expect(suspectUnit([1e12])).toBeUndefined()
    // Torr taken for micron; a few Pa taken for kPa
    expect(suspectUnit([0.5 * MICRON, 0.3 * MICRON])).toBe(1000)
    // a pull-down from air whose Pa were taken for micron
    expect(suspectUnit([101_325 * MICRON, 100 * MICRON])).toBe(1 / MICRON)
    expect(suspectUnit([101_325 * MICRON, 13_000 * MICRON])).toBeUndefined()
    expect(suspectUnit([80_000 * MICRON, 100 * MICRON])).toBeUndefined()
    expect(suspectUnit([110_000 * MICRON, 100 * MICRON])).toBeUndefined()
    // one reading under a micron is enough
    expect(suspectUnit([400 * MICRON, 0.5 * MICRON])).toBeDefined()
    expect(suspectUnit([400 * MICRON, 20 * MICRON])).toBeUndefined()
  })
})

describe('a nitrogen hold and the size of leaks, at their limits', () => {
  const hold: PressureHold = {
    startPa: 3e6,
    startK: 300,
    endPa: 3e6,
    endK: 300,
    pressureStandardUncertaintyPa: 1000,
    temperatureStandardUncertaintyK: 0,
    durationS: 86_400,
    mattersPaPerS: 1,
    // as two gauges that share nothing, and gas as warm as the pipe
    habits: { nothingLost: 2, repeatShare: 1, gasK: 0 },
  }
  const judged = (part: Partial<PressureHold>) => judgePressureHold({ ...hold, ...part })
  const u = 1000 * Math.SQRT2
  it('refuses what no hold can be', () => {
    for (const key of ['startPa', 'startK', 'endPa', 'endK', 'durationS'] as const)
      for (const value of [0, -1, NaN, 1e12]) expect(() => judged({ [key]: value })).toThrow(RangeError)
    for (const key of ['pressureStandardUncertaintyPa', 'temperatureStandardUncertaintyK'] as const)
      for (const value of [-1, NaN, 1e12]) expect(() => judged({ [key]: value })).toThrow(RangeError)
    expect(judged({ pressureStandardUncertaintyPa: 0 }).verdict).toBe('in')
  })
  it('has lost nothing within the habit, is Out from three standard uncertainties on, and says a rise', () => {
    const at = (sigmas: number) => judged({ endPa: 3e6 - sigmas * u })
    expect([0, 1.99, -1.99, -2.9].map((s) => at(s).verdict)).toEqual(['in', 'in', 'in', 'in'])
    expect([2.01, 2.99].map((s) => [at(s).verdict, at(s).passes])).toEqual([
      ['tooClose', false],
      ['tooClose', false],
    ])
    expect([-3.01, -9].map((s) => [at(s).verdict, at(s).rose])).toEqual([
      ['tooClose', true],
      ['tooClose', true],
    ])
    expect([3.01, 9].map((s) => at(s).verdict)).toEqual(['out', 'out'])
  })
  it('proves nothing where it couldn’t have seen what matters, and says on which gauge it would', () => {
    // nothing lost within two; a loss of 1.645 more would have shown with 95 %
    const visible = (3.6448536 * u) / 86_400
    expect(judged({ mattersPaPerS: visible * 1.01 })).toMatchObject({ verdict: 'in', seesEnough: true })
    const blind = judged({ mattersPaPerS: visible / 2 })
    expect(blind).toMatchObject({ verdict: 'nothingLost', passes: true, seesEnough: false })
    expect(blind.enoughAfterS).toBeCloseTo(2 * 86_400, 2)
    // half of the uncertainty, as bare limits
    expect(blind.enoughGaugePa).toBeCloseTo(500 * Math.sqrt(3), 3)
    expect(judged({ mattersPaPerS: visible / 2, temperatureStandardUncertaintyK: 1 })).not.toHaveProperty(
      'enoughGaugePa',
    )
    expect(judged({ mattersPaPerS: 0 }).enoughAfterS).toBe(365 * 86_400)
    expect(judged({ mattersPaPerS: 1e-9 }).enoughAfterS).toBe(365 * 86_400)
  })
  it('a leak that matters is told of a pressure over the air’s and a share, by charge and inside where both are known', () => {
    const usual = leakThatMattersPaPerS({ testPa: 3e6, shareAYear: 0.5 })!
    for (const part of [
      { testPa: 101_325 },
      { testPa: NaN },
      { testPa: 1e9 },
      { shareAYear: 0 },
      { shareAYear: NaN },
      { shareAYear: 1e6 },
    ])
      expect(leakThatMattersPaPerS({ testPa: 3e6, shareAYear: 0.5, ...part })).toBeUndefined()
    const with_ = (part: object) =>
      leakThatMattersPaPerS({ testPa: 3e6, shareAYear: 0.5, chargeKg: 2, volumeM3: 0.01, ...part })
    expect(with_({})! / with_({ chargeKg: 1 })!).toBeCloseTo(2, 9)
    expect(with_({ volumeM3: 0.02 })! / with_({})!).toBeCloseTo(0.5, 9)
    for (const part of [
      { chargeKg: undefined },
      { volumeM3: undefined },
      { chargeKg: 0 },
      { chargeKg: 1e6 },
      { volumeM3: 1e-6 },
      { volumeM3: 1e6 },
      { chargeKg: NaN },
    ])
      expect(with_(part)).toBe(usual)
  })
  it('and the inside of no charge or no line isn’t known', () => {
    const inside = (part: object) =>
      estimateVolume({ refrigerant: 'R-410A', labelChargeKg: 2, lineLengthM: 10, liquidLineM: 0.009525, ...part })
    for (const part of [{ labelChargeKg: 0 }, { labelChargeKg: NaN }, { lineLengthM: NaN }, { lineLengthM: Infinity }])
      expect(inside(part)).toBeUndefined()
    // a tube of no standard has a usual wall; one thinner than its walls holds nothing
    expect(inside({ liquidLineM: 0.01 })!.liquidLineM3).toBeCloseTo((Math.PI / 4) * (0.01 - 0.07 * 0.0254) ** 2 * 10, 9)
    expect(inside({ liquidLineM: 0.001 })!.liquidLineM3).toBe(0)
    expect(refrigerantLossKgPerYear('R-410A', 0)).toBe(0)
  })
})

describe('the verdict on a hold, where it turns', () => {
  const terms = { limitPa: 66.66, holdS: 600 }
  const verdict = (samples: readonly VacuumSample[]) => holdVerdict(samples, terms)
  it('counts from valving off, and to a reading at or after the end', () => {
    expect(verdict([])).toEqual({ state: 'noReading' })
    expect(verdict([s(-1, 30)])).toEqual({ state: 'noReading' })
    expect(verdict([s(0, 40), s(599, 45)])).toEqual({ state: 'holding', highestPa: 45, lastTimeS: 599, remainingS: 1 })
    expect(verdict([s(0, 40), s(600, 46)])).toEqual({
      state: 'in',
      startPa: 40,
      endPa: 46,
      highestPa: 46,
      endTimeS: 600,
      risePaPerMin: 6 / 10,
    })
    expect(verdict([s(600, 46)])).toMatchObject({ state: 'in', risePaPerMin: 0 })
    expect(isJudged(verdict([s(600, 46)]))).toBe(true)
    for (const open of [verdict([]), verdict([s(0, 40)]), undefined]) expect(isJudged(open)).toBe(false)
  })
  it('asks for a limit and a hold', () => {
    for (const part of [{ limitPa: 0 }, { holdS: 0 }, { limitPa: NaN }, { holdS: -1 }])
      expect(() => holdVerdict([], { ...terms, ...part })).toThrow(RangeError)
  })
  it('a last reading that stands alone is too close to call: three times the one before and the steepest rise', () => {
    const before = [s(0, 20), s(100, 20.5), s(200, 21)]
    expect(verdict([...before, s(300, 90)]).state).toBe('tooClose')
    expect(verdict([...before, s(300, 90), s(310, 91)]).state).toBe('out')
    // two before it aren't enough to say what is usual
    expect(verdict([s(0, 20), s(200, 21), s(300, 90)]).state).toBe('out')
    // it had been over before
    expect(verdict([s(0, 70), s(100, 21), s(200, 21), s(300, 90)]).state).toBe('out')
    // under three times: a rise
    expect(verdict([s(0, 24), s(100, 24.2), s(200, 24.4), s(300, 70)]).state).toBe('out')
    // steep before: no wonder
    expect(verdict([s(0, 2), s(1, 12), s(2, 22), s(10, 100)]).state).toBe('out')
  })
})

describe('the hold in a recording', () => {
  const at = (timeS: number, testPressure?: number | null, ambient?: number | null): TraceSample =>
    ({
      timeS,
      values: {
        ...(testPressure === undefined ? {} : { testPressure }),
        ...(ambient === undefined ? {} : { ambient }),
      },
    }) as TraceSample
  it('from the first reading near the top to the last above half of it', () => {
    const found = findHold([
      at(0, 0),
      at(10, 2e6, 290),
      at(20, 2.984e6, 291),
      at(30, 3e6, 292),
      at(90, 2.9e6, 293),
      at(95, 1.49e6),
      at(99, 0),
    ])!
    expect(found).toEqual({
      fromS: 30,
      toS: 90,
      start: { gaugePa: 3e6, ambientK: 292 },
      end: { gaugePa: 2.9e6, ambientK: 293 },
    })
    expect(findHold([at(0, 2.986e6), at(30, 3e6)])!.fromS).toBe(0)
  })
  it('the times that are said count, both with it', () => {
    const samples = [at(0, 3e6), at(10, 3e6), at(20, 2e6), at(30, 1e6)]
    expect(findHold(samples, { fromS: 10, toS: 30 })).toMatchObject({ fromS: 10, toS: 30, end: { gaugePa: 1e6 } })
    expect(findHold(samples, { fromS: 5, toS: 25 })).toMatchObject({ fromS: 10, toS: 20 })
    expect(findHold(samples, { fromS: 10 })).toMatchObject({ toS: 20 })
    expect(findHold(samples, { fromS: 40 })).toBeUndefined()
    expect(findHold(samples, { toS: 0 })).toBeUndefined()
  })
  it('a lost temperature is the nearest in time; none is none', () => {
    const samples = [at(0, 3e6, null), at(10, 3e6, 290), at(50, 3e6, null), at(60, 3e6, 295), at(66, 3e6)]
    const found = findHold(samples)!
    expect(found.start.ambientK).toBe(290)
    expect(found.end.ambientK).toBe(295)
    expect(findHold([at(0, 3e6), at(10, 3e6)])!.start).toEqual({ gaugePa: 3e6 })
    expect(findHold([at(0, null, 290), at(10, 3e6)])).toBeUndefined()
  })
})

describe('a rise that needs no curve', () => {
  const gross = { grossPaPerS: 2.2, limitPa: 66.66 }
  const line = (rate: number, n = 12, every = 5, from = 30) =>
    Array.from({ length: n }, (_, i) => s(i * every, from + rate * i * every))
  it('straight and as fast as the profile says, over a quarter of a minute, past the limit and twice where it began', () => {
    expect(grossRise(line(3), gross)!.ratePaPerS).toBeCloseTo(3, 6)
    // a minute of it may yet bend, five minutes may not
    expect(grossRise(line(3), gross)!.confidence).toBe(0.8)
    expect(grossRise(line(3, 60), gross)!.confidence).toBe(0.97)
    expect(grossRise(line(2.1), gross)).toBeUndefined()
    expect(grossRise(line(3, 4, 4.9), gross)).toBeUndefined()
    expect(grossRise(line(3, 4, 5.1), gross)).toBeDefined()
    expect(grossRise(line(3), { ...gross, limitPa: 300 })).toBeUndefined()
    expect(grossRise(line(3, 12, 5, 170), gross)).toBeUndefined()
    expect(grossRise([], gross)).toBeUndefined()
    expect(grossRise([s(0, 30)], gross)).toBeUndefined()
  })
  it('two or three readings are likely, no more; past what water at room warmth stands at they are sure', () => {
    expect(grossRise([s(0, 30), s(20, 130)], gross)).toEqual({ ratePaPerS: 5, confidence: 0.8 })
    expect(grossRise([s(0, 30), s(20, 70)], gross)).toBeUndefined()
    expect(grossRise([s(0, 30), s(60, 4000)], gross)).toMatchObject({ confidence: 0.97 })
    // past what stands over the warmest pipe nothing else is asked
    expect(grossRise([s(0, 30), s(60, 8000)], gross)!.ratePaPerS).toBeCloseTo(7970 / 60, 6)
  })
  it('what bends is water', () => {
    const bending = Array.from({ length: 40 }, (_, i) => s(5 * i, 30 + 1500 * (1 - Math.exp((-5 * i) / 60))))
    expect(grossRise(bending, gross)).toBeUndefined()
  })
})

describe('a judged decay as the log keeps it', () => {
  const analysis = {
    cause: 'tight',
    verdict: 'in',
    confidence: 0.99,
    likelihood: { tight: 0.99, leak: 0.01, moisture: 0, both: 0 },
    firstPa: 40,
    lastPa: 46,
    lastS: 595,
    leakPaPerS: 0.001,
    settledAfterS: 30,
  } as unknown as DecayAnalysis
  const kept = (part: object = {}, samples = 10) =>
    decayResult({ ...analysis, ...part }, { samples, limitPa: 66, holdS: 600 })
  it('is complete within five seconds of the hold’s end', () => {
    expect(kept()!.complete).toBe(true)
    expect(kept({ lastS: 594.9 })!.complete).toBe(false)
    expect(kept({ lastS: 700 })!.complete).toBe(true)
  })
  it('carries what is known and leaves out what isn’t', () => {
    expect(kept()).toEqual({
      cause: 'tight',
      verdict: 'in',
      confidence: 0.99,
      likelihood: analysis.likelihood,
      samples: 10,
      startPa: 40,
      endPa: 46,
      highestPa: 46,
      endS: 595,
      limitPa: 66,
      holdS: 600,
      leakPaPerS: 0.001,
      predictedAtHoldPa: 46,
      settledAfterS: 30,
      complete: true,
    })
    expect(kept({ firstPa: 60, predictedAtHoldPa: 47, moreMinutes: 3 })).toMatchObject({
      highestPa: 60,
      predictedAtHoldPa: 47,
      moreMinutes: 3,
    })
  })
  it('isn’t there without a reading', () => {
    expect(kept({}, 0)).toBeUndefined()
    expect(kept({ firstPa: undefined })).toBeUndefined()
    expect(kept({ lastPa: undefined })).toBeUndefined()
  })
})

describe('a recording of days', () => {
  const long = (n: number) =>
    Array.from({ length: n }, (_, i) => ({ timeS: i, pressurePa: 40 + 1e-5 * i + (i % 5) * 0.1 }))
  it('is thinned for its curve, ends kept, no reading made up; a short one is left as it is', () => {
    const few = long(20_000)
    expect(thinned(few)).toEqual({ samples: few, left: 0 })
    const many = long(90_001)
    const { samples, left } = thinned(many)
    expect(samples.length + left).toBe(many.length)
    expect(samples.length).toBeLessThanOrEqual(20_002)
    expect([samples[0], samples.at(-1)]).toEqual([many[0], many.at(-1)])
    const times = samples.map((s) => s.timeS)
    expect(times).toEqual([...times].sort((a, b) => a - b))
    expect(samples.every((s) => many[s.timeS] === s)).toBe(true)
  })
  it('single wild readings don’t come through, and that it was thinned is said', () => {
    const wild = long(60_000).map((s, i) => (i % 997 === 5 ? { ...s, pressurePa: 5000 } : s))
    expect(thinned(wild).samples.some((s) => s.pressurePa > 100)).toBe(false)
    const { problems, verdict } = analyseDecay(wild, { limitPa: 66, holdS: 600 })
    expect(problems).toEqual([{ code: 'thinned', count: thinned(wild).left }])
    expect(verdict).toBe('in')
  })
})
