import { errorCdf, type ErrorShape } from './errorShape'

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
 * @param standardUncertainty of the value, zero or more, finite; normal about it unless `shape` says what it is made of
 * @param shape of the error where it is known to be other than normal: its standard deviation counts then
 * @throws RangeError where the arguments contradict each other or aren't numbers; forms and schemas refuse those before
 * Source: JCGM 106:2012, 7.2 and 8.3; JCGM 101:2008 where rectangular parts dominate.
 * @example judge({ value: 11, standardUncertainty: 0.5, low: 8.5, high: 11.5 }) // tooClose, 0.84
 */
export function judge({
  value,
  standardUncertainty,
  shape,
  low,
  high,
  thresholds,
}: {
  value: number
  standardUncertainty: number
  shape?: ErrorShape
  low: number
  high: number
  thresholds?: Partial<VerdictThresholds>
}): { verdict: ThreeWay; probabilityIn: number } {
  const limits = { ...usualThresholds, ...thresholds }
  if (!Number.isFinite(value)) throw new RangeError('value must be a number')
  if (!(standardUncertainty >= 0 && standardUncertainty < Infinity))
    throw new RangeError('uncertainty must be zero or more, and a number')
  if (!(low <= high)) throw new RangeError('low must not be above high')
  if (!(limits.out < limits.in && limits.out >= 0 && limits.in <= 1))
    throw new RangeError('thresholds the wrong way round')
  const probabilityIn = probabilityInside(value, shape ?? { normal: standardUncertainty, rectangular: [] }, low, high)
  const verdict = probabilityIn >= limits.in ? 'in' : probabilityIn <= limits.out ? 'out' : 'tooClose'
  return { verdict, probabilityIn }
}

/** 5.00 °F typed and 5 °F of limit are the same after conversion */
const HAIR = 1e-9

function probabilityInside(value: number, shape: ErrorShape, low: number, high: number): number {
  if (shape.normal === 0 && shape.rectangular.length === 0) return value >= low - HAIR && value <= high + HAIR ? 1 : 0
  return Math.max(errorCdf(high - value, shape) - errorCdf(low - value, shape), 0)
}

/**
 * The largest of something (an uncertainty, the ± of an instrument) with which a value would still be decided: from tiny upwards, decided by a
 * perfect instrument, it stays so up to one crossing.
 *
 * @param decided whether it would be, at so much
 * @param least a size that is as good as perfect, above zero
 * @returns undefined where not even a perfect one decides, or `least` is no size of anything; a thousand million times `least` at the most
 */
export function largestDeciding(decided: (size: number) => boolean, least: number): number | undefined {
  let under = least
  if (!(least > 0 && least < 1e100) || !decided(under)) return undefined
  let over = under
  while (decided(over)) {
    under = over
    over *= 2
    if (over > 1e9 * least) return under
  }
  for (let i = 0; i < 60 && over - under > 1e-6 * under; i++) {
    const middle = (under + over) / 2
    if (decided(middle)) under = middle
    else over = middle
  }
  return under
}

/**
 * The largest standard uncertainty, normal, with which the same value would have got a verdict of In or Out.
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
  const near = Math.min(Math.abs(value - low), Math.abs(value - high))
  if (!(near >= HAIR)) return undefined
  const decided = (u: number) => judge({ value, standardUncertainty: u, low, high, thresholds }).verdict !== 'tooClose'
  return largestDeciding(decided, Math.min(near, 1e6) * 1e-3)
}
