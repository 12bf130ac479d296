import { ENTRY_VERSION } from './base'
import type { Entry, EntryBody, LogItem } from './entry'

/** For tests: entries with little to write. Times are minutes after a fixed noon. */
export const NOON = Date.parse('2026-07-14T12:00:00.000Z')

export function testId(n: number): string {
  return `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
}

export function testEntry(n: number, minutes: number, body: EntryBody): Entry {
  const at = new Date(NOON + minutes * 60_000).toISOString()
  return { v: ENTRY_VERSION, id: testId(n), at, writtenAt: at, ...body } as Entry
}

/** A log from bodies: ids and seqs count up from 1. */
export function testLog(...lines: [minutes: number, body: EntryBody][]): LogItem[] {
  return lines.map(([minutes, body], i) => ({
    seq: i + 1,
    author: { id: testId(900), name: 'Wren Halloway' },
    entry: testEntry(i + 1, minutes, body),
  }))
}
