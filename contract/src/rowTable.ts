import {
  inPhysicalRange,
  MOST_TAG_LETTERS,
  parseQuantity,
  preferredUnit,
  type Quantity,
  type UnitOf,
  type UnitSystem,
} from '@zetesis/core'
import { parseTable } from './sheetCsv'
import { outOfRangeWords } from './door'
import { parseProblemWords } from './words/parse'

/** more in one go is another file */
export const MOST_LINES = 500
const MOST_LETTERS = { place: 200, serial: 120, model: 120 } as const

/** One unit of a pasted table, as it was read. */
export interface RowLine {
  readonly tag: string
  readonly place?: string
  readonly serial?: string
  /** the name of a model of the library, as it stands there */
  readonly model?: string
  readonly lineLength?: Quantity<'length'>
}
/** A line that can't be taken, counted from 1 with the heading, and why. */
export interface RefusedLine {
  readonly line: number
  readonly why: string
}
export type RowTable =
  | { readonly ok: true; readonly units: readonly RowLine[]; readonly refused: readonly RefusedLine[] }
  | { readonly ok: false; readonly why: string }

type Column = keyof RowLine
const names: readonly (readonly [Column, RegExp])[] = [
  ['tag', /^(tags?|units?|unit tag|name|no\.?|#)$/],
  ['place', /^(place|where|location|room|address|house)$/],
  ['serial', /^(serial|serial (no\.?|number)|s\/n)$/],
  ['model', /^(model|outdoor model|outdoor unit)$/],
  ['lineLength', /^(line|length|line length|line set|line set length)$/],
]

/**
 * Units from a table that was pasted from a spreadsheet or read from a CSV file: a heading that names its columns, in any order, others are left alone; or
 * tags alone, one a line. A length may carry its unit, in its cell or in the heading, "length (m)".
 *
 * @param taken tags that stand in the job already
 * @param models names of the library's models
 * @returns the units that can be opened, and each line that can't, with the reason
 */
export function readRowTable(
  text: string,
  { taken, models, system }: { taken: readonly string[]; models: readonly string[]; system: UnitSystem },
): RowTable {
  const table = parseTable(text).map((fields) => fields.map((field) => field.trim()))
  const [heading] = table
  if (!heading) return { ok: false, why: 'Nothing is in it yet: paste a table, or its tags one a line.' }
  const found = columnsOf(heading)
  const headed = found.size > 0
  if (headed && !found.has('tag'))
    return {
      ok: false,
      why: `No column is named “tag”; there are: ${heading.filter(Boolean).join(', ')}. Name the one with the tags.`,
    }
  if (!headed && heading.length > 1)
    return { ok: false, why: 'The first line names the columns: tag, and any of model, line length, place, serial.' }
  const lines = headed ? table.slice(1) : table
  if (lines.length > MOST_LINES)
    return { ok: false, why: `${lines.length} lines are in it; at most ${MOST_LINES} in one go. Split the file.` }
  const at = headed ? found : new Map<Column, { index: number; unit?: string }>([['tag', { index: 0 }]])
  const standing = new Set(taken.map(plain))
  const known = new Map(models.map((name) => [plain(name), name]))
  const units: RowLine[] = []
  const refused: RefusedLine[] = []
  for (const [i, fields] of lines.entries()) {
    const read = readLine(fields, { at, standing, known, system })
    if (typeof read === 'string') refused.push({ line: i + (headed ? 2 : 1), why: read })
    else {
      units.push(read)
      standing.add(plain(read.tag))
    }
  }
  return { ok: true, units, refused }
}

const plain = (text: string) => text.trim().toLowerCase()

function columnsOf(heading: readonly string[]): Map<Column, { index: number; unit?: string }> {
  const found = new Map<Column, { index: number; unit?: string }>()
  for (const [index, field] of heading.entries()) {
    // "length (ft)", "Line length, m"
    const [, name = '', unit] = /^(.*?)(?:\s*[,([]\s*(ft|feet|in|m|cm|mm)\s*[)\]]?)?$/i.exec(field) ?? []
    const column = names.find(([, pattern]) => pattern.test(plain(name)))?.[0]
    if (column && !found.has(column)) found.set(column, { index, ...(unit ? { unit: unit.toLowerCase() } : {}) })
  }
  return found
}

interface Reading {
  readonly at: ReadonlyMap<Column, { index: number; unit?: string }>
  readonly standing: ReadonlySet<string>
  readonly known: ReadonlyMap<string, string>
  readonly system: UnitSystem
}

/** The unit of a line, or why it can't be taken. */
function readLine(fields: readonly string[], { at, standing, known, system }: Reading): RowLine | string {
  const cell = (column: Column) => fields[at.get(column)?.index ?? -1] ?? ''
  const tag = cell('tag')
  if (tag === '') return 'It has no tag.'
  if (tag.length > MOST_TAG_LETTERS) return `“${tag.slice(0, 20)}…” is too long: at most ${MOST_TAG_LETTERS} letters.`
  if (standing.has(plain(tag))) return `${tag} is in this job, or higher up in the table, already.`
  for (const column of ['place', 'serial'] as const)
    if (cell(column).length > MOST_LETTERS[column])
      return `Its ${column} is too long: at most ${MOST_LETTERS[column]} letters.`
  const model = known.get(plain(cell('model')))
  if (cell('model') !== '' && !model)
    return `No model “${cell('model').slice(0, MOST_LETTERS.model)}” is in the library: enter its label there first, or leave the cell empty.`
  const length = lengthOf(cell('lineLength'), at.get('lineLength')?.unit, system)
  if (typeof length === 'string') return `Line length “${cell('lineLength').slice(0, 40)}”: ${length}`
  return {
    tag,
    ...(cell('place') ? { place: cell('place') } : {}),
    ...(cell('serial') ? { serial: cell('serial') } : {}),
    ...(model ? { model } : {}),
    ...(length ? { lineLength: length } : {}),
  }
}

function lengthOf(text: string, unit: string | undefined, system: UnitSystem): Quantity<'length'> | string | undefined {
  if (text === '') return undefined
  const assumed = (unit === 'feet' ? 'ft' : unit) ?? preferredUnit('length', system)
  const read = parseQuantity(text, 'length', assumed as UnitOf<'length'>)
  if (!read.ok) return parseProblemWords(read.problem)
  if (read.quantity.value < 0) return 'it can’t be below zero.'
  return inPhysicalRange('length', read.quantity) ? read.quantity : outOfRangeWords('length', read.quantity)
}
