/** A chart as numbers: cells[yIndex][xIndex], blank ones null; both axes rise. */
export interface Grid {
  readonly x: readonly number[]
  readonly y: readonly number[]
  readonly cells: readonly (readonly (number | null)[])[]
}

export interface UsedCell {
  readonly row: number
  readonly column: number
  readonly weight: number
}

export type Interpolated =
  | {
      ok: true
      value: number
      /** the cells that made the value, with their weights (sum 1) */
      used: UsedCell[]
      /** change of the value per unit of x and of y, inside the cell */
      slopeX: number
      slopeY: number
    }
  | { ok: false; reason: 'outside' | 'blank' }

/**
 * Value of a chart at a point: bilinear between the four cells around it, exact on a cell. Outside the axes it is refused, never
 * extrapolated; where a cell that is needed is blank it is refused too. An axis of one value answers on that value only.
 *
 * @param grid axes strictly rising, one row of cells per y, one cell per x
 * Source: bilinear interpolation, Press et al., Numerical Recipes, 3.6.
 * @example at the middle of [[10, 20], [30, 40]]: 25
 */
export function interpolateGrid(grid: Grid, { x, y }: { x: number; y: number }): Interpolated {
  const across = place(grid.x, x)
  const up = place(grid.y, y)
  if (!across || !up) return { ok: false, reason: 'outside' }
  const used: UsedCell[] = []
  let value = 0
  for (const [row, v] of up.weights) {
    for (const [column, u] of across.weights) {
      const cell = grid.cells[row]?.[column]
      if (cell === null || cell === undefined) return { ok: false, reason: 'blank' }
      used.push({ row, column, weight: u * v })
      value += u * v * cell
    }
  }
  // axes that don't rise give no weights
  if (!Number.isFinite(value)) return { ok: false, reason: 'outside' }
  const line = (rows: Placed['weights'], columns: Placed['weights']) =>
    rows.reduce(
      (sum, [row, v]) => sum + columns.reduce((s, [column, u]) => s + u * v * (grid.cells[row]?.[column] ?? NaN), 0),
      0,
    )
  const step = (at: Placed, of: (index: number) => number) =>
    at.low === at.high ? 0 : zeroIfUnknown((of(at.high) - of(at.low)) / at.span)
  return {
    ok: true,
    value,
    used,
    slopeX: step(across, (i) => line(up.weights, [[i, 1]])),
    slopeY: step(up, (i) => line([[i, 1]], across.weights)),
  }
}

/** on the edge of a blank the slope isn't known: the value stands, its uncertainty from that axis doesn't */
const zeroIfUnknown = (slope: number) => (Number.isFinite(slope) ? slope : 0)

interface Placed {
  readonly low: number
  readonly high: number
  readonly span: number
  /** index and weight of the one or two neighbours */
  readonly weights: readonly (readonly [index: number, weight: number])[]
}

/** typed 95 °F and a chart's 95 °F meet within rounding */
const HAIR = 1e-9

function place(axis: readonly number[], at: number): Placed | undefined {
  const last = axis.length - 1
  if (last < 0 || !Number.isFinite(at)) return undefined
  const slack = HAIR * Math.max(1, Math.abs(at))
  if (at < axis[0]! - slack || at > axis[last]! + slack) return undefined
  if (last === 0) return { low: 0, high: 0, span: 1, weights: [[0, 1]] }
  let low = 0
  while (low < last - 1 && axis[low + 1]! <= at) low++
  const high = low + 1
  const span = axis[high]! - axis[low]!
  const t = (at - axis[low]!) / span
  if (t <= slack / span) return { low, high, span, weights: [[low, 1]] }
  if (t >= 1 - slack / span) return { low, high, span, weights: [[high, 1]] }
  return {
    low,
    high,
    span,
    weights: [
      [low, 1 - t],
      [high, t],
    ],
  }
}
