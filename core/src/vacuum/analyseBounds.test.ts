// Where a decay's plain answers begin and end: too little, too big, falling, over, begun too high, and how long it would take to tell. Figures by hand.
import { analyseDecay, type DecayOptions } from './analyseDecay'
import { usualDecayHabits } from './decayHabits'
import { hold } from './testing'

const MICRON = 0.133322368
const limitPa = 500 * MICRON
const terms: DecayOptions = { limitPa, holdS: 600 }
const readings = (...all: readonly (readonly [timeS: number, micron: number])[]) =>
  all.map(([timeS, micron]) => ({ timeS, pressurePa: micron * MICRON }))
const judge = (
  micron: (t: number) => number,
  shape: Parameters<typeof hold>[1] = {},
  more: Partial<DecayOptions> = {},
) => analyseDecay(hold(micron, { noise: 0.01, ...shape }), { ...terms, ...more })
const codes = ({ problems }: { problems: readonly { code: string }[] }) => problems.map((p) => p.code)

describe('what can’t be asked', () => {
  it.each<[string, Partial<DecayOptions>]>([
    ['no limit', { limitPa: 0 }],
    ['a limit of nothing', { limitPa: 1e-6 }],
    ['a limit of more than there is', { limitPa: 1e7 }],
    ['no number', { limitPa: Number.NaN }],
    ['no hold', { holdS: 0 }],
    ['a hold of a lifetime', { holdS: 1e9 }],
    ['a volume below nothing', { volumeM3: -1e-9 }],
    ['a share below nothing', { noiseFraction: -0.01 }],
    ['a doubt below nothing', { gaugeShare: -0.01 }],
    ['a doubt of anything', { gaugeShare: 1e6 }],
  ])('%s', (_, more) => expect(() => judge(() => 300, {}, more)).toThrow(RangeError))
  it('and what is only just possible', () => {
    for (const more of [
      { limitPa: 1.1e-6 },
      { limitPa: 9e6 },
      { holdS: 9e8 },
      { volumeM3: 0, noiseFraction: 0, gaugeShare: 0 },
    ])
      expect(() => judge(() => 300, {}, more)).not.toThrow()
  })
})

describe('too little', () => {
  it('is two readings, or less than a minute of them', () => {
    expect(codes(analyseDecay(readings([0, 300], [70, 300]), terms))).toEqual(['tooFew'])
    expect(codes(analyseDecay(readings([0, 300], [30, 300], [59, 300]), terms))).toEqual(['tooFew'])
    expect(codes(analyseDecay(readings([0, 300], [30, 300], [60, 300]), terms))).not.toContain('tooFew')
  })
  it('says the time that is left of the hold, a minute at the least, and what was read last', () => {
    expect(analyseDecay(readings([0, 300], [30, 310]), terms)).toEqual({
      cause: 'inconclusive',
      verdict: 'tooClose',
      confidence: 0,
      likelihood: { tight: 0, leak: 0, moisture: 0, both: 0 },
      leakPaPerS: 0,
      predictedAtHoldPa: 310 * MICRON,
      moreMinutes: 9.5,
      settledAfterS: 0,
      fits: [],
      firstPa: 300 * MICRON,
      lastPa: 310 * MICRON,
      lastS: 30,
      problems: [{ code: 'tooFew' }],
    })
    expect(analyseDecay(readings([0, 300], [590, 310]), terms).moreMinutes).toBe(1)
    expect(analyseDecay([], terms)).toMatchObject({ moreMinutes: 10, lastS: 0, verdict: 'tooClose' })
  })
  it('is Out where two readings are plainly over the limit', () => {
    const twice = (micron: number) => analyseDecay(readings([0, micron], [30, micron]), terms).verdict
    expect([twice(1490), twice(1510)]).toEqual(['tooClose', 'out'])
    expect(analyseDecay(readings([0, 5000]), terms).verdict).toBe('tooClose')
  })
  it('is no verdict where the gauge is connected to nothing', () => {
    const open = analyseDecay(readings([0, 757_000], [30, 757_000], [90, 757_000]), terms)
    expect(open).toMatchObject({ cause: 'inconclusive', confidence: 0, verdict: 'tooClose' })
    expect(open.moreMinutes).toBeUndefined()
    expect(codes(open)).toEqual(['gaugeNotConnected'])
  })
})

describe('too big', () => {
  it('is a leak, with its rate, what it comes to, and the rest between the others', () => {
    const big = analyseDecay(readings([0, 300], [30, 6300], [60, 12_300], [90, 18_300], [120, 24_300]), {
      ...terms,
      volumeM3: 0.01,
    })
    expect(codes(big)).toEqual(['grossLeak'])
    expect(big).toMatchObject({ cause: 'leak', verdict: 'out', settledAfterS: 0, lastS: 120, fits: [] })
    const { confidence, likelihood } = big
    expect(likelihood).toEqual({
      tight: 0,
      leak: confidence,
      moisture: (1 - confidence) / 2,
      both: (1 - confidence) / 2,
    })
    // 200 micron a second
    const rate = 200 * MICRON
    expect(big.leakPaPerS / rate).toBeCloseTo(1, 2)
    expect(big.leakPaM3PerS).toBeCloseTo(0.01 * big.leakPaPerS, 12)
    expect(big.predictedAtHoldPa).toBeCloseTo(300 * MICRON + big.leakPaPerS * 600, 6)
    expect(big.predictedAt24hPa).toBe(101_325)
    expect(big.curve).toEqual({ startPa: 300 * MICRON, leakPaPerS: big.leakPaPerS, risePa: 0, timeConstantS: 1 })
    expect([big.firstPa! / MICRON, big.lastPa! / MICRON]).toEqual([expect.closeTo(300, 6), expect.closeTo(24_300, 6)])
    // an atmosphere is all there is
    expect(
      analyseDecay(readings([0, 300], [30, 60_300], [60, 120_300]), { ...terms, holdS: 3600 }).predictedAtHoldPa,
    ).toBe(101_325)
    expect(analyseDecay(readings([0, 300], [30, 6300], [60, 12_300]), terms)).not.toHaveProperty('leakPaM3PerS')
  })
})

describe('too big, out of order', () => {
  it('is too big all the same, without what is no reading', () => {
    const all = readings([0, 300], [30, 6300], [60, 12_300], [90, 18_300], [120, 24_300])
    const spoilt = [
      all[3]!,
      { timeS: 45, pressurePa: Number.NaN },
      all[0]!,
      { timeS: Number.NaN, pressurePa: 40 },
      all[4]!,
      { timeS: 20, pressurePa: -1 },
      { timeS: 25, pressurePa: Infinity },
      all[1]!,
      all[2]!,
    ]
    const [one, other] = [analyseDecay(all, terms), analyseDecay(spoilt, terms)]
    expect([other.leakPaPerS, other.confidence]).toEqual([one.leakPaPerS, one.confidence])
    expect(codes(other)).toContain('grossLeak')
  })
})

describe('falling', () => {
  it('by less than a twelfth is said, by more it is no verdict on the system', () => {
    const by = (share: number) => judge((t) => 300 * (1 - (share * t) / 600), { noise: 0.001 })
    const little = by(0.07)
    expect(little.verdict).toBe('in')
    expect(codes(little)).toContain('falling')
    const much = by(0.09)
    expect(much).toMatchObject({ cause: 'inconclusive', verdict: 'tooClose' })
    expect(codes(much)).toContain('falling')
    // waiting tells nothing of it
    expect(much).not.toHaveProperty('moreMinutes')
    expect(codes(judge(() => 300, { noise: 0.001 }))).not.toContain('falling')
  })
})

describe('over the limit', () => {
  it('at any time is Out, though it comes back under it', () => {
    const back = (micron: number, gaugeShare = 0) =>
      judge((t) => micron * (1 - (0.06 * t) / 600), { noise: 0.001 }, { gaugeShare }).verdict
    expect(back(495)).not.toBe('out')
    expect(back(515)).toBe('out')
    // by a gauge that may be off by a twentieth, 1.645 times that aren't over it
    expect(back(515, 0.05)).not.toBe('out')
    expect(back(560, 0.05)).toBe('out')
  })
  it('after the hold’s own time, too', () => {
    expect(judge((t) => 300 + t / 6, { seconds: 1800, noise: 0.002 })).toMatchObject({ cause: 'leak', verdict: 'out' })
  })
  it('is closer the less the gauge is to be trusted', () => {
    const level = (gaugeShare: number) => judge(() => 450, { noise: 0.002 }, { gaugeShare })
    expect(level(0).verdict).toBe('in')
    expect(level(0.2).verdict).toBe('tooClose')
    // a fifth of what it will be, beside the fit's own doubt
    expect(level(0.2).predictedStandardUncertaintyPa! / (0.2 * 450 * MICRON)).toBeCloseTo(1, 2)
    const tight = level(0)
    expect(tight.predictedStandardUncertaintyPa).toBeLessThan(2 * MICRON)
  })
})

describe('a doubt', () => {
  it('has a quarter of the display’s step in it', () => {
    // a display that stands at 300 for ten minutes may show hundreds only: 25 micron
    const still = judge(() => 300, { noise: 0 })
    expect(still.noise!.stepPa / MICRON).toBeCloseTo(100, 6)
    expect(still.predictedStandardUncertaintyPa! / MICRON).toBeGreaterThan(25)
    expect(still.predictedStandardUncertaintyPa! / MICRON).toBeLessThan(50)
  })
  it('is held against what the method calls sure', () => {
    // 450 is 2.2 standard uncertainties of a twentieth under 500: 98.7 %
    const by = (inProbability: number) =>
      judge(() => 450, { noise: 0.002 }, { gaugeShare: 0.05, habits: { inProbability } }).verdict
    expect([by(0.95), by(0.995)]).toEqual(['in', 'tooClose'])
  })
  it('leaves a slow leak open where gas from surfaces would look the same', () => {
    const slow = judge((t) => 300 + (0.9 * t) / 60, { everyS: 2, seconds: 900, noise: 0.02 }, { holdS: 900 })
    expect(slow.cause).toBe('tight')
    expect(codes(slow)).toEqual(['slowLeakOpen'])
    expect(codes(judge(() => 200, { noise: 0.002, seconds: 1200 }, { holdS: 1200 }))).toEqual([])
  })
})

describe('begun too high', () => {
  const level = (micron: number, before?: number) =>
    analyseDecay(
      [
        ...(before === undefined ? [] : [{ timeS: -60, pressurePa: before * MICRON }]),
        ...hold(() => micron, { noise: 0.005 }),
      ],
      terms,
    )
  it('and level, it says nothing of the pipe, unless it had been pulled down below', () => {
    expect(level(650)).toMatchObject({ cause: 'inconclusive', verdict: 'out' })
    // this scatter is followed best by a bend that was over before the first reading that counts
    expect(codes(level(650))).toContain('startedOver')
    expect(codes(level(650, 0.75 * 650))).toContain('startedOver')
    const risen = level(650, 0.65 * 650)
    expect(risen.cause).toBe('moisture')
    expect(codes(risen)).not.toContain('startedOver')
  })
  it('is not what was pulled down and rose while the manifold’s gas settled', () => {
    const jumped = judge((t) => 650 - 350 * Math.exp(-t / 6), { noise: 0.005, seconds: 900 })
    expect(jumped.settledAfterS).toBeGreaterThan(0)
    expect(jumped).toMatchObject({ cause: 'moisture', verdict: 'out' })
    expect(codes(jumped)).not.toContain('startedOver')
    // a reading of nothing is none
    const lost = analyseDecay([{ timeS: -60, pressurePa: 0 }, ...hold(() => 650, { noise: 0.005 })], terms)
    expect(codes(lost)).toContain('startedOver')
  })
  it('where the first reading was taken a while after valving off, too', () => {
    const late = (seed: number) =>
      analyseDecay(hold(() => 650, { noise: 0.005, everyS: 60, seconds: 900, seed }).slice(2), terms)
    for (const seed of [1, 2, 3, 4, 5, 6]) {
      const { cause, problems } = late(seed)
      expect([seed, cause, codes({ problems })]).toEqual([seed, 'inconclusive', ['startedOver']])
    }
  })
  it('and far above, it is water', () => {
    expect(codes(level(1450))).toContain('startedOver')
    expect(codes(level(1600))).not.toContain('startedOver')
    expect(level(1600).cause).toBe('moisture')
  })
  it('and rising by more than a tenth of it, it is what it rises like', () => {
    expect(codes(judge((t) => 650 + 200 * (1 - Math.exp(-t / 150)), { seconds: 1200, noise: 0.003 }))).not.toContain(
      'startedOver',
    )
  })
})

describe('what is reported', () => {
  it('of a bend its plateau and time constant, of a straight rise none', () => {
    const bent = judge((t) => 1790 - 1450 * Math.exp(-t / 240), { seconds: 900, noise: 0.005 })
    expect(bent.plateauPa! / MICRON / 1790).toBeCloseTo(1, 1)
    expect(bent.timeConstantS! / 240).toBeCloseTo(1, 0)
    const straight = judge((t) => 300 + t / 2, { noise: 0.005 })
    expect(straight).not.toHaveProperty('plateauPa')
    expect(straight).not.toHaveProperty('timeConstantS')
    // half a micron a second for a day
    expect(straight.predictedAt24hPa! / MICRON / (300 + 43_200)).toBeCloseTo(1, 1)
    expect(straight.leakUpToPaPerS!).toBeGreaterThan(straight.leakPaPerS)
    expect(straight.leakUpToPaPerS!).toBeLessThan(1.1 * straight.leakPaPerS)
    expect([straight.firstPa! / MICRON / 300, straight.lastPa! / MICRON / 600]).toEqual([
      expect.closeTo(1, 0),
      expect.closeTo(1, 1),
    ])
  })
  it('of a level rise what could hide in it', () => {
    const level = judge(() => 300, { noise: 0.002 })
    // nearly all of it is the weather that nobody logged: 2 K an hour of 293 K, on 40 Pa, 3.8 times
    const weather = (3.8 * 300 * MICRON * 2) / 293 / 3600
    expect(level.leakUpToPaPerS! / weather).toBeGreaterThan(1)
    expect(level.leakUpToPaPerS! / weather).toBeLessThan(1.2)
  })
  it('habits are those of the method where they are given', () => {
    const rise = (t: number) => 300 + (1.6 * t) / 60
    const strict = judge(rise, { noise: 0.002, seconds: 1200 }, { holdS: 1200, habits: { sureShare: 1.01 } })
    expect(strict.cause).toBe('inconclusive')
    expect(judge(rise, { noise: 0.002, seconds: 1200 }, { holdS: 1200 }).cause).not.toBe('inconclusive')
    // the same rise is gross by a method that calls it so
    expect(codes(judge((t) => 300 + 4 * t))).not.toContain('grossLeak')
    expect(codes(judge((t) => 300 + 4 * t, {}, { habits: { grossPaPerS: 0.3 } }))).toContain('grossLeak')
    const { inProbability, outProbability } = usualDecayHabits()
    expect([inProbability, outProbability]).toEqual([expect.closeTo(0.95, 9), expect.closeTo(0.05, 9)])
  })
})

describe('how much longer', () => {
  it('isn’t asked where it is told', () => {
    expect(judge(() => 300, { seconds: 1200, noise: 0.003 }, { holdS: 1200 })).not.toHaveProperty('moreMinutes')
  })
  it('is one of the shares of what was read so far that are tried, or nobody can say', () => {
    // a quarter, six tenths, … of two minutes more
    const tried = [0.25, 0.6, 1.2, 2.2, 4, 7, 12, 19].map((share) => 2 * share)
    const short = judge((t) => 300 + t / 3, { seconds: 120, everyS: 20, noise: 0.05 })
    expect(short.cause).toBe('inconclusive')
    expect(tried.map((m) => m.toFixed(3))).toContain(short.moreMinutes!.toFixed(3))
    // a leak that is sure, near the limit at the hold's end: by and by it is clear which side
    const near = judge((t) => 300 + (180 * t) / 1200, { seconds: 420, noise: 0.04 }, { holdS: 1200 })
    expect([near.cause, near.verdict]).toEqual(['leak', 'tooClose'])
    // as long again as what counts of seven minutes, and a fifth more
    expect(near.moreMinutes! / ((1.2 * (420 - near.settledAfterS)) / 60)).toBeCloseTo(1, 1)
    // near the limit by a gauge that may be off by a fifth no wait helps
    const onIt = judge(() => 480, { seconds: 600, noise: 0.01 }, { gaugeShare: 0.2 })
    expect(onIt.verdict).toBe('tooClose')
    expect(onIt).not.toHaveProperty('moreMinutes')
  })
})
