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

/**
 * The inverse of `normalCdf`: so many standard deviations lie above a share of all values.
 * @param share above 0 and below 1; nearer than 1e-12 to an end counts as that
 * @throws RangeError for a share that isn't between 0 and 1
 * Source: Newton's method on Φ, whose slope is φ.
 * @example normalQuantile(0.95) // 1.645
 */
export function normalQuantile(share: number): number {
  if (!(share > 0 && share < 1)) throw new RangeError('a probability lies between 0 and 1')
  const p = Math.min(Math.max(share, 1e-12), 1 - 1e-12)
  let [low, high] = [-8, 8]
  let x = 0
  for (let i = 0; i < 80; i++) {
    const off = normalCdf(x) - p
    if (off > 0) high = x
    else low = x
    const next = x - off / normalDensity(x)
    const held = next > low && next < high ? next : (low + high) / 2
    if (Math.abs(held - x) < 1e-13) return held
    x = held
  }
  return x
}

const HALF_LOG_TWO_PI = 0.5 * Math.log(2 * Math.PI)
