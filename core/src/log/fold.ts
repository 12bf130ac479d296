import type { Entry, EntryKind, EntryOf, LogItem } from '../entry/entry'
import type { Struck } from '../entry/anyStage'

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
  /** arrived after the seal, and nothing that is taken then: kept, without effect */
  readonly ignored: readonly LogItem[]
  /** what it said when it was sealed, whatever a return visit adds */
  readonly atSeal?: ItemsByKind
  /** the return visit that somebody is on, after the seal: until it is signed the log takes what is done */
  readonly visiting?: string
}

export const emptyRecord: UnitRecord = {
  items: {
    opened: [],
    facts: [],
    label: [],
    method: [],
    override: [],
    moved: [],
    archived: [],
    handedOver: [],
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
    valvesOpened: [],
    lookedInto: [],
    returnVisit: [],
    visitPlanned: [],
    cameBack: [],
    visitItemClosed: [],
    disturbed: [],
    probesExchanged: [],
    cameOff: [],
    started: [],
    reading: [],
    conversionWhy: [],
    candidateChosen: [],
    refitted: [],
    deviceFitted: [],
    pumpedDown: [],
    relabelled: [],
    conversionLeft: [],
    turnedBack: [],
    hosesOn: [],
    modeChanged: [],
    reversingValveRead: [],
    defrostSeen: [],
    heatersNoted: [],
    coldWayChosen: [],
    covered: [],
    gatePassed: [],
    struck: [],
    asked: [],
    answered: [],
    sealed: [],
    amendment: [],
  },
  strikes: {},
  struck: [],
  ignored: [],
}

/** A record stored before some kinds of entry were known, with their empty lists. */
export function withAllKinds(record: UnitRecord): UnitRecord {
  return { ...record, items: { ...emptyRecord.items, ...record.items } }
}

/** The record with one more entry. An entry already in it changes nothing, so appending twice is harmless. */
export function fold(record: UnitRecord, item: LogItem): UnitRecord {
  return foldEntries([item], record)
}

/**
 * The record of a whole log, in its order. It takes a time proportional to the entries added, and little for what was there before, so that a log of many
 * thousands grows as easily as a short one.
 */
export function foldEntries(entries: readonly LogItem[], start: UnitRecord = emptyRecord): UnitRecord {
  const known = idsOf(start)
  const added: string[] = []
  let draft: Draft | undefined
  for (const item of entries) {
    const { id } = item.entry
    if (known.has(id) || draft?.ids.has(id)) continue
    draft ??= draftOf(start)
    draft.ids.add(id)
    added.push(id)
    take(draft, item)
  }
  if (!draft) return start
  const { items, strikes, struck, ignored, atSeal, visiting } = draft
  const next: UnitRecord = {
    items,
    strikes,
    struck,
    ignored,
    ...(atSeal ? { atSeal } : {}),
    ...(visiting === undefined ? {} : { visiting }),
  }
  idsBefore.set(next, known.with(added))
  return next
}

/** Whether an entry, with or without effect, is in the record. */
export const isInRecord = (record: UnitRecord, id: string): boolean => idsOf(record).has(id)

/** A record being made: its lists are its own once something was added to them. */
interface Draft {
  readonly items: { [K in EntryKind]: LogItem<EntryOf<K>>[] }
  readonly own: Set<EntryKind>
  readonly ids: Set<string>
  readonly strikes: Record<string, LogItem<Struck>>
  readonly struck: LogItem[]
  readonly ignored: LogItem[]
  atSeal: ItemsByKind | undefined
  visiting: string | undefined
}

/** what a sealed record takes at any time */
export const betweenVisits: ReadonlySet<EntryKind> = new Set<EntryKind>([
  'amendment',
  'returnVisit',
  'visitPlanned',
  'cameBack',
  'visitItemClosed',
])
/** and what it takes while somebody is there again: what is read and done, never what it is or how it is judged */
export const onVisit: ReadonlySet<EntryKind> = new Set<EntryKind>([
  'note',
  'struck',
  'asked',
  'answered',
  'traceBegun',
  'traceEnded',
  'weighed',
  'hoseLeft',
  'preStart',
  'valvesOpened',
  'started',
  'lookedInto',
  'disturbed',
  'probesExchanged',
  'reading',
  'cameOff',
  'hosesOn',
  'modeChanged',
  'reversingValveRead',
  'defrostSeen',
  'heatersNoted',
  'coldWayChosen',
  'covered',
])

function draftOf({ items, strikes, struck, ignored, atSeal, visiting }: UnitRecord): Draft {
  return {
    atSeal,
    visiting,
    items: { ...items } as Draft['items'],
    own: new Set(),
    ids: new Set(),
    strikes: { ...strikes },
    struck: [...struck],
    ignored: [...ignored],
  }
}

function take(draft: Draft, item: LogItem): void {
  const { entry } = item
  if (draft.items.sealed.length > 0 && !takenAfterSeal(draft, entry)) return void draft.ignored.push(item)
  if (draft.strikes[entry.id]) return void draft.struck.push(item)
  const { kind } = entry
  const list = draft.items as Record<EntryKind, LogItem[]>
  if (!draft.own.has(kind)) list[kind] = [...list[kind]]
  draft.own.add(kind)
  list[kind].push(item)
  if (kind === 'struck') strikeOut(draft, item as LogItem<Struck>)
  if (kind === 'sealed') {
    draft.atSeal = { ...draft.items }
    // what comes now goes into lists of its own
    draft.own.clear()
  }
  if (entry.kind === 'cameBack' && draft.atSeal) draft.visiting = entry.visitId
  if (entry.kind === 'amendment' && entry.visitId !== undefined) draft.visiting = undefined
}

/** Amendments, and what a return visit is arranged by; what is done on one while somebody is there. What was sealed can't be struck out. */
function takenAfterSeal({ atSeal, visiting }: Draft, entry: Entry): boolean {
  if (betweenVisits.has(entry.kind)) return true
  if (visiting === undefined || !onVisit.has(entry.kind)) return false
  return !(entry.kind === 'struck' && isIn(atSeal, entry.strikes))
}

const isIn = (items: ItemsByKind | undefined, id: string) =>
  items !== undefined &&
  (Object.values(items) as (readonly LogItem[])[]).some((list) => list.some((i) => i.entry.id === id))

function strikeOut(draft: Draft, strike: LogItem<Struck>): void {
  const id = strike.entry.strikes
  const lists = draft.items as Record<EntryKind, LogItem[]>
  const kind = (Object.keys(lists) as EntryKind[]).find((k) => lists[k].some((item) => item.entry.id === id))
  const target = kind && lists[kind].find((item) => item.entry.id === id)
  if (target && !isStrikable(target.entry)) return
  draft.strikes[id] = strike
  if (!kind || !target) return
  draft.struck.push(target)
  lists[kind] = lists[kind].filter((item) => item !== target)
  draft.own.add(kind)
}

/**
 * The ids of a record's entries. Records that grow from one another share one map: a record knows the ids whose place in it lies before its own
 * count, so that adding an entry copies nothing.
 */
class Ids {
  constructor(
    private readonly places: Map<string, number>,
    private readonly count: number,
  ) {}

  has(id: string): boolean {
    return (this.places.get(id) ?? Infinity) < this.count
  }

  with(added: readonly string[]): Ids {
    // somebody else grew from the same record: each needs a map of its own
    const mine = this.places.size === this.count
    const places = mine ? this.places : new Map([...this.places].filter(([, place]) => place < this.count))
    for (const id of added) places.set(id, places.size)
    return new Ids(places, places.size)
  }
}

const idsBefore = new WeakMap<UnitRecord, Ids>()

function idsOf(record: UnitRecord): Ids {
  const kept = idsBefore.get(record)
  if (kept) return kept
  const ids = [...allItems(record), ...record.struck, ...record.ignored].map((item) => item.entry.id)
  const made = new Ids(new Map(), 0).with(ids)
  idsBefore.set(record, made)
  return made
}

/** Entries that can't be struck out: the opening, a seal, another strike, an amendment, and coming back, which a signature ends. */
export function isStrikable(entry: Entry): boolean {
  return !['opened', 'sealed', 'struck', 'amendment', 'cameBack'].includes(entry.kind)
}

/** Every entry with an effect, by kind. */
export function allItems(record: UnitRecord): LogItem[] {
  return (Object.values(record.items) as (readonly LogItem[])[]).flat()
}
