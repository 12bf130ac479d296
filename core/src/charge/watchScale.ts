import { bounded } from '../quantity/bounded'
import { usualSi } from '../method/profile'

export interface ScaleSample {
  /** seconds since the recording began */
  readonly timeS: number
  /** what the scale shows; null where it showed nothing (overload, no connection) */
  readonly kg: number | null
}

/** The scale stood still: a level that a weighing can begin or end with. */
export interface ScaleRest {
  readonly fromS: number
  readonly toS: number
  readonly kg: number
  readonly standardUncertaintyKg: number
}

/**
 * transfer: refrigerant that flowed; knock: the level came back to where it was; jump: another level faster than refrigerant flows (a
 * cylinder changed, lifted onto something, a tare lost, a hose that pulls); drift: too slow and too little to be one.
 */
export type ScaleStepKind = 'transfer' | 'knock' | 'jump' | 'drift'

export interface ScaleStep {
  readonly kind: ScaleStepKind
  readonly before: ScaleRest
  readonly after: ScaleRest
  /** after − before */
  readonly kg: number
}

export interface ScaleWatch {
  readonly rests: readonly ScaleRest[]
  readonly steps: readonly ScaleStep[]
  /** what went out of the cylinder through all transfers, kg; below 0 what came in */
  readonly transferredKg: number
  /** the same with what flows at this moment */
  readonly liveKg: number
  /** out of the cylinder, kg/s, over the last seconds; 0 at rest */
  readonly rateKgPerS: number
  readonly state: 'rest' | 'flowing' | 'disturbed'
  readonly lastKg?: number
}

export interface ScaleHabits {
  /** refrigerant through a hose flows no faster */
  readonly fastestKgPerS: number
  /** a smaller change at rest is drift */
  readonly leastStepKg: number
}

/** A level is one when it lasts so long within its scatter. */
const REST_S = 5
/** A level that has lasted so long is where a weighing ends; a shorter one may be the last of the flow. */
export const SETTLED_S = 8
/** Running median over so many samples: a single knock is one sample or two. */
const MEDIAN = 5
const RATE_S = 8
const LEAST_SIGMA_KG = 2e-4
/** no scale of a crew shows more, and no clock */
const ABSURD_KG = 1e6
const ABSURD_S = 1e12

/** The habits where no profile says otherwise. */
export const usualScaleHabits = (): ScaleHabits => ({
  fastestKgPerS: usualSi('scaleFastestKgPerS'),
  leastStepKg: usualSi('scaleLeastStepKg'),
})

/**
 * What happened on a scale: levels at rest, and what lies between them told apart as transfer, knock, jump or drift.
 *
 * The readings' own scatter decides what rest is: levels are stretches of five seconds and more whose running median stays within three
 * standard deviations of its neighbours' scatter. Between two levels it is a transfer when the change is more than the least step and the
 * scatter, it went one way, and no faster than refrigerant flows.
 *
 * @param samples in any order; a scale in kg with the cylinder on it
 * @returns amounts out of the cylinder as positive
 * Limits: one sample a second or more often; a transfer shorter than a sample looks like a jump. A drift of more than the least step within
 * one transfer counts with it.
 * Source: running median and median absolute deviation, J. W. Tukey, Exploratory Data Analysis (1977).
 */
export function watchScale(
  samples: readonly ScaleSample[],
  { fastestKgPerS, leastStepKg }: ScaleHabits = usualScaleHabits(),
): ScaleWatch {
  const read: Read[] = []
  let inOrder = true
  for (const { timeS, kg } of samples) {
    if (kg === null || !(Math.abs(kg) < ABSURD_KG && Math.abs(timeS) < ABSURD_S)) continue
    inOrder &&= read.length === 0 || timeS >= read[read.length - 1]!.timeS
    read.push({ timeS, kg })
  }
  if (!inOrder) read.sort((a, b) => a.timeS - b.timeS)
  const smooth = runningMedian(read.map((s) => s.kg))
  const sigma = Math.max(scatter(read), LEAST_SIGMA_KG)
  const rests = withoutTails(joinRests(findRests(read, smooth, sigma), sigma, leastStepKg), leastStepKg)
  const steps = rests.slice(1).map((after, i): ScaleStep => {
    const before = rests[i]!
    const between = smooth.slice(firstAfter(read, before.toS), firstFrom(read, after.fromS))
    return { kind: kindOf(before, after, between), before, after, kg: after.kg - before.kg }
  })
  const transferredKg = steps.reduce((sum, s) => sum - (s.kind === 'transfer' ? s.kg : 0), 0)
  const last = read.at(-1)
  const lastRest = rests.at(-1)
  const away = last && lastRest ? last.kg - lastRest.kg : 0
  const moved = Math.abs(away) > leastStepKg + 3 * sigma
  // the first reading at another level is no rest: it lies next to one in time, but not in weight
  if (!last || !lastRest || (!moved && last.timeS - lastRest.toS < 1.5 * spacing(read)))
    return { rests, steps, transferredKg, liveKg: transferredKg, rateKgPerS: 0, state: 'rest', lastKg: last?.kg }
  const flow = flowSince(read, last.timeS - RATE_S)
  // the median holds a rest's last readings together, a jump among them: look back over as many
  const sinceS = lastRest.toS - MEDIAN * spacing(read)
  const jumped = Math.abs(flow) > 1.5 * fastestKgPerS || fastest(read, sinceS) > 3 * fastestKgPerS + 6 * sigma
  const state = jumped ? 'disturbed' : moved ? 'flowing' : 'rest'
  const liveKg = transferredKg - (state === 'flowing' ? away : 0)
  return { rests, steps, transferredKg, liveKg, rateKgPerS: state === 'flowing' ? -flow : 0, state, lastKg: last.kg }

  function kindOf(before: ScaleRest, after: ScaleRest, between: readonly number[]): ScaleStepKind {
    const kg = after.kg - before.kg
    const u = Math.hypot(before.standardUncertaintyKg, after.standardUncertaintyKg)
    const tookS = Math.max(after.fromS - before.toS, 1e-9)
    const [low, high] = [Math.min(before.kg, after.kg), Math.max(before.kg, after.kg)]
    const excursion = between.reduce((most, v) => Math.max(most, low - v, v - high), 0)
    const disturbed = excursion > leastStepKg + 4 * sigma
    const small = Math.abs(kg) <= Math.max(leastStepKg, 3 * u)
    if (small) return disturbed ? 'knock' : 'drift'
    if (Math.abs(kg) / tookS > fastestKgPerS) return 'jump'
    return disturbed && excursion > 0.5 * Math.abs(kg) ? 'jump' : 'transfer'
  }
}

/**
 * Seconds until what has flowed reaches what is due at the rate of now; the valve takes a moment to close, so say it early.
 * @returns undefined while nothing flows that way; 0 where it is reached
 */
export function secondsToDue({ liveKg, rateKgPerS }: Pick<ScaleWatch, 'liveKg' | 'rateKgPerS'>, dueKg: number) {
  const left = bounded(dueKg) - bounded(liveKg)
  if (rateKgPerS === 0 || Math.sign(left) !== Math.sign(rateKgPerS)) return Math.abs(left) < 1e-9 ? 0 : undefined
  return bounded(left / rateKgPerS)
}

interface Read {
  readonly timeS: number
  readonly kg: number
}

function runningMedian(values: readonly number[]): number[] {
  const half = Math.floor(MEDIAN / 2)
  return values.map((_, i) => medianWithin(values, Math.max(0, i - half), Math.min(i + half + 1, values.length)))
}

/** The median of a short stretch, sorted in by hand: it is asked for at every reading. */
function medianWithin(values: readonly number[], from: number, to: number): number {
  const count = to - from
  if (count > SHORT) return median(values.slice(from, to))
  for (let i = 0; i < count; i++) {
    const value = values[from + i]!
    let at = i
    for (; at > 0 && sorting[at - 1]! > value; at--) sorting[at] = sorting[at - 1]!
    sorting[at] = value
  }
  const middle = count >> 1
  return count % 2 === 1 ? sorting[middle]! : (sorting[middle - 1]! + sorting[middle]!) / 2
}
const SHORT = 16
const sorting = new Float64Array(SHORT)

/** Where the readings after a time begin, and those at it or after it. */
const firstAfter = (read: readonly Read[], timeS: number) => firstWhere(read, (s) => s.timeS > timeS)
const firstFrom = (read: readonly Read[], timeS: number) => firstWhere(read, (s) => s.timeS >= timeS)

function firstWhere(read: readonly Read[], is: (s: Read) => boolean): number {
  let [low, high] = [0, read.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (is(read[middle]!)) high = middle
    else low = middle + 1
  }
  return low
}

function median(values: readonly number[]): number {
  const sorted = Float64Array.from(values).sort()
  const middle = sorted.length >> 1
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2
}

/**
 * Standard deviation of one reading, from how far each lies off the straight line between its neighbours: what flows evenly doesn't count, however long, nor
 * what is knocked now and then.
 * Source: second differences (J. von Neumann et al., The mean square successive difference, 1941), their median for their mean.
 */
function scatter(read: readonly Read[]): number {
  const off = read.slice(1, -1).map((b, i) => {
    const [a, c] = [read[i]!, read[i + 2]!]
    const along = c.timeS > a.timeS ? (b.timeS - a.timeS) / (c.timeS - a.timeS) : 0.5
    return Math.abs(b.kg - a.kg - (c.kg - a.kg) * along) / Math.sqrt(1 + (1 - along) ** 2 + along ** 2)
  })
  return off.length === 0 ? 0 : median(off) * 1.4826
}

const spacing = (read: readonly Read[]) =>
  read.length < 2 ? 1 : median(read.slice(1).map((s, i) => s.timeS - read[i]!.timeS))

/** Stretches whose smoothed reading stays within its scatter of where the stretch stands. */
function findRests(read: readonly Read[], smooth: readonly number[], sigma: number): ScaleRest[] {
  const rests: ScaleRest[] = []
  let from = 0
  const close = (to: number) => {
    const part = read.slice(from, to)
    const first = part[0]
    const last = part.at(-1)
    if (!first || !last || last.timeS - first.timeS < REST_S || part.length < 4) return
    const kg = median(part.map((s) => s.kg))
    // neighbours share what disturbs them: no more than one in four counts as its own
    const standardUncertaintyKg = (1.2533 * sigma) / Math.sqrt(Math.max(part.length / 4, 1))
    rests.push({ fromS: first.timeS, toS: last.timeS, kg, standardUncertaintyKg })
  }
  for (let i = 1; i <= read.length; i++) {
    const level = medianWithin(smooth, Math.max(from, i - 12), i)
    const ends = i === read.length || Math.abs(smooth[i]! - level) > 3 * sigma
    if (!ends) continue
    close(i)
    from = i
  }
  return rests
}

/** Neighbouring levels that are the same within their scatter, with nothing between them, are one. */
function joinRests(rests: readonly ScaleRest[], sigma: number, leastStepKg: number): ScaleRest[] {
  const joined: ScaleRest[] = []
  for (const rest of rests) {
    const before = joined.at(-1)
    const near = before && Math.abs(rest.kg - before.kg) < Math.max(leastStepKg / 2, 2 * sigma)
    if (!before || !near || rest.fromS - before.toS > REST_S / 2) joined.push(rest)
    else joined[joined.length - 1] = { ...rest, fromS: before.fromS }
  }
  return joined
}

/** A valve that closes runs on a little: a short level that goes on the same way, and not far, is the end of the flow and no rest. */
function withoutTails(rests: readonly ScaleRest[], leastStepKg: number): ScaleRest[] {
  return rests.filter((rest, i) => {
    const [before, after] = [rests[i - 1], rests[i + 1]]
    if (!before || !after || rest.toS - rest.fromS >= SETTLED_S || after.fromS - rest.toS > REST_S) return true
    const on = after.kg - rest.kg
    return Math.sign(on) !== Math.sign(rest.kg - before.kg) || Math.abs(on) > 4 * leastStepKg
  })
}

/** Slope of the readings since a time, kg/s: the median of all slopes between them (Theil–Sen). */
function flowSince(read: readonly Read[], sinceS: number): number {
  const part = read.filter((s) => s.timeS >= sinceS)
  const found = part.flatMap((a, i) =>
    part.slice(i + 1).flatMap((b) => (b.timeS > a.timeS ? [(b.kg - a.kg) / (b.timeS - a.timeS)] : [])),
  )
  return found.length === 0 ? 0 : median(found)
}

/** The largest step from one reading to the next, per second, since a time. */
function fastest(read: readonly Read[], sinceS: number): number {
  const part = read.filter((s) => s.timeS >= sinceS)
  return part.slice(1).reduce((most, s, i) => {
    const seconds = Math.max(s.timeS - part[i]!.timeS, 1e-9)
    return Math.max(most, Math.abs(s.kg - part[i]!.kg) / seconds)
  }, 0)
}
