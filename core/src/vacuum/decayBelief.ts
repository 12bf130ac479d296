import { normalQuantile } from '../measurement/normal'
import {
  decayModels,
  decayPressurePa,
  fitWeathers,
  timesOf,
  withBend,
  withLeak,
  type DecayCurve,
  type DecayModel,
  type LinearFit,
  type Weather,
} from './decayModels'
import { bounded } from '../quantity/bounded'
import type { Bin } from './decayBins'

export type DecayCause = 'tight' | 'leak' | 'moisture' | 'both'

/** What turns a curve into a cause; habits of the profile. */
export interface CauseTerms {
  readonly limitPa: number
  /** levelling off under this share of the limit counts as tight */
  readonly wellUnderShare: number
  /** a straight rise that stays under the limit for so long is no leak that matters */
  readonly harmlessS: number
  /** a rise by less than this share of the limit after valving off is the last of the film, whatever it ends at */
  readonly smallRiseShare: number
  /** beside moisture a leak counts when it adds this share of the plateau within an hour, or would pass the limit by itself in it */
  readonly besideMoistureShare: number
}

/** One possible curve with its weight; all weights add up to 1. */
export interface Possible {
  readonly model: DecayModel
  readonly curve: DecayCurve
  readonly weight: number
  /** what the pipe's warmth had added by the last reading: it goes on standing there */
  readonly warmth?: { readonly pa: number; readonly byS: number }
}

const HOUR_S = 3600

/** The cause that a curve means. */
export function causeOf(curve: DecayCurve, terms: CauseTerms): DecayCause {
  const { startPa, risePa, leakPaPerS } = curve
  const { limitPa, wellUnderShare, harmlessS, smallRiseShare, besideMoistureShare } = terms
  // gas from surfaces: harmless while it stays under the limit for the hour, else the system isn't clean and dry
  if (curve.creeps) return decayPressurePa(curve, HOUR_S) <= limitPa ? 'tight' : 'moisture'
  const plateauPa = startPa + risePa
  const wet = plateauPa > limitPa || (plateauPa > wellUnderShare * limitPa && risePa > smallRiseShare * limitPa)
  const little = (1 - wellUnderShare) * limitPa
  if (wet)
    return leakPaPerS * HOUR_S > Math.max(little, Math.min(besideMoistureShare * plateauPa, limitPa))
      ? 'both'
      : 'moisture'
  return leakPaPerS * harmlessS > Math.max(limitPa - plateauPa, little) ? 'leak' : 'tight'
}

/** A straight rise that would still be under the limit an hour after valving off. */
export function staysUnderForAnHour(curve: DecayCurve, limitPa: number): boolean {
  const { startPa, risePa, leakPaPerS } = curve
  if (curve.creeps) return decayPressurePa(curve, HOUR_S) <= limitPa
  return startPa + risePa + leakPaPerS * HOUR_S <= limitPa
}

/** A rise that an hour hardly shows: by half of what lies between well under the limit and the limit, and still well under it then. */
export function hardlyRises(curve: DecayCurve, { limitPa, wellUnderShare }: CauseTerms): boolean {
  const inAnHour = curve.leakPaPerS * HOUR_S
  return inAnHour < (1 - wellUnderShare) * 0.5 * limitPa && staysUnderForAnHour(curve, wellUnderShare * limitPa)
}

/** Rises, what surfaces give off (each e-fold of time) and leaks as they are met in the field, even in their logarithm; Pa, and Pa/s. */
const expected = {
  rise: { low: 0.5, high: 7000 },
  creep: { low: 0.05, high: 15 },
  // from where it matters within the day to where it is gross
  leak: { low: 5e-3, high: 2.2 },
} as const

/** Even in the logarithm over what is met, falling off outside it: what is plainly seen is believed wherever it lies. */
function likely({ low, high }: { low: number; high: number }, value: number): number {
  if (!(value > 0)) return 0
  return Math.min(1, (value / low) ** 2, (high / value) ** 2) / (value * (Math.log(high / low) + 1))
}

/**
 * Every curve that the readings allow, with how likely it is.
 *
 * The four models count alike to begin with, rises, leaks and time constants evenly in their logarithm over what is met in the field.
 * A model's evidence is its fit times the room that its parameters leave (Laplace's method): a bend or leak that could be anywhere counts
 * less than one that was found. Curves are drawn about each fit from its covariance by fixed quasi-random numbers.
 *
 * @returns none where there is no reading, or no curve goes through them
 * @param temper over 1 makes the weights more cautious than the noise alone would; tuned in bench/decayStudy.ts
 * Source: D. J. C. MacKay, Information Theory, Inference, and Learning Algorithms (2003), ch. 27–28.
 */
export function believe(bins: readonly Bin[], { spanS, temper }: { spanS: number; temper: number }): Possible[] {
  // a temperature that was logged leaves nothing of the weather open
  const weathers: readonly Weather[] = bins[0]?.warmth ? ['calm'] : ['calm', 'stirred']
  const components = decayModels.flatMap((model) =>
    along(bins, model, spanS, weathers).flatMap(({ fits, prior }) =>
      fits.flatMap((fit, i) => {
        const share = weathers.length > 1 ? WEATHERS[weathers[i]!] : 1
        return fit && prior > 0 ? [{ model, fit, prior: prior * share }] : []
      }),
    ),
  )
  const least = Math.min(...components.map((c) => c.fit.chiSquared))
  const possible: Possible[] = []
  const byS = bins.at(-1)?.timeS ?? 0
  for (const { model, fit, prior } of components) {
    const match = Math.exp(-(fit.chiSquared - least) / 2 / temper)
    if (match < 1e-9) continue
    const root = cholesky(fit.covariance.map((row) => row.map((v) => v * temper)))
    const room = root.reduce((product, row, i) => product * row[i]! * Math.sqrt(2 * Math.PI), 1)
    for (const { curve, lastPa } of drawn(model, fit, root)) {
      const density =
        (withBend(model) ? likely(curve.creeps ? expected.creep : expected.rise, curve.risePa) : 1) *
        (withLeak(model) ? likely(expected.leak, curve.leakPaPerS) : 1)
      if (density > 0) {
        const warmth = { pa: lastPa - decayPressurePa(curve, byS), byS }
        possible.push({ model, curve, warmth, weight: (prior * match * room * density) / DRAWS })
      }
    }
  }
  const heaviest = possible.reduce((most, p) => Math.max(most, p.weight), 0)
  const counted = possible.filter((p) => p.weight > 1e-6 * heaviest)
  const total = counted.reduce((sum, p) => sum + p.weight, 0)
  return counted.map((p) => ({ ...p, weight: p.weight / total }))
}

/** Fits along the time constant, closer together about the best one, each with its share of the logarithmic range; one where nothing bends. */
function along(bins: readonly Bin[], model: DecayModel, spanS: number, weathers: readonly Weather[]) {
  const at = (tau: number) => ({ tau, fits: fitWeathers(bins, model, tau, weathers) })
  if (!withBend(model)) return [{ ...at(1), prior: 1 }]
  const grid = timesOf(model, spanS)
  const cost = ({ fits }: ReturnType<typeof at>) => fits[0]?.chiSquared ?? Infinity
  let points = grid.map(at)
  for (let round = 0; round < 3; round++) {
    const lowest = points.reduce((low, p, i) => (cost(p) < cost(points[low]!) ? i : low), 0)
    const [before, here, after] = [points[lowest - 1], points[lowest]!, points[lowest + 1]]
    const between = [before, after].flatMap((side) =>
      side ? [0.25, 0.5, 0.75].map((share) => at(here.tau * (side.tau / here.tau) ** share)) : [],
    )
    points = [...points, ...between].sort((a, b) => a.tau - b.tau)
  }
  const range = Math.log(grid.at(-1)! / grid[0]!)
  return points.map(({ tau, fits }, i) => {
    const low = points[i - 1]?.tau ?? tau
    const high = points[i + 1]?.tau ?? tau
    return { tau, fits, prior: Math.log(high / low) / 2 / range }
  })
}

/** how often a pipe nobody logged stands calm, and how often something stirs it */
const WEATHERS: Readonly<Record<Weather, number>> = { calm: 0.6, stirred: 0.4 }

const DRAWS = 40

function drawn(
  model: DecayModel,
  { free, curve, atLast }: LinearFit,
  root: readonly (readonly number[])[],
): { curve: DecayCurve; lastPa: number }[] {
  const [bends, leaks] = [withBend(model), withLeak(model)]
  const found: { curve: DecayCurve; lastPa: number }[] = []
  const values = new Float64Array(free.length)
  for (const normals of normalPoints) {
    let lastPa = 0
    for (let i = 0; i < free.length; i++) {
      let value = free[i]!
      for (let j = 0; j <= i; j++) value += root[i]![j]! * normals[j]!
      values[i] = value
      lastPa += value * atLast[i]!
    }
    const [startPa, risePa, leakPaPerS] = [values[0]!, bends ? values[1]! : 0, leaks ? values[bends ? 2 : 1]! : 0]
    if (risePa >= 0 && leakPaPerS >= 0 && startPa > 0)
      found.push({ curve: { ...curve, startPa, risePa, leakPaPerS }, lastPa })
  }
  return found
}

function cholesky(matrix: readonly (readonly number[])[]): number[][] {
  const root = matrix.map((row) => row.map(() => 0))
  for (let i = 0; i < matrix.length; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = matrix[i]![j]!
      for (let k = 0; k < j; k++) sum -= root[i]![k]! * root[j]![k]!
      root[i]![j] = i === j ? Math.sqrt(Math.max(sum, 0)) : root[j]![j]! > 0 ? sum / root[j]![j]! : 0
    }
  }
  return root
}

/** Points of a Halton sequence (bases 2, 3, 5, 7, 11) brought to a normal distribution: the same every time, evenly spread. */
const normalPoints: readonly (readonly number[])[] = Array.from({ length: DRAWS }, (_, i) =>
  [2, 3, 5, 7, 11].map((base) => normalQuantile(halton(i + 1, base))),
)

function halton(index: number, base: number): number {
  let value = 0
  for (let i = index, share = 1 / base; i > 0; i = Math.floor(i / base), share /= base) value += (i % base) * share
  return value
}

export interface Prediction {
  readonly meanPa: number
  readonly standardUncertaintyPa: number
  /** share of the possible curves at or under the limit then */
  readonly probabilityUnder: number
}

/** Pressure on a possible curve as the gauge would show it: what the pipe's warmth added comes evenly until the last reading, and stays. */
export function shownPa({ curve, warmth }: Possible, timeS: number): number {
  const plain = decayPressurePa(curve, timeS)
  if (!warmth) return plain
  const share = warmth.byS > 0 ? Math.min(Math.max(bounded(timeS) / warmth.byS, 0), 1) : 1
  return bounded(plain + bounded(warmth.pa) * share)
}

/** Pressure at a time over all possible curves. */
export function predict(possible: readonly Possible[], timeS: number, limitPa: number): Prediction {
  let mean = 0
  let under = 0
  for (const p of possible) {
    const pressure = shownPa(p, timeS)
    mean += bounded(p.weight) * pressure
    if (pressure <= limitPa * (1 + 1e-9)) under += bounded(p.weight)
  }
  const variance = possible.reduce((sum, p) => sum + bounded(p.weight) * bounded(shownPa(p, timeS) - mean) ** 2, 0)
  return { meanPa: mean, standardUncertaintyPa: Math.sqrt(Math.max(variance, 0)), probabilityUnder: under }
}

/** The leak that so large a share of all possible curves keeps under, Pa/s; 0 where there is none. */
export function leakAt(possible: readonly Possible[], share: number): number {
  const sorted = [...possible].sort((a, b) => a.curve.leakPaPerS - b.curve.leakPaPerS)
  let sum = 0
  for (const { curve, weight } of sorted) {
    sum += bounded(weight)
    if (sum >= share) return curve.leakPaPerS
  }
  return sorted.at(-1)?.curve.leakPaPerS ?? 0
}

/** A wet system was open somewhere: before anything is read, that it leaks by what matters is as likely as that it doesn't. */
const WET_LEAKS = 2

/** The possible curves with what is known of systems beside what was read: see `WET_LEAKS`. Weights add up to 1. */
export function withWetLeaks(possible: readonly Possible[], terms: CauseTerms): Possible[] {
  const made = possible.map((p) =>
    causeOf(p.curve, terms) === 'both' ? { ...p, weight: bounded(p.weight * WET_LEAKS) } : p,
  )
  const total = made.reduce((sum, p) => sum + bounded(p.weight), 0)
  return total > 0 ? made.map((p) => ({ ...p, weight: bounded(p.weight) / total })) : made
}

/** How likely each cause is. */
export function causes(possible: readonly Possible[], terms: CauseTerms): Record<DecayCause, number> {
  const share = { tight: 0, leak: 0, moisture: 0, both: 0 }
  for (const { curve, weight } of possible) share[causeOf(curve, terms)] += bounded(weight)
  return share
}
