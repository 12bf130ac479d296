import { MOST_LINES, readRowTable, type RowLine } from './rowTable'

const models = ['Kelvane 24', 'Ostrel 36']
const read = (text: string, taken: readonly string[] = []) => readRowTable(text, { taken, models, system: 'ip' })
const units = (text: string, taken?: readonly string[]): readonly RowLine[] => {
  const table = read(text, taken)
  if (!table.ok) throw new Error(table.why)
  expect(table.refused).toEqual([])
  return table.units
}
const ft = (value: number) => ({ value, unit: 'ft' })

describe('a table of units', () => {
  it('has its columns in any order, named as people name them; others are left alone', () => {
    expect(units('Length (ft);Unit;Who;Model;Location;S/N\n34;K-01;Jo;kelvane 24;House 2;A7\n;K-02;;;;\n')).toEqual([
      { tag: 'K-01', place: 'House 2', serial: 'A7', model: 'Kelvane 24', lineLength: ft(34) },
      { tag: 'K-02' },
    ])
  })
  it('is tags alone, one a line, with a byte-order mark and empty lines', () => {
    expect(units('\ufeffK-01\r\n\r\nK-02\r\n').map((u) => u.tag)).toEqual(['K-01', 'K-02'])
  })
  it('comes from a spreadsheet by tabs, with commas in its words', () => {
    expect(units('tag\tplace\nK-01\tloft, left')).toEqual([{ tag: 'K-01', place: 'loft, left' }])
  })
  it.each([
    ['tag,line length\nA,12 m', { value: 12, unit: 'm' }],
    ['tag,"line, m"\nA,12', { value: 12, unit: 'm' }],
    ['tag;length [m]\nA;12,5', { value: 12.5, unit: 'm' }],
    ['tag,length (m)\nA,40 ft', ft(40)],
    ['tag,length\nA,40', ft(40)],
  ])('%j: the unit of a length is its own, else the heading’s, else hers', (text, length) => {
    expect(units(text)[0]!.lineLength).toEqual(length)
  })
  it('says of each line that it can’t take why, and takes the others', () => {
    const table = read(
      [
        'tag,model,length,place',
        'K-01,,30,',
        ',,30,',
        'k-01,,,',
        'K-07,,,',
        'K-02,Brask 99,,',
        'K-03,,long,',
        'K-04,,-3,',
        `${'K'.repeat(41)},,,`,
        `K-05,,,${'x'.repeat(201)}`,
        'K-06,Ostrel 36,1000000000,',
        'K-08',
      ].join('\n'),
      ['K-07'],
    )
    if (!table.ok) throw new Error(table.why)
    expect(table.units.map((u) => u.tag)).toEqual(['K-01', 'K-08'])
    expect(table.refused.map(({ line }) => line)).toEqual([3, 4, 5, 6, 7, 8, 9, 10, 11])
    const why = (line: number) => table.refused.find((r) => r.line === line)!.why
    expect(why(3)).toMatch(/no tag/)
    expect(why(4)).toMatch(/k-01 is in this job, or higher up/)
    expect(why(5)).toMatch(/K-07/)
    expect(why(6)).toMatch(/No model “Brask 99”/)
    expect(why(7)).toMatch(/^Line length “long”: /)
    expect(why(8)).toMatch(/below zero/)
    expect(why(9)).toMatch(/at most 40 letters/)
    expect(why(10)).toMatch(/place is too long/)
    expect(why(11)).toMatch(/^Line length “1000000000”: /)
  })
  it.each([
    ['', /Nothing is in it/],
    ['  \n ', /Nothing is in it/],
    ['model,length\nKelvane 24,30', /No column is named “tag”; there are: model, length/],
    ['K-01,30\nK-02,40', /first line names the columns/],
    [`tag\n${Array.from({ length: 5000 }, (_, i) => `K-${i}`).join('\n')}`, /5000 lines are in it; at most/],
  ])('%# is refused whole', (text, why) => {
    const table = read(text)
    expect(table.ok ? '' : table.why).toMatch(why)
  })
  it('takes as many as it says', () => {
    expect(units(Array.from({ length: MOST_LINES }, (_, i) => `K-${i}`).join('\n'))).toHaveLength(MOST_LINES)
  })
})
