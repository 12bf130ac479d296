import type { Grid } from './grid'
import { parseQuantity, type ParseProblem } from '../quantity/parse'
import { unitTable, type Dimension, type UnitOf } from '../quantity/unit'
import { checkSheet, sheetSpecs, type ChargingSheet, type SheetProblem, type SheetShape } from './sheet'

/** A chart while it is being filled: everything is text, so that nothing typed is ever lost. */
export interface SheetDraft {
  readonly columnUnit: string
  readonly rowUnit: string
  readonly cellUnit: string
  readonly columns: readonly string[]
  readonly rows: readonly string[]
  readonly cells: readonly (readonly string[])[]
}

export type DraftProblem =
  | SheetProblem
  | { code: 'unreadable'; path: string; problem: ParseProblem }
  | { code: 'otherUnit'; path: string; unit: string; wanted: string }
  | { code: 'blankAxis'; path: string }

export type ReadSheet =
  | { ok: true; sheet: Pick<ChargingSheet, 'columns' | 'rows' | 'cells'> }
  | { ok: false; problems: DraftProblem[] }

/** Marks that people leave in cells which the maker left empty. */
const isBlank = (text: string) => /^[\s\-–—.*]*$/.test(text) || /^n\/?a$/i.test(text.trim())

/**
 * A filled chart read: every problem at its place (`columns.3`, `cells.1.4`), or the chart. A cell that names another unit than its
 * chart is refused, not converted: half a chart in other units is a slip.
 */
export function readSheet(shape: SheetShape, draft: SheetDraft, extra: Partial<ChargingSheet> = {}): ReadSheet {
  const spec = sheetSpecs[shape]
  const problems: DraftProblem[] = []
  const number = (text: string, dimension: Dimension, unit: string, path: string): number => {
    const parsed = parseQuantity(text, dimension, unit as UnitOf<Dimension>)
    if (!parsed.ok) {
      problems.push({ code: 'unreadable', path, problem: parsed.problem })
      return NaN
    }
    if (parsed.quantity.unit !== unit)
      problems.push({ code: 'otherUnit', path, unit: parsed.quantity.unit, wanted: unit })
    return parsed.quantity.value
  }
  const axis = (texts: readonly string[], dimension: Dimension, unit: string, path: string) =>
    texts.map((text, i) => {
      if (!isBlank(text)) return number(text, dimension, unit, `${path}.${i}`)
      problems.push({ code: 'blankAxis', path: `${path}.${i}` })
      return NaN
    })
  const columns = axis(draft.columns, spec.columns, draft.columnUnit, 'columns')
  const rows =
    'axis' in spec.rows ? axis(draft.rows, spec.rows.axis, draft.rowUnit, 'rows') : spec.rows.names.map((_, i) => i)
  const cells = draft.cells.map((row, i) =>
    row.map((text, j) => (isBlank(text) ? null : number(text, spec.cells, draft.cellUnit, `cells.${i}.${j}`))),
  )
  const sheet = {
    columns: { unit: draft.columnUnit, values: columns },
    rows: { unit: draft.rowUnit, values: rows },
    cells: { unit: draft.cellUnit, values: cells },
  }
  if (problems.length > 0) return { ok: false, problems }
  const found = checkSheet({ shape, mode: 'cooling', ...extra, ...sheet })
  return found.length > 0 ? { ok: false, problems: found } : { ok: true, sheet }
}

/** A stored chart as text again, to be edited. */
export function draftOf({ columns, rows, cells }: Pick<ChargingSheet, 'columns' | 'rows' | 'cells'>): SheetDraft {
  const text = (value: number | null) => (value === null ? '' : String(value).replace('-', '−'))
  return {
    columnUnit: columns.unit,
    rowUnit: rows.unit,
    cellUnit: cells.unit,
    columns: columns.values.map(text),
    rows: rows.values.map(text),
    cells: cells.values.map((row) => row.map(text)),
  }
}

export type TableProblem =
  | { code: 'empty' }
  | { code: 'ragged'; line: number; wanted: number; found: number }
  | { code: 'wrongRows'; wanted: number; found: number }
  | { code: 'mixedUnits'; units: string[] }

/**
 * A pasted or imported table as a draft: the first line is the columns' axis, the first field of each further line its row's. A unit
 * named in the corner or in an axis is taken; two different ones in the body are refused.
 */
export function draftFromTable(
  shape: SheetShape,
  lines: readonly (readonly string[])[],
  before: Pick<SheetDraft, 'columnUnit' | 'rowUnit' | 'cellUnit'>,
): { ok: true; draft: SheetDraft } | { ok: false; problem: TableProblem } {
  const spec = sheetSpecs[shape]
  const kept = lines
    .map((line) => line.map((field) => field.trim()))
    .filter((line) => line.some((field) => field !== ''))
  const [head, ...body] = kept
  if (!head || head.length < 2 || body.length === 0) return { ok: false, problem: { code: 'empty' } }
  for (const [i, line] of body.entries()) {
    if (line.length !== head.length)
      return { ok: false, problem: { code: 'ragged', line: i + 2, wanted: head.length, found: line.length } }
  }
  if ('names' in spec.rows && body.length !== spec.rows.names.length) {
    return { ok: false, problem: { code: 'wrongRows', wanted: spec.rows.names.length, found: body.length } }
  }
  const columns = unitsIn(head.slice(1), spec.columns)
  const rows =
    'axis' in spec.rows
      ? unitsIn(
          body.map((line) => line[0]!),
          spec.rows.axis,
        )
      : { units: [], texts: body.map((_, i) => String(i)) }
  const cells = unitsIn(
    body.flatMap((line) => line.slice(1)),
    spec.cells,
  )
  for (const { units } of [columns, rows, cells])
    if (units.length > 1) return { ok: false, problem: { code: 'mixedUnits', units } }
  const width = head.length - 1
  return {
    ok: true,
    draft: {
      columnUnit: columns.units[0] ?? before.columnUnit,
      rowUnit: rows.units[0] ?? before.rowUnit,
      cellUnit: cells.units[0] ?? before.cellUnit,
      columns: columns.texts,
      rows: rows.texts,
      cells: body.map((_, i) => cells.texts.slice(i * width, (i + 1) * width)),
    },
  }
}

/** The units named among some fields (each once), and the fields without them. Some with and some without is mixed, too. */
function unitsIn(fields: readonly string[], dimension: Dimension): { units: string[]; texts: string[] } {
  const units = new Set<string>()
  let bare = 0
  const texts = fields.map((field) => {
    const parsed = parseQuantity(field, dimension, NO_UNIT as UnitOf<Dimension>)
    if (!parsed.ok || isBlank(field)) return field
    const { value, unit } = parsed.quantity
    if ((unit as string) === NO_UNIT) {
      bare += 1
      return field
    }
    units.add(unit)
    return String(value)
  })
  return { units: units.size > 0 && bare > 0 ? [...units, 'none'] : [...units], texts }
}
const NO_UNIT = ''

/** The chart as lines of fields, for a CSV: axes first, their units in the corner's neighbours only where they aren't bare. */
export function tableOf(shape: SheetShape, draft: SheetDraft): string[][] {
  const spec = sheetSpecs[shape]
  const withUnit = (text: string, unit: string) => (isBlank(text) ? '' : `${text} ${unit}`)
  const first = (i: number) =>
    'axis' in spec.rows ? withUnit(draft.rows[i] ?? '', draft.rowUnit) : spec.rows.names[i]!
  return [
    [shape, ...draft.columns.map((text) => withUnit(text, draft.columnUnit))],
    ...draft.cells.map((row, i) => [first(i), ...row.map((text) => withUnit(text, draft.cellUnit))]),
  ]
}

/** The units a draft's axis may be in. */
export const draftUnits = (dimension: Dimension): string[] => Object.keys(unitTable(dimension))

/**
 * What can be drawn of a chart while it is being filled: in the units it is typed in, unreadable cells left blank.
 * @returns undefined until both axes can be read
 */
export function looseGrid(shape: SheetShape, draft: SheetDraft): Grid | undefined {
  const spec = sheetSpecs[shape]
  const number = (text: string, dimension: Dimension, unit: string) => {
    const parsed = parseQuantity(text, dimension, unit as UnitOf<Dimension>)
    return parsed.ok && parsed.quantity.unit === unit ? parsed.quantity.value : undefined
  }
  const x = draft.columns.map((text) => number(text, spec.columns, draft.columnUnit))
  const { rows } = spec
  const y =
    'axis' in rows ? draft.rows.map((text) => number(text, rows.axis, draft.rowUnit)) : rows.names.map((_, i) => i)
  const known = (values: readonly (number | undefined)[]): values is number[] => values.every((v) => v !== undefined)
  if (!known(x) || !known(y) || x.length === 0 || y.length === 0) return undefined
  const cells = y.map((_, i) =>
    x.map((_, j) => {
      const text = draft.cells[i]?.[j] ?? ''
      return isBlank(text) ? null : (number(text, spec.cells, draft.cellUnit) ?? null)
    }),
  )
  return { x, y, cells }
}

/** The chart with one more (or one less) column or row at its end; what stands in the others stays. */
export function resizeDraft(draft: SheetDraft, { columns, rows }: { columns: number; rows: number }): SheetDraft {
  const fit = (texts: readonly string[], n: number) => Array.from({ length: n }, (_, i) => texts[i] ?? '')
  return {
    ...draft,
    columns: fit(draft.columns, columns),
    rows: fit(draft.rows, rows),
    cells: Array.from({ length: rows }, (_, i) => fit(draft.cells[i] ?? [], columns)),
  }
}
