import type { TraceChannel } from '@zetesis/core'

/** How the time stands in a file: counted from its first row, a time of day, a date with time, or not at all (every so many seconds). */
export type TimeKind = 'milliseconds' | 'seconds' | 'minutes' | 'hours' | 'clock' | 'dateTime' | 'rows'
export const timeKinds = [
  'seconds',
  'minutes',
  'hours',
  'milliseconds',
  'clock',
  'dateTime',
  'rows',
] as const satisfies readonly TimeKind[]

export interface ColumnMapping {
  readonly column: number
  readonly unit: string
  /** the unit was told from the figures, not read in the file */
  readonly guessed?: boolean
  /** another column claims the same name: the person says which one it is */
  readonly twin?: boolean
}

/** How a log file is to be read; guessed first, corrected by the person. */
export interface LogMapping {
  readonly delimiter: string
  readonly decimal: '.' | ','
  /** lines before the first row of data */
  readonly skip: number
  readonly header?: readonly string[]
  readonly columns: number
  readonly timeKind: TimeKind
  /** column of the time; of the date where date and time stand apart, the time then in `clockColumn` */
  readonly timeColumn: number
  readonly clockColumn?: number
  /** days stand before months in 03.04.2026 */
  readonly dayFirst: boolean
  /** seconds from row to row where there is no time */
  readonly everyS: number
  readonly channels: { readonly [C in TraceChannel]?: ColumnMapping }
}

/** A file may be so big; more is refused with a sentence. */
export const MAX_LOG_BYTES = 60_000_000
/** And have so many rows. */
export const MAX_LOG_ROWS = 2_500_000
