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
/** What a lead is asked for: a gate to be passed, a step against the advice, or something else that only a lead decides. */
export const askedFor = ['gate', 'step', 'decision'] as const
export type AskedFor = (typeof askedFor)[number]
/** Somebody may not do this alone, and asks a lead. */
export interface LeadAsked extends Base<'asked'> {
  readonly what: AskedFor
  /** the gate */
  readonly stage?: PassableStage
  readonly reason: string
}
/** A lead's answer, hours later and from another phone as it may be; a gate that was granted is passed by it. */
export interface LeadAnswered extends Base<'answered'> {
  readonly asks: string
  readonly granted: boolean
  readonly words?: string
}

/** The kinds of entry that belong here, for the union of them all. */
export type AnyStageEntry = Noted | GatePassed | Struck | LeadAsked | LeadAnswered
