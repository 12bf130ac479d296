/**
 * Standard normal distribution function Φ(x), to about 1e-15.
 * @param x any number, infinite ones included
 * @throws RangeError for what isn't a number
 * Source: G. Marsaglia, Evaluating the Normal Distribution, J. Stat. Softw. 11 (2004) 4: Φ = ½ + φ(x)·(x + x³/3 + x⁵/15 + …).
 * @example normalCdf(1.96) // 0.975
 */
export function normalCdf(x: number): number {
  if (Number.isNaN(x)) throw new RangeError('not a number')
  if (x < -8) return 0
  if (x > 8) return 1
  let sum = x
  let term = x
  for (let i = 3; sum + term !== sum; i += 2) {
    term *= (x * x) / i
    sum += term
  }
  return 0.5 + sum * normalDensity(x)
}

/** Standard normal density φ(x). */
export const normalDensity = (x: number): number => Math.exp(-0.5 * x * x - HALF_LOG_TWO_PI)

const HALF_LOG_TWO_PI = 0.5 * Math.log(2 * Math.PI)
