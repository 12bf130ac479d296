import type { Quantity } from '../quantity/unit'
import type { Base } from './base'

export const visitItemKinds = ['charge', 'changeOver', 'heating', 'leakThrough', 'defrost', 'heaters', 'other'] as const
/** What can be left for another day: the reading that settles the charge, what a heat pump is handed over with, or something in words. */
export type VisitItemKind = (typeof visitItemKinds)[number]

/** The air that something needs. */
export interface AirWindow {
  readonly outdoorLow?: Quantity<'temperature'>
  readonly outdoorHigh?: Quantity<'temperature'>
  readonly indoorLow?: Quantity<'temperature'>
  readonly indoorHigh?: Quantity<'temperature'>
}

/** One thing to do on a return visit, with the weather it needs. */
export interface VisitItem extends AirWindow {
  readonly what: VisitItemKind
  /** what it is, of `other`; a remark on the rest */
  readonly words?: string
}

/** Somebody has to come back, because today can't decide something. The latest promise is the one that counts; its entry's id names the visit. */
export interface ReturnVisit extends Base<'returnVisit'> {
  readonly reason: string
  /** outdoor air that it needs, of a promise without items: the charge alone */
  readonly outdoorLow?: Quantity<'temperature'>
  readonly outdoorHigh?: Quantity<'temperature'>
  readonly items?: readonly VisitItem[]
  /** the latest date, 2026-07-14 */
  readonly by?: string
  /** whom to call before coming */
  readonly contact?: string
  /** who comes back */
  readonly who?: string
}
/** A day was agreed on; the latest counts. */
export interface VisitPlanned extends Base<'visitPlanned'> {
  readonly visitId: string
  /** 2026-07-14 */
  readonly day: string
  /** clock of the job's place, 13:00 */
  readonly from?: string
  readonly to?: string
}
/** Somebody is there again. After a seal the log takes readings from here until the visit is signed. */
export interface CameBack extends Base<'cameBack'> {
  readonly visitId: string
}
/** What no reading can tell was done, or turned out not to be needed. */
export interface VisitItemClosed extends Base<'visitItemClosed'> {
  readonly visitId: string
  /** its place in the visit's list */
  readonly item: number
  readonly how: 'done' | 'notNeeded'
  readonly words?: string
}

/** The kinds of entry that belong here, for the union of them all. */
export type VisitEntry = ReturnVisit | VisitPlanned | CameBack | VisitItemClosed
