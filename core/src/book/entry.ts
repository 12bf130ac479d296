import type { ModelLabel } from '../label/modelLabel'
import type { Author } from '../log/entry'
import type { Instrument } from '../measurement/instrument'
import type { ProfileSpec } from '../method/profile'

/**
 * The company's book: what a crew enters once and uses for years. Like a unit's log it only grows; a corrected label is a new
 * entry that says which one it replaces, so two phones that correct at once are both kept and it shows.
 */

interface Base<K extends string> {
  readonly v: 1
  /** made on the device; sending twice is harmless */
  readonly id: string
  readonly at: string
  readonly writtenAt: string
  readonly kind: K
}

export interface ModelSaved extends Base<'modelSaved'> {
  readonly modelId: string
  readonly label: ModelLabel
  /** the entry that this one was edited from; none for a new model */
  readonly replaces?: string
}
export interface InstrumentSaved extends Base<'instrumentSaved'> {
  readonly instrument: Instrument
  readonly replaces?: string
}
export interface ProfileSaved extends Base<'profileSaved'> {
  readonly profile: ProfileSpec
  readonly replaces?: string
}
/** set to zero, open to atmosphere or with nothing on the plate */
export interface InstrumentsZeroed extends Base<'zeroed'> {
  readonly instrumentIds: readonly string[]
}
export interface Retired extends Base<'retired'> {
  readonly what: 'model' | 'instrument' | 'profile'
  readonly itemId: string
}
/** the profile that new units start with */
export interface ProfileChosen extends Base<'profileChosen'> {
  readonly profileId: string
}

export type BookEntry = ModelSaved | InstrumentSaved | ProfileSaved | InstrumentsZeroed | Retired | ProfileChosen
export type BookEntryBody = BookEntry extends infer E
  ? E extends BookEntry
    ? Omit<E, 'v' | 'id' | 'at' | 'writtenAt'>
    : never
  : never

export interface BookItem {
  /** null while it waits on the phone */
  readonly seq: number | null
  readonly author: Author
  readonly entry: BookEntry
}
