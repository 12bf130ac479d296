import type { Base } from './base'
import type { FactsPatch } from '../facts/unitFacts'
import type { ModelLabel } from '../label/modelLabel'
import type { HabitKey } from '../method/habits'
import type { ProfileSpec } from '../method/profile'
import type { AnyQuantity } from '../quantity/unit'
import type { Instrument } from '../measurement/instrument'
import type { InstrumentsUsed, ReadingValues } from '../reading/channels'

export interface Opened extends Base<'opened'> {
  readonly jobId: string
  readonly tag: string
}
export interface Facts extends Base<'facts'> {
  readonly facts: FactsPatch
}
/** A model's label taken from the company's library, whole, so that the record stands by itself. */
export interface LabelTaken extends Base<'label'> {
  readonly modelId: string
  /** the library's entry that it was copied from; a later one there shows that the label was corrected since */
  readonly version: string
  readonly label: ModelLabel
}
/** The method profile that this unit is judged by, whole. */
export interface MethodChosen extends Base<'method'> {
  readonly profile: ProfileSpec
  readonly reason?: string
}
/** One habit changed for this unit only; without a quantity the change is taken back. */
export interface HabitOverridden extends Base<'override'> {
  readonly habit: HabitKey
  readonly quantity?: AnyQuantity
  readonly reason: string
}

/** The unit stands in another job from here on. */
export interface Moved extends Base<'moved'> {
  readonly jobId: string
}
/** Out of the way, or back again: nothing of it is lost. */
export interface Archived extends Base<'archived'> {
  readonly reason: string
  readonly back?: true
}

/** A check-up: how the same machine read when it was handed over, copied from its sealed record so that this one stands by itself. */
export interface HandedOver extends Base<'handedOver'> {
  /** the sealed record's unit */
  readonly of: string
  readonly tag: string
  readonly sealedAt: string
  readonly values: ReadingValues
  /** what it was read with, as it was then */
  readonly instruments?: InstrumentsUsed
  readonly kit?: readonly Instrument[]
}

/** The kinds of entry that belong here, for the union of them all. */
export type PrepareEntry = Opened | Facts | LabelTaken | MethodChosen | HabitOverridden | Moved | Archived | HandedOver
