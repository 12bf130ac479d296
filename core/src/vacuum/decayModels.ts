import { levenbergMarquardt } from 'ml-levenberg-marquardt'
import { bounded, MOST } from '../quantity/bounded'
import type { Bin } from './decayBins'

/** level: nothing rises; creeping: surfaces give off gas, ever more slowly; straight: a leak; bending: moisture; bendingAndStraight: both. */
export type DecayModel = 'level' | 'creeping' | 'straight' | 'bending' | 'bendingAndStraight'
export const decayModels = ['level', 'creeping', 'straight', 'bending', 'bendingAndStraight'] as const

/** p = start + leak·t + rise·(1 − e^(−t/τ)), or + rise·ln(1 + t/τ) where it creeps */
export interface DecayCurve {
  readonly startPa: number
  readonly leakPaPerS: number
  readonly risePa: number
  readonly timeConstantS: number
  /** gas given off at a rate that falls like 1/t */
  readonly creeps?: true
}

const ATMOSPHERE_PA = 101_325

/** Pressure on a curve; never over an atmosphere, where what leaks in comes from. */
export function decayPressurePa(curve: DecayCurve, timeS: number): number {
  const { startPa, leakPaPerS, risePa, timeConstantS } = curve
  const risen = bounded(risePa) * bounded(bend(curve.creeps === true, bounded(timeS), Math.max(timeConstantS, 1e-9)))
  const pa = bounded(startPa) + bounded(leakPaPerS) * bounded(timeS) + risen
  return Number.isNaN(pa) ? 0 : Math.min(Math.max(pa, -MOST), ATMOSPHERE_PA)
}

const bend = (creeps: boolean, timeS: number, timeConstantS: number) =>
  creeps ? Math.log1p(bounded(Math.max(timeS, 0) / timeConstantS)) : -Math.expm1(-timeS / timeConstantS)

export interface DecayFit {
  readonly model: DecayModel
  readonly curve: DecayCurve
  /** Σ (residual/σ)² */
  readonly chiSquared: number
  /** corrected Akaike criterion; infinite where the readings are too few for this model */
  readonly aicc: number
}

const parameters: Record<DecayModel, number> = { level: 1, creeping: 3, straight: 2, bending: 3, bendingAndStraight: 4 }
/** models with a time constant and a rise along it */
export const withBend = (model: DecayModel) =>
  model === 'bending' || model === 'bendingAndStraight' || model === 'creeping'
export const withLeak = (model: DecayModel) => model === 'straight' || model === 'bendingAndStraight'

/** What a pipe's temperature may do unseen: 2 K an hour of 293 K, as one standard deviation. */
const DRIFT_PER_S = 2 / 293 / 3600
/** vapour over water follows its temperature by some 6 % a kelvin, gas by 1/293: so many times as much */
const VAPOUR_FOLLOWS = 17.5
/** how much of a wet decay's vapour is free to follow: what is bound to a surface does so less */
const VAPOUR_FREE = 2
/** how much of what stands at the beginning may be vapour, as one standard deviation: water left in oil and on surfaces */
const VAPOUR_AT_START = 0.25

/**
 * What nobody logged of a pipe's warmth. Calm: gas that drifts by two kelvin an hour. Stirred: sun on it, a plant room's door, brazed an hour ago: eight times as
 * much, and what vapour stood there at the beginning with it.
 */
export type Weather = 'calm' | 'stirred'
const STIRRED = 8 * Math.hypot(1, VAPOUR_FOLLOWS * VAPOUR_AT_START)

/** What a pipe's temperature may add to the pressures, each column by one standard deviation in calm weather; `driftPa` is what drifts as gas does. */
function nuisances(bins: readonly Bin[], driftPa: number): Float64Array[] {
  const drift = column(bins, (b) => b.timeS * DRIFT_PER_S * driftPa)
  if (bins[0]?.warmth === undefined) return [drift]
  // vapour that stood there at the beginning follows its own law: known from the log, but not how much there is
  const startPa = VAPOUR_AT_START * bins[0].pressurePa
  return [drift, column(bins, ({ warmth }) => startPa * ((warmth?.vapour ?? 1) - (warmth?.gas ?? 1)))]
}

/**
 * How far a bend has come at each bin, 1 being its whole rise. Where the temperature was logged, what rises is vapour on its way to its saturation,
 * which moves with the temperature: it follows by the same time constant. Gas follows at once.
 */
function bentAt(
  bins: readonly Bin[],
  { creeps, timeConstantS }: Pick<DecayCurve, 'creeps' | 'timeConstantS'>,
): Float64Array {
  const start = bins[0]?.warmth
  if (creeps || !start) return column(bins, (b) => bend(creeps === true, b.timeS, timeConstantS) * (b.warmth?.gas ?? 1))
  let risen = 0
  let before = { timeS: 0, vapour: start.vapour }
  return column(bins, ({ timeS, warmth = start }) => {
    const { vapour } = warmth
    // the lag of first order behind what moves evenly from bin to bin, in closed form
    const steps = Math.max((timeS - before.timeS) / timeConstantS, 1e-9)
    const come = -Math.expm1(-steps)
    risen += (before.vapour - risen) * come + (vapour - before.vapour) * (1 - come / steps)
    before = { timeS, vapour }
    return risen
  })
}

/** Pressures on a curve at the bins, each at its own temperature where that was logged; Pa. */
export function pressuresOn(curve: DecayCurve, bins: readonly Bin[]): number[] {
  if (!bins[0]?.warmth) return bins.map((b) => decayPressurePa(curve, b.timeS))
  const { creeps } = curve
  const bent = bentAt(bins, { creeps, timeConstantS: Math.max(curve.timeConstantS, 1e-9) })
  return bins.map(({ timeS, warmth }, i) => {
    const gas = bounded(curve.startPa) + bounded(curve.leakPaPerS) * bounded(timeS)
    const pa = bounded(gas * (warmth?.gas ?? 1)) + bounded(curve.risePa) * bounded(bent[i]!)
    return Number.isNaN(pa) ? 0 : Math.min(Math.max(pa, -MOST), ATMOSPHERE_PA)
  })
}

/** Akaike's criterion for small samples (Hurvich & Tsai 1989). */
export function aicc(chiSquared: number, parameterCount: number, readings: number): number {
  const spare = readings - parameterCount - 1
  return spare > 0 ? chiSquared + 2 * parameterCount + (2 * parameterCount * (parameterCount + 1)) / spare : Infinity
}

/** Best start, rise and leak for one time constant, none of the last two negative, with their covariance. */
export interface LinearFit {
  readonly curve: DecayCurve
  readonly chiSquared: number
  /** rows and columns: those of start, rise, leak that the model has, in that order, then what the weather does */
  readonly covariance: readonly (readonly number[])[]
  /** best values before negative ones were set to zero, in the same order */
  readonly free: readonly number[]
  /** what each of them adds to the last reading, a unit of it: with them the pressure as the gauge shows it, warmth and all */
  readonly atLast: readonly number[]
}

/** A model's linear equations at one time constant: its rows for each bin, and their weighted sums. */
interface Equations {
  readonly columns: readonly Float64Array[]
  readonly pressures: Float64Array
  readonly sigmas: Float64Array
  /** of start, rise and leak; what follows is the weather's */
  readonly terms: number
  readonly normal: readonly (readonly number[])[]
  readonly right: readonly number[]
  /** how much more the stirred weather's drift is than the calm one's */
  readonly stirred: number
}

function equationsOf(bins: readonly Bin[], model: DecayModel, timeConstantS: number): Equations {
  const creeps = model === 'creeping' || undefined
  const meanPa = bins.reduce((sum, b) => sum + b.pressurePa, 0) / bins.length
  // where it bends, what has risen is vapour
  const vapourPa = withBend(model) && !creeps ? Math.max(0, meanPa - bins[0]!.pressurePa) : 0
  const gas = column(bins, (b) => b.warmth?.gas ?? 1)
  const own = [gas]
  if (withBend(model)) own.push(bentAt(bins, { creeps, timeConstantS }))
  if (withLeak(model))
    own.push(
      product(
        gas,
        column(bins, (b) => b.timeS),
      ),
    )
  const driftPa = meanPa + (bins[0]?.warmth ? 0 : VAPOUR_FOLLOWS * VAPOUR_FREE * vapourPa)
  const columns = [...own, ...nuisances(bins, driftPa)]
  const size = columns.length
  const normal = columns.map(() => new Array<number>(size).fill(0))
  const right = new Array<number>(size).fill(0)
  const sigmas = column(bins, (b) => b.sigmaPa)
  const weights = column(bins, (b) => 1 / b.sigmaPa ** 2)
  const pressures = column(bins, (b) => b.pressurePa)
  for (let k = 0; k < size; k++) {
    const weighed = product(columns[k]!, weights)
    right[k] = dot(weighed, pressures)
    for (let j = 0; j <= k; j++) normal[k]![j] = normal[j]![k] = dot(weighed, columns[j]!)
  }
  const stirred = Math.max(1, (STIRRED * meanPa) / Math.max(driftPa, 1e-12))
  return { columns, pressures, sigmas, terms: own.length, normal, right, stirred }
}

/** One figure for each bin. A plain loop: `Float64Array.from` takes ten times as long, and this is asked some thousand times for a hold. */
function column(bins: readonly Bin[], of: (bin: Bin, i: number) => number): Float64Array {
  const values = new Float64Array(bins.length)
  for (let i = 0; i < bins.length; i++) values[i] = of(bins[i]!, i)
  return values
}

function product(u: Float64Array, v: Float64Array): Float64Array {
  const values = new Float64Array(u.length)
  for (let i = 0; i < u.length; i++) values[i] = u[i]! * v[i]!
  return values
}

function dot(u: Float64Array, v: Float64Array): number {
  let sum = 0
  for (let i = 0; i < u.length; i++) sum += u[i]! * v[i]!
  return sum
}

/**
 * Weighted linear least squares at a fixed time constant; undefined where the readings can't tell the terms apart, or there are none.
 *
 * Every model also carries what the pipe's temperature may do to all pressures, each part known to be near nothing, so that an
 * afternoon isn't taken for a leak.
 */
export const fitLinear = (
  bins: readonly Bin[],
  model: DecayModel,
  timeConstantS: number,
  weather: Weather = 'calm',
): LinearFit | undefined => fitWeathers(bins, model, timeConstantS, [weather])[0]

/** The same for several weathers at once: what is summed over the readings is alike. */
export function fitWeathers(
  bins: readonly Bin[],
  model: DecayModel,
  timeConstantS: number,
  weathers: readonly Weather[],
): (LinearFit | undefined)[] {
  if (bins.length === 0) return weathers.map(() => undefined)
  const equations = equationsOf(bins, model, timeConstantS)
  return weathers.map((weather) => solved(model, timeConstantS, equations, weather))
}

function solved(
  model: DecayModel,
  timeConstantS: number,
  { columns, pressures, sigmas, terms, normal, right, stirred }: Equations,
  weather: Weather,
): LinearFit | undefined {
  // the drift stands behind the model's own terms
  const times = columns.map((_, i) => (i === terms && weather === 'stirred' ? stirred : 1))
  const covariance = invertScaled(
    normal.map((line, i) => line.map((v, j) => v * times[i]! * times[j]! + (i === j && i >= terms ? 1 : 0))),
  )
  if (!covariance) return undefined
  const free = covariance.map((line) => line.reduce((sum, c, j) => sum + c * right[j]! * times[j]!, 0))
  const sound = (x: number) => Math.abs(x) < MOST
  if (!free.every(sound) || !covariance.every((line) => line.every(sound))) return undefined
  const creeps = model === 'creeping' || undefined
  const curve = {
    startPa: free[0]!,
    risePa: withBend(model) ? free[1]! : 0,
    leakPaPerS: withLeak(model) ? free[terms - 1]! : 0,
    timeConstantS,
    ...(creeps ? { creeps } : {}),
  }
  const parts = free.map((value, i) => value * times[i]!)
  let chiSquared = free.slice(terms).reduce((sum, w) => sum + w ** 2, 0)
  const onPa = new Float64Array(pressures.length)
  for (let k = 0; k < parts.length; k++) {
    const [part, term] = [parts[k]!, columns[k]!]
    for (let i = 0; i < onPa.length; i++) onPa[i]! += part * term[i]!
  }
  for (let i = 0; i < onPa.length; i++)
    chiSquared += missed(pressures[i]!, sigmas[i]!, Math.min(Math.max(onPa[i]!, -MOST), ATMOSPHERE_PA))
  const last = pressures.length - 1
  return { curve, chiSquared, covariance, free, atLast: columns.map((column, i) => column[last]! * times[i]!) }
}

const missed = (pressurePa: number, sigmaPa: number, onPa: number) =>
  bounded((pressurePa - onPa) / Math.max(sigmaPa, 1e-12)) ** 2

/** Inverse of a small symmetric matrix, its rows and columns first scaled to a diagonal of ones; Gauss–Jordan with pivots on the diagonal. */
function invertScaled(matrix: readonly number[][]): number[][] | undefined {
  const size = matrix.length
  const scale = matrix.map((row, i) => 1 / Math.sqrt(row[i]!))
  if (!scale.every(Number.isFinite)) return undefined
  const left = matrix.map((row, i) => row.map((v, j) => v * scale[i]! * scale[j]!))
  for (let k = 0; k < size; k++) {
    const pivot = left[k]![k]!
    // scaled to ones, what is left on the diagonal is the share that the other terms don't explain
    if (!(pivot > 1e-11)) return undefined
    for (let j = 0; j < size; j++) left[k]![j] = j === k ? 1 / pivot : left[k]![j]! / pivot
    for (let i = 0; i < size; i++) {
      if (i === k) continue
      const factor = left[i]![k]!
      for (let j = 0; j < size; j++) left[i]![j] = j === k ? -factor / pivot : left[i]![j]! - factor * left[k]![j]!
    }
  }
  return left.map((row, i) => row.map((v, j) => v * scale[i]! * scale[j]!))
}

export function chiSquaredOf(bins: readonly Bin[], curve: DecayCurve): number {
  const on = pressuresOn(curve, bins)
  return bins.reduce((sum, b, i) => sum + missed(b.pressurePa, b.sigmaPa, on[i]!), 0)
}

/** When surfaces begin to give off less, s: even in their logarithm. */
const creepGrid = Array.from({ length: 10 }, (_, i) => 4 * 150 ** (i / 9))

/** The time constants of a model. */
export const timesOf = (model: DecayModel, spanS: number): number[] =>
  model === 'creeping' ? creepGrid : timeConstantGrid(spanS)

/** Time constants that a field decay can show, even in their logarithm: from half a minute to forty, or to the hold's own length. */
export function timeConstantGrid(spanS: number): number[] {
  const low = Math.log(30)
  const high = Math.log(Math.min(Math.max(2400, 1.2 * spanS), 1e12))
  return Array.from({ length: 24 }, (_, i) => Math.exp(low + ((high - low) * i) / 23))
}

/** bins that can be fitted: numbers, with an uncertainty */
const isSound = ({ timeS, pressurePa, sigmaPa }: Bin) =>
  Math.abs(timeS) < 1e12 && Math.abs(pressurePa) < 1e12 && sigmaPa > 1e-12 && sigmaPa < 1e12

/**
 * The decay's models fitted to the bins: started from the best of a grid of time constants, then refined together.
 *
 * Method: Levenberg–Marquardt (package ml-levenberg-marquardt) on residuals divided by their uncertainty, start and rise in units of
 * the readings' scatter, time in units of the span, the time constant as its logarithm. Leak and rise are never negative.
 */
export function fitModels(given: readonly Bin[]): DecayFit[] {
  const bins = given.filter(isSound)
  if (bins.length === 0) return []
  const spanS = bins.at(-1)!.timeS - bins[0]!.timeS
  return decayModels.map((model) => {
    const tried = (withBend(model) ? timesOf(model, spanS) : [1]).flatMap((tau) => fitLinear(bins, model, tau) ?? [])
    const allowed = tried.filter(({ curve }) => curve.risePa >= 0 && curve.leakPaPerS >= 0)
    const best = allowed.sort((a, b) => a.chiSquared - b.chiSquared)[0]
    if (!best) return { model, curve: flat(bins), chiSquared: chiSquaredOf(bins, flat(bins)), aicc: Infinity }
    const curve = withBend(model) && model !== 'creeping' ? refine(bins, model, best.curve, spanS) : best.curve
    const chiSquared = chiSquaredOf(bins, curve)
    return { model, curve, chiSquared, aicc: aicc(chiSquared, parameters[model], bins.length) }
  })
}

function flat(bins: readonly Bin[]): DecayCurve {
  const weight = bins.reduce((sum, b) => sum + 1 / b.sigmaPa ** 2, 0)
  const mean = bins.reduce((sum, b) => sum + b.pressurePa / b.sigmaPa ** 2, 0) / weight
  return {
    startPa: Number.isFinite(mean) ? mean : (bins[0]?.pressurePa ?? 0),
    leakPaPerS: 0,
    risePa: 0,
    timeConstantS: 1,
  }
}

/** Levenberg–Marquardt from a start; the start itself where that doesn't better it. */
function refine(bins: readonly Bin[], model: DecayModel, from: DecayCurve, spanS: number): DecayCurve {
  const unit = bins.reduce((sum, b) => sum + b.sigmaPa, 0) / bins.length
  const leaks = withLeak(model)
  const curveOf = (p: ArrayLike<number>): DecayCurve => ({
    startPa: p[0]! * unit,
    risePa: p[1]! * unit,
    timeConstantS: Math.exp(p[2]!),
    leakPaPerS: leaks ? (p[3]! * unit) / spanS : 0,
  })
  const start = [from.startPa / unit, from.risePa / unit, Math.log(from.timeConstantS)]
  if (leaks) start.push((from.leakPaPerS * spanS) / unit)
  const far = 1e12
  const jacobianFunction = (p: ArrayLike<number>) => {
    const { risePa, timeConstantS } = curveOf(p)
    return (i: number) => {
      const { timeS, sigmaPa } = bins[i]!
      const left = Math.exp(-timeS / timeConstantS)
      const row = [unit / sigmaPa, (unit * (1 - left)) / sigmaPa]
      row.push((-risePa * left * (timeS / timeConstantS)) / sigmaPa)
      if (leaks) row.push((unit * timeS) / spanS / sigmaPa)
      return row
    }
  }
  const data = { x: bins.map((_, i) => i), y: bins.map((b) => b.pressurePa / b.sigmaPa) }
  try {
    const { parameterValues } = levenbergMarquardt(
      data,
      (p) => {
        const on = pressuresOn(curveOf(p), bins)
        return (i) => on[i]! / bins[i]!.sigmaPa
      },
      {
        initialValues: start,
        minValues: [0, 0, Math.log(5), ...(leaks ? [0] : [])],
        maxValues: [far, far, Math.log(Math.max(4 * 3600, 3 * spanS)), ...(leaks ? [far] : [])],
        // where the vapour follows a logged temperature the package takes its own differences
        ...(bins[0]?.warmth ? {} : { jacobianFunction }),
        maxIterations: 25,
        damping: 0.01,
      },
    )
    const refined = curveOf(parameterValues)
    if (!Object.values(refined).every((x) => Math.abs(Number(x)) < MOST)) return from
    return chiSquaredOf(bins, refined) <= chiSquaredOf(bins, from) ? refined : from
  } catch {
    return from
  }
}
