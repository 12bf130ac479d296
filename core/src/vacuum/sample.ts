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
  | { code: 'notANumber' | 'notPositive' | 'backwards' | 'sameTime' | 'saturated'; count: number }
  /** around atmospheric pressure throughout: nothing is connected to the gauge, or its valve is shut */
  | { code: 'gaugeNotConnected' }
  | { code: 'suspectUnit'; times: number }

/** A run of equal readings this high is the gauge's end stop; real water vapour at 22 °C doesn't reach it. */
const SATURATED_PA = 2650
const ATMOSPHERE_PA = 50_000

/**
 * A recording made fit for judging: rows that can't be readings are left out and counted, times are put in order, readings at one
 * time are averaged, runs at the gauge's end stop are cut.
 */
export function cleanSamples(raw: readonly VacuumSample[]): CleanSamples {
  const count = { notANumber: 0, notPositive: 0, backwards: 0, sameTime: 0, saturated: 0 }
  const usable: VacuumSample[] = []
  let latest = -Infinity
  for (const sample of raw) {
    if (!Number.isFinite(sample.timeS) || !Number.isFinite(sample.pressurePa)) count.notANumber++
    else if (sample.pressurePa <= 0) count.notPositive++
    else {
      if (sample.timeS < latest) count.backwards++
      latest = Math.max(latest, sample.timeS)
      usable.push(sample)
    }
  }
  if (count.backwards > 0) usable.sort((a, b) => a.timeS - b.timeS)
  const merged = mergeSameTimes(usable)
  count.sameTime = usable.length - merged.length
  const samples = cutSaturated(merged)
  count.saturated = merged.length - samples.length
  const problems: SampleProblem[] = (Object.keys(count) as (keyof typeof count)[])
    .filter((code) => count[code] > 0)
    .map((code) => ({ code, count: count[code] }))
  if (samples.length > 0 && samples.every((s) => s.pressurePa > ATMOSPHERE_PA))
    problems.push({ code: 'gaugeNotConnected' })
  const times = suspectUnit(samples.map((s) => s.pressurePa))
  if (times) problems.push({ code: 'suspectUnit', times })
  return { samples, problems }
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
