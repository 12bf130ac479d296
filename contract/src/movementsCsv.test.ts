import { movementsCsv, tableCsv, type MovementLine } from './index'

const line = (more: Partial<MovementLine>): MovementLine => ({
  id: '3f0c2f6e-8a50-4b0a-9a5e-0d6f0b8f4a11',
  at: '2026-07-14T12:00:00.000Z',
  kind: 'charged',
  kg: -0.907,
  standardUncertaintyKg: 0.002,
  refrigerant: 'R-410A',
  cylinderId: '3f0c2f6e-8a50-4b0a-9a5e-0d6f0b8f4a12',
  cylinder: 'C-1',
  by: 'Wren',
  ...more,
})
const fields = (csv: string, row: number) => csv.split('\r\n')[row]!.split(',')

describe('the cylinder book as CSV', () => {
  it('keeps what went out a number below zero, that a spreadsheet can add up', () => {
    const csv = movementsCsv([line({ kg: -0.907 }), line({ kg: 0.5 })], 'si')
    const kg = fields(csv, 0).indexOf('into the cylinder g')
    expect([1, 2].map((row) => Number(fields(csv, row)[kg]))).toEqual([-907, 500])
  })
  it('guards texts that a spreadsheet would take for a formula', () => {
    const csv = movementsCsv([line({ cylinder: '=1+1', note: '@SUM(A1)', by: '-cmd' })], 'ip')
    expect(csv).toContain("'=1+1")
    expect(csv).toContain("'@SUM(A1)")
    expect(csv).toContain("'-cmd")
  })
})

describe('a table as CSV', () => {
  it('guards formulas and no numbers', () => {
    expect(tableCsv([['-5', '+3.5', '-1,5', '=A1', '-A1', '+cmd', '', 'plain']])).toBe(
      `-5,+3.5,"-1,5","'=A1","'-A1","'+cmd",,plain\r\n`,
    )
  })
})
