import { bounded } from '../quantity/bounded'
import { normalCdf, normalDensity } from './normal'

/** What an error is made of: a normal part (standard deviation) and rectangular parts (half-widths), independent and centred on zero. */
export interface ErrorShape {
  readonly normal: number
  readonly rectangular: readonly number[]
}

export const noError: ErrorShape = { normal: 0, rectangular: [] }

/** The shape of a sum of independent errors, each times a factor. */
export function sumOfErrors(parts: readonly { readonly shape: ErrorShape; readonly times: number }[]): ErrorShape {
  return {
    normal: Math.hypot(...parts.map((p) => bounded(p.shape.normal * p.times))),
    rectangular: parts
      .flatMap((p) => p.shape.rectangular.map((half) => bounded(half * Math.abs(p.times))))
      .filter((h) => h > 0),
  }
}

/** Standard deviation of an error. */
export const standardOf = ({ normal, rectangular }: ErrorShape): number =>
  Math.hypot(bounded(normal), ...rectangular.map((half) => bounded(half) / Math.sqrt(3)))

/**
 * Probability that an error is at most x.
 *
 * Closed form for a normal and two rectangular parts; the two widest are kept as they are, further ones join the normal part by their variance,
 * which four of them already resemble. One rectangular part that dominates stays a rectangle with soft edges.
 *
 * @param x in the error's unit
 * @returns 0 to 1
 * Source: convolution by integrating Φ once and twice; JCGM 101:2008, 6.4.2 and 6.4.5 for the distributions.
 * @example errorCdf(0.9, { normal: 0, rectangular: [1] }) // 0.95; a normal error of the same variance would give 0.94
 */
export function errorCdf(x: number, { normal, rectangular }: ErrorShape): number {
  const [a = 0, b = 0, ...rest] = rectangular.map((half) => bounded(Math.abs(half))).sort((p, q) => q - p)
  const spread = Math.hypot(bounded(normal), ...rest.map((half) => half / Math.sqrt(3)))
  if (a < Math.max(TINY, NARROW * spread)) return spread === 0 ? (x >= 0 ? 1 : 0) : normalCdf(x / spread)
  if (Number.isNaN(x)) throw new RangeError('not a number')
  // beyond all of it; and so that what follows stays a number
  if (x > a + b + 9 * spread) return 1
  if (x < -(a + b + 9 * spread)) return 0
  // a hint of softness where there is none: the forms below divide by it
  const s = Math.max(spread, 1e-6 * a)
  const raw =
    b > Math.max(1e-3 * a, NARROW * spread)
      ? ((s * s) / (4 * a * b)) *
        (twice((x + a + b) / s) - twice((x + a - b) / s) - twice((x - a + b) / s) + twice((x - a - b) / s))
      : (s / (2 * a)) * (once((x + a) / s) - once((x - a) / s))
  return Math.min(Math.max(raw, 0), 1)
}

/** a rectangle so narrow, by itself or beside the normal part, is none */
const TINY = 1e-150
const NARROW = 1e-4

/** ∫Φ and ∫∫Φ from −∞. */
const once = (z: number) => z * normalCdf(z) + normalDensity(z)
const twice = (z: number) => ((z * z + 1) * normalCdf(z) + z * normalDensity(z)) / 2
