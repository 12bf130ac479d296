import type { Metering } from '../label/equipment'
import type { MethodProfile } from '../method/profile'

/** Superheat and subcooling at one moment, K; `standardK` of the deciding one by its instruments. */
export interface ChargePoint {
  readonly superheatK?: number
  readonly subcoolingK?: number
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
  readonly current: ChargePoint & { readonly settled?: boolean; readonly standardK?: number }
  /** of the quantity that decides for this metering device, K */
  readonly target: number
  readonly tolerance: number
  readonly totalChargeKg: number
  readonly meteringDevice: Metering
  readonly profile: MethodProfile
}

export type StepReason =
  | { readonly code: 'notSettled' }
  | { readonly code: 'noReading' }
  | { readonly code: 'inBand'; readonly valueK: number; readonly lowK: number; readonly highK: number }
  | { readonly code: 'stepsDontMove'; readonly expectedK: number; readonly movedK: number }
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

/** What one share of the charge moves, K, and how uncertain that is before the unit's own steps say it: read off the system rig. */
interface Prior {
  readonly superheatK: number
  readonly subcoolingK: number
  readonly relative: number
}
const priors: Record<Metering, Prior> = {
  fixedOrifice: { superheatK: -42, subcoolingK: 15, relative: 0.35 },
  expansionValve: { superheatK: -1.5, subcoolingK: 20, relative: 0.35 },
}
/** a settled reading against the next one, beside the step: weather, house, scatter; K */
const READING_K = 0.5
const RANGE_90 = 1.645
/** of the way inside the near edge, as a share of the tolerance, so that the end is In and not on the edge */
const INSIDE_SHARE = 0.3
/** more of the slope than is likely, so that the first steps fall short rather than over, in its standard deviations */
const CAREFUL = 0.5
/** a range of slopes: steeper or flatter than the prior's mean by this is a finding, not a slope */
const FLATTEST = 0.25

export interface Slope {
  readonly kPerKg: number
  readonly standard: number
}

/**
 * What the charge moves in this unit: the prior by size and metering device, made its own by each step (recursive least squares with a
 * known noise, that is a Kalman filter of one constant).
 * Source: Åström & Wittenmark, Adaptive Control, 2.2.
 */
export function estimateSlope(
  history: readonly ChargeStep[],
  quantity: 'superheat' | 'subcooling',
  { totalChargeKg, meteringDevice }: { totalChargeKg: number; meteringDevice: Metering },
): Slope {
  const prior = priors[meteringDevice]
  const start = (quantity === 'superheat' ? prior.superheatK : prior.subcoolingK) / totalChargeKg
  let slope = start
  let variance = Math.max(prior.relative * Math.abs(start), 3 / totalChargeKg) ** 2
  for (const step of history) {
    const moved = movedBy(step, quantity)
    if (moved === undefined || !(Math.abs(step.amountKg) > 0)) continue
    const noise = 2 * READING_K ** 2
    const gain = (variance * step.amountKg) / (step.amountKg ** 2 * variance + noise)
    slope += gain * (moved - slope * step.amountKg)
    variance *= 1 - gain * step.amountKg
  }
  return { kPerKg: slope, standard: Math.sqrt(variance) }
}

function movedBy({ before, after }: ChargeStep, quantity: 'superheat' | 'subcooling'): number | undefined {
  const key = quantity === 'superheat' ? 'superheatK' : 'subcoolingK'
  const [a, b] = [before[key], after[key]]
  return a === undefined || b === undefined ? undefined : b - a
}

/**
 * The next charge step: how much to add or take out, or to wait, or to stop charging.
 *
 * Goes to the near edge of the tolerance and a little inside, by the profile's fraction of that way, no more than its cap, and never so far that
 * the target itself is passed; the last steps are no smaller than its least step. The slope is this unit's own as far as its steps say.
 * Two steps in a row that moved the reading by less than the profile's share of what they should: stop, it isn't the charge.
 *
 * @param question temperatures K, masses kg; amount is positive for both directions
 * @returns reasons as data, the one that decided first
 * Limits: says nothing of whether charge is the fault; `chargeGates` does.
 */
export function adviseStep(question: StepQuestion): StepAdvice {
  const { history, current, target, tolerance, totalChargeKg, meteringDevice, profile } = question
  const quantity = meteringDevice === 'fixedOrifice' ? 'superheat' : 'subcooling'
  const value = quantity === 'superheat' ? current.superheatK : current.subcoolingK
  if (value === undefined || !(totalChargeKg > 0)) return { action: 'stop', reasons: [{ code: 'noReading' }] }
  if (current.settled === false) return { action: 'wait', reasons: [{ code: 'notSettled' }] }
  const stuck = stepsThatDidNothing(question, quantity)
  if (stuck) return { action: 'stop', reasons: [stuck] }

  const lowK = Math.max(target - tolerance, quantity === 'superheat' ? profile.superheatFloorK.si : 0)
  const highK = target + tolerance
  const inside = Math.min(
    Math.max(INSIDE_SHARE * tolerance, RANGE_90 * (current.standardK ?? 0)),
    Math.max(0, Math.min(highK - target, target - lowK)),
  )
  if (value >= lowK + inside && value <= highK - inside)
    return { action: 'stop', reasons: [{ code: 'inBand', valueK: value, lowK, highK }] }
  const high = value > highK - inside
  const add = quantity === 'superheat' ? high : !high
  // inside the tolerance but near the edge where only taking out would help: not begun for that, though gone on with
  const takingOut = (history.at(-1)?.amountKg ?? 0) < 0
  if (!add && !takingOut && value >= lowK && value <= highK)
    return { action: 'stop', reasons: [{ code: 'inBand', valueK: value, lowK, highK }] }

  const slope = estimateSlope(history, quantity, { totalChargeKg, meteringDevice })
  const usual = Math.abs(
    quantity === 'superheat' ? priors[meteringDevice].superheatK : priors[meteringDevice].subcoolingK,
  )
  const steep = Math.max(Math.abs(slope.kPerKg), (FLATTEST * usual) / totalChargeKg)
  const careful = steep + CAREFUL * slope.standard
  const distanceK = high ? value - (highK - inside) : lowK + inside - value
  const fraction = profile.stepFraction.si
  const capKg = profile.stepCapShare.si * totalChargeKg
  const leastKg = Math.min(profile.stepLeastKg.si, Math.abs(value - target) / careful)
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

/** What should be read after so much went in (below zero: out), with a range of 90 %. */
export function predictStep(
  {
    history,
    current,
    totalChargeKg,
    meteringDevice,
  }: Pick<StepQuestion, 'history' | 'current' | 'totalChargeKg' | 'meteringDevice'>,
  kg: number,
): NonNullable<StepAdvice['predicted']> {
  const one = (quantity: 'superheat' | 'subcooling', value: number | undefined) => {
    if (value === undefined) return undefined
    const slope = estimateSlope(history, quantity, { totalChargeKg, meteringDevice })
    const valueK = Math.max(0, value + slope.kPerKg * kg)
    const spreadK = RANGE_90 * Math.hypot(slope.standard * kg, Math.SQRT2 * READING_K)
    return { valueK, lowK: Math.max(0, valueK - spreadK), highK: valueK + spreadK }
  }
  const [superheat, subcooling] = [one('superheat', current.superheatK), one('subcooling', current.subcoolingK)]
  return { ...(superheat ? { superheat } : {}), ...(subcooling ? { subcooling } : {}) }
}

/** The last two steps together, where each moved the deciding reading by less than a share of what it should have. */
function stepsThatDidNothing(
  { history, totalChargeKg, meteringDevice, profile }: StepQuestion,
  quantity: 'superheat' | 'subcooling',
): StepReason | undefined {
  const two = history.slice(-2)
  if (two.length < 2) return undefined
  let expectedK = 0
  let movedK = 0
  for (const step of two) {
    const moved = movedBy(step, quantity)
    if (moved === undefined) return undefined
    // by the prior: a slope learnt from these very steps would excuse them
    const expected = estimateSlope([], quantity, { totalChargeKg, meteringDevice }).kPerKg * step.amountKg
    const slack = Math.abs(expected) > 2 * READING_K
    if (!slack || moved / expected > profile.stepNoEffectShare.si) return undefined
    expectedK += expected
    movedK += moved
  }
  return { code: 'stepsDontMove', expectedK, movedK }
}
