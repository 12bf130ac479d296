import { systemChannels, type TraceChannel } from '@zetesis/core'
import Papa from 'papaparse'
import type { ColumnMapping, LogMapping, TimeKind } from './mapping'
import { guessUnit } from './channels'
import { guessSystem } from './guessSystem'
import { isNothing, readClockS, readDateMs, readNumber } from './numbers'

export type LogRefusal =
  | { code: 'empty' }
  | { code: 'notATable' }
  | { code: 'noNumbers' }
  | { code: 'binary' }
  | { code: 'tooBig'; bytes: number }

/** Enough of a file to see how it is made. */
export const GUESS_CHARACTERS = 64_000

const timeHeader = /time|zeit|heure|hora|tid|date|datum|elapsed|stamp|^t$|^s$|sec|min(?!us)|hour/i
const vacuumHeader = /vac|micron|µm|m?torr|hpa|mbar|\bpa\b|pressure|druck/i
const testHeader = /psi|gauge|test|\bbar\b|mpa|kpa|nitrogen|n2/i
const massHeader = /weigh|mass|scale|\bnet\b|gross|\bkg\b|\bg\b|\boz\b|\blbs?\b|gewicht|waage/i
const ambientHeader = /amb|temp|air|pipe|°\s?[cf]\b|deg/i

/**
 * How a log file is probably made: delimiter, decimal mark, header, time, columns and their units. Nothing is decided by it: it is shown
 * with the first rows and corrected by the person.
 *
 * @param head the file's beginning, `GUESS_CHARACTERS` are enough
 * @param wanted the channel it is opened for: figures that no name tells apart are taken for it
 */
export function guessLog(
  head: string,
  wanted: TraceChannel = 'vacuum',
): { ok: true; mapping: LogMapping } | { ok: false; refusal: LogRefusal } {
  const text = head.replace(/^\ufeff/, '')
  if (text.trim() === '') return { ok: false, refusal: { code: 'empty' } }
  if (/[\u0000-\u0008\u000e-\u001a]/.test(text)) return { ok: false, refusal: { code: 'binary' } }
  const delimiter = guessDelimiter(text)
  const lines = splitLines(text, delimiter)
  const decimal = guessDecimal(lines, delimiter)
  const numeric = (cell: string) => readNumber(cell, decimal) !== undefined
  const isData = (cells: readonly string[]) =>
    cells.some(numeric) && cells.every((c) => numeric(c) || isNothing(c) || isTime(c) || cells.length > 2)
  const width = commonest(lines.filter((l) => l.some(numeric)).map((l) => l.length))
  if (width === undefined) return { ok: false, refusal: { code: 'noNumbers' } }
  const skip = lines.findIndex(
    (l, i) => l.length === width && isData(l) && mostlyNumbers(lines.slice(i, i + 20), width, numeric),
  )
  if (skip < 0) return { ok: false, refusal: { code: 'notATable' } }
  const above = lines[skip - 1]
  const header =
    above && above.length === width && !above.some((c) => numeric(c)) ? above.map((c) => c.trim()) : undefined
  const rows = lines.slice(skip, skip + 400).filter((l) => l.length === width)
  const time = guessTime(rows, header, decimal)
  const channels = guessChannels(rows, header, decimal, time, wanted)
  return { ok: true, mapping: { delimiter, decimal, skip, header, columns: width, everyS: 1, ...time, channels } }
}

const isTime = (cell: string) => readClockS(cell) !== undefined || readDateMs(cell, { dayFirst: true }) !== undefined

function mostlyNumbers(lines: readonly string[][], width: number, numeric: (cell: string) => boolean): boolean {
  const good = lines.filter((l) => l.length === width && l.some(numeric)).length
  return good >= 0.6 * lines.length
}

/** The delimiter that cuts most lines into the same number of cells; a comma only where it isn't the decimal mark. */
function guessDelimiter(text: string): string {
  const lines = text
    .split(/\r\n|\n|\r/)
    .filter((l) => l.trim() !== '')
    .slice(0, 200)
  const score = (delimiter: string) => {
    const widths = lines.map((l) => l.split(delimiter).length)
    const width = commonest(widths.filter((w) => w > 1)) ?? 1
    return width < 2 ? 0 : widths.filter((w) => w === width).length / lines.length
  }
  const clear = ['\t', ';', '|'].find((d) => score(d) > 0.5)
  if (clear) return clear
  if (score(',') > 0.5) return ','
  return score(' ') > 0.5 ? ' ' : ','
}

export function splitLines(text: string, delimiter: string): string[][] {
  if (delimiter === ' ') return text.split(/\r\n|\n|\r/).map((l) => l.trim().split(/\s+/))
  return Papa.parse<string[]>(text, { delimiter }).data
}

function guessDecimal(lines: readonly string[][], delimiter: string): '.' | ',' {
  if (delimiter === ',') return '.'
  const cells = lines.flat()
  const commas = cells.filter((c) => /^\s*-?\d+,\d+\s*\D*$/.test(c)).length
  const points = cells.filter((c) => /^\s*-?\d+\.\d+\s*\D*$/.test(c)).length
  return commas > points ? ',' : '.'
}

function commonest(values: readonly number[]): number | undefined {
  const counts = new Map<number, number>()
  for (const v of values) counts.set(v, (counts.get(v) ?? 0) + 1)
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0]
}

type TimeGuess = Pick<LogMapping, 'timeKind' | 'timeColumn' | 'clockColumn' | 'dayFirst'>

function guessTime(rows: readonly string[][], header: readonly string[] | undefined, decimal: '.' | ','): TimeGuess {
  const columns = rows[0]?.map((_, i) => i) ?? []
  const share = (i: number, test: (cell: string) => boolean) =>
    rows.filter((r) => test(r[i] ?? '')).length / rows.length
  const dayFirst = guessDayFirst(rows.map((r) => r.join(' ')))
  const isDate = (c: string) => readDateMs(c, { dayFirst }) !== undefined
  const dated = columns.find((i) => share(i, isDate) > 0.6)
  const clocked = columns.find((i) => i !== dated && share(i, (c) => readClockS(c) !== undefined) > 0.6)
  if (dated !== undefined) {
    const alone = share(dated, (c) => isDate(c) && /\d:\d/.test(c)) < 0.6
    return {
      timeKind: 'dateTime',
      timeColumn: dated,
      dayFirst,
      ...(alone && clocked !== undefined ? { clockColumn: clocked } : {}),
    }
  }
  if (clocked !== undefined) return { timeKind: 'clock', timeColumn: clocked, dayFirst }
  const rises = (i: number) => {
    const values = rows.map((r) => readNumber(r[i] ?? '', decimal)).filter((v) => v !== undefined)
    const up = values.filter((v, k) => k > 0 && v > values[k - 1]!).length
    return values.length > 2 && up >= 0.85 * (values.length - 1)
  }
  const named = columns.find((i) => header && timeHeader.test(header[i] ?? '') && rises(i))
  const timeColumn = named ?? columns.find((i) => rises(i) && columns.length > 1)
  if (timeColumn === undefined) return { timeKind: 'rows', timeColumn: -1, dayFirst }
  return { timeKind: countedBy(header?.[timeColumn]), timeColumn, dayFirst }
}

function countedBy(header = ''): TimeKind {
  if (/\bms\b|milli/i.test(header)) return 'milliseconds'
  if (/min/i.test(header)) return 'minutes'
  if (/hour|\bh\b|std/i.test(header)) return 'hours'
  return 'seconds'
}

/** 03.04. can't say; one row with a day over 12 does, else points mean days first and slashes months first. */
function guessDayFirst(lines: readonly string[]): boolean {
  for (const line of lines) {
    const match = /\b(\d{1,2})[./-](\d{1,2})[./-]\d{2,4}\b/.exec(line)
    if (match && Number(match[1]) > 12) return true
    if (match && Number(match[2]) > 12) return false
  }
  return lines.some((l) => /\b\d{1,2}\.\d{1,2}\.\d{2,4}\b/.test(l))
}

function guessChannels(
  rows: readonly string[][],
  header: readonly string[] | undefined,
  decimal: '.' | ',',
  time: TimeGuess,
  wanted: TraceChannel,
): LogMapping['channels'] {
  const taken = new Set([time.timeColumn, time.clockColumn])
  const free = (rows[0] ?? []).map((_, i) => i).filter((i) => !taken.has(i) && numbersOf(i).length >= 0.4 * rows.length)
  function numbersOf(i: number): number[] {
    return rows.map((r) => readNumber(r[i] ?? '', decimal)).filter((v) => v !== undefined)
  }
  const name = (i: number) => `${header?.[i] ?? ''} ${unitBehind(rows, i)}`
  const pick = (test: RegExp, but: readonly (number | undefined)[]) =>
    free.find((i) => !but.includes(i) && test.test(name(i)))
  const ambient = pick(ambientHeader, [])
  if ((systemChannels as readonly string[]).includes(wanted)) return guessSystem(free, name, numbersOf)
  if (wanted === 'mass') {
    const scale = pick(massHeader, [ambient]) ?? free.find((i) => i !== ambient)
    return scale === undefined ? {} : { mass: { column: scale, ...guessUnit('mass', name(scale), numbersOf(scale)) } }
  }
  const vacuum = pick(vacuumHeader, [ambient])
  const isTest = vacuum !== undefined && testHeader.test(name(vacuum)) && !/micron|torr|vac/i.test(name(vacuum))
  const test = isTest ? vacuum : pick(testHeader, [ambient, vacuum])
  // with no names to go by, the first column of numbers is the gauge
  const gauge = isTest ? undefined : (vacuum ?? (test === undefined ? free.find((i) => i !== ambient) : undefined))
  const map = (channel: TraceChannel, i: number | undefined): ColumnMapping | undefined =>
    i === undefined ? undefined : { column: i, ...guessUnit(channel, name(i), numbersOf(i)) }
  const nameless = wanted === 'testPressure' && test === undefined
  const channels = {
    vacuum: nameless ? undefined : map('vacuum', gauge),
    testPressure: map('testPressure', nameless ? gauge : test),
    ambient: map('ambient', ambient),
  }
  return Object.fromEntries(Object.entries(channels).filter(([, c]) => c !== undefined))
}

/** "512 micron" in every cell names the unit there. */
function unitBehind(rows: readonly string[][], column: number): string {
  return /[^\d\s.,+-].*$/.exec((rows[0]?.[column] ?? '').trim())?.[0] ?? ''
}
