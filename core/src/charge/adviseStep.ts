import type { Metering } from '../label/equipment'
import { usualSi, type MethodProfile } from '../method/profile'
import { bounded } from '../quantity/bounded'

/** Superheat and subcooling at one moment, K; `standardK`: standard uncertainty of the deciding one by its instruments. */
export interface ChargePoint {
  readonly superheatK?: number
  readonly subcoolingK?: number
  readonly standardK?: number
}

/** A charge step that was made: kg in (below zero: out), read settled before and after. */
export interface ChargeStep {
  readonly amountKg: number
  readonly before: ChargePoint
  readonly after: ChargePoint
}

export interface StepQuestion {
  /** this unit's steps, oldest first */
  readonly history: readonly ChargeStep[]
  /** `isIn`: by the verdict; without it what reads inside the tolerance is left */
  readonly current: ChargePoint & { readonly settled?: boolean; readonly isIn?: boolean }
  /** of the quantity that decides for this metering device, K */
  readonly target: number
  readonly tolerance: number
  readonly totalChargeKg: number
  readonly meteringDevice: Metering
  readonly profile: MethodProfile
  /** what a whole charge moves the quantity that decides, where it is none of the two, and how uncertain that is as a share */
  readonly prior?: SlopePrior
  /** a blend in a machine built for another, or a way round the weather: every step is held to the first one's cap, and none is taken out in doubt */
  readonly alwaysSmall?: boolean
}

export interface SlopePrior {
  readonly perChargeK: number
  readonly relative: number
}

export type StepReason =
  | { readonly code: 'notSettled' }
  | { readonly code: 'noReading' }
  | { readonly code: 'inBand'; readonly valueK: number; readonly lowK: number; readonly highK: number }
  | { readonly code: 'stepsDontMove'; readonly expectedK: number; readonly movedK: number; readonly steps: number }
  /** these instruments can't tell it from the target: a better one decides, not more charge */
  | { readonly code: 'withinUncertainty'; readonly offK: number; readonly standardK: number }
  /** how far it is, what an ounce moves, and the part of the way that is gone */
  | {
      readonly code: 'toNearEdge'
      readonly distanceK: number
      readonly slopeKPerKg: number
      readonly fraction: number
      readonly ownSteps: number
    }
  | { readonly code: 'capped'; readonly capKg: number }
  | { readonly code: 'leastStep'; readonly leastKg: number }
  | { readonly code: 'underTarget' }
  /** label, line set and scale say so, and no reading says otherwise */
  | { readonly code: 'byWeight'; readonly shortKg: number; readonly standardKg: number }

export interface PredictedRange {
  readonly valueK: number
  readonly lowK: number
  readonly highK: number
}

export interface StepAdvice {
  readonly action: 'add' | 'remove' | 'wait' | 'stop'
  readonly amountKg?: number
  /** what should be read after the step, with a range of 90 % */
  readonly predicted?: { readonly superheat?: PredictedRange; readonly subcooling?: PredictedRange }
  readonly reasons: readonly StepReason[]
}

/**
 * What one whole charge would move, K, and how uncertain that is before the unit's own steps say it: between the system rig and published tests of
 * charge on split systems, which spread by about a third (docs/methods/diagnosis.md).
 */
interface Prior {
  readonly superheatK: number
  readonly subcoolingK: number
  readonly relative: number
}
const priors: Record<Metering, Prior> = {
  fixedOrifice: { superheatK: -43, subcoolingK: 17, relative: 0.35 },
  expansionValve: { superheatK: -1.5, subcoolingK: 20, relative: 0.35 },
}
/** the slope of a quantity that hardly follows the charge is known to this, K for a whole charge */
const LEAST_SPREAD_K = 3
const RANGE_90 = 1.645
/** flatter than this share of the usual slope is a finding, not a slope */
const FLATTEST = 0.25
/** idle steps count from where together they should have moved the reading by so many standard uncertainties of a difference */
const SEEN_SIGMAS = 2
/** less subcooling than this is gas at the liquid port, K */
const GAS_K = 1
/** a step that moved it by half of what it should have is no idle one */
const EFFECTIVE = 0.5

/** 5.00 °F typed and 5 °F of limit are the same after conversion */
const HAIR_K = 1e-9
/** no superheat, target or tolerance is this large, K, and no split system holds less or more than this, kg */
const ABSURD_K = 1e4
const isCharge = (kg: number) => kg > 1e-4 && kg < 1e5

/** How well a change between two readings is known: repeatability of the day and of the instruments; their common error cancels. */
function changeStandardK(points: readonly ChargePoint[], profile: Repeats | undefined): number {
  const repeats = profile?.readingRepeatsK.si ?? usualSi('readingRepeatsK')
  const share = profile?.repeatShare.si ?? usualSi('repeatShare')
  return Math.hypot(...points.map((p) => Math.hypot(repeats, bounded(share * (p.standardK ?? 0), ABSURD_K))))
}
type Repeats = Pick<MethodProfile, 'readingRepeatsK' | 'repeatShare'>

export interface Slope {
  readonly kPerKg: number
  readonly standard: number
}

/**
 * What the charge moves in this unit: the prior by size and metering device, made its own by each step (recursive least squares with a
 * known noise, that is a Kalman filter of one constant).
 *
 * @returns K/kg with its standard uncertainty
 * @throws RangeError where the total charge isn't above zero
 * Source: Åström & Wittenmark, Adaptive Control, 2.2.
 */
export function estimateSlope(
  history: readonly ChargeStep[],
  quantity: 'superheat' | 'subcooling',
  {
    totalChargeKg,
    meteringDevice,
    profile,
    prior: given,
  }: { totalChargeKg: number; meteringDevice: Metering; profile?: MethodProfile; prior?: SlopePrior },
): Slope {
  if (!isCharge(totalChargeKg)) throw new RangeError('the total charge must be above zero')
  const prior = priors[meteringDevice]
  const start = perCharge(quantity, meteringDevice, given) / totalChargeKg
  let slope = start
  let variance = Math.max((given ?? prior).relative * Math.abs(start), LEAST_SPREAD_K / totalChargeKg) ** 2
  for (const step of history) {
    const moved = movedBy(step, quantity)
    if (moved === undefined || !(Math.abs(step.amountKg) > 0 && Math.abs(step.amountKg) < 1e5)) continue
    const noise = changeStandardK([step.before, step.after], profile) ** 2
    const gain = (variance * step.amountKg) / (step.amountKg ** 2 * variance + noise)
    slope += gain * (moved - slope * step.amountKg)
    variance *= 1 - gain * step.amountKg
  }
  return { kPerKg: slope, standard: Math.sqrt(variance) }
}

const perCharge = (quantity: 'superheat' | 'subcooling', metering: Metering, given: SlopePrior | undefined) =>
  given?.perChargeK ?? (quantity === 'superheat' ? priors[metering].superheatK : priors[metering].subcoolingK)

function movedBy({ before, after }: ChargeStep, quantity: 'superheat' | 'subcooling'): number | undefined {
  const key = quantity === 'superheat' ? 'superheatK' : 'subcoolingK'
  const [a, b] = [before[key], after[key]]
  return a === undefined || b === undefined || !(Math.abs(b - a) < ABSURD_K) ? undefined : b - a
}

/**
 * The next charge step: how much to add or take out, or to wait, or to stop charging.
 *
 * Aims inside the near edge of the tolerance by the profile's share, goes the profile's fraction of that way, no more than its cap, and never so far
 * that the target itself is passed; the last steps are no smaller than its least step. The slope is this unit's own as far as its steps say, and once
 * they say it well, steps may be larger than the first.
 * What the instruments can't tell from the target isn't chased. Steps that together moved the reading by less than the profile's share of what
 * they should, where that could have been seen: stop, it isn't the charge.
 *
 * @param question temperatures K, masses kg; amount is positive for both directions
 * @returns reasons as data, the one that decided first; `noReading` where something that it needs is missing or no number
 * Limits: says nothing of whether charge is the fault; `chargeGates` does.
 */
export function adviseStep(question: StepQuestion): StepAdvice {
  const { history, current, target, tolerance, totalChargeKg, meteringDevice, profile, prior, alwaysSmall } = question
  const quantity = meteringDevice === 'fixedOrifice' ? 'superheat' : 'subcooling'
  const value = quantity === 'superheat' ? current.superheatK : current.subcoolingK
  const numbers = [value, target, tolerance, current.standardK ?? 0].every(
    (x) => x !== undefined && Math.abs(x) < ABSURD_K,
  )
  if (value === undefined || !numbers || !isCharge(totalChargeKg) || !(tolerance >= 0))
    return { action: 'stop', reasons: [{ code: 'noReading' }] }
  if (current.settled === false) return { action: 'wait', reasons: [{ code: 'notSettled' }] }
  const stuck = stepsThatDidNothing(question, quantity)
  if (stuck) return { action: 'stop', reasons: [stuck] }

  const lowK = Math.max(target - tolerance, quantity === 'superheat' ? profile.superheatFloorK.si : 0)
  const highK = target + tolerance
  const high = value > target
  const offK = Math.abs(value - target)
  const sideK = Math.max(0, high ? highK - target : target - lowK)
  const standardK = Math.max(0, current.standardK ?? 0)
  // round the weather and with another refrigerant little is sure: only what is plain is chased
  const doubtK = (alwaysSmall ? RANGE_90 : profile.stepDoubt.si) * standardK
  const add = quantity === 'superheat' ? high : !high
  // inside it is signed as what it is, In or probably in; only who is adding already goes on until it is In
  const goesOn = add && current.isIn === false && (history.at(-1)?.amountKg ?? 0) > 0 && offK > HAIR_K
  if (value >= lowK - HAIR_K && value <= highK + HAIR_K && !goesOn)
    return { action: 'stop', reasons: [{ code: 'inBand', valueK: value, lowK, highK }] }
  if (offK <= doubtK) return { action: 'stop', reasons: [{ code: 'withinUncertainty', offK, standardK }] }

  const slope = estimateSlope(history, quantity, {
    totalChargeKg,
    meteringDevice,
    profile,
    ...(prior ? { prior } : {}),
  })
  const usual = Math.abs(perCharge(quantity, meteringDevice, prior))
  const steep = Math.max(Math.abs(slope.kPerKg), (FLATTEST * usual) / totalChargeKg)
  const careful = steep + profile.stepCareful.si * slope.standard
  // the first step is there to learn what an ounce moves; those after it go by that, deeper into the tolerance
  const inside = (history.length > 0 ? profile.stepInsideKnownShare : profile.stepInsideShare).si
  const distanceK = Math.max(0, offK - Math.max(0, sideK - Math.min(sideK, Math.max(inside * sideK, doubtK))))
  const known = history.length > 0 && slope.standard <= profile.stepKnownRelative.si * Math.abs(slope.kPerKg)
  const fraction = (history.length > 0 ? profile.stepKnownFraction : profile.stepFraction).si
  const capKg = (known && !alwaysSmall ? profile.stepCapKnownShare : profile.stepCapShare).si * totalChargeKg
  const leastKg = Math.min(profile.stepLeastKg.si, offK / careful)
  const wished = (fraction * distanceK) / careful
  const amountKg = Math.min(Math.max(wished, leastKg), capKg)
  const reasons: StepReason[] = [
    { code: 'toNearEdge', distanceK, slopeKPerKg: slope.kPerKg, fraction, ownSteps: history.length },
  ]
  if (wished > capKg) reasons.push({ code: 'capped', capKg })
  else if (wished < leastKg) reasons.push({ code: 'leastStep', leastKg })
  return {
    action: add ? 'add' : 'remove',
    amountKg,
    predicted: predictStep(question, add ? amountKg : -amountKg),
    reasons,
  }
}

/** What should be read after so much went in (below zero: out), with a range of 90 %; nothing where charge or amount is no number. */
export function predictStep(
  {
    history,
    current,
    totalChargeKg,
    meteringDevice,
    profile,
    prior,
  }: Pick<StepQuestion, 'history' | 'current' | 'totalChargeKg' | 'meteringDevice' | 'prior'> & {
    profile?: MethodProfile
  },
  kg: number,
): NonNullable<StepAdvice['predicted']> {
  if (!(isCharge(totalChargeKg) && Math.abs(kg) < 1e5)) return {}
  const one = (quantity: 'superheat' | 'subcooling', value: number | undefined) => {
    if (value === undefined || !(Math.abs(value) < ABSURD_K)) return undefined
    const slope = estimateSlope(history, quantity, {
      totalChargeKg,
      meteringDevice,
      profile,
      ...(prior ? { prior } : {}),
    })
    const valueK = Math.max(0, value + slope.kPerKg * kg)
    const spreadK = RANGE_90 * Math.hypot(slope.standard * kg, changeStandardK([current, current], profile))
    return { valueK, lowK: Math.max(0, valueK - spreadK), highK: valueK + spreadK }
  }
  const [superheat, subcooling] = [one('superheat', current.superheatK), one('subcooling', current.subcoolingK)]
  return { ...(superheat ? { superheat } : {}), ...(subcooling ? { subcooling } : {}) }
}

/**
 * The latest steps, two or more, that together moved the deciding reading by less than the profile's share of what they should have, where that
 * would have been seen: several standard uncertainties of a difference between two readings. Small steps add up until it would.
 */
function stepsThatDidNothing(
  { history, totalChargeKg, meteringDevice, profile, prior }: StepQuestion,
  quantity: 'superheat' | 'subcooling',
): StepReason | undefined {
  // by the prior: a slope learnt from these very steps would excuse them
  const { kPerKg } = estimateSlope([], quantity, {
    totalChargeKg,
    meteringDevice,
    profile,
    ...(prior ? { prior } : {}),
  })
  let expectedK = 0
  let movedK = 0
  let steps = 0
  for (const step of [...history].reverse()) {
    const moved = movedBy(step, quantity)
    if (moved === undefined || !(Math.abs(step.amountKg) < 1e5)) return undefined
    // gas at the liquid port: what goes in fills that up first, and shows nothing
    if (quantity === 'subcooling' && (step.before.subcoolingK ?? 0) < GAS_K) return undefined
    const expected = kPerKg * step.amountKg
    if (steps === 0 && moved / expected > EFFECTIVE) return undefined
    expectedK += Math.abs(expected)
    movedK += moved * Math.sign(expected)
    steps += 1
    const seen = expectedK >= SEEN_SIGMAS * changeStandardK([step.before, history.at(-1)!.after], profile)
    if (steps >= 2 && seen && movedK <= profile.stepNoEffectShare.si * expectedK)
      return {
        code: 'stepsDontMove',
        expectedK: expectedK * Math.sign(kPerKg * history.at(-1)!.amountKg),
        movedK: movedK * Math.sign(kPerKg * history.at(-1)!.amountKg),
        steps,
      }
  }
  return undefined
}
