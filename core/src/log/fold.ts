import type { Entry, EntryKind, EntryOf, LogItem, Struck } from './entry'

export type ItemsByKind = { readonly [K in EntryKind]: readonly LogItem<EntryOf<K>>[] }

/**
 * What a unit's log says, sorted by kind with struck-out entries taken away. Conclusions (stages, verdicts, what is due)
 * are drawn from it by the functions beside this file, so that the record itself stays a plain value.
 */
export interface UnitRecord {
  readonly items: ItemsByKind
  /** id of the struck entry → the entry that struck it */
  readonly strikes: Readonly<Record<string, LogItem<Struck>>>
  /** entries that were struck out, kept for the log's page */
  readonly struck: readonly LogItem[]
  /** arrived after the seal and not an amendment: kept, without effect */
  readonly ignored: readonly LogItem[]
  readonly seen: Readonly<Record<string, true>>
}

export const emptyRecord: UnitRecord = {
  items: {
    opened: [],
    facts: [],
    label: [],
    method: [],
    override: [],
    note: [],
    pumpOn: [],
    valvedOff: [],
    micron: [],
    vacuumReady: [],
    nitrogenBreak: [],
    traceBegun: [],
    traceEnded: [],
    decayJudged: [],
    testRaised: [],
    testHeld: [],
    testRead: [],
    jointChecked: [],
    weighed: [],
    hoseLeft: [],
    preStart: [],
    lookedInto: [],
    returnVisit: [],
    disturbed: [],
    probesExchanged: [],
    cameOff: [],
    started: [],
    reading: [],
    gatePassed: [],
    struck: [],
    sealed: [],
    amendment: [],
  },
  strikes: {},
  struck: [],
  ignored: [],
  seen: {},
}

/** A record stored before some kinds of entry were known, with their empty lists. */
export function withAllKinds(record: UnitRecord): UnitRecord {
  return { ...record, items: { ...emptyRecord.items, ...record.items } }
}

/** The record with one more entry. An entry already in it changes nothing, so appending twice is harmless. */
export function fold(record: UnitRecord, item: LogItem): UnitRecord {
  const { entry } = item
  if (record.seen[entry.id]) return record
  const seen = { ...record.seen, [entry.id]: true as const }
  if (isSealed(record) && entry.kind !== 'amendment') return { ...record, seen, ignored: [...record.ignored, item] }
  if (record.strikes[entry.id]) return { ...record, seen, struck: [...record.struck, item] }
  const next = add({ ...record, seen }, item)
  return entry.kind === 'struck' ? strikeOut(next, item as LogItem<Struck>) : next
}

/** The record of a whole log, in its order. */
export function foldEntries(entries: readonly LogItem[], start: UnitRecord = emptyRecord): UnitRecord {
  return entries.reduce(fold, start)
}

export function isSealed(record: UnitRecord): boolean {
  return record.items.sealed.length > 0
}

/** Entries that can't be struck out: the opening, a seal, another strike and an amendment. */
export function isStrikable(entry: Entry): boolean {
  return !['opened', 'sealed', 'struck', 'amendment'].includes(entry.kind)
}

function add(record: UnitRecord, item: LogItem): UnitRecord {
  const { kind } = item.entry
  return { ...record, items: { ...record.items, [kind]: [...record.items[kind], item] } }
}

function strikeOut(record: UnitRecord, strike: LogItem<Struck>): UnitRecord {
  const id = strike.entry.strikes
  const target = allItems(record).find((item) => item.entry.id === id)
  if (target && !isStrikable(target.entry)) return record
  const strikes = { ...record.strikes, [id]: strike }
  if (!target) return { ...record, strikes }
  const { kind } = target.entry
  const left = (record.items[kind] as readonly LogItem[]).filter((item) => item.entry.id !== id)
  return { ...record, strikes, struck: [...record.struck, target], items: { ...record.items, [kind]: left } }
}

/** Every entry with an effect, by kind. */
export function allItems(record: UnitRecord): LogItem[] {
  return (Object.values(record.items) as (readonly LogItem[])[]).flat()
}
