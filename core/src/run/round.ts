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
  'handedOver',
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
  'valvesOpened',
  'started',
])

const rounds = new WeakMap<UnitRecord, UnitRecord>()
const reopened = new WeakMap<UnitRecord, UnitRecord>()

/**
 * The record of the round of work that goes on. A conversion that was turned back begins one anew: recovery, nitrogen, vacuum, charge and start-up count from there, and what was done
 * before stays in the log. Without one it is the record itself.
 */
export function thisRound(record: UnitRecord): UnitRecord {
  const turned = record.items.turnedBack.at(-1)
  if (!turned) return record
  const fromMs = timeOf(turned)
  return kept(
    rounds,
    record,
    (kind, item) => lasting.has(kind) || timeOf(item) >= fromMs || isOpen(record, item, fromMs),
  )
}

/** The record after the last pump-down: its low side was opened, so vacuum and start count from there. The charge stayed in it. */
export function sincePumpDown(record: UnitRecord): UnitRecord {
  const pumped = record.items.pumpedDown.at(-1)
  if (!pumped) return record
  const fromMs = timeOf(pumped)
  return kept(
    reopened,
    record,
    (kind, item) => timeOf(item) >= fromMs || !(opening.has(kind) || isOfVacuum(item)) || isOpen(record, item, fromMs),
  )
}

/** the same object for the same record */
function kept(
  known: WeakMap<UnitRecord, UnitRecord>,
  record: UnitRecord,
  keep: (kind: EntryKind, item: LogItem) => boolean,
): UnitRecord {
  const before = known.get(record)
  if (before) return before
  const items = Object.fromEntries(
    Object.entries(record.items).map(([kind, list]: [string, readonly LogItem[]]) => [
      kind,
      list.filter((item) => keep(kind as EntryKind, item)),
    ]),
  ) as unknown as ItemsByKind
  const made = { ...record, items }
  known.set(record, made)
  return made
}

/** A recording that had begun and wasn't over: it may still end. */
function isOpen({ items }: UnitRecord, { entry }: LogItem, atMs: number): boolean {
  if (entry.kind !== 'traceBegun') return false
  const ended = items.traceEnded.find((e) => e.entry.traceId === entry.traceId)
  return !ended || timeOf(ended) >= atMs
}

const isOfVacuum = ({ entry }: LogItem) => entry.kind === 'traceBegun' && entry.channels.includes('vacuum')
