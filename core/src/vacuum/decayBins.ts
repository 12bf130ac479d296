import type { VacuumSample } from './sample'

/** Readings of a stretch of time taken together. */
export interface Bin {
  readonly timeS: number
  readonly pressurePa: number
  /** standard uncertainty of the mean */
  readonly sigmaPa: number
  readonly count: number
  /** of the pipe, where it was logged */
  readonly temperatureK?: number
  /** what gas and what vapour over water are by it, as multiples of the first bin's */
  readonly warmth?: { readonly gas: number; readonly vapour: number }
}

export interface GaugeNoise {
  /** scatter of one reading, as a share of it */
  readonly share: number
  /** smallest step of the display, 0 where none can be told */
  readonly stepPa: number
}

/** How many readings a stated noise is worth beside the scatter of the data themselves. */
const PRIOR_WEIGHT = 4
const LEAST_SHARE = 2e-4

/**
 * The gauge's noise from the data: root mean square of second differences, which a smooth curve hardly touches, with outliers
 * clipped at four times their median.
 *
 * @param priorShare noise that is expected, as a share of the reading; it decides where there are few readings
 * Source: J. von Neumann et al., The mean square successive difference (1941), taken to second differences.
 */
export function gaugeNoise(samples: readonly VacuumSample[], priorShare: number): GaugeNoise {
  const shares: number[] = []
  for (let i = 1; i + 1 < samples.length; i++) {
    const [a, b, c] = [samples[i - 1]!, samples[i]!, samples[i + 1]!]
    const along = (b.timeS - a.timeS) / (c.timeS - a.timeS)
    const between = a.pressurePa + (c.pressurePa - a.pressurePa) * along
    const gain = 1 + (1 - along) ** 2 + along ** 2
    shares.push(Math.abs(b.pressurePa - between) / Math.sqrt(gain) / b.pressurePa)
  }
  const sorted = Float64Array.from(shares).sort()
  const median = sorted[sorted.length >> 1] ?? 0
  const mean = shares.reduce((a, b) => a + b, 0) / Math.max(shares.length, 1)
  const limit = 4 * 1.4826 * Math.max(median, 0.25 * mean)
  const squares = shares.map((s) => Math.min(s, limit) ** 2).reduce((a, b) => a + b, 0)
  // neighbouring second differences share readings: they are worth about half their number
  const worth = shares.length / 2
  const share = Math.sqrt((PRIOR_WEIGHT * priorShare ** 2 + squares / 2) / (PRIOR_WEIGHT + worth))
  const long = shares.length >= 40
  return {
    share: Math.max(long ? Math.sqrt(squares / shares.length) : share, LEAST_SHARE),
    stepPa: displayStep(samples),
  }
}

/** Readings of a display that never changed hide a step: at least the roundest one that the figure allows. */
const ROUND_STEPS = [100, 50, 25]
const MICRON_PA = 0.133322368

/** The smallest step between readings of which most others are multiples. */
function displayStep(samples: readonly VacuumSample[]): number {
  const distinct = fewDistinct(samples)
  if (distinct && samples.length >= 8) {
    if (distinct.length > 1) return Math.min(...distinct.slice(1).map((v, i) => v - distinct[i]!))
    const micron = distinct[0]! / MICRON_PA
    const step = ROUND_STEPS.find((s) => Math.abs(micron / s - Math.round(micron / s)) < 1e-5)
    return (step ?? 0) * MICRON_PA
  }
  const steps = samples
    .slice(1)
    .map((s, i) => Math.abs(s.pressurePa - samples[i]!.pressurePa))
    .filter((d) => d > 1e-9)
  if (steps.length < 3) return 0
  const step = steps.reduce((a, b) => Math.min(a, b), Infinity)
  const near = steps.filter((d) => Math.abs(d / step - Math.round(d / step)) < 0.02).length
  return near >= 0.95 * steps.length ? step : 0
}

/** The different pressures of a display that shows three at the most, rising; undefined where there are more. */
function fewDistinct(samples: readonly VacuumSample[]): number[] | undefined {
  const distinct = new Set<number>()
  for (const { pressurePa } of samples) if (distinct.add(pressurePa).size > 3) return undefined
  return [...distinct].sort((a, b) => a - b)
}

/**
 * The decay in at most `most` bins, finer at its beginning where a curve bends most. Within a bin, readings further than four
 * scatters from its median (a drop-out, a knock) are left out.
 */
export function decayBins(samples: readonly VacuumSample[], noise: GaugeNoise, most = 80): Bin[] {
  const first = samples[0]
  const last = samples.at(-1)
  if (!first || !last) return []
  const span = last.timeS - first.timeS
  const bins: Bin[] = []
  // rounding is the same for every bin on one step of the display: it averages out only as steps are passed
  const steps =
    noise.stepPa > 0 ? Math.abs(middleOf(samples.slice(-20)) - middleOf(samples.slice(0, 20))) / noise.stepPa : 0
  const alike = Math.max(Math.min(most, samples.length) / (1 + 2 * steps), 1)
  let from = 0
  for (let i = 1; i <= most; i++) {
    const edge = first.timeS + span * (i / most) ** 1.4
    let to = from
    while (to < samples.length && (samples[to]!.timeS <= edge || i === most)) to++
    if (to === from) continue
    bins.push(binOf(samples.slice(from, to), noise, alike))
    from = to
  }
  return bins
}

function middleOf(samples: readonly VacuumSample[]): number {
  const sorted = new Float64Array(samples.length)
  for (let i = 0; i < sorted.length; i++) sorted[i] = samples[i]!.pressurePa
  return sorted.sort()[sorted.length >> 1]!
}

function binOf(samples: readonly VacuumSample[], { share, stepPa }: GaugeNoise, alike: number): Bin {
  const middle = middleOf(samples)
  const scatter = share * middle + stepPa / 2
  const kept = samples.length > 2 ? samples.filter((s) => Math.abs(s.pressurePa - middle) <= 4 * scatter) : samples
  const used = kept.length > 0 ? kept : samples
  const logged = used.flatMap((s) => s.temperatureK ?? [])
  const mean = (of: (s: VacuumSample) => number) => used.reduce((sum, s) => sum + of(s), 0) / used.length
  const pressurePa = mean((s) => s.pressurePa)
  const noise = share * pressurePa
  // what rounding leaves after averaging: noise larger than a step dithers it away (Widrow & Kollár 2008, ch. 19)
  const left = stepPa === 0 ? 0 : (stepPa ** 2 / 12) * Math.exp((-2 * (Math.PI * noise) ** 2) / stepPa ** 2)
  return {
    timeS: mean((s) => s.timeS),
    pressurePa,
    sigmaPa: Math.sqrt(noise ** 2 / used.length + stepPa ** 2 / 12 / used.length + left * alike),
    count: used.length,
    ...(logged.length > 0 ? { temperatureK: logged.reduce((sum, k) => sum + k, 0) / logged.length } : {}),
  }
}
