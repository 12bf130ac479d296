import { formatNumber, systemChannels } from '@zetesis/core'
import type { LogRefusal } from '../traceCsv/guess'
import { recordedWords } from './channels'
import { MAX_LOG_BYTES, type LogMapping, type TimeKind } from '../traceCsv/mapping'
import type { UnreadRow } from '../traceCsv/read'

export const timeKindWords: Record<TimeKind, string> = {
  seconds: 'seconds',
  minutes: 'minutes',
  hours: 'hours',
  milliseconds: 'milliseconds',
  clock: 'time of day',
  dateTime: 'date and time',
  rows: 'row by row',
}

/** Why a file can't be taken for a log, and what to do. */
export function logRefusalWords(refusal: LogRefusal, name: string): string {
  switch (refusal.code) {
    case 'empty':
      return `${name} is empty. Export it from the logger again.`
    case 'binary':
      return `${name} isn’t a text file. Export it as CSV or text from the logger’s own app.`
    case 'notATable':
      return `${name} has no rows of times and pressures. Export it as CSV from the logger.`
    case 'noNumbers':
      return `There are no figures in ${name}. Choose the logger’s CSV file.`
    case 'tooBig':
      return `${name} has ${formatNumber(refusal.bytes / 1e6, 0)} MB; up to ${formatNumber(MAX_LOG_BYTES / 1e6, 0)} MB are taken. Export a shorter time, or fewer columns.`
  }
}

const whyWords: Record<UnreadRow['why'], string> = {
  columns: 'too few columns',
  time: 'no time',
  value: 'no number',
}

export const unreadWords = ({ line, text, why }: UnreadRow) => `Line ${line}, ${whyWords[why]}: ${text}`

/** What a column of a file was taken for. */
export function columnName({ header, timeColumn, clockColumn, channels }: LogMapping, column: number): string {
  if (column === timeColumn) return 'time'
  if (column === clockColumn) return 'clock'
  if (channels.vacuum?.column === column) return `vacuum, ${channels.vacuum.unit}`
  if (channels.testPressure?.column === column) return `pressure, ${channels.testPressure.unit}`
  if (channels.mass?.column === column) return `scale, ${channels.mass.unit}`
  if (channels.ambient?.column === column) return `pipe, ${channels.ambient.unit}`
  const system = systemChannels.find((c) => channels[c]?.column === column)
  if (system) return `${recordedWords[system].toLowerCase()}, ${channels[system]!.unit}`
  return header?.[column] ?? '–'
}
