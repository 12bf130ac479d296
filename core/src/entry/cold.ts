import type { ColdSchool } from '../method/profile'
import type { Base } from './base'

/** How the charge is come to on a day too cold for cooling; the latest counts. */
export interface ColdWayChosen extends Base<'coldWayChosen'> {
  readonly school: ColdSchool
}
/** Part of the condenser covered, so that it condenses as on a warm day; it must come off again. */
export interface Covered extends Base<'covered'> {
  readonly on: boolean
  readonly words?: string
}

/** The kinds of entry that belong here, for the union of them all. */
export type ColdEntry = ColdWayChosen | Covered
