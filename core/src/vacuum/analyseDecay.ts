import { judge } from '../measurement/judge'
import { chosenCurve } from './chosenCurve'
import { gaugeNoise, type GaugeNoise } from './decayBins'
import { DEFAULT_NOISE, settledBins } from './decayBeforehand'
import { leakAt, predict, type CauseTerms, type DecayCause } from './decayBelief'
import { usualDecayHabits, type DecayHabits } from './decayHabits'
import { decayPressurePa, fitModels, type DecayCurve, type DecayFit } from './decayModels'
import { grossRise, type GrossRise } from './grossRise'
import { overWater } from './overWater'
import { minutesToDecide } from './minutesToDecide'
import { nameCause, SAFE_SIGMAS, straightRise } from './nameCause'
import { cleanSamples, thinned, type SampleProblem, type VacuumSample } from './sample'

export interface DecayOptions {
  readonly limitPa: number
  readonly holdS: number
  /** inside of the system, for the leak as a flow */
  readonly volumeM3?: number
  /** the gauge's scatter as a share of its reading; the data decide where they are many */
  readonly noiseFraction?: number
  /** standard uncertainty of the gauge as a whole, as a share of its reading: widens the verdict, not the shape */
  readonly gaugeShare?: number
  /** shares and times that turn a curve into a cause; the customary ones where left out */
  readonly habits?: Partial<DecayHabits>
}

export interface DecayAnalysis {
  readonly cause: DecayCause | 'inconclusive'
  readonly verdict: 'in' | 'out' | 'tooClose'
  /** that the cause is right; for inconclusive, of the likeliest one */
  readonly confidence: number
  /** likelihood of each cause, adding up to 1; all 0 where there is too little to say */
  readonly likelihood: Readonly<Record<DecayCause, number>>
  readonly leakPaPerS: number
  /** leak that these readings can't rule out: at nearly four standard uncertainties of a straight rise, or one in forty beside moisture */
  readonly leakUpToPaPerS?: number
  /** moisture, and beside it a leak up to `leakUpToPaPerS` that isn't ruled out: likelier than one in five */
  readonly leakBeside?: true
  /** it levels off over this, the most that water gives at the pipe's temperature: gas out of oil, or a valve that passes */
  readonly overWaterPa?: number
  readonly plateauPa?: number
  readonly timeConstantS?: number
  /** undefined without a reading */
  readonly predictedAtHoldPa?: number
  readonly predictedStandardUncertaintyPa?: number
  readonly predictedAt24hPa?: number
  /** air leaking in, Pa·m³/s, where the volume is known */
  readonly leakPaM3PerS?: number
  /** minutes from the last reading until it could be told; undefined where it is told, or where waiting won't help */
  readonly moreMinutes?: number
  /** seconds after valving off that were left out: gas from the manifold settling */
  readonly settledAfterS: number
  readonly noise?: GaugeNoise
  readonly fits: readonly DecayFit[]
  /** the curve drawn on the decay sheet */
  readonly curve?: DecayCurve
  readonly problems: readonly (
    | SampleProblem
    | { code: 'tooFew' }
    | { code: 'falling' }
    | { code: 'startedOver' }
    | { code: 'grossLeak' }
    /** gas from the pipe or a leak as slow: both stay under the limit for the hour */
    | { code: 'slowLeakOpen' }
  )[]
  readonly firstPa?: number
  readonly lastPa?: number
  readonly lastS: number
}

const LEAST_READINGS = 3
const LEAST_SPAN_S = 60
const DAY_S = 86400
const LONG_HOLDS = 6

/**
 * Judges the rise of pressure after valving off: is the system tight, does it leak, is it wet, or both; does it stay under the limit.
 *
 * The four curves of a decay (level, straight, bending, bending and straight) are fitted and compared; the cause is read from all that
 * the readings allow, so that a hold too short or too noisy is *inconclusive* and says how many more minutes would decide. Never
 * tight for a straight rise that could pass the limit within the hour.
 *
 * Beyond what the curves cover the answer is the plain one: a leak too big for this test, or a pressure that falls, which no shut system's does (a gauge,
 * a valve, a pipe that cools). Never In then. A gauge at atmosphere throughout isn't connected: no verdict, and none by waiting.
 *
 * @param samples after valving off (time 0); earlier ones are left out. Pressures in Pa; unsorted and doubled times are mended; over 20 000 are thinned, and it is said
 * @throws RangeError for a limit or hold that isn't above zero, or a volume or share below it
 * @returns predictions in Pa; leak in Pa/s (1 micron/min is 0.00222); the leak as flow where `volumeM3` is given
 * Source: vacuum technique textbooks on rate-of-rise tests, e.g. K. Jousten (ed.), Handbook of Vacuum Technology, 19.4; AICc after
 * Hurvich & Tsai 1989; verdict after JCGM 106. Study and limits: docs/methods/decay.md.
 */
export function analyseDecay(samples: readonly VacuumSample[], options: DecayOptions): DecayAnalysis {
  const { limitPa, holdS, volumeM3, noiseFraction = DEFAULT_NOISE, gaugeShare = 0 } = options
  if (!(limitPa > 1e-6 && limitPa < 1e7 && holdS > 0 && holdS < 1e9))
    throw new RangeError('limit and hold must be above zero, and such as there are')
  if (![volumeM3 ?? 0, noiseFraction, gaugeShare].every((x) => x >= 0 && x < 1e6))
    throw new RangeError('volume and shares must be zero or more')
  const habits = { ...usualDecayHabits(), ...options.habits }
  const { samples: after, left } = thinned(samples.filter((s) => !(s.timeS < 0)))
  const { samples: clean, problems: found } = cleanSamples(after)
  const problems = left > 0 ? [...found, { code: 'thinned' as const, count: left }] : found
  const last = clean.at(-1)
  const base = { problems, fits: [], settledAfterS: 0, lastS: last?.timeS ?? 0, leakPaPerS: 0 }
  if (problems.some((p) => p.code === 'gaugeNotConnected')) return untold(base, clean)
  const gross = grossRise(orderedInTime(after), { grossPaPerS: habits.grossPaPerS, limitPa })
  if (gross) return tooBig(base, clean, options, gross)
  const span = last ? last.timeS - clean[0]!.timeS : 0
  if (!last || clean.length < LEAST_READINGS || span < LEAST_SPAN_S) return tooLittle(base, clean, options)

  const noise = gaugeNoise(clean, noiseFraction)
  const { bins, settledAfterS } = settledBins(clean, noise)
  const fits = fitModels(bins)
  if (fits.length === 0) return tooLittle(base, clean, options)
  // a long hold sees smaller leaks: what it shows to be straight is one
  const harmlessS = Math.max(habits.harmlessS, LONG_HOLDS * span)
  const terms: CauseTerms = { limitPa, ...habits, harmlessS }
  const view = nameCause(bins, terms, habits)
  const { possible, likelihood } = view
  const hold = predict(possible, holdS, limitPa)
  const chosen = chosenCurve(fits, view.named.cause, terms)
  const spread = Math.hypot(hold.standardUncertaintyPa, gaugeShare * hold.meanPa, noise.stepPa / 4)
  const thresholds = { in: habits.inProbability, out: habits.outProbability }
  const over = bins.some((b) => b.pressurePa - 3 * b.sigmaPa > limitPa * (1 + 1.645 * gaugeShare))
  const judged = judge({ value: hold.meanPa, standardUncertainty: spread, low: -Infinity, high: limitPa, thresholds })
  const straight = straightRise(bins)
  const falls = straight.leakPaPerS < -3 * straight.sigmaPaPerS
  // by more than a tenth: a gauge, a valve or a cooling pipe, and no verdict on the system
  const fallen = falls && -straight.leakPaPerS * span > FALLEN * clean[0]!.pressurePa
  const leak = chosen.leakPaPerS
  const wet = view.named.cause === 'moisture' || view.named.cause === 'both'
  const overWaterPa = wet ? overWater(bins, possible) : undefined
  const result: DecayAnalysis = {
    ...base,
    ...view.named,
    ...(fallen ? { cause: 'inconclusive' as const } : {}),
    verdict: over ? 'out' : fallen ? 'tooClose' : judged.verdict,
    likelihood,
    leakPaPerS: leak,
    leakUpToPaPerS: wet
      ? leakAt(possible, LEAK_BESIDE_SURE)
      : Math.max(straight.leakPaPerS, 0) + SAFE_SIGMAS * straight.sigmaPaPerS,
    ...(view.named.cause === 'moisture' && likelihood.both + likelihood.leak > LEAK_BESIDE ? { leakBeside: true } : {}),
    ...(overWaterPa === undefined ? {} : { overWaterPa }),
    predictedAtHoldPa: hold.meanPa,
    predictedStandardUncertaintyPa: spread,
    predictedAt24hPa: decayPressurePa(chosen, DAY_S),
    settledAfterS,
    noise,
    fits,
    curve: chosen,
    firstPa: bins[0]!.pressurePa,
    lastPa: bins.at(-1)!.pressurePa,
    ...(chosen.risePa > 0 && !chosen.creeps
      ? { plateauPa: chosen.startPa + chosen.risePa, timeConstantS: chosen.timeConstantS }
      : {}),
    ...(volumeM3 === undefined ? {} : { leakPaM3PerS: volumeM3 * leak }),
    problems: [
      ...problems,
      ...(falls ? [{ code: 'falling' as const }] : []),
      ...(view.slowLeakOpen && !fallen ? [{ code: 'slowLeakOpen' as const }] : []),
    ],
  }
  const told = startedOver([...samples.filter((s) => s.timeS < 0), ...clean], result, {
    limitPa,
    fromS: bins[0]!.timeS,
  })
  // waiting tells nothing of what falls
  const open = !fallen && (told.cause === 'inconclusive' || told.verdict === 'tooClose')
  const moreMinutes = open ? minutesToDecide(bins, chosen, { terms, habits, holdS, gaugeShare }) : undefined
  return moreMinutes === undefined ? told : { ...told, moreMinutes }
}

/** a leak beside moisture is spoken of from this likelihood on, and how big it may be by this share of all that the readings allow */
const LEAK_BESIDE = 0.2
const LEAK_BESIDE_SURE = 0.975

/** a fall by more than this share isn't the weather's */
const FALLEN = 0.08

function orderedInTime(samples: readonly VacuumSample[]): VacuumSample[] {
  return samples
    .filter((s) => Number.isFinite(s.timeS) && s.pressurePa > 0 && s.pressurePa < Infinity)
    .sort((a, b) => a.timeS - b.timeS)
}

const ATMOSPHERE_PA = 101_325

/** A leak too big for a decay test: said plainly, with what it comes to. */
function tooBig(
  base: Base,
  held: readonly VacuumSample[],
  { holdS, volumeM3 }: DecayOptions,
  { ratePaPerS, confidence }: GrossRise,
): DecayAnalysis {
  const startPa = held[0]?.pressurePa ?? 0
  const rest = 1 - confidence
  const at = (timeS: number) => Math.min(startPa + ratePaPerS * timeS, ATMOSPHERE_PA)
  return {
    ...base,
    cause: 'leak',
    verdict: 'out',
    confidence,
    likelihood: { tight: 0, leak: confidence, moisture: rest / 2, both: rest / 2 },
    leakPaPerS: ratePaPerS,
    predictedAtHoldPa: at(holdS),
    predictedAt24hPa: ATMOSPHERE_PA,
    ...(volumeM3 === undefined ? {} : { leakPaM3PerS: volumeM3 * ratePaPerS }),
    curve: { startPa, leakPaPerS: ratePaPerS, risePa: 0, timeConstantS: 1 },
    firstPa: startPa,
    lastPa: held.at(-1)?.pressurePa ?? startPa,
    problems: [...base.problems, { code: 'grossLeak' }],
  }
}

/** A level above the limit that was never under it says nothing of the pipe: it wasn't pulled down far enough. */
function startedOver(
  samples: readonly VacuumSample[],
  result: DecayAnalysis,
  { limitPa, fromS }: { limitPa: number; fromS: number },
): DecayAnalysis {
  const { curve, cause, firstPa = 0, lastS, settledAfterS } = result
  if (cause !== 'moisture' || !curve || firstPa > 3 * limitPa) return result
  // from the first reading that counts on: what a curve does before that nobody saw
  const topPa = curve.creeps ? decayPressurePa(curve, lastS) : curve.startPa + curve.risePa
  const rises = topPa > RISES * decayPressurePa(curve, fromS)
  // before valving off, or within what was left out after it
  const pulled = samples.some((s) => s.timeS < settledAfterS && s.pressurePa > 0 && s.pressurePa < 0.7 * firstPa)
  if (rises || pulled) return result
  return { ...result, cause: 'inconclusive', problems: [...result.problems, { code: 'startedOver' }] }
}

/** what rises by less is level */
const RISES = 1.1

type Base = Pick<DecayAnalysis, 'problems' | 'fits' | 'settledAfterS' | 'lastS' | 'leakPaPerS'>

/** Nothing is told of the system; waiting won't change that where the gauge isn't connected to it. */
function untold(base: Base, held: readonly VacuumSample[]): DecayAnalysis {
  const last = held.at(-1)
  return {
    ...base,
    cause: 'inconclusive',
    verdict: 'tooClose',
    confidence: 0,
    likelihood: { tight: 0, leak: 0, moisture: 0, both: 0 },
    ...(last ? { predictedAtHoldPa: last.pressurePa } : {}),
    firstPa: held[0]?.pressurePa,
    lastPa: last?.pressurePa,
  }
}

function tooLittle(base: Base, held: readonly VacuumSample[], { holdS, limitPa }: DecayOptions): DecayAnalysis {
  const last = held.at(-1)
  return {
    ...untold(base, held),
    // what already stands well over the limit doesn't come back under it
    verdict: last && held.length >= 2 && last.pressurePa > PLAINLY_OVER * limitPa ? 'out' : 'tooClose',
    moreMinutes: Math.max(holdS - (last?.timeS ?? 0), LEAST_SPAN_S) / 60,
    problems: [...base.problems, { code: 'tooFew' }],
  }
}

const PLAINLY_OVER = 3
