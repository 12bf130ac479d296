import type { Cylinder } from '../charge/cylinder'
import type { ModelLabel } from '../label/modelLabel'
import type { Author } from '../entry/base'
import type { Instrument } from '../measurement/instrument'
import type { ProfileSpec } from '../method/profile'
import type { Quantity } from '../quantity/unit'
import type { Forecast } from '../visit/forecast'
import type { Certificate } from '../people/certificate'
import type { CompanyCard } from '../people/company'
import type { RightsChanges } from '../people/rights'
import type { JobCard, JobStanding } from './job'

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
  readonly what: 'model' | 'instrument' | 'profile' | 'cylinder'
  readonly itemId: string
}
/** the profile that new units start with */
export interface ProfileChosen extends Base<'profileChosen'> {
  readonly profileId: string
}

export interface CylinderSaved extends Base<'cylinderSaved'> {
  readonly cylinder: Cylinder
  readonly replaces?: string
}
/** Refrigerant that came, went or was found outside any unit. */
/** What becomes of refrigerant that is given back. */
export const returnFates = ['reclaimed', 'destroyed', 'notKnown'] as const
export type ReturnFate = (typeof returnFates)[number]
export interface CylinderMoved extends Base<'cylinderMoved'> {
  readonly movement: 'purchased' | 'returned' | 'transferred' | 'weighed'
  readonly cylinderId: string
  /** for a transfer */
  readonly toCylinderId?: string
  /** what moved; for `weighed` the whole cylinder on the scale, tare and all */
  readonly mass: Quantity<'mass'>
  /** of what is returned */
  readonly fate?: ReturnFate
  /** from or to whom, or why it was weighed */
  readonly note?: string
  readonly scale?: Instrument
}
/** A movement that wasn't: it stays in the book, and counts no more. */
export interface MovementStruck extends Base<'movementStruck'> {
  readonly strikes: string
  readonly reason: string
}

/** A job's card, new or corrected. */
export interface JobSaved extends Base<'jobSaved'> {
  readonly jobId: string
  readonly job: JobCard
  readonly replaces?: string
}
/** A job is closed, opened again, or put out of the way. */
export interface JobStands extends Base<'jobStands'> {
  readonly jobId: string
  readonly standing: JobStanding
}

/** The order that a job's units stand in, as somebody put them; units that it doesn't name come after, by their tags. The last one counts whole. */
export interface RowOrdered extends Base<'rowOrdered'> {
  readonly jobId: string
  readonly unitIds: readonly string[]
}

/** What weather is expected at a job; the latest counts whole. */
export interface ForecastSet extends Base<'forecastSet'> {
  readonly jobId: string
  readonly forecast: Forecast
  /** where it is from: a file's name, or by hand */
  readonly source: string
}

/** The company's card, new or corrected. */
export interface CompanySaved extends Base<'companySaved'> {
  readonly company: CompanyCard
  readonly replaces?: string
}
/** Who may do what, where the company wants it otherwise than it comes; the last one counts whole. */
export interface RightsSet extends Base<'rightsSet'> {
  readonly rights: RightsChanges
}
/** The licences and certificates of a person, all of them as they are now. */
export interface CertificatesSaved extends Base<'certificatesSaved'> {
  readonly personId: string
  readonly certificates: readonly Certificate[]
}

export type BookEntry =
  | CompanySaved
  | RightsSet
  | CertificatesSaved
  | JobSaved
  | JobStands
  | RowOrdered
  | ForecastSet
  | CylinderSaved
  | CylinderMoved
  | MovementStruck
  | ModelSaved
  | InstrumentSaved
  | ProfileSaved
  | InstrumentsZeroed
  | Retired
  | ProfileChosen
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
