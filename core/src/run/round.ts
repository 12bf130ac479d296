import type { EntryKind, LogItem } from '../entry/entry'
import { timeOf } from '../entry/time'
import type { ItemsByKind, UnitRecord } from '../log/fold'

/** What holds for the unit whatever is charged into it; all else belongs to the round of work that it was done in. */
const lasting: ReadonlySet<EntryKind> = new Set<EntryKind>([
  'opened',
  'facts',
  'label',
  'method',
  'override',
  'moved',
  'archived',
  'note',
  'asked',
  'answered',
  'struck',
  'sealed',
  'amendment',
  'turnedBack',
  'conversionWhy',
])

/** what tells of a vacuum, and of the start after it */
const opening: ReadonlySet<EntryKind> = new Set<EntryKind>([
  'vacuumReady',
  'pumpOn',
  'valvedOff',
  'micron',
  'nitrogenBreak',
  'decayJudged',
  'started',
])

/** The record after the last pump-down: its low side was opened, so vacuum and start count from there. The charge stayed in it. */
export function sincePumpDown(record: UnitRecord): UnitRecord {
  const pumped = record.items.pumpedDown.at(-1)
  if (!pumped) return record
  const kept = reopened.get(record)
  if (kept) return kept
  const fromMs = timeOf(pumped)
  const items = Object.fromEntries(
    Object.entries(record.items).map(([kind, list]: [string, readonly LogItem[]]) => [
      kind,
      opening.has(kind as EntryKind) ? list.filter((item) => timeOf(item) >= fromMs) : list,
    ]),
  ) as unknown as ItemsByKind
  const made = { ...record, items }
  reopened.set(record, made)
  return made
}
const reopened = new WeakMap<UnitRecord, UnitRecord>()

const known = new WeakMap<UnitRecord, UnitRecord>()

/**
 * The record of the round of work that goes on. A conversion that was turned back begins one anew: recovery, nitrogen, vacuum, charge and start-up count from there, and what was done
 * before stays in the log. Without one it is the record itself.
 */
export function thisRound(record: UnitRecord): UnitRecord {
  const turned = record.items.turnedBack.at(-1)
  if (!turned) return record
  const kept = known.get(record)
  if (kept) return kept
  const fromMs = timeOf(turned)
  const items = Object.fromEntries(
    Object.entries(record.items).map(([kind, list]: [string, readonly LogItem[]]) => [
      kind,
      lasting.has(kind as EntryKind) ? list : list.filter((item) => timeOf(item) >= fromMs),
    ]),
  ) as unknown as ItemsByKind
  const made = { ...record, items }
  known.set(record, made)
  return made
}
