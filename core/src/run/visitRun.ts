import type { LogItem } from '../entry/entry'
import type { ReturnVisit, VisitItem, VisitItemClosed, VisitPlanned, CameBack } from '../entry/visit'
import { byTime, timeOf } from '../entry/time'
import type { UnitRecord } from '../log/fold'
import type { ColdSchool } from '../method/profile'
import type { BothModes } from './bothModes'
import { itemAir } from '../visit/itemAir'
import { isFinal, type JudgedItem } from './judgedReadings'

/** One thing of a return visit, and how it stands. */
export interface VisitItemView {
  readonly item: VisitItem
  /** its place in the visit's list, by which a hand closes it */
  readonly index: number
  readonly state: 'open' | 'done' | 'notNeeded'
  /** what closed it */
  readonly by?: LogItem
}

/** The return visit that was promised last. */
export interface VisitRun {
  readonly promise: LogItem<ReturnVisit>
  readonly items: readonly VisitItemView[]
  /** the day that was agreed on */
  readonly planned?: LogItem<VisitPlanned>
  /** somebody was there again, latest */
  readonly cameBack?: LogItem<CameBack>
  /** after a seal: somebody is there, and the log takes what is done until they sign */
  readonly visiting: boolean
  readonly open: boolean
}

interface Told {
  /** the latest in cooling, and the latest in heating */
  readonly reading?: JudgedItem
  readonly heating?: JudgedItem
  readonly bothModes?: BothModes
}

/** What a promise holds: its items, or the charge alone in the weather that it names. */
export function itemsOf({ items, outdoorLow, outdoorHigh }: Omit<ReturnVisit, 'reason'>): readonly VisitItem[] {
  return items ?? [{ what: 'charge', ...(outdoorLow ? { outdoorLow } : {}), ...(outdoorHigh ? { outdoorHigh } : {}) }]
}

/** The return visit promised last, with each of its items as readings, looks and hands leave it; undefined where none was promised. */
export function visitRun(record: UnitRecord, told: Told): VisitRun | undefined {
  const { items } = record
  const promise = byTime(items.returnVisit).at(-1)
  if (!promise) return undefined
  const of = <T extends { readonly entry: { readonly visitId: string } }>(list: readonly T[]) =>
    list.filter(({ entry }) => entry.visitId === promise.entry.id)
  const closed = byTime(of(items.visitItemClosed))
  const views = itemsOf(promise.entry).map((item, index): VisitItemView => {
    const hand = closed.filter(({ entry }) => entry.item === index).at(-1)
    if (hand?.entry.how === 'notNeeded') return { item, index, state: 'notNeeded', by: hand }
    const by = evidence(item, promise, record, told) ?? handsWord(item, hand)
    return { item, index, state: by ? 'done' : 'open', ...(by ? { by } : {}) }
  })
  const planned = byTime(of(items.visitPlanned)).at(-1)
  const cameBack = byTime(of(items.cameBack)).at(-1)
  return {
    promise,
    items: views,
    ...(planned ? { planned } : {}),
    ...(cameBack ? { cameBack } : {}),
    visiting: record.visiting !== undefined,
    open: views.some(({ state }) => state === 'open'),
  }
}

/** only what no reading tells is closed by a word */
const handsWord = ({ what }: VisitItem, hand: LogItem<VisitItemClosed> | undefined) =>
  what === 'other' ? hand : undefined

/** What shows that an item was done, after the promise. */
function evidence(
  item: VisitItem,
  promise: LogItem<ReturnVisit>,
  { items }: UnitRecord,
  { reading, heating, bothModes }: Told,
): LogItem | undefined {
  const since = <T extends LogItem>(list: readonly T[]) => byTime(list).filter((item) => timeOf(item) > timeOf(promise))
  switch (item.what) {
    case 'charge':
      return reading && isFinal(reading) && inItsAir(item, reading, items) ? since([reading.item]).at(-1) : undefined
    case 'heating':
      return heating?.settled && inItsAir(item, heating, items) ? since([heating.item]).at(-1) : undefined
    case 'changeOver':
      return since(items.modeChanged).find(({ entry }) => entry.seen)
    case 'leakThrough':
      return bothModes?.done.includes('leakThrough') ? since(items.reversingValveRead).at(-1) : undefined
    case 'defrost':
      return bothModes?.done.includes('defrost') ? since(items.defrostSeen).at(-1) : undefined
    case 'heaters':
      return since(items.heatersNoted).at(-1)
    case 'other':
      return undefined
  }
}

/** a figure typed in another unit meets its window within rounding, K */
const HAIR_K = 1e-6

/** Read in the air that the item was promised for, with the condenser uncovered; an air that it names must have been measured. */
function inItsAir(item: VisitItem, { item: read, judged }: JudgedItem, { covered }: UnitRecord['items']): boolean {
  const { outdoorLowK, outdoorHighK, indoorLowK, indoorHighK } = itemAir(item)
  const within = (k: number | undefined, low = -Infinity, high = Infinity) =>
    low === -Infinity && high === Infinity ? true : k !== undefined && k >= low - HAIR_K && k <= high + HAIR_K
  const cover = byTime(covered.filter((c) => timeOf(c) <= timeOf(read))).at(-1)
  return (
    cover?.entry.on !== true &&
    within(judged.outdoorK, outdoorLowK, outdoorHighK) &&
    within(judged.returnK, indoorLowK, indoorHighK)
  )
}

/** What the charge rests on until somebody came back. */
export interface Provisional {
  readonly school: ColdSchool
  readonly promise: LogItem<ReturnVisit>
}

/** Provisional: somebody comes back for the charge. Undefined where it is final, or where nobody promised to come. */
export function provisionalOf(record: UnitRecord, visit: VisitRun | undefined): Provisional | undefined {
  if (!visit?.items.some(({ item, state }) => item.what === 'charge' && state === 'open')) return undefined
  const { promise } = visit
  const chosen = byTime(record.items.coldWayChosen)
    .filter((c) => timeOf(c) <= timeOf(promise))
    .at(-1)
  return { school: chosen?.entry.school ?? 'weighInOnly', promise }
}
