import fc from 'fast-check'
import { customaryProfile } from '../method/readyProfiles'
import { interpolateGrid, type Grid } from './grid'
import { expectedPressures, labelTarget, type LookupPlace } from './labelTarget'
import { allowanceFor, checkLabel, sameName, type ModelLabel } from './modelLabel'
import { checkSheet, type ChargingSheet } from './sheet'
import { superheatGrid } from './testing'
import { draftFromTable, draftOf, readSheet, tableOf, type SheetDraft } from './sheetDraft'

const kelvin = (f: number) => (f + 459.67) / 1.8

describe('interpolating a chart', () => {
  const grid: Grid = {
    x: [0, 10, 30],
    y: [0, 1],
    cells: [
      [10, 20, null],
      [30, 40, 60],
    ],
  }
  it.each([
    [0, 0, 10],
    [5, 0.5, 25],
    [10, 1, 40],
    [10, 0.25, 25],
    [20, 1, 50],
    [30, 1, 60],
  ])('at %d, %d it is %d', (x, y, value) => expect(interpolateGrid(grid, { x, y })).toMatchObject({ ok: true, value }))
  it.each([
    [-0.1, 0, 'outside'],
    [30.1, 1, 'outside'],
    [5, 1.1, 'outside'],
    [NaN, 0, 'outside'],
    [20, 0.5, 'blank'],
    [30, 0, 'blank'],
  ])('at %d, %d it is refused: %s', (x, y, reason) =>
    expect(interpolateGrid(grid, { x, y })).toEqual({ ok: false, reason }),
  )
  it('names the cells it used, and its slopes', () => {
    expect(interpolateGrid(grid, { x: 2.5, y: 0 })).toMatchObject({
      used: [
        { row: 0, column: 0, weight: 0.75 },
        { row: 0, column: 1, weight: 0.25 },
      ],
      slopeX: 1,
      slopeY: 20,
    })
    expect(interpolateGrid({ x: [], y: [], cells: [] }, { x: 0, y: 0 })).toEqual({ ok: false, reason: 'outside' })
  })
  it('gives back any bilinear chart exactly, and lies between the cells it used', () => {
    const n = fc.double({ min: -5, max: 5, noNaN: true })
    fc.assert(
      fc.property(
        n,
        n,
        n,
        n,
        fc.double({ min: 0, max: 30, noNaN: true }),
        fc.double({ min: 0, max: 4, noNaN: true }),
        (a, b, c, d, x, y) => {
          const f = (u: number, v: number) => a + b * u + c * v + d * u * v
          const axes = { x: [0, 7, 11, 30], y: [0, 1, 4] }
          const chart = { ...axes, cells: axes.y.map((v) => axes.x.map((u) => f(u, v))) }
          const found = interpolateGrid(chart, { x, y })
          if (!found.ok) throw new Error('inside')
          expect(found.value).toBeCloseTo(f(x, y), 8)
          const used = found.used.map((u) => chart.cells[u.row]![u.column]!)
          expect(found.value).toBeLessThanOrEqual(Math.max(...used) + 1e-9)
          expect(found.used.reduce((s, u) => s + u.weight, 0)).toBeCloseTo(1, 12)
        },
      ),
    )
  })
})

describe('a chart of a label', () => {
  it('is refused with axes that don’t rise, a value twice, rows of unequal length or no cell at all', () => {
    const said = (change: Partial<ChargingSheet>) =>
      checkSheet({ ...superheatGrid, ...change }).map((p) => [p.path, p.code])
    expect(said({})).toEqual([])
    expect(said({ columns: { unit: 'oz', values: [65, 75, 85, 95, 105] } })).toEqual([['columns', 'unknownUnit']])
    expect(said({ shape: 'pressureCurve' })).toEqual([
      ['cells', 'unknownUnit'],
      ['rows', 'ragged'],
    ])
    expect(said({ columns: { unit: '°F', values: [65, 85, 75, 95, 105] } })).toEqual([['columns.2', 'notRising']])
    expect(said({ rows: { unit: '°F', values: [57, 62, 62, 72] } })).toEqual([['rows.2', 'repeated']])
    expect(said({ cells: { unit: '°F', values: [[1, 2, 3, 4], ...superheatGrid.cells.values.slice(1)] } })).toEqual([
      ['cells.0', 'ragged'],
    ])
    expect(said({ cells: { unit: '°F', values: superheatGrid.cells.values.map((r) => r.map(() => null)) } })).toEqual([
      ['cells', 'empty'],
    ])
    expect(
      said({ cells: { unit: '°F', values: [[-3, 10, 6, null, null], ...superheatGrid.cells.values.slice(1)] } }),
    ).toEqual([['cells.0.0', 'notPositive']])
    expect(said({ humidityLow: { value: 70, unit: '%' }, humidityHigh: { value: 20, unit: '%' } })).toEqual([
      ['humidityHigh', 'humidityWrongWay'],
    ])
  })
  it('is read from what a thumb typed, and back', () => {
    const draft = draftOf(superheatGrid)
    expect(draft.cells[0]).toEqual(['15', '10', '6', '', ''])
    expect(readSheet('superheatGrid', draft)).toEqual({
      ok: true,
      sheet: { columns: superheatGrid.columns, rows: superheatGrid.rows, cells: superheatGrid.cells },
    })
  })
  it('says at its place what can’t be read, and refuses a cell in another unit', () => {
    const draft = draftOf(superheatGrid)
    const change = (part: Partial<SheetDraft>) => {
      const read = readSheet('superheatGrid', { ...draft, ...part })
      return read.ok ? [] : read.problems.map((p) => [p.path, p.code])
    }
    expect(change({ columns: ['65', '7x', '85', '', '105'] })).toEqual([
      ['columns.1', 'unreadable'],
      ['columns.3', 'blankAxis'],
    ])
    expect(change({ cells: [['15', '5 K', 'n/a', '–', '-'], ...draft.cells.slice(1)] })).toEqual([
      ['cells.0.1', 'otherUnit'],
    ])
    expect(change({ cells: [['15', '10,5', '6', '', ''], ...draft.cells.slice(1)] })).toEqual([])
  })
  it('is taken from a pasted table, with its units', () => {
    const lines = [
      ['wet bulb', '18 °C', '24 °C'],
      ['14 °C', '8 K', ''],
      ['17 °C', '12 K', '9 K'],
    ]
    const before = { columnUnit: '°F', rowUnit: '°F', cellUnit: '°F' }
    expect(draftFromTable('superheatGrid', lines, before)).toEqual({
      ok: true,
      draft: {
        columnUnit: '°C',
        rowUnit: '°C',
        cellUnit: 'K',
        columns: ['18', '24'],
        rows: ['14', '17'],
        cells: [
          ['8', ''],
          ['12', '9'],
        ],
      },
    })
    const refused = (table: string[][]) => {
      const taken = draftFromTable('superheatGrid', table, before)
      return taken.ok ? undefined : taken.problem
    }
    expect(
      refused([
        ['', '65', '75'],
        ['57', '15'],
      ]),
    ).toEqual({ code: 'ragged', line: 2, wanted: 3, found: 2 })
    expect(
      refused([
        ['', '65', '75'],
        ['57', '15 °F', '8 K'],
      ]),
    ).toEqual({ code: 'mixedUnits', units: ['°F', 'K'] })
    expect(
      refused([
        ['', '65', '75'],
        ['57', '15 °F', '8'],
      ]),
    ).toMatchObject({ code: 'mixedUnits' })
    expect(refused([['', '65', '75']])).toEqual({ code: 'empty' })
    expect(
      draftFromTable(
        'pressureCurve',
        [
          ['', '65'],
          ['suction', '118'],
        ],
        before,
      ),
    ).toMatchObject({ problem: { code: 'wrongRows', wanted: 2 } })
  })
  it('survives the way out to a table and back, whatever is in it', () => {
    const cell = fc.option(fc.integer({ min: 1, max: 400 }).map((n) => n / 10))
    const axis = (n: number) =>
      fc
        .uniqueArray(fc.integer({ min: 40, max: 130 }), { minLength: n, maxLength: n })
        .map((a) => a.sort((x, y) => x - y))
    fc.assert(
      fc.property(
        axis(4),
        axis(3),
        fc.array(fc.array(cell, { minLength: 4, maxLength: 4 }), { minLength: 3, maxLength: 3 }),
        (x, y, values) => {
          const draft = draftOf({
            columns: { unit: '°F', values: x },
            rows: { unit: '°F', values: y },
            cells: { unit: 'K', values },
          })
          const back = draftFromTable('superheatGrid', tableOf('superheatGrid', draft), {
            columnUnit: '°F',
            rowUnit: '°F',
            cellUnit: 'K',
          })
          expect(back).toEqual({ ok: true, draft })
        },
      ),
    )
  })
})

describe('which line of a label applies', () => {
  const label: ModelLabel = {
    name: 'Kelvane 36',
    tables: [
      {
        quantity: 'subcooling',
        rows: [
          { orientation: 'up', cooling: { value: 10, unit: '°F' }, heating: { value: 24, unit: '°F' } },
          { orientation: 'down', cooling: { value: 8, unit: '°F' } },
          { indoor: 'KC-36', cooling: { value: 12, unit: '°F' } },
          { indoor: 'KC-36', orientation: 'left', cooling: { value: 13, unit: '°F' } },
        ],
      },
    ],
    sheets: [superheatGrid],
  }
  const target = (place: Partial<LookupPlace>, of: ModelLabel = label) => {
    const found = labelTarget(of, { quantity: 'subcooling', mode: 'cooling', ...place }, customaryProfile)
    return found?.ok ? Math.round(found.targetK * 1.8 * 1e6) / 1e6 : found?.reason
  }
  it.each([
    [{ orientation: 'up' }, 10],
    [{ orientation: 'down' }, 8],
    [{ orientation: 'up', indoorModel: 'kc 36' }, 12],
    [{ orientation: 'left', indoorModel: 'KC-36' }, 13],
    [{ orientation: 'up', mode: 'heating' }, 24],
    [{ orientation: 'down', mode: 'heating' }, 'rowNotOnLabel'],
    [{}, 'needsOrientation'],
    [{ orientation: 'right' }, 'needsIndoorModel'],
    [{ orientation: 'right', indoorModel: 'KC-30' }, 'rowNotOnLabel'],
  ] as [Partial<LookupPlace>, number | string][])('%j: %s', (place, wanted) => expect(target(place)).toBe(wanted))
  it('asks for the indoor unit where every line is for one', () => {
    const paired: ModelLabel = {
      name: 'x',
      tables: [{ quantity: 'subcooling', rows: [{ indoor: 'A', cooling: { value: 9, unit: '°F' } }] }],
    }
    expect(target({}, paired)).toBe('needsIndoorModel')
    expect(target({ indoorModel: 'B' }, paired)).toBe('rowNotOnLabel')
    expect(target({}, { name: 'nothing' })).toBeUndefined()
  })
  const chart = (place: Partial<LookupPlace>, sheet: Partial<ChargingSheet> = {}) =>
    target({ quantity: 'superheat', ...place }, { name: 'x', sheets: [{ ...superheatGrid, ...sheet }] })
  it('looks a chart up, and refuses where it can’t', () => {
    expect(chart({ outdoorK: kelvin(85), wetBulbK: kelvin(67) })).toBe(19)
    expect(chart({ outdoorK: kelvin(90), wetBulbK: kelvin(64.5) })).toBe((13 + 8 + 19 + 15) / 4)
    expect(chart({ outdoorK: kelvin(85) })).toBe('needsWetBulb')
    expect(chart({ wetBulbK: kelvin(67) })).toBe('needsOutdoor')
    expect(chart({ outdoorK: kelvin(60), wetBulbK: kelvin(67) })).toBe('outsideChart')
    expect(chart({ outdoorK: kelvin(100), wetBulbK: kelvin(58) })).toBe('blankCell')
  })
  it('takes a dry-bulb chart only at ordinary humidity', () => {
    const dry = { indoorAxis: 'dryBulb', rows: { unit: '°F', values: [70, 75, 80, 85] } } as const
    const place = { outdoorK: kelvin(85), dryBulbK: kelvin(75) }
    expect(chart({ ...place, humidity: 0.5 }, dry)).toBe(13)
    expect(chart({ ...place, humidity: 0.75 }, dry)).toBe('humidityOutsideChart')
    expect(chart({ ...place, humidity: 0.75 }, { ...dry, humidityHigh: { value: 80, unit: '%' } })).toBe(13)
    expect(chart({ outdoorK: kelvin(85), humidity: 0.5 }, dry)).toBe('needsReturn')
    const both: ModelLabel = { name: 'x', sheets: [{ ...superheatGrid, ...dry }, superheatGrid] }
    expect(target({ quantity: 'superheat', ...place, wetBulbK: kelvin(67) }, both)).toBe(19)
    expect(target({ quantity: 'superheat', ...place }, both)).toBe(13)
  })
  it('turns a required liquid line into a target, and reads subcooling off a weather curve', () => {
    const line: ChargingSheet = {
      shape: 'requiredLine',
      mode: 'cooling',
      columns: { unit: 'psig', values: [300, 400] },
      rows: { unit: '', values: [0] },
      cells: { unit: '°F', values: [[85, 105]] },
    }
    const place = { liquidGaugePa: 350 * 6894.757293168, bubble: { temperatureK: kelvin(104), slopeKPerPa: 2e-5 } }
    const found = labelTarget(
      { name: 'x', sheets: [line] },
      { quantity: 'subcooling', mode: 'cooling', ...place },
      customaryProfile,
    )
    expect(found?.ok && found.targetK * 1.8).toBeCloseTo(9, 6)
    expect(target({}, { name: 'x', sheets: [line] })).toBe('needsLiquidPressure')
    const curve: ChargingSheet = {
      ...line,
      shape: 'subcoolingCurve',
      columns: { unit: '°F', values: [70, 100] },
      cells: { unit: '°F', values: [[12, 9]] },
    }
    expect(target({ outdoorK: kelvin(80) }, { name: 'x', sheets: [curve] })).toBe(11)
  })
  it('gives the pressures that the label expects in this weather', () => {
    const sheet: ChargingSheet = {
      shape: 'pressureCurve',
      mode: 'cooling',
      columns: { unit: '°F', values: [80, 100] },
      rows: { unit: '', values: [0, 1] },
      cells: {
        unit: 'psig',
        values: [
          [120, 130],
          [300, null],
        ],
      },
    }
    const at = expectedPressures({ name: 'x', sheets: [sheet] }, { outdoorK: kelvin(90), mode: 'cooling' })
    expect((at?.suctionPa ?? NaN) / 6894.757293168).toBeCloseTo(125, 6)
    expect(at?.liquidPa).toBeUndefined()
  })
})

describe('a model label', () => {
  it('is refused with values that no plate carries', () => {
    const said = (change: Partial<ModelLabel>) => checkLabel({ name: 'x', ...change }).map((p) => [p.path, p.code])
    expect(said({})).toEqual([])
    expect(said({ name: '' })).toEqual([['name', 'noName']])
    expect(said({ charge: { value: 0, unit: 'oz' } })).toEqual([['charge', 'notPositive']])
    expect(said({ outdoorLow: { value: 100, unit: '°F' }, outdoorHigh: { value: 30, unit: '°C' } })).toEqual([
      ['outdoorHigh', 'wrongWayRound'],
    ])
    const row = { orientation: 'up', cooling: { value: 10, unit: '°F' } } as const
    expect(said({ tables: [{ quantity: 'subcooling', rows: [row, row] }] })).toEqual([
      ['tables.0.rows.1', 'twiceInTable'],
    ])
    const item = (name: string) => ({ name, mass: { value: -2, unit: 'oz' } as const })
    expect(said({ items: [item('indoor coil'), item('drier')] })).toEqual([])
    expect(said({ items: [item(' '), item('Indoor coil'), item('indoor-coil')] })).toEqual([
      ['items.0.name', 'noItemName'],
      ['items.2.name', 'twiceInTable'],
    ])
    expect(said({ tables: [{ quantity: 'subcooling', rows: [{ orientation: 'up' }] }] })).toEqual([
      ['tables.0', 'emptyTable'],
    ])
    expect(said({ sheets: [{ ...superheatGrid, columns: { unit: '°F', values: [65, 65, 85, 95, 105] } }] })).toEqual([
      ['sheets.0.columns.1', 'sheet'],
    ])
  })
  it('finds its allowance by tube, and model names whatever their dashes', () => {
    const label: ModelLabel = {
      name: 'x',
      allowances: [{ tube: { value: 0.375, unit: 'in' }, allowance: { value: 0.6, unit: 'oz/ft' } }],
    }
    expect(allowanceFor(label, 0.009525)).toEqual({ value: 0.6, unit: 'oz/ft' })
    expect(allowanceFor(label, 0.0127)).toBeUndefined()
    expect([sameName('KC-36', 'kc 36'), sameName('KC-36', 'KC-30')]).toEqual([true, false])
  })
})
