import type { Base } from './base'
import type { PassableStage } from './stage'

/** Anything worth keeping that no other entry says. */
export interface Noted extends Base<'note'> {
  readonly text: string
}
export interface GatePassed extends Base<'gatePassed'> {
  readonly stage: PassableStage
  readonly reason: string
}
export interface Struck extends Base<'struck'> {
  readonly strikes: string
  readonly reason: string
}

/** The kinds of entry that belong here, for the union of them all. */
export type AnyStageEntry = Noted | GatePassed | Struck
