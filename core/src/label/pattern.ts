import { bounded } from '../quantity/bounded'
import type { Grid } from './grid'

export interface OddCell {
  readonly row: number
  readonly column: number
  /** what the cells around it suggest, in the grid's unit */
  readonly suggested: number
}

/** Charts bend by less than this part of their whole range from cell to cell; less is reading and rounding. */
const SMOOTH_SHARE = 0.12
const SCATTER_FACTOR = 4

type Line = readonly (number | null)[]

/**
 * Cells that break the chart's own pattern and so are likely slips of the thumb. A line's bends are how far each cell lies from the
 * straight line between its neighbours; the slip is the cell without which the chart bends least, if the bends it made are large
 * against those that stay. It is set aside before the rest is judged again, so that one slip doesn't accuse its neighbours.
 *
 * @returns the odd ones, worst first; none for charts with too few cells to show a pattern (three filled ones in a line)
 *          and for axes that don't rise or don't fit the cells: those are refused by `checkSheet`
 * Source: second differences as roughness (Whittaker 1923), leave-one-out with a median scale.
 */
export function oddCells(grid: Grid): OddCell[] {
  const rising = (axis: readonly number[]) => axis.every((v, i) => i === 0 || v > axis[i - 1]!)
  const whole = grid.cells.length === grid.y.length && grid.cells.every((row) => row.length === grid.x.length)
  if (!whole || !rising(grid.x) || !rising(grid.y)) return []
  const cells = grid.cells.map((row) => [...row])
  const filled = cells.flat().filter((v) => v !== null).length
  const found: OddCell[] = []
  // a chart with more slips than that has no pattern to break
  const most = Math.max(1, Math.floor(filled / 8))
  while (found.length < most) {
    const worst = roughest(grid, cells)
    if (!worst) break
    const { row, column } = worst
    cells[row]![column] = null
    const left = cells.flat().filter((v): v is number => v !== null)
    const range = Math.max(...left) - Math.min(...left)
    const bends = [
      ...grid.y.map((_, i) => bendsOf(grid.x, cells[i]!)),
      ...grid.x.map((_, j) => bendsOf(grid.y, down(cells, j))),
    ]
    if (worst.meanBend <= Math.max(SCATTER_FACTOR * median(bends.flat()), SMOOTH_SHARE * range)) break
    found.push({ row, column, suggested: suggestion(grid, cells, row, column) })
  }
  return found
}

/** The filled cell whose absence takes the most roughness away, and how much of it each bend it was in had on average. */
function roughest(grid: Grid, cells: readonly Line[]) {
  let worst: { row: number; column: number; gain: number; meanBend: number } | undefined
  cells.forEach((line, row) =>
    line.forEach((value, column) => {
      if (value === null) return
      const across = change(grid.x, line, column)
      const along = change(grid.y, down(cells, column), row)
      const gain = across.gain + along.gain
      const bends = across.bends + along.bends
      if (bends > 0 && gain > (worst?.gain ?? 0)) worst = { row, column, gain, meanBend: gain / bends }
    }),
  )
  return worst
}

const down = (cells: readonly Line[], column: number): Line => cells.map((row) => row[column] ?? null)
const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0)

/** Roughness that a line loses without one cell, and how many bends that cell is in. */
function change(axis: readonly number[], line: Line, index: number) {
  const before = bendsOf(axis, line)
  const after = bendsOf(
    axis,
    line.map((v, i) => (i === index ? null : v)),
  )
  const place = line.slice(0, index).filter((v) => v !== null).length
  const length = before.length + 2
  const touched = before.length === 0 ? 0 : Math.min(place + 1, 3, length - place, before.length)
  return { gain: sum(before) - sum(after), bends: touched }
}

/** How far each filled cell of a line is from the straight line between its filled neighbours. */
function bendsOf(axis: readonly number[], line: Line): number[] {
  const known = line.flatMap((v, i) => (v === null ? [] : [{ x: axis[i]!, v }]))
  return known.slice(1, -1).map((middle, i) => Math.abs(middle.v - through(known[i]!, known[i + 2]!, middle.x)))
}

type Point = { readonly x: number; readonly v: number }
const through = (a: Point, b: Point, x: number) => a.v + ((b.v - a.v) * (x - a.x)) / (b.x - a.x)

/** What the lines through a blank cell's neighbours suggest for it; between two where there are, else beyond two. */
function suggestion(grid: Grid, cells: readonly Line[], row: number, column: number): number {
  const lines = [
    { axis: grid.x, line: cells[row]!, index: column },
    { axis: grid.y, line: down(cells, column), index: row },
  ].flatMap(({ axis, line, index }) => {
    const known = line.flatMap((v, i) => (v === null ? [] : [{ x: axis[i]!, v, i }]))
    const before = known.filter((k) => k.i < index).slice(-2)
    const after = known.filter((k) => k.i > index).slice(0, 2)
    const [near, next] = [before.at(-1), after[0]]
    if (near && next) return [{ between: true, value: through(near, next, axis[index]!) }]
    const pair = before.length === 2 ? before : after
    return pair.length === 2 ? [{ between: false, value: through(pair[0]!, pair[1]!, axis[index]!) }] : []
  })
  const between = lines.filter((l) => l.between)
  return median((between.length > 0 ? between : lines).map((l) => l.value))
}

function median(values: readonly number[]): number {
  const sorted = values
    .filter(Number.isFinite)
    .map((v) => bounded(v))
    .sort((a, b) => a - b)
  const half = sorted.length >> 1
  if (sorted.length === 0) return 0
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2
}
