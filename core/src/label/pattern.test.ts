import fc from 'fast-check'
import type { Grid } from './grid'
import { oddCells } from './pattern'
import { sheetGrid } from './sheet'
import { superheatGrid } from './testing'

describe('a cell that breaks the pattern', () => {
  const grid = sheetGrid(superheatGrid)
  const slip = (row: number, column: number, f: number): Grid => ({
    ...grid,
    cells: grid.cells.map((r, i) => r.map((v, j) => (i === row && j === column ? f / 1.8 : v))),
  })
  it('is found, with what the others suggest, and its neighbours aren’t accused', () => {
    const found = oddCells(slip(2, 2, 91))
    expect(found.map((c) => [c.row, c.column])).toEqual([[2, 2]])
    expect(found[0]!.suggested * 1.8).toBeCloseTo(19, 0)
    // beside a blank, where one neighbour's only column line goes through the slip
    expect(oddCells(slip(1, 3, 60)).map((c) => [c.row, c.column])).toEqual([[1, 3]])
    // a small chart with blanks, where some cells have only the slip to go by
    const small = [
      [10, 6, null, null],
      [17, 13, 8, 5],
      [23, 91, 15, 11],
    ]
    const seen = oddCells({ x: [75, 85, 95, 105], y: [57, 62, 67], cells: small })
    expect(seen).toEqual([{ row: 2, column: 1, suggested: 19 }])
    expect(oddCells(slip(3, 0, 23)).map((c) => [c.row, c.column])).toEqual([[3, 0]])
  })
  it('is found wherever it stands, and no other cell is named', () => {
    const column = fc.integer({ min: 0, max: 4 })
    const row = fc.integer({ min: 0, max: 3 })
    const factor = fc.constantFrom(10, 0.1)
    fc.assert(
      fc.property(row, column, factor, (i, j, f) => {
        const value = superheatGrid.cells.values[i]![j]
        fc.pre(value !== null && value !== undefined && Math.abs(value * f - value) > 12)
        const found = oddCells(slip(i, j, value! * f))
        expect(found.map((c) => [c.row, c.column])).toEqual([[i, j]])
      }),
    )
  })
  it('isn’t seen in a sound chart, nor where there is too little to go by', () => {
    expect(oddCells(grid)).toEqual([])
    expect(oddCells({ x: [0, 1], y: [0], cells: [[1, 50]] })).toEqual([])
    expect(oddCells({ x: [0], y: [0], cells: [[null]] })).toEqual([])
    expect(oddCells({ x: [0, 1, 1], y: [0], cells: [[1, 50, 3]] })).toEqual([])
  })
})
