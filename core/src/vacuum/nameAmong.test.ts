// How a cause is named among curves whose weights are given: each bound met from both sides, with the slope's uncertainty worked out apart (least squares on a line).
import type { CauseTerms } from './decayBelief'
import type { Bin } from './decayBins'
import type { DecayCurve } from './decayModels'
import { nameAmong } from './nameCause'

const LIMIT = 60
const terms: CauseTerms = {
  limitPa: LIMIT,
  wellUnderShare: 0.5,
  harmlessS: 14_400,
  smallRiseShare: 0.1,
  besideMoistureShare: 0.25,
}
const curve = (startPa: number, more: Partial<DecayCurve> = {}): DecayCurve => ({
  startPa,
  leakPaPerS: 0,
  risePa: 0,
  timeConstantS: 1,
  ...more,
})
const level = (pa: number) => curve(pa)
const leak = (pa: number, leakPaPerS: number) => curve(pa, { leakPaPerS })
/** on its way over the limit, but not within the hour */
const wet = (pa = 40) => curve(pa, { risePa: 30, timeConstantS: 7200 })
const wetLeak = (pa: number) => curve(pa, { risePa: 30, timeConstantS: 36_000, leakPaPerS: 0.0085 })
const SLOW = 0.003

interface Hold {
  readonly last: number
  readonly sigma: number
  readonly slope?: number
  readonly pa?: number
  readonly stepS?: number
  readonly from?: number
  /** stands lower before this, s */
  readonly bentUntil?: number
}
const hold = ({ last, sigma, slope = 0, pa = 40, stepS = 40, from = 0, bentUntil = -1 }: Hold): Bin[] =>
  Array.from({ length: (last - from) / stepS + 1 }, (_, i) => from + i * stepS).map((timeS) => ({
    timeS,
    pressurePa: pa + slope * timeS - (timeS < bentUntil ? 2 : 0),
    sigmaPa: sigma,
    count: 1,
  }))
/** Σ(t − t̄)² of n times evenly apart, and a temperature that may drift by 2 K of 293 an hour, beside it */
const spread = (count: number, stepS = 40) => stepS * Math.sqrt((count * (count ** 2 - 1)) / 12)
const drift = (pa = 40) => (2 / 293 / 3600) * pa
/** what a reading scatters by for a slope this uncertain */
const sigmaFor = (slopeSigma: number, count: number, stepS = 40, pa = 40) =>
  Math.sqrt(slopeSigma ** 2 - drift(pa) ** 2) * spread(count, stepS)

type Shares = readonly (readonly [DecayCurve, number])[]
const among = (bins: Bin[], shares: Shares, sureShare = 0.8) =>
  nameAmong(
    bins,
    shares.map(([c, weight]) => ({ model: 'straight', curve: c, weight })),
    terms,
    { sureShare },
  )
const nameOf = (bins: Bin[], shares: Shares, sureShare?: number) => among(bins, shares, sureShare).named.cause
/** too short to foretell the hour by */
const short = (slopeSigma: number, more: Partial<Hold> = {}) =>
  hold({ last: 400, sigma: sigmaFor(slopeSigma, 11), ...more })

describe('a leak too small to matter', () => {
  const half: Shares = [
    [level(40), 0.5],
    [leak(40, SLOW), 0.5],
  ]
  const sigma = 5e-4
  it('counts as tight while no rise of 2.5 standard uncertainties can be told', () => {
    const unseen = among(short(sigma, { slope: 2.45 * sigma }), half)
    expect(unseen.likelihood).toEqual({ tight: 1, leak: 0, moisture: 0, both: 0 })
    expect(unseen.named).toEqual({ cause: 'tight', confidence: 1 })
    const seen = among(short(sigma, { slope: 2.55 * sigma }), half)
    expect(seen.likelihood).toMatchObject({ tight: 0.5, leak: 0.5 })
    expect(seen.named).toEqual({ cause: 'inconclusive', confidence: 0.5 })
  })
  it('does so, seen, if it hardly rises in the hour, and unseen only if it stays under', () => {
    const low = (rate: number): Shares => [
      [level(15), 0.5],
      [leak(15, rate), 0.5],
    ]
    const seen = short(sigma, { slope: 4 * sigma, pa: 15 })
    expect(among(seen, low(0.0035)).likelihood.leak).toBe(0)
    expect(among(seen, low(0.0045)).likelihood.leak).toBe(0.5)
    const flat = short(sigma)
    expect(
      among(flat, [
        [level(40), 0.5],
        [leak(40, 0.006), 0.5],
      ]).likelihood.leak,
    ).toBe(0.5)
  })
  it('stays a leak that is sure', () => {
    const shares = (share: number): Shares => [
      [level(40), 1 - share],
      [leak(40, SLOW), share],
    ]
    expect(among(short(sigma), shares(0.8)).named).toEqual({ cause: 'leak', confidence: 0.8 })
    expect(among(short(sigma), shares(0.79)).named).toEqual({ cause: 'tight', confidence: expect.closeTo(1, 9) })
  })
  it('takes nothing from what is wet', () => {
    expect(
      among(short(sigma), [
        [level(40), 0.5],
        [wet(), 0.5],
      ]).likelihood,
    ).toEqual({ tight: 0.5, leak: 0, moisture: 0.5, both: 0 })
  })
})

describe('tight is named', () => {
  const flat = short(5e-4)
  const beside = (share: number): Shares => [
    [level(40), share],
    [wet(), 1 - share],
  ]
  it.each([
    [0.55, 0.5, 'inconclusive'],
    [0.6, 0.5, 'tight'],
    [0.65, 0.5, 'tight'],
    [0.65, 0.7, 'inconclusive'],
    [0.7, 0.7, 'tight'],
  ])('at a share of %d where %d is sure: %s', (share, sure, cause) =>
    expect(nameOf(flat, beside(share), sure)).toBe(cause),
  )
  it('with more than what is wet needs', () => expect(nameOf(flat, beside(0.45), 0.5)).toBe('moisture'))

  const all: Shares = [[level(40), 1]]
  /** 20 Pa left in 3200 s, 3.8 standard uncertainties */
  const most = 20 / 3200 / 3.8
  it('where the steepest rise that isn’t ruled out keeps under the limit for the hour', () => {
    expect(nameOf(short(0.98 * most), all)).toBe('tight')
    expect(nameOf(short(1.02 * most), all)).toBe('inconclusive')
  })
  it('from where all curves stand at the end, not the last reading', () => {
    expect(nameOf(short(0.98 * most, { pa: 30 }), all)).toBe('tight')
    expect(nameOf(short(0.98 * most, { pa: 30 }), [[level(41), 1]])).toBe('inconclusive')
  })
  it('by the rise itself, too; one that falls takes nothing off', () => {
    const rising = (times: number) => {
      const sigma = 0.5 * most
      return short(sigma, { slope: times * (20 / 3200 - 3.8 * sigma) })
    }
    expect([0.97, 1.03].map((times) => nameOf(rising(times), all))).toEqual(['tight', 'inconclusive'])
    // one curve in a hundred that passes the limit leaves the straight bound alone; at the end they stand at 40 Pa
    const some: Shares = [
      [level(39.96), 0.99],
      [leak(39.96, 0.01), 0.01],
    ]
    const falling = (times: number) => nameOf(short(times * most, { slope: -0.001 }), some)
    expect([falling(0.97), falling(1.03)]).toEqual(['tight', 'inconclusive'])
  })

  /** its beginning is steep, its last six tenths stand still: seven bins, 211.7 s of spread, against eleven */
  const bent = (laterSigma: number, more: Partial<Hold> = {}) =>
    hold({ last: 400, sigma: laterSigma * spread(7), bentUntil: 160, ...more })
  it('by the later part alone where a beginning was steeper', () => {
    const later = (times: number) => bent(times * most)
    expect(nameOf(later(0.97), all)).toBe('tight')
    // and by two standard uncertainties where every curve that the readings allow stays under
    const two = 20 / 3200 / 2
    expect(nameOf(bent(0.97 * two), all)).toBe('tight')
    expect(nameOf(bent(1.03 * two), all)).toBe('inconclusive')
  })
  it('not where one curve in two hundred passes the limit', () => {
    const some = (share: number): Shares => [
      [level(40), 1 - share],
      [leak(40, 0.01), share],
    ]
    expect(nameOf(bent(0.8 * (20 / 3200 / 2)), some(0.004))).toBe('tight')
    expect(nameOf(bent(0.8 * (20 / 3200 / 2)), some(0.006))).toBe('inconclusive')
  })
  it('by a later part of six bins at least', () => {
    // 0…360 s leaves 160…360, six; 0…320 s leaves five, and then all of it counts
    const few = (last: number) => hold({ last, sigma: 0.2, bentUntil: 160 })
    expect(nameOf(few(360), all)).toBe('tight')
    expect(nameOf(few(320), all)).toBe('inconclusive')
  })
  it('by the later part of a hold that begins later, too', () => {
    const two = 20 / 3200 / 2
    const late = hold({ from: 40, last: 440, sigma: 0.9 * two * spread(7), bentUntil: 200 })
    expect(nameOf(late, all)).toBe('tight')
  })
})

describe('tight for the hour, or a leak as slow as that', () => {
  /** a rise that is seen, on a hold that sees it well */
  const seen = (last = 1200, more: Partial<Hold> = {}) => hold({ last, sigma: 0.02, slope: SLOW, stepS: 10, ...more })
  const shares: Shares = [
    [level(40), 0.7],
    [leak(40, SLOW), 0.3],
  ]
  it('is named from an eighth of the hour on, and says that a leak isn’t ruled out', () => {
    const look = among(seen(), shares)
    expect(look.named).toEqual({ cause: 'tight', confidence: 1 })
    expect(look.likelihood).toEqual({ tight: 1, leak: 0, moisture: 0, both: 0 })
    expect(look.slowLeakOpen).toBe(true)
    expect(look.possible).toHaveLength(2)
    expect(nameOf(seen(450), shares)).toBe('tight')
    expect(nameOf(seen(440), shares)).toBe('inconclusive')
  })
  it('says nothing of a tenth and less', () => {
    const three = (slow: number): Shares => [
      [level(40), 0.82 - slow],
      [leak(40, SLOW), slow],
      [wet(), 0.18],
    ]
    expect(among(seen(), three(0.09)).slowLeakOpen).toBe(false)
    expect(among(seen(), three(0.11)).slowLeakOpen).toBe(true)
    expect(among(seen(), three(0.09)).named.confidence).toBeCloseTo(0.82, 9)
  })
  it('must be sure with the slow leak beside it', () => {
    const look = among(seen(), [
      [level(40), 0.5],
      [leak(40, SLOW), 0.2],
      [wet(), 0.3],
    ])
    expect(look.named).toEqual({ cause: 'inconclusive', confidence: 0.5 })
    expect(look.likelihood.leak).toBe(0.2)
    expect(look).not.toHaveProperty('slowLeakOpen')
  })
  it('foretells nothing where its slope could hide six hundredths of the limit', () => {
    const most = (0.06 * LIMIT) / 2400
    const unsure = (times: number) => hold({ last: 1200, sigma: sigmaFor(times * most, 31), slope: 2.6 * most })
    expect(nameOf(unsure(0.98), shares)).toBe('tight')
    expect(nameOf(unsure(1.02), shares)).toBe('inconclusive')
  })
  it('needs 97 of 100 curves under the limit', () => {
    const tail = (share: number): Shares => [
      [level(40), 0.7],
      [leak(40, SLOW), 0.3 - share],
      [leak(40, 21 / 3600), share],
    ]
    expect(nameOf(seen(), tail(0.02))).toBe('tight')
    expect(nameOf(seen(), tail(0.04))).toBe('inconclusive')
  })
  it('keeps 2.2 standard uncertainties from the limit, with what nobody foresees', () => {
    // mean of 0 and 7.56 Pa at 7 : 3, their spread, and 2 % of the limit
    const risen = 0.0021 * 3600
    const margin = 0.3 * risen + 2.2 * Math.hypot(Math.sqrt(0.21) * risen, 0.02 * LIMIT)
    const at = (pa: number) =>
      nameOf(seen(1200, { pa }), [
        [level(pa), 0.7],
        [leak(pa, 0.0021), 0.3],
      ])
    expect([at(LIMIT - margin - 0.1), at(LIMIT - margin + 0.1)]).toEqual(['tight', 'inconclusive'])
  })
  it('looks as far as the hold itself where that is longer than the hour', () => {
    expect(nameOf(seen(3600), shares)).toBe('tight')
    expect(nameOf(seen(7200), shares)).toBe('inconclusive')
  })
  it('comes before a leak that is the likeliest, but faint', () => {
    const faint = (share: number): Shares => [
      [level(40), 1 - share],
      [leak(40, SLOW), share],
    ]
    expect(among(seen(), faint(0.55), 0.5)).toMatchObject({
      named: { cause: 'tight', confidence: 1 },
      slowLeakOpen: true,
    })
    expect(among(seen(), faint(0.62), 0.5).named).toEqual({ cause: 'leak', confidence: 0.62 })
    expect(among(seen(), faint(0.6), 0.5).named).toEqual({ cause: 'leak', confidence: 0.6 })
    // what may be named of a short hold is the leak
    expect(among(seen(440), faint(0.55), 0.5).named).toEqual({ cause: 'leak', confidence: 0.55 })
  })
  it('doesn’t come before what is wet', () => {
    const look = among(
      seen(),
      [
        [leak(35, SLOW), 0.33],
        [leak(35, 26 / 3600), 0.02],
        [wet(35), 0.34],
        [wetLeak(10), 0.31],
      ],
      0.3,
    )
    expect(look.likelihood).toMatchObject({ leak: expect.closeTo(0.35, 9), moisture: 0.34, both: 0.31 })
    expect(look.named).toEqual({ cause: 'leak', confidence: expect.closeTo(0.35, 9) })
  })
})
