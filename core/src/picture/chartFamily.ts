import { scaleLinear } from 'd3-scale'
import type { Grid } from '../label/grid'
import { formatNumber } from '../quantity/format'
import { drawn, spread, type Scene, type Shape } from './scene'

/**
 * A label's chart as a family of curves: one line a row across the columns, broken at blanks; cells that break the pattern stand
 * out. Units are whatever the chart was typed in.
 *
 * @param rowNames what stands at each curve's end
 * @returns undefined where nothing can be drawn (fewer than one filled cell)
 */
export function chartFamilyScene({
  grid,
  rowNames,
  odd,
  here,
  columnUnit,
  cellUnit,
  width,
  height,
}: {
  grid: Grid
  rowNames: readonly string[]
  odd: readonly { readonly row: number; readonly column: number }[]
  /** where today stands */
  here?: { readonly x: number; readonly value: number }
  columnUnit: string
  cellUnit: string
  width: number
  height: number
}): Scene | undefined {
  const filled = grid.cells.flat().filter((v): v is number => v !== null)
  if (filled.length === 0) return undefined
  const low = Math.min(...filled)
  const high = Math.max(...filled)
  const margin = (high - low || 1) * 0.08
  const [first, last] = [grid.x[0]!, grid.x.at(-1)!]
  const x = scaleLinear(first === last ? [first - 1, last + 1] : [first, last], [40, width - 46])
  const y = scaleLinear([low - margin, high + margin], [height - 30, 26]).nice()
  const shapes: Shape[] = []
  for (const tick of y.ticks(4)) {
    shapes.push({ kind: 'line', x1: 40, x2: width - 46, y1: y(tick), y2: y(tick), tone: 'rule', width: 1 })
    shapes.push(text(34, y(tick) + 4, formatNumber(tick, 0), 'end'))
  }
  for (const value of thinned(grid.x)) shapes.push(text(x(value), height - 14, formatNumber(value, 0), 'middle'))
  shapes.push(text(34, 14, cellUnit, 'end'), text(width - 4, height - 14, columnUnit, 'end'))
  grid.cells.forEach((row) => shapes.push(...curve(grid.x, row, x, y)))
  shapes.push(...endNames(grid, rowNames, x, y, { low: 26, high: height - 34 }))
  for (const { row, column } of odd) {
    const value = grid.cells[row]?.[column]
    if (value === null || value === undefined) continue
    const [cx, cy] = [x(grid.x[column]!), y(value)]
    shapes.push({ kind: 'rect', x: cx - 8, y: cy - 8, width: 16, height: 16, fill: 'hold', stroke: 'out' })
    shapes.push({ kind: 'dot', x: cx, y: cy, r: 4, tone: 'out' })
  }
  if (here) {
    shapes.push({
      kind: 'line',
      x1: x(here.x),
      x2: x(here.x),
      y1: 14,
      y2: height - 30,
      tone: 'copper',
      width: 2,
      dash: [4, 4],
    })
    shapes.push({ kind: 'dot', x: x(here.x), y: y(here.value), r: 6, tone: 'copper' })
  }
  return drawn({ width, height, shapes })
}

const text = (x: number, y: number, words: string, anchor: 'start' | 'middle' | 'end'): Shape => ({
  kind: 'text',
  x,
  y,
  text: words,
  size: 13,
  tone: 'soft',
  anchor,
  face: 'figure',
})

/** At most eight labels along the axis. */
function thinned(values: readonly number[]): number[] {
  const every = Math.ceil(values.length / 8)
  return values.filter((_, i) => i % every === 0)
}

/** One row: unbroken runs as lines, every cell a dot. */
function curve(
  columns: readonly number[],
  row: readonly (number | null)[],
  x: (v: number) => number,
  y: (v: number) => number,
): Shape[] {
  const shapes: Shape[] = []
  let run: [number, number][] = []
  const close = () => {
    if (run.length > 1) shapes.push({ kind: 'polyline', points: run, tone: 'ink', width: 2 })
    run = []
  }
  row.forEach((value, i) => {
    if (value === null) return close()
    const point: [number, number] = [x(columns[i]!), y(value)]
    run.push(point)
    shapes.push({ kind: 'dot', x: point[0], y: point[1], r: 2.5, tone: 'ink' })
  })
  close()
  return shapes
}

/** Each curve's name at its own end; those that end in one column are spread apart. */
function endNames(
  grid: Grid,
  names: readonly string[],
  x: (v: number) => number,
  y: (v: number) => number,
  place: { low: number; high: number },
): Shape[] {
  const ends = grid.cells.flatMap((row, i) => {
    const column = Math.max(...row.map((v, j) => (v === null ? -1 : j)))
    return column < 0 ? [] : [{ name: names[i] ?? '', column, at: y(row[column]!) }]
  })
  return [...new Set(ends.map((e) => e.column))].flatMap((column) => {
    const own = ends.filter((e) => e.column === column)
    const spots = spread(
      own.map((e) => e.at),
      14,
      place.low,
      place.high,
    )
    return own.map(({ name }, i) => text(x(grid.x[column]!) + 6, spots[i]! + 4, name, 'start'))
  })
}
