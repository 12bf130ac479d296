import { TZDate } from '@date-fns/tz'
import {
  FORECAST_HOURS,
  hourlyForecast,
  hoursOfDays,
  HOUR_MS,
  toSi,
  type Forecast,
  type ForecastPoint,
} from '@zetesis/core'
import { parseTable } from './sheetCsv'
import { isNothing, readDateParts, readNumber } from './traceCsv/numbers'

export const forecastUnits = ['°F', '°C', 'K'] as const
export type ForecastUnit = (typeof forecastUnits)[number]

/** What a file can't tell. */
export interface ForecastTerms {
  /** the job's own clock, IANA */
  readonly timeZone: string
  /** what times without a zone are; the job's clock where nobody says */
  readonly zoneless?: 'job' | 'utc'
  /** what numbers without a unit are */
  readonly unit?: ForecastUnit
  /** what the reader is used to, where nothing tells */
  readonly usualUnit: ForecastUnit
  readonly nowMs: number
}

export type ForecastRefusal =
  | { readonly code: 'empty' | 'notJson' | 'noTemperatures' | 'tooFew' | 'over' }
  | { readonly code: 'badTime' | 'badTemperature' | 'lowOverHigh'; readonly line: number; readonly cell: string }
  | { readonly code: 'notOutdoors'; readonly line: number; readonly cell: string; readonly unit: ForecastUnit }

export interface ForecastRead {
  readonly ok: true
  readonly forecast: Forecast
  readonly unit: ForecastUnit
  /** its numbers name their unit; otherwise it was taken for what is likeliest */
  readonly unitSaid: boolean
  /** how its times are told */
  readonly zone: 'said' | 'job' | 'utc'
  /** a line a day, lowest and highest: its hours are reckoned */
  readonly daily: boolean
  /** hours between its first and its last that it says nothing of */
  readonly gapHours: number
  /** lines without a temperature */
  readonly skipped: number
}

interface Table {
  readonly header: readonly string[]
  readonly rows: readonly { readonly line: number; readonly cells: readonly string[] }[]
  readonly decimal: '.' | ','
  /** units that stand elsewhere in the file */
  readonly units: string
}

/** nothing outdoors is colder or hotter, °C */
const COLDEST_C = -70
const HOTTEST_C = 60

/**
 * A forecast from what was typed, pasted or read from a file: CSV or JSON of hourly temperatures, or a line a day with its lowest and highest. Times may carry a zone, be seconds since 1970,
 * or stand on the job's clock; temperatures may be in any unit. What lies apart by more than three hours stays a gap.
 */
export function readForecast(
  text: string,
  terms: ForecastTerms,
): ForecastRead | ({ readonly ok: false } & ForecastRefusal) {
  const refuse = <R extends ForecastRefusal>(refusal: R) => ({ ok: false as const, ...refusal })
  if (text.trim() === '') return refuse({ code: 'empty' })
  const table = /^\s*[[{]/.test(text) ? jsonTable(text) : csvTable(text)
  if (table === 'notJson') return refuse({ code: 'notJson' })
  const columns = table && columnsOf(table)
  if (!table || !columns) return refuse({ code: 'noTemperatures' })
  const dayFirst = isDayFirst(table, columns.time)
  const said = saidUnit(table, columns)
  const numbers = table.rows.flatMap(({ cells }) =>
    columns.values.map((c) => readNumber(cells[c] ?? '', table.decimal)),
  )
  const unit =
    said ??
    terms.unit ??
    likelyUnit(
      numbers.filter((n) => n !== undefined),
      terms.usualUnit,
    )
  let zone: ForecastRead['zone'] = 'said'
  let skipped = 0
  const points: ForecastPoint[] = []
  const days = new Map<string, { lowK: number; highK: number; atMs: number }>()
  for (const { line, cells } of table.rows) {
    const timeCell = cells[columns.time] ?? ''
    const clock = columns.clock === undefined ? undefined : cells[columns.clock]
    const at = momentOf(timeCell, clock, { ...terms, dayFirst })
    if (!at) return refuse({ code: 'badTime', line, cell: [timeCell, clock].filter(Boolean).join(' ') })
    if (!at.said) zone = terms.zoneless ?? 'job'
    const k: number[] = []
    for (const column of columns.values) {
      const cell = cells[column] ?? ''
      if (isNothing(cell)) continue
      const value = readNumber(cell, table.decimal)
      if (value === undefined) return refuse({ code: 'badTemperature', line, cell })
      const si = toSi('temperature', { value, unit })
      if (si < COLDEST_C + 273.15 || si > HOTTEST_C + 273.15) return refuse({ code: 'notOutdoors', line, cell, unit })
      k.push(si)
    }
    if (k.length < columns.values.length) {
      skipped++
      continue
    }
    if (columns.values.length === 1) points.push({ atMs: at.ms, outdoorK: k[0]! })
    else {
      if (k[0]! > k[1]!) return refuse({ code: 'lowOverHigh', line, cell: timeCell })
      days.set(at.day, { lowK: k[0]!, highK: k[1]!, atMs: at.ms })
    }
  }
  const daily = columns.values.length === 2
  const forecast = hourlyForecast(daily ? pointsOfDays(days, terms.timeZone) : points)
  if (!forecast) return refuse({ code: 'tooFew' })
  const endMs = Date.parse(forecast.start) + (forecast.hourlyC.length - 1) * HOUR_MS
  if (endMs < terms.nowMs) return refuse({ code: 'over' })
  const gapHours = forecast.hourlyC.filter((c) => c === null).length
  return {
    ok: true,
    forecast,
    unit,
    unitSaid: said !== undefined,
    zone: daily ? 'job' : zone,
    daily,
    gapHours,
    skipped,
  }
}

const timeName = /time|date|stamp|hour|when|valid|day|\bat\b/i
const clockName = /^(time|hour|clock)$/i
const temperatureName = /temp|dry.?bulb|outdoor|\bair\b|°|^t(_?[cfk])?$|fahrenheit|celsius/i
const otherName = /dew|feels|apparent|wet|wind|chill|ground|soil|indoor|humid/i
const lowName = /low|min/i
const highName = /high|max/i

/** Which column is what: a time, perhaps with the clock apart, and one temperature or two. */
function columnsOf({ header, rows }: Table): { time: number; clock?: number; values: number[] } | undefined {
  const width = Math.max(...rows.map(({ cells }) => cells.length), 0)
  if (rows.length === 0 || width < 2) return undefined
  if (header.length === 0) return { time: 0, values: width >= 3 ? [1, 2] : [1] }
  const index = (is: (name: string) => boolean) => header.findIndex((name) => is(name.trim()))
  const date = index((name) => /date|day/i.test(name))
  const time = date >= 0 ? date : index((name) => timeName.test(name))
  if (time < 0) return undefined
  const clock = index((name) => clockName.test(name))
  const rest = (name: string) => !otherName.test(name)
  const [low, high] = [
    index((name) => lowName.test(name) && rest(name)),
    index((name) => highName.test(name) && rest(name)),
  ]
  const apart = clock >= 0 && clock !== time ? { clock } : {}
  if (low >= 0 && high >= 0) return { time, values: [low, high] }
  const value = header.findIndex(
    (name, i) => i !== time && i !== clock && temperatureName.test(name.trim()) && rest(name),
  )
  return value < 0 ? undefined : { time, ...apart, values: [value] }
}

function csvTable(text: string): Table | undefined {
  const lines = parseTable(text)
  const [first] = lines
  if (!first) return undefined
  const headless = readDateParts(first[0] ?? '', { dayFirst: false }) !== undefined || isEpoch(first[0] ?? '')
  // a comma is the decimal mark only where it doesn't part the fields
  const decimal = text.includes(',') && (text.includes(';') || text.includes('\t')) ? ',' : '.'
  const rows = lines.map((cells, index) => ({ line: index + 1, cells })).slice(headless ? 0 : 1)
  return { header: headless ? [] : first, rows, decimal, units: '' }
}

function jsonTable(text: string): Table | 'notJson' | undefined {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    return 'notJson'
  }
  const found = findTable(value, 0)
  return found && { ...found, decimal: '.', units: unitStrings(value, 0).join(' ') }
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
const cellOf = (value: unknown) => (typeof value === 'number' || typeof value === 'string' ? String(value) : '')

/** A list of things with a time and a temperature, or lists of both beside each other, wherever in the file. */
function findTable(value: unknown, depth: number): Pick<Table, 'header' | 'rows'> | undefined {
  if (depth > 4) return undefined
  if (Array.isArray(value)) {
    const things = value.filter(isObject)
    const header = Object.keys(things[0] ?? {})
    if (header.some((k) => timeName.test(k)) && header.some((k) => temperatureName.test(k) || lowName.test(k)))
      return { header, rows: things.map((t, i) => ({ line: i + 1, cells: header.map((k) => cellOf(t[k])) })) }
    return things.map((thing) => findTable(thing, depth + 1)).find((table) => table !== undefined)
  }
  if (!isObject(value)) return undefined
  const lists = Object.entries(value).filter((pair): pair is [string, unknown[]] => Array.isArray(pair[1]))
  const header = lists.map(([name]) => name)
  const length = Math.max(0, ...lists.map(([, list]) => list.length))
  if (lists.length >= 2 && header.some((k) => timeName.test(k)) && lists.every(([, list]) => !list.some(isObject))) {
    const rows = Array.from({ length }, (_, i) => ({ line: i + 1, cells: lists.map(([, list]) => cellOf(list[i])) }))
    return { header, rows }
  }
  return Object.values(value)
    .map((part) => findTable(part, depth + 1))
    .find((table) => table !== undefined)
}

/** what stands under keys that name a unit */
function unitStrings(value: unknown, depth: number, named = false): string[] {
  if (depth > 4) return []
  if (typeof value === 'string') return named ? [value] : []
  if (!isObject(value)) return []
  return Object.entries(value).flatMap(([key, part]) => unitStrings(part, depth + 1, named || /unit/i.test(key)))
}

function saidUnit({ header, rows, units }: Table, { values }: { values: readonly number[] }): ForecastUnit | undefined {
  const names = values.map((c) => header[c] ?? '').join(' ')
  const cells = rows.slice(0, 5).flatMap((row) => values.map((c) => row.cells[c] ?? ''))
  return unitIn(names) ?? unitIn(cells.join(' ')) ?? unitIn(units)
}

function unitIn(text: string): ForecastUnit | undefined {
  if (/fahrenheit|°\s*F|[_ ([]F\b|\dF\b|^F$/i.test(text)) return '°F'
  if (/celsius|centigrade|°\s*C|[_ ([]C\b|\d\s?C\b|^C$/i.test(text)) return '°C'
  if (/kelvin|[_ ([]K\b|\d\s?K\b|^K$/i.test(text)) return 'K'
  return undefined
}

/** Over 45 it can't well be °C, over 200 it can only be K; else what the reader is used to. */
function likelyUnit(numbers: readonly number[], usual: ForecastUnit): ForecastUnit {
  const highest = Math.max(...numbers)
  if (highest > 200) return 'K'
  return highest > 45 ? '°F' : usual
}

/** A first number over twelve is a day; with slashes the month is first where nothing tells, with dots the day. */
function isDayFirst({ rows }: Table, time: number): boolean {
  const firsts = rows.flatMap(({ cells }) => {
    const match = /^(\d{1,2})([./-])(\d{1,2})[./-]\d/.exec((cells[time] ?? '').trim())
    return match ? [{ a: Number(match[1]), mark: match[2], b: Number(match[3]) }] : []
  })
  if (firsts.some(({ a }) => a > 12)) return true
  if (firsts.some(({ b }) => b > 12)) return false
  return firsts[0]?.mark === '.'
}

const isEpoch = (cell: string) => /^\d{9,13}(\.\d+)?$/.test(cell.trim())
const zoned = /^\d{4}-\d{2}-\d{2}[T ]\d{2}(:?\d{2}){0,2}(\.\d+)?\s*(z|[+-]\d{2}(:?\d{2})?)$/i

function momentOf(
  cell: string,
  clock: string | undefined,
  { timeZone, zoneless = 'job', dayFirst }: ForecastTerms & { dayFirst: boolean },
): { ms: number; day: string; said: boolean } | undefined {
  const text = cell.trim()
  const localDay = (ms: number) => new TZDate(ms, timeZone).toISOString().slice(0, 10)
  if (isEpoch(text)) {
    const ms = Number(text) * (Number(text) < 1e11 ? 1000 : 1)
    return { ms, day: localDay(ms), said: true }
  }
  if (zoned.test(text)) {
    const ms = Date.parse(
      text
        .replace(/\s+(?=[+-]|z$)/i, '')
        .replace(' ', 'T')
        .replace(/([+-]\d{2})$/, '$1:00'),
    )
    return Number.isNaN(ms) ? undefined : { ms, day: localDay(ms), said: true }
  }
  const parts = readDateParts(text, { dayFirst, ...(clock === undefined ? {} : { clock }) })
  if (!parts) return undefined
  const { year, month, day, seconds } = parts
  const date = [year, month - 1, day, Math.floor(seconds / 3600), Math.floor((seconds % 3600) / 60)] as const
  const ms = zoneless === 'utc' ? Date.UTC(...date) : new TZDate(...date, timeZone).getTime()
  const two = (n: number) => String(n).padStart(2, '0')
  return { ms, day: `${year}-${two(month)}-${two(day)}`, said: false }
}

/** Hours of days that follow one another, on the job's clock; a day left out stays a gap. */
function pointsOfDays(days: ReadonlyMap<string, { lowK: number; highK: number }>, timeZone: string): ForecastPoint[] {
  const sorted = [...days].sort(([a], [b]) => a.localeCompare(b)).slice(0, FORECAST_HOURS / 24)
  const runs: (typeof sorted)[] = []
  for (const entry of sorted) {
    const before = runs.at(-1)?.at(-1)?.[0]
    if (before !== undefined && Date.parse(entry[0]) - Date.parse(before) === 24 * HOUR_MS) runs.at(-1)!.push(entry)
    else runs.push([entry])
  }
  return runs.flatMap((run) => {
    const [year, month, day] = run[0]![0].split('-').map(Number) as [number, number, number]
    return hoursOfDays(run.map(([, range]) => range)).map((outdoorK, hour) => ({
      atMs: new TZDate(year, month - 1, day + Math.floor(hour / 24), hour % 24, 0, timeZone).getTime(),
      outdoorK,
    }))
  })
}
