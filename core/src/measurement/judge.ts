import { normalCdf } from './normal'

export type ThreeWay = 'in' | 'out' | 'tooClose'

/** Probabilities of being inside the tolerance at which a verdict is given. */
export interface VerdictThresholds {
  readonly in: number
  readonly out: number
}

/** What JCGM 106 examples and most certificates use; a method profile can say otherwise. */
export const usualThresholds: VerdictThresholds = { in: 0.95, out: 0.05 }

/**
 * Verdict on a measured value against a tolerance, by the probability that the true value is inside it.
 *
 * In at or above the upper threshold, Out at or below the lower, too close to call between. With no uncertainty at all the value
 * itself decides, limits included.
 *
 * @param value low and high in one unit; low ≤ high, either may be infinite
 * @param standardUncertainty of the value, zero or more
 * @throws RangeError where the arguments contradict each other; forms and schemas refuse those before
 * Source: JCGM 106:2012, 7.2 (normal distribution about the measured value), 8.3.
 * @example judge({ value: 11, standardUncertainty: 0.5, low: 8.5, high: 11.5 }) // tooClose, 0.84
 */
export function judge({
  value,
  standardUncertainty,
  low,
  high,
  thresholds,
}: {
  value: number
  standardUncertainty: number
  low: number
  high: number
  thresholds?: Partial<VerdictThresholds>
}): { verdict: ThreeWay; probabilityIn: number } {
  const limits = { ...usualThresholds, ...thresholds }
  if (!Number.isFinite(value)) throw new RangeError('value must be a number')
  if (!(standardUncertainty >= 0)) throw new RangeError('uncertainty must be zero or more')
  if (!(low <= high)) throw new RangeError('low must not be above high')
  if (!(limits.out < limits.in && limits.out >= 0 && limits.in <= 1))
    throw new RangeError('thresholds the wrong way round')
  const probabilityIn = probabilityInside(value, standardUncertainty, low, high)
  const verdict = probabilityIn >= limits.in ? 'in' : probabilityIn <= limits.out ? 'out' : 'tooClose'
  return { verdict, probabilityIn }
}

/** 5.00 °F typed and 5 °F of limit are the same after conversion */
const HAIR = 1e-9

function probabilityInside(value: number, u: number, low: number, high: number): number {
  if (u === 0) return value >= low - HAIR && value <= high + HAIR ? 1 : 0
  return Math.max(normalCdf((high - value) / u) - normalCdf((low - value) / u), 0)
}

/**
 * The largest standard uncertainty with which the same value would have got a verdict of In or Out.
 *
 * @returns undefined where none would: the value stands on a limit of the tolerance
 */
export function decidingUncertainty({
  value,
  low,
  high,
  thresholds,
}: {
  value: number
  low: number
  high: number
  thresholds?: Partial<VerdictThresholds>
}): number | undefined {
  if (Math.min(Math.abs(value - low), Math.abs(value - high)) < HAIR) return undefined
  const decided = (u: number) => judge({ value, standardUncertainty: u, low, high, thresholds }).verdict !== 'tooClose'
  // from tiny upwards: what is decided by a perfect instrument stays so up to one crossing
  let under = Math.min(Math.abs(value - low), Math.abs(value - high)) * 1e-3
  if (!decided(under)) return undefined
  let over = under
  while (decided(over)) {
    under = over
    over *= 2
    if (over > 1e6) return under
  }
  for (let i = 0; i < 60 && over - under > 1e-6 * under; i++) {
    const middle = (under + over) / 2
    if (decided(middle)) under = middle
    else over = middle
  }
  return under
}
