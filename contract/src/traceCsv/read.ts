import type { TraceChannel, TraceSample } from '@zetesis/core'
import { traceChannels } from '@zetesis/core'
import Papa from 'papaparse'
import { inChannelRange, channelSi } from './channels'
import { MAX_LOG_ROWS, type LogMapping } from './mapping'
import { isNothing, readClockS, readDateMs, readNumber } from './numbers'

export interface UnreadRow {
  /** in the file, from 1 */
  readonly line: number
  readonly text: string
  readonly why: 'columns' | 'time' | 'value'
}

export interface LogRead {
  readonly samples: readonly TraceSample[]
  /** when the first row was, where the file says it */
  readonly startMs?: number
  /** rows that couldn't be read: all are counted, the first are shown */
  readonly unread: readonly UnreadRow[]
  readonly unreadCount: number
  /** cells in which the logger itself says that it had no reading */
  readonly gaps: number
  readonly rows: number
  readonly truncated: boolean
}

const SHOWN_UNREAD = 200
const HALF_DAY_S = 12 * 3600

/**
 * All rows of a log file by a mapping. Times come out in seconds from the first row that could be read, in the order of the file: putting
 * them in order is the judgement's business, which says so.
 *
 * @param tell called now and then with the share done
 */
export function readLog(text: string, mapping: LogMapping, tell?: (share: number) => void): LogRead {
  const clean = text.replace(/^\ufeff/, '')
  const channels = traceChannels.filter((c) => mapping.channels[c])
  const samples: TraceSample[] = []
  const unread: UnreadRow[] = []
  const state = { unreadCount: 0, gaps: 0, rows: 0, line: 0, truncated: false }
  const time = timeReader(mapping)
  const refuse = (cells: readonly string[], why: UnreadRow['why']) => {
    state.unreadCount += 1
    if (unread.length < SHOWN_UNREAD)
      unread.push({
        line: state.line,
        text: cells.join(mapping.delimiter === '\t' ? ' ' : mapping.delimiter).slice(0, 120),
        why,
      })
  }
  const take = (cells: readonly string[]): void => {
    state.line += 1
    if (state.line <= mapping.skip || cells.every((c) => c.trim() === '')) return
    state.rows += 1
    if (cells.length < needed) return refuse(cells, 'columns')
    const timeS = time(cells, state.rows - 1)
    if (timeS === undefined) return refuse(cells, 'time')
    const values: { -readonly [C in TraceChannel]?: number | null } = {}
    for (const channel of channels) {
      const { column, unit } = mapping.channels[channel]!
      const cell = cells[column] ?? ''
      const value = readNumber(cell, mapping.decimal)
      if (value === undefined && !isNothing(cell)) return refuse(cells, 'value')
      if (value === undefined) state.gaps += 1
      const si = value === undefined ? null : channelSi(channel, value, unit)
      // an open clamp or a loose plug writes a figure that no gauge gives: that is a gap
      const can = si === null || inChannelRange(channel, si)
      if (!can) state.gaps += 1
      values[channel] = can ? si : null
    }
    samples.push({ timeS, values })
  }
  const needed =
    Math.max(mapping.timeColumn, mapping.clockColumn ?? 0, ...channels.map((c) => mapping.channels[c]!.column)) + 1
  eachRow(clean, mapping.delimiter, (cells, share) => {
    if (state.rows >= MAX_LOG_ROWS) state.truncated = true
    else take(cells)
    if (state.line % 20_000 === 0) tell?.(share)
    return !state.truncated
  })
  const { startMs } = time
  return { samples, unread, ...(startMs === undefined ? {} : { startMs: startMs() }), ...state }
}

function eachRow(text: string, delimiter: string, row: (cells: string[], share: number) => boolean): void {
  if (delimiter === ' ') {
    for (const line of text.split(/\r\n|\n|\r/)) if (!row(line.trim().split(/\s+/), 0)) return
    return
  }
  Papa.parse<string[]>(text, {
    delimiter,
    step: ({ data, meta }, parser) => {
      if (!row(data, meta.cursor / Math.max(text.length, 1))) parser.abort()
    },
  })
}

interface TimeReader {
  (cells: readonly string[], row: number): number | undefined
  startMs?: () => number | undefined
}

/** Reads each row's time, counted from the first one that could be read. */
function timeReader(mapping: LogMapping): TimeReader {
  const { timeKind, timeColumn, clockColumn, decimal, dayFirst, everyS } = mapping
  let first: number | undefined
  let before: number | undefined
  let days = 0
  const from = (value: number | undefined) => {
    if (value === undefined) return undefined
    first ??= value
    return value - first
  }
  switch (timeKind) {
    case 'rows':
      return (_, row) => row * everyS
    case 'clock':
      return (cells) => {
        const s = readClockS(cells[timeColumn] ?? '')
        if (s === undefined) return undefined
        // past midnight the clock begins again
        if (before !== undefined && s < before - HALF_DAY_S) days += 1
        before = s
        return from(s + days * 86400)
      }
    case 'dateTime': {
      const reader: TimeReader = (cells) => {
        const clock = clockColumn === undefined ? undefined : cells[clockColumn]
        const ms = readDateMs(cells[timeColumn] ?? '', { dayFirst, clock })
        return from(ms === undefined ? undefined : ms / 1000)
      }
      reader.startMs = () => (first === undefined ? undefined : first * 1000)
      return reader
    }
    default: {
      const factor = { milliseconds: 0.001, seconds: 1, minutes: 60, hours: 3600 }[timeKind]
      return (cells) => {
        const value = readNumber(cells[timeColumn] ?? '', decimal)
        return from(value === undefined ? undefined : value * factor)
      }
    }
  }
}
