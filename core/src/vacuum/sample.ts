/** One reading of a vacuum gauge. */
export interface VacuumSample {
  /** seconds since the system was valved off; negative while it was pulled down */
  readonly timeS: number
  readonly pressurePa: number
  /** of the pipe, where a probe logged it */
  readonly temperatureK?: number
}

export interface CleanSamples {
  /** rising in time, each time once, all above zero */
  readonly samples: readonly VacuumSample[]
  readonly problems: readonly SampleProblem[]
}

/** What was wrong with a recording and what was done about it; nothing is left out silently. */
export type SampleProblem =
  | {
      code:
        | 'notANumber'
        | 'notPositive'
        | 'backwards'
        | 'sameTime'
        | 'saturated'
        | 'outliers'
        | 'notATemperature'
        | 'thinned'
      count: number
    }
  /** times on a calendar's clock: counted from the first reading */
  | { code: 'calendarTimes' }
  /** around atmospheric pressure throughout: nothing is connected to the gauge, or its valve is shut */
  | { code: 'gaugeNotConnected' }
  | { code: 'suspectUnit'; times: number }

/** A run of equal readings this high is the gauge's end stop; real water vapour at 22 °C doesn't reach it. */
const SATURATED_PA = 2650
const ATMOSPHERE_PA = 50_000

/** temperatures that a pipe may have; outside them a figure is in another unit or of a lost probe */
const COLDEST_K = 200
const HOTTEST_K = 400
/** no time and no pressure of anything: seconds of ten thousand years, a hundred thousand bar */
const NEVER_S = 3e11
const NEVER_PA = 1e10
/** later than a year after valving off: the figures are dates */
const CALENDAR_S = 365 * 86400

/**
 * A recording made fit for judging: rows that can't be readings are left out and counted, times are put in order, readings at one
 * time are averaged, single wild readings and runs at the gauge's end stop are cut.
 */
export function cleanSamples(raw: readonly VacuumSample[]): CleanSamples {
  const count = {
    notANumber: 0,
    notPositive: 0,
    backwards: 0,
    sameTime: 0,
    saturated: 0,
    outliers: 0,
    notATemperature: 0,
  }
  const usable: VacuumSample[] = []
  let latest = -Infinity
  for (const sample of raw) {
    if (!(Math.abs(sample.timeS) < NEVER_S && Math.abs(sample.pressurePa) < NEVER_PA)) count.notANumber++
    else if (sample.pressurePa <= 0) count.notPositive++
    else {
      if (sample.timeS < latest) count.backwards++
      latest = Math.max(latest, sample.timeS)
      const { temperatureK: k } = sample
      const odd = k !== undefined && !(k > COLDEST_K && k < HOTTEST_K)
      if (odd) count.notATemperature++
      usable.push(odd ? { timeS: sample.timeS, pressurePa: sample.pressurePa } : sample)
    }
  }
  if (count.backwards > 0) usable.sort((a, b) => a.timeS - b.timeS)
  const first = usable[0]?.timeS ?? 0
  const dated = Math.abs(first) > CALENDAR_S
  const timed = dated ? usable.map((s) => ({ ...s, timeS: s.timeS - first })) : usable
  const merged = mergeSameTimes(timed)
  count.sameTime = usable.length - merged.length
  const calm = withoutOutliers(merged)
  count.outliers = merged.length - calm.length
  const samples = cutSaturated(calm)
  count.saturated = calm.length - samples.length
  const problems: SampleProblem[] = (Object.keys(count) as (keyof typeof count)[])
    .filter((code) => count[code] > 0)
    .map((code) => ({ code, count: count[code] }))
  if (dated) problems.push({ code: 'calendarTimes' })
  if (samples.length > 0 && samples.every((s) => s.pressurePa > ATMOSPHERE_PA))
    problems.push({ code: 'gaugeNotConnected' })
  const times = suspectUnit(samples.map((s) => s.pressurePa))
  if (times) problems.push({ code: 'suspectUnit', times })
  return { samples, problems }
}

/** more readings than this say nothing more of a curve: five hours and a half of one a second */
const MOST_READINGS = 20_000

/**
 * A very long recording thinned for its curve: of so many in a row the middle one, the first and the last reading kept. The middle one is a reading as it was, with a reading's own noise, and one wild one
 * among its neighbours is never it.
 *
 * @returns the recording itself up to 20 000 readings; `left` is how many were left out
 */
export function thinned(samples: readonly VacuumSample[]): {
  readonly samples: readonly VacuumSample[]
  readonly left: number
} {
  const size = Math.ceil(samples.length / MOST_READINGS)
  if (size <= 1) return { samples, left: 0 }
  const kept: VacuumSample[] = [samples[0]!]
  for (let from = 1; from < samples.length - 1; from += size) {
    const group = samples.slice(from, Math.min(from + size, samples.length - 1))
    kept.push(group.sort((a, b) => a.pressurePa - b.pressurePa)[group.length >> 1]!)
  }
  kept.push(samples.at(-1)!)
  return { samples: kept, left: samples.length - kept.length }
}

/** A reading stands out that lies this far beyond both its neighbourhoods, as a share, and beyond their own scatter by so many times. */
const STANDS_OUT = 0.35
const SCATTERS = 5
const NEIGHBOURS = 3
/** this near to both next to it nothing stands out: asked first, it is quick */
const NEAR = 0.15

/**
 * Readings without the wild ones: single ones (or two together) that lie far above or far below what stands before and after them. A shut system's
 * pressure can't jump up and back. The first and the last reading stay: nothing on one side of them says what is right.
 */
export function withoutOutliers(samples: readonly VacuumSample[]): readonly VacuumSample[] {
  if (samples.length < 3) return samples
  const kept = samples.filter((s, i) => {
    if (i === 0 || i === samples.length - 1) return true
    const [previous, next] = [samples[i - 1]!.pressurePa, samples[i + 1]!.pressurePa]
    const near = (p: number) => Math.abs(s.pressurePa - p) <= NEAR * p
    if (near(previous) && near(next)) return true
    const left = samples.slice(Math.max(0, i - NEIGHBOURS), i).map((n) => n.pressurePa)
    const right = samples.slice(i + 1, i + 1 + NEIGHBOURS).map((n) => n.pressurePa)
    const [before, after] = [middle(left), middle(right)]
    const [low, high] = [Math.min(before, after), Math.max(before, after)]
    const around = [...left, ...right]
    const scatter = around.length >= 4 ? 1.4826 * middle(around.map((p) => Math.abs(p - middle(around)))) : 0
    // on a steep rise the neighbours themselves lie apart: that is no scatter
    const spread = Math.min(scatter, STANDS_OUT * high)
    const over = s.pressurePa > high * (1 + STANDS_OUT) && s.pressurePa > high + SCATTERS * spread
    const under = s.pressurePa < low * (1 - STANDS_OUT) && s.pressurePa < low - SCATTERS * Math.min(spread, 0.1 * low)
    return !(over || under)
  })
  return kept.length === samples.length ? samples : kept
}

function middle(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  const half = sorted.length >> 1
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2
}

function mergeSameTimes(sorted: readonly VacuumSample[]): VacuumSample[] {
  const merged: VacuumSample[] = []
  let run = 1
  for (const sample of sorted) {
    const last = merged.at(-1)
    if (last?.timeS !== sample.timeS) {
      run = 1
      merged.push(sample)
      continue
    }
    run += 1
    const pressurePa = last.pressurePa + (sample.pressurePa - last.pressurePa) / run
    merged[merged.length - 1] = { ...last, pressurePa }
  }
  return merged
}

/** Readings at the end stop: a run of equal ones, or single ones far above all others (a sensor that dropped out for a moment). */
function cutSaturated(samples: readonly VacuumSample[]): readonly VacuumSample[] {
  const top = samples.reduce((high, s) => Math.max(high, s.pressurePa), 0)
  if (top < SATURATED_PA || top > ATMOSPHERE_PA) return samples
  const below = samples.filter((s) => s.pressurePa < top)
  const next = below.reduce((high, s) => Math.max(high, s.pressurePa), 0)
  const stop = samples.length - below.length >= 5 || next < top / 3
  return stop && below.length > 0 ? below : samples
}

/**
 * Whether a unit was mistaken: no field gauge reads under a few micron, and nothing on a system stands above atmospheric pressure
 * in a vacuum.
 *
 * @returns what to multiply by to get believable pressures: 1000 (Torr taken for micron), 0.1333 (micron taken for Pa) and so on;
 *          undefined where the data are believable as they are
 */
export function suspectUnit(pressuresPa: readonly number[]): number | undefined {
  if (pressuresPa.length === 0) return undefined
  const high = pressuresPa.reduce((a, b) => Math.max(a, b), -Infinity)
  const low = pressuresPa.reduce((a, b) => Math.min(a, b), Infinity)
  if (high > HIGHEST_AIR_PA)
    return [MICRON_PA, 1e-3].find((f) => high * f <= HIGHEST_AIR_PA && high * f > LOWEST_FIELD_PA)
  // a pull-down begins at atmosphere: 101 325 read as micron says that the figures were Pa
  const firstAsPa = high / MICRON_PA
  if (firstAsPa > 85_000 && firstAsPa < 106_000 && high < 0.3 * ATMOSPHERE_PA && low < 0.02 * high) return 1 / MICRON_PA
  if (high < LOWEST_FIELD_PA || low < NEVER_READ_PA)
    return [1000, 750.062, 100].find((f) => low * f > 2 * LOWEST_FIELD_PA && high * f <= HIGHEST_AIR_PA)
  return undefined
}
const MICRON_PA = 0.133322368
/** 5 micron: far under what a rotary pump leaves in a line set */
const LOWEST_FIELD_PA = 5 * MICRON_PA
/** under one micron */
const NEVER_READ_PA = 0.9 * MICRON_PA
const HIGHEST_AIR_PA = 110_000
