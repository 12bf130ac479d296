/** One moment of the four numbers that tell whether a system has settled; a missing one is left out. */
export interface SettlingSample {
  readonly timeS: number
  readonly superheatK?: number | null
  readonly subcoolingK?: number | null
  readonly evaporatingK?: number | null
  readonly condensingK?: number | null
}

export interface SettlingLimits {
  /** over so long a window it is judged, s */
  readonly windowS: number
  readonly slopeKPerS: number
  readonly scatterK: number
  /** since start or last step at least so long, s, and when that was on the samples' clock */
  readonly minimumS?: number
  readonly sinceS?: number
  /** a door opened, a stage changed: the last one, on the samples' clock */
  readonly disturbedAtS?: number
}

export interface SettlingResult {
  readonly state: 'settling' | 'settled' | 'hunting' | 'disturbed'
  readonly minutesLeft?: number
  /** of hunting: one swing, and half of what it swings */
  readonly periodS?: number
  readonly amplitudeK?: number
  /** means over the window, or over whole swings while it hunts: what a reading should use */
  readonly means?: { readonly [C in SettlingChannel]?: number }
}

const channels = ['superheatK', 'subcoolingK', 'evaporatingK', 'condensingK'] as const
export type SettlingChannel = (typeof channels)[number]

/** the window may lack so much at its beginning and still be one */
const COVERAGE = 0.9
const LEAST_SAMPLES = 6
/** where readings come too seldom for that the window reaches further back, to so many times its length */
const LONGEST_WINDOWS = 4
/** from a settled stretch, so many times the allowed scatter is another state */
const LEFT_IT = 3
/** swings: at least so many whole ones, this alike to the one before, and not dying away faster than this */
const LEAST_SWINGS = 2.5
const ALIKE = 0.55
const DYING = 0.6
const SLOWEST_SWING_SHARE = 1.4
/** readings that show swings; where they come seldom the look reaches back to so many, and fewer than so many a swing show no period */
const SHOWS_SWINGS = 30
const LEAST_A_SWING = 3
const USUAL_TAU_S = 150
const LONGEST_S = 1800

/**
 * Whether a running system has settled, and how long it will take.
 *
 * Settled: over the window the fitted slope of superheat, subcooling and both saturation temperatures is under the limit and so is their scatter
 * about that line, and the least time since start or step has passed. Hunting: superheat swings in whole alike swings that don't die away;
 * period and amplitude are given, and means over whole swings. Disturbed: it had settled since the last step, and left that state. Else
 * settling, with the minutes that its slope, dying away as it did so far, still needs.
 *
 * @param samples in any order; those that aren't numbers are left out, and channels that never come are not asked for
 * @returns `settling` without an estimate where nothing can be judged
 * Sources: method profile for the limits; ordinary least squares; autocorrelation for the period (Box & Jenkins).
 */
export function detectSettling(samples: readonly SettlingSample[], asked: SettlingLimits): SettlingResult {
  const limits = sensible(asked)
  const sorted = samples.filter((s) => Math.abs(s.timeS) < MOST_S).sort((a, b) => a.timeS - b.timeS)
  const last = sorted.at(-1)?.timeS
  if (last === undefined) return { state: 'settling' }
  const sinceS = limits.sinceS ?? sorted[0]!.timeS
  const waitS = Math.max(0, (limits.minimumS ?? 0) - (last - sinceS))
  const after = sorted.filter((s) => s.timeS >= sinceS)
  const now = judgeWindow(after, last, limits)
  if (!now) {
    const wholeS = Math.max(limits.windowS, (LEAST_SAMPLES - 1) * spacingOf(after, limits))
    const missing = wholeS - Math.min(wholeS, last - sinceS)
    return { state: 'settling', ...minutes(Math.max(waitS, missing)) }
  }
  if (limits.disturbedAtS !== undefined && last - limits.disturbedAtS < limits.windowS && !now.settled)
    return { state: 'disturbed', ...minutes(Math.max(waitS, limits.windowS - (last - limits.disturbedAtS))) }
  const swing = now.settled ? undefined : findSwing(after, last, limits)
  if (swing) return waitS > 0 ? { state: 'settling', ...minutes(waitS) } : { state: 'hunting', ...swing }
  if (now.settled) {
    const moved = limits.disturbedAtS !== undefined && last - limits.disturbedAtS < limits.windowS
    if (moved) return { state: 'disturbed', ...minutes(limits.windowS - (last - limits.disturbedAtS!)) }
    return waitS > 0 ? { state: 'settling', ...minutes(waitS) } : { state: 'settled', means: now.means }
  }
  const left = leftAState(after, last, sinceS, limits, now)
  return { state: left ? 'disturbed' : 'settling', ...minutes(Math.max(waitS, now.leftS)) }
}

const minutes = (seconds: number) => ({ minutesLeft: Math.min(seconds, LONGEST_S) / 60 })

interface Judged {
  readonly settled: boolean
  readonly leftS: number
  readonly means: { [C in SettlingChannel]?: number }
}

function judgeWindow(samples: readonly SettlingSample[], endS: number, limits: SettlingLimits): Judged | undefined {
  const window = windowOf(samples, endS, limits)
  const means: { [C in SettlingChannel]?: number } = {}
  let settled = true
  let leftS = 0
  let judged = 0
  for (const channel of channels) {
    const points = pointsOf(window, channel)
    if (points.length < LEAST_SAMPLES || points.at(-1)!.t - points[0]!.t < COVERAGE * limits.windowS) continue
    judged += 1
    const line = fit(points)
    means[channel] = line.mean
    const steady = Math.abs(line.slope) < limits.slopeKPerS
    if (!steady || line.scatter >= limits.scatterK) settled = false
    if (!steady) leftS = Math.max(leftS, timeToCalm(points, line.slope, limits))
    else if (line.scatter >= limits.scatterK) leftS = Math.max(leftS, limits.windowS / 3)
  }
  return judged === 0 ? undefined : { settled, leftS, means }
}

/** What lies within the window, and where that is too little, so many before it as make one. */
function windowOf(samples: readonly SettlingSample[], endS: number, { windowS }: SettlingLimits): SettlingSample[] {
  let [from, to] = [0, samples.length]
  while (to > 0 && samples[to - 1]!.timeS > endS) to--
  from = to
  const reaches = (s: SettlingSample) =>
    s.timeS >= endS - windowS || (to - from < LEAST_SAMPLES && s.timeS >= endS - LONGEST_WINDOWS * windowS)
  while (from > 0 && reaches(samples[from - 1]!)) from--
  return samples.slice(from, to)
}

/** Typical time from one reading to the next, s; of none the window itself. */
function spacingOf(samples: readonly SettlingSample[], { windowS }: SettlingLimits): number {
  const apart = samples.slice(1).map((s, i) => s.timeS - samples[i]!.timeS)
  const sorted = apart.filter((s) => s > 0).sort((a, b) => a - b)
  return Math.min(sorted[sorted.length >> 1] ?? 0, (LONGEST_WINDOWS * windowS) / (LEAST_SAMPLES - 1))
}

/** Limits that can be judged by: a window of a second at the least, slopes and scatters above nothing, times within ten thousand years. */
function sensible(l: SettlingLimits): SettlingLimits {
  const time = (s: number) => Math.min(Math.max(s, -MOST_S), MOST_S)
  return {
    windowS: Math.min(Math.max(l.windowS, 1), 1e7),
    slopeKPerS: Math.min(Math.max(l.slopeKPerS, 1e-9), 1e6),
    scatterK: Math.min(Math.max(l.scatterK, 1e-9), 1e6),
    ...(l.minimumS === undefined ? {} : { minimumS: time(l.minimumS) }),
    ...(l.sinceS === undefined ? {} : { sinceS: time(l.sinceS) }),
    ...(l.disturbedAtS === undefined ? {} : { disturbedAtS: time(l.disturbedAtS) }),
  }
}
const MOST_S = 3e11
/** no temperature of anything, K */
const ABSURD_K = 1e5

interface Point {
  readonly t: number
  readonly y: number
}
function pointsOf(samples: readonly SettlingSample[], channel: SettlingChannel): Point[] {
  return samples.flatMap((s) => {
    const y = s[channel]
    return typeof y === 'number' && Math.abs(y) < ABSURD_K ? [{ t: s.timeS, y }] : []
  })
}

function fit(points: readonly Point[]) {
  const n = points.length
  const meanT = points.reduce((s, p) => s + p.t, 0) / n
  const mean = points.reduce((s, p) => s + p.y, 0) / n
  let tt = 0
  let ty = 0
  for (const { t, y } of points) {
    tt += (t - meanT) ** 2
    ty += (t - meanT) * (y - mean)
  }
  const slope = tt === 0 ? 0 : ty / tt
  const rest = points.reduce((s, { t, y }) => s + (y - mean - slope * (t - meanT)) ** 2, 0)
  return { slope, mean, scatter: Math.sqrt(rest / Math.max(1, n - 2)) }
}

/** A slope that dies away exponentially, at the pace of the window's two halves, until it is under the limit over a whole window. */
function timeToCalm(points: readonly Point[], slope: number, { windowS, slopeKPerS }: SettlingLimits): number {
  const middle = points[0]!.t + windowS / 2
  const early = points.filter((p) => p.t < middle)
  const late = points.filter((p) => p.t >= middle)
  if (early.length < 3 || late.length < 3) return windowS
  const [first, second] = [fit(early).slope, fit(late).slope]
  const ratio = second / first
  const tau = ratio > 0.02 && ratio < 0.95 ? Math.min(Math.max(-(windowS / 2) / Math.log(ratio), 40), 900) : USUAL_TAU_S
  const steep = Math.max(Math.abs(slope), slopeKPerS * 1.01)
  return Math.min(LONGEST_S, tau * Math.log(steep / slopeKPerS) + windowS / 6)
}

/** Whether it had been settled since the last step, and is now somewhere else. */
function leftAState(
  samples: readonly SettlingSample[],
  last: number,
  sinceS: number,
  limits: SettlingLimits,
  now: Judged,
): boolean {
  const least = sinceS + Math.max(limits.windowS, limits.minimumS ?? 0)
  const spacingS = spacingOf(samples, limits)
  for (
    let end = last - limits.windowS / 6;
    end >= Math.max(least, last - 3 * limits.windowS);
    end -= limits.windowS / 6
  ) {
    const before = judgeWindow(samples, end, limits)
    if (!before?.settled) continue
    return (
      channels.some((c) => {
        const [a, b] = [before.means[c], lately(samples, last, c, Math.max(LATELY_S, 1.5 * spacingS))]
        return a !== undefined && b !== undefined && Math.abs(a - b) > LEFT_IT * limits.scatterK
      }) && !now.settled
    )
  }
  return false
}

const LATELY_S = 20

function lately(
  samples: readonly SettlingSample[],
  last: number,
  channel: SettlingChannel,
  withinS: number,
): number | undefined {
  const points = pointsOf(
    samples.filter((s) => s.timeS > last - withinS),
    channel,
  )
  return points.length === 0 ? undefined : points.reduce((s, p) => s + p.y, 0) / points.length
}

/** Swings of superheat: alike from one to the next, over at least two and a half of them, and not dying away. */
function findSwing(samples: readonly SettlingSample[], last: number, limits: SettlingLimits) {
  const spacingS = spacingOf(samples, limits)
  // readings that come seldom: over more of them, as far as a window may reach
  const reachS = Math.max(3 * limits.windowS, Math.min(SHOWS_SWINGS * spacingS, 3 * LONGEST_WINDOWS * limits.windowS))
  const span = Math.min(reachS, last - samples[0]!.timeS)
  if (span < limits.windowS * COVERAGE) return undefined
  const within = samples.filter((s) => s.timeS >= last - span)
  const points = pointsOf(within, 'superheatK')
  if (points.length < SHOWS_SWINGS / 2) return undefined
  const stepS = Math.max(1, span / 360)
  const grid = resample(points, last - span, stepS, Math.floor(span / stepS))
  const line = fit(grid.map((y, i) => ({ t: i * stepS, y })))
  const rest = grid.map((y, i) => y - line.mean - line.slope * (i - (grid.length - 1) / 2) * stepS)
  const power = rest.reduce((s, y) => s + y * y, 0) / rest.length
  if (Math.sqrt(power) < limits.scatterK) return undefined
  const most = Math.floor(Math.min(grid.length / LEAST_SWINGS, (SLOWEST_SWING_SHARE * limits.windowS) / stepS))
  const alike = Array.from({ length: most + 1 }, (_, lag) => correlation(rest, lag))
  // past the first valley the highest peak is the period
  let lag = alike.findIndex((r, i) => i > 0 && r < 0)
  if (lag < 0) return undefined
  let best = lag
  for (; lag <= most; lag++) {
    if (alike[lag]! > alike[best]! + 0.02) best = lag
    if (alike[best]! > ALIKE && alike[lag]! < 0 && lag > best) break
  }
  if (!(alike[best]! > ALIKE)) return undefined
  // still rising at the end it is no peak, but part of a longer swing
  if (lag > most && alike[most]! >= alike[best]!) return undefined
  const periodS = best * stepS
  if (periodS < LEAST_A_SWING * spacingS) return undefined
  const [older, newer] = [spread(rest.slice(0, rest.length >> 1)), spread(rest.slice(rest.length >> 1))]
  if (newer < DYING * older || newer < limits.scatterK) return undefined
  const whole = Math.max(1, Math.floor((span / periodS) * 0.999))
  const from = last - whole * periodS
  const means = Object.fromEntries(
    channels.flatMap((c) => {
      const mine = pointsOf(
        within.filter((s) => s.timeS > from),
        c,
      )
      return mine.length === 0 ? [] : [[c, mine.reduce((s, p) => s + p.y, 0) / mine.length]]
    }),
  ) as SettlingResult['means']
  return { periodS, amplitudeK: Math.SQRT2 * newer, means }
}

const spread = (values: readonly number[]) => {
  const mean = values.reduce((a, b) => a + b, 0) / values.length
  return Math.sqrt(values.reduce((s, y) => s + (y - mean) ** 2, 0) / values.length)
}

function correlation(values: readonly number[], lag: number): number {
  let both = 0
  let a = 0
  let b = 0
  for (let i = lag; i < values.length; i++) {
    both += values[i]! * values[i - lag]!
    a += values[i]! ** 2
    b += values[i - lag]! ** 2
  }
  return a === 0 || b === 0 ? 0 : both / Math.sqrt(a * b)
}

function resample(points: readonly Point[], from: number, stepS: number, count: number): number[] {
  let i = 0
  return Array.from({ length: count }, (_, k) => {
    const t = from + k * stepS
    while (i < points.length - 1 && points[i + 1]!.t <= t) i++
    const [a, b] = [points[i]!, points[Math.min(i + 1, points.length - 1)]!]
    return a.t === b.t || t <= a.t ? a.y : a.y + ((b.y - a.y) * Math.min(t - a.t, b.t - a.t)) / (b.t - a.t)
  })
}
