/**
 * A smooth curve through values at equal steps of temperature: piecewise cubic Hermite with slopes from five-point
 * differences (four-point one-sided at the ends). Once differentiable, exact at the nodes.
 * Source: de Boor, A Practical Guide to Splines, ch. IV.
 */
export interface Curve {
  readonly first: number
  readonly step: number
  readonly values: Float64Array
  readonly slopes: Float64Array
}

export function makeCurve(first: number, step: number, nodes: readonly number[]): Curve {
  const values = Float64Array.from(nodes)
  const n = values.length
  const at = (i: number) => values[i]!
  const slopes = values.map((_, i) => {
    if (i >= 2 && i < n - 2) return (at(i - 2) - 8 * at(i - 1) + 8 * at(i + 1) - at(i + 2)) / (12 * step)
    const sign = i < 2 ? 1 : -1
    // third-order one-sided (at the ends) or skewed (next to them) differences
    if (i === 0 || i === n - 1) {
      return (sign * (-11 * at(i) + 18 * at(i + sign) - 9 * at(i + 2 * sign) + 2 * at(i + 3 * sign))) / (6 * step)
    }
    return (sign * (-2 * at(i - sign) - 3 * at(i) + 6 * at(i + sign) - at(i + 2 * sign))) / (6 * step)
  })
  return { first, step, values, slopes }
}

/** Value at x; undefined outside the nodes and for NaN. */
export function evaluate(curve: Curve, x: number): number | undefined {
  const position = (x - curve.first) / curve.step
  const last = curve.values.length - 1
  // a hair of rounding at either end is still the end
  if (!(position >= -1e-9 && position <= last + 1e-9)) return undefined
  const cell = Math.min(Math.max(Math.floor(position), 0), last - 1)
  return hermite(curve, cell, Math.min(Math.max(position - cell, 0), 1))
}

/** The same curve with each cell's cubic multiplied out: four coefficients a cell, for lookups by the million. */
export interface FastCurve {
  readonly first: number
  readonly perStep: number
  readonly cells: number
  readonly coefficients: Float64Array
}

export function makeFast({ first, step, values, slopes }: Curve): FastCurve {
  const cells = values.length - 1
  const coefficients = new Float64Array(cells * 4)
  for (let i = 0; i < cells; i++) {
    const [y0, y1] = [values[i]!, values[i + 1]!]
    const [m0, m1] = [slopes[i]! * step, slopes[i + 1]! * step]
    coefficients.set([y0, m0, 3 * (y1 - y0) - 2 * m0 - m1, 2 * (y0 - y1) + m0 + m1], i * 4)
  }
  return { first, perStep: 1 / step, cells, coefficients }
}

/** a hair of rounding at either end is still the end */
const END = 1e-7

/** Value at x; NaN outside the nodes and for NaN. */
export function fastValue(curve: FastCurve, x: number): number {
  const position = (x - curve.first) * curve.perStep
  if (!(position >= -END && position <= curve.cells + END)) return NaN
  const cell = Math.min(Math.max(Math.floor(position), 0), curve.cells - 1)
  const t = position - cell
  const c = curve.coefficients
  const i = cell * 4
  return c[i]! + t * (c[i + 1]! + t * (c[i + 2]! + t * c[i + 3]!))
}

/** Slope at x; NaN outside the nodes and for NaN. */
export function fastSlope(curve: FastCurve, x: number): number {
  const position = (x - curve.first) * curve.perStep
  if (!(position >= -END && position <= curve.cells + END)) return NaN
  const cell = Math.min(Math.max(Math.floor(position), 0), curve.cells - 1)
  const t = position - cell
  const c = curve.coefficients
  const i = cell * 4
  return (c[i + 1]! + t * (2 * c[i + 2]! + t * 3 * c[i + 3]!)) * curve.perStep
}

/** x at which a rising curve takes the value y; undefined outside its range. Newton inside the cell, guarded by bisection. */
export function invertRising(curve: Curve, y: number): number | undefined {
  const { values, first, step } = curve
  const last = values.length - 1
  const slack = 1e-12 * Math.abs(values[last]!)
  if (!(y >= values[0]! - slack && y <= values[last]! + slack)) return undefined
  let low = 0
  let high = last
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (values[middle]! <= y) low = middle
    else high = middle
  }
  let a = 0
  let b = 1
  let t = Math.min(Math.max((y - values[low]!) / (values[low + 1]! - values[low]!), 0), 1)
  for (let i = 0; i < 40; i++) {
    const error = hermite(curve, low, t) - y
    if (Math.abs(error) < 1e-14 * Math.max(1, Math.abs(y))) break
    if (error > 0) b = t
    else a = t
    const next = t - error / hermiteSlope(curve, low, t)
    t = next > a && next < b ? next : (a + b) / 2
  }
  return first + step * (low + t)
}

function hermite({ values, slopes, step }: Curve, cell: number, t: number): number {
  const y0 = values[cell]!
  const y1 = values[cell + 1]!
  const m0 = slopes[cell]! * step
  const m1 = slopes[cell + 1]! * step
  const u = 1 - t
  return y0 + t * (t * (3 - 2 * t) * (y1 - y0) + u * (u * m0 - t * m1))
}

function hermiteSlope({ values, slopes, step }: Curve, cell: number, t: number): number {
  const rise = values[cell + 1]! - values[cell]!
  const m0 = slopes[cell]! * step
  const m1 = slopes[cell + 1]! * step
  return 6 * t * (1 - t) * rise + (1 - t) * (1 - 3 * t) * m0 + t * (3 * t - 2) * m1
}
