import { toSi, unitTable, type Dimension, type Quantity, type UnitOf } from '../quantity/unit'
import type { ChargeMode } from './equipment'
import type { Grid } from './grid'

/**
 * subcoolingCurve: target subcooling by outdoor temperature; superheatGrid: target superheat by outdoor and indoor temperature;
 * pressureCurve: expected suction and liquid pressure by outdoor temperature; requiredLine: liquid-line temperature by liquid pressure.
 */
export type SheetShape = 'subcoolingCurve' | 'superheatGrid' | 'pressureCurve' | 'requiredLine'
export const sheetShapes = ['subcoolingCurve', 'superheatGrid', 'pressureCurve', 'requiredLine'] as const
export type IndoorAxis = 'wetBulb' | 'dryBulb'

interface Scale {
  readonly unit: string
  readonly values: readonly number[]
}

/** A chart of a label exactly as it was entered, each axis in its own unit. */
export interface ChargingSheet {
  readonly shape: SheetShape
  readonly mode: ChargeMode
  /** the indoor unit that this sheet is for; empty: any */
  readonly indoor?: string
  /** stage of the equipment that this sheet is for; empty: the highest */
  readonly stage?: string
  /** superheatGrid: what its rows are */
  readonly indoorAxis?: IndoorAxis
  readonly columns: Scale
  /** superheatGrid: indoor temperatures; elsewhere the names of the rows stand in `sheetSpecs` and values are 0, 1 … */
  readonly rows: Scale
  readonly cells: { readonly unit: string; readonly values: readonly (readonly (number | null)[])[] }
  /** dry-bulb grids: relative humidity indoors between which the chart holds */
  readonly humidityLow?: Quantity<'ratio'>
  readonly humidityHigh?: Quantity<'ratio'>
}

export interface SheetSpec {
  readonly columns: Dimension
  readonly cells: Dimension
  /** a measured axis, or named rows */
  readonly rows: { readonly axis: Dimension } | { readonly names: readonly string[] }
}

export const sheetSpecs: Readonly<Record<SheetShape, SheetSpec>> = {
  subcoolingCurve: { columns: 'temperature', cells: 'temperatureDifference', rows: { names: ['subcooling'] } },
  superheatGrid: { columns: 'temperature', cells: 'temperatureDifference', rows: { axis: 'temperature' } },
  pressureCurve: { columns: 'temperature', cells: 'gaugePressure', rows: { names: ['suction', 'liquid'] } },
  requiredLine: { columns: 'gaugePressure', cells: 'temperature', rows: { names: ['line'] } },
}

const grids = new WeakMap<ChargingSheet, Grid>()

/** The sheet in SI, ready to interpolate. Kept per sheet: a reading is judged many times while it is typed. */
export function sheetGrid(sheet: ChargingSheet): Grid {
  const known = grids.get(sheet)
  if (known) return known
  const spec = sheetSpecs[sheet.shape]
  const si = (dimension: Dimension, unit: string) => (value: number) =>
    toSi(dimension, { value, unit: unit as UnitOf<Dimension> })
  const cell = si(spec.cells, sheet.cells.unit)
  const grid: Grid = {
    x: sheet.columns.values.map(si(spec.columns, sheet.columns.unit)),
    y: 'axis' in spec.rows ? sheet.rows.values.map(si(spec.rows.axis, sheet.rows.unit)) : sheet.rows.values,
    cells: sheet.cells.values.map((row) => row.map((value) => (value === null ? null : cell(value)))),
  }
  grids.set(sheet, grid)
  return grid
}

export type SheetProblem =
  | { code: 'noColumns' | 'noRows' | 'empty'; path: string }
  | { code: 'notRising' | 'repeated'; path: string; value: number }
  | { code: 'ragged'; path: string; wanted: number; found: number }
  | { code: 'unknownUnit'; path: string; unit: string }
  | { code: 'notPositive'; path: string }
  | { code: 'humidityWrongWay'; path: string }

/** What is wrong with a sheet as it stands, each with the place: an axis that doesn't rise, a value twice, rows of unequal length. */
export function checkSheet(sheet: ChargingSheet): SheetProblem[] {
  const { columns, rows, cells } = sheet
  const spec = sheetSpecs[sheet.shape]
  const problems: SheetProblem[] = [
    ...knownUnit(spec.columns, columns.unit, 'columns'),
    ...knownUnit(spec.cells, cells.unit, 'cells'),
    ...('axis' in spec.rows ? knownUnit(spec.rows.axis, rows.unit, 'rows') : []),
  ]
  if ('names' in spec.rows && rows.values.length !== spec.rows.names.length) {
    problems.push({ code: 'ragged', path: 'rows', wanted: spec.rows.names.length, found: rows.values.length })
  }
  if (columns.values.length === 0) problems.push({ code: 'noColumns', path: 'columns' })
  if (rows.values.length === 0) problems.push({ code: 'noRows', path: 'rows' })
  problems.push(...rising(columns.values, 'columns'))
  if ('axis' in spec.rows) problems.push(...rising(rows.values, 'rows'))
  if (cells.values.length !== rows.values.length) {
    problems.push({ code: 'ragged', path: 'cells', wanted: rows.values.length, found: cells.values.length })
  }
  cells.values.forEach((row, i) => {
    if (row.length !== columns.values.length)
      problems.push({ code: 'ragged', path: `cells.${i}`, wanted: columns.values.length, found: row.length })
    row.forEach((value, j) => {
      const difference = spec.cells === 'temperatureDifference'
      if (difference && value !== null && value <= 0) problems.push({ code: 'notPositive', path: `cells.${i}.${j}` })
    })
  })
  if (!cells.values.some((row) => row.some((value) => value !== null))) problems.push({ code: 'empty', path: 'cells' })
  const { humidityLow, humidityHigh } = sheet
  if (humidityLow && humidityHigh && toSi('ratio', humidityLow) >= toSi('ratio', humidityHigh)) {
    problems.push({ code: 'humidityWrongWay', path: 'humidityHigh' })
  }
  return problems
}

function knownUnit(dimension: Dimension, unit: string, path: string): SheetProblem[] {
  return Object.hasOwn(unitTable(dimension), unit) ? [] : [{ code: 'unknownUnit', path, unit }]
}

function rising(values: readonly number[], path: string): SheetProblem[] {
  return values.flatMap((value, i): SheetProblem[] => {
    const before = values[i - 1]
    if (before === undefined || value > before) return []
    const repeated = values.indexOf(value) < i
    return [{ code: repeated ? 'repeated' : 'notRising', path: `${path}.${i}`, value }]
  })
}
