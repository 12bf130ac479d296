import type { Grid } from './grid'

export interface OddCell {
  readonly row: number
  readonly column: number
  /** what the cells around it suggest, in the grid's unit */
  readonly suggested: number
}

/** Charts are smooth to about this part of their whole range; less is reading and rounding. */
const SMOOTH_SHARE = 0.12
const SCATTER_FACTOR = 4

/**
 * Cells that break the chart's own pattern and so are likely slips of the thumb: far from what the lines through their neighbours
 * suggest, compared with how well that works in the rest of the chart. The worst is set aside before the rest is judged again, so
 * that one slip doesn't accuse its neighbours.
 *
 * @returns the odd ones, worst first; none for charts with too few cells to show a pattern (four filled ones in a line)
 * Source: leave-one-out residuals with a median scale, Rousseeuw & Leroy, Robust Regression and Outlier Detection.
 */
export function oddCells(grid: Grid): OddCell[] {
  const cells = grid.cells.map((row) => [...row])
  const filled = cells.flat().filter((v): v is number => v !== null)
  const range = Math.max(...filled) - Math.min(...filled)
  const found: OddCell[] = []
  // a chart with more slips than that has no pattern to break
  const most = Math.max(1, Math.floor(filled.length / 8))
  while (found.length < most) {
    const residuals = cells.flatMap((row, i) =>
      row.flatMap((value, j) => {
        const suggested = value === null ? undefined : suggestion({ ...grid, cells }, i, j)
        return suggested === undefined || value === null
          ? []
          : [{ row: i, column: j, suggested, off: Math.abs(value - suggested) }]
      }),
    )
    const worst = residuals.reduce<(typeof residuals)[number] | undefined>(
      (a, b) => (a && a.off >= b.off ? a : b),
      undefined,
    )
    if (!worst || residuals.length < 4) break
    const scale = median(residuals.filter((r) => r !== worst).map((r) => r.off))
    if (worst.off <= Math.max(SCATTER_FACTOR * scale, SMOOTH_SHARE * range)) break
    found.push({ row: worst.row, column: worst.column, suggested: worst.suggested })
    cells[worst.row]![worst.column] = null
  }
  return found
}

/** Median of the straight lines through the nearest filled neighbours, along the row and along the column. */
function suggestion(grid: Grid, row: number, column: number): number | undefined {
  const alongRow = lines(grid.x, grid.cells[row]!, column)
  const alongColumn = lines(
    grid.y,
    grid.cells.map((r) => r[column] ?? null),
    row,
  )
  const all = [...alongRow, ...alongColumn]
  return all.length === 0 ? undefined : median(all)
}

/** Values at one place of a line from two others of it: between its neighbours, else beyond the two next to it. */
function lines(axis: readonly number[], values: readonly (number | null)[], at: number): number[] {
  const known = values.flatMap((v, i) => (v === null || i === at ? [] : [{ x: axis[i]!, v, i }]))
  const before = known.filter((k) => k.i < at).slice(-2)
  const after = known.filter((k) => k.i > at).slice(0, 2)
  const through = (a: (typeof known)[number], b: (typeof known)[number]) =>
    a.v + ((b.v - a.v) * (axis[at]! - a.x)) / (b.x - a.x)
  const near = before.at(-1)
  const next = after[0]
  if (near && next) return [through(near, next)]
  const pair = before.length === 2 ? before : after.length === 2 ? after : undefined
  return pair ? [through(pair[0]!, pair[1]!)] : []
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  const half = sorted.length >> 1
  if (sorted.length === 0) return 0
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2
}
