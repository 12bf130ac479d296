import type { ModelLabel } from '../label/modelLabel'
import type { Instrument } from '../measurement/instrument'
import type { ProfileSpec } from '../method/profile'
import { customarySpec, readyProfiles } from '../method/readyProfiles'
import type { Cylinder } from '../charge/cylinder'
import type { Certificate } from '../people/certificate'
import type { CompanyCard } from '../people/company'
import type { RightsChanges } from '../people/rights'
import type { BookItem, CylinderMoved } from './entry'
import type { Forecast } from '../visit/forecast'
import type { JobCard, JobStanding } from './job'

/** One thing on a shelf of the book, as last saved. */
export interface Kept<T> {
  readonly id: string
  readonly value: T
  /** the entry that saved it */
  readonly version: string
  readonly by: string
  readonly at: string
  /** who saved another version that this one's writer hadn't seen: both are in the book, this one came later */
  readonly over?: string
}

/** A job's forecast, with who brought it when. */
export interface JobForecast {
  readonly forecast: Forecast
  readonly source: string
  readonly by: string
  readonly at: string
}

/** A movement as the book tells it, with who wrote it. */
export interface BookMove {
  readonly entry: CylinderMoved
  readonly by: string
}

export interface Book {
  readonly models: readonly Kept<ModelLabel>[]
  readonly instruments: readonly Kept<Instrument>[]
  readonly cylinders: readonly Kept<Cylinder>[]
  /** the company's card, none before one was written; a list of at most one */
  readonly company: readonly Kept<CompanyCard>[]
  readonly rights: RightsChanges
  /** of people, by their id */
  readonly certificates: Readonly<Record<string, readonly Certificate[]>>
  readonly jobs: readonly Kept<JobCard>[]
  /** how a job stands, by its id; one that isn't named is open */
  readonly standings: Readonly<Record<string, JobStanding>>
  /** the order of a job's units, by the job's id, where somebody put them in one */
  readonly orders: Readonly<Record<string, readonly string[]>>
  /** what weather is expected at a job, by its id */
  readonly forecasts: Readonly<Record<string, JobForecast>>
  /** what moved outside any unit, struck ones left out */
  readonly moves: readonly BookMove[]
  /** ids of struck movements, with the reason */
  readonly struck: Readonly<Record<string, string>>
  /** the ready profiles first, then the company's own */
  readonly profiles: readonly Kept<ProfileSpec>[]
  /** id of the profile that new units start with */
  readonly chosenProfileId: string
}

/** there is one card */
const COMPANY = 'company'

const ready = readyProfiles.map((profile): Kept<ProfileSpec> => ({
  id: profile.id,
  value: profile,
  version: profile.id,
  by: '',
  at: '',
}))

export const emptyBook: Book = {
  models: [],
  instruments: [],
  cylinders: [],
  company: [],
  rights: {},
  certificates: {},
  jobs: [],
  standings: {},
  orders: {},
  forecasts: {},
  moves: [],
  struck: {},
  profiles: ready,
  chosenProfileId: customarySpec.id,
}

/** Whether a profile came with the app; it can be copied, not changed. */
export const isReadyProfile = (id: string) => readyProfiles.some((profile) => profile.id === id)

/** The book after its entries, in their order; an entry twice changes nothing. */
export function foldBook(items: readonly BookItem[], start: Book = emptyBook): Book {
  const seen = new Set<string>()
  return items.reduce((book, item) => {
    if (seen.has(item.entry.id)) return book
    seen.add(item.entry.id)
    return addToBook(book, item)
  }, start)
}

function addToBook(book: Book, item: BookItem): Book {
  const { entry } = item
  switch (entry.kind) {
    case 'modelSaved':
      return { ...book, models: put(book.models, entry.modelId, entry.label, item, entry.replaces) }
    case 'instrumentSaved': {
      const { instrument } = entry
      return { ...book, instruments: put(book.instruments, instrument.id, instrument, item, entry.replaces) }
    }
    case 'cylinderSaved': {
      const { cylinder } = entry
      return { ...book, cylinders: put(book.cylinders, cylinder.id, cylinder, item, entry.replaces) }
    }
    case 'companySaved':
      return { ...book, company: put(book.company, COMPANY, entry.company, item, entry.replaces) }
    case 'rightsSet':
      return { ...book, rights: entry.rights }
    case 'certificatesSaved':
      return { ...book, certificates: { ...book.certificates, [entry.personId]: entry.certificates } }
    case 'jobSaved':
      return { ...book, jobs: put(book.jobs, entry.jobId, entry.job, item, entry.replaces) }
    case 'jobStands':
      return { ...book, standings: { ...book.standings, [entry.jobId]: entry.standing } }
    case 'rowOrdered':
      return { ...book, orders: { ...book.orders, [entry.jobId]: entry.unitIds } }
    case 'forecastSet': {
      const { jobId, forecast, source, at } = entry
      const set: JobForecast = { forecast, source, by: item.author.name, at }
      return { ...book, forecasts: { ...book.forecasts, [jobId]: set } }
    }
    case 'cylinderMoved':
      return book.struck[entry.id] === undefined && !book.moves.some((m) => m.entry.id === entry.id)
        ? { ...book, moves: [...book.moves, { entry, by: item.author.name }] }
        : book
    case 'movementStruck':
      return {
        ...book,
        struck: { ...book.struck, [entry.strikes]: entry.reason },
        moves: book.moves.filter((m) => m.entry.id !== entry.strikes),
      }
    case 'profileSaved': {
      if (isReadyProfile(entry.profile.id)) return book
      return { ...book, profiles: put(book.profiles, entry.profile.id, entry.profile, item, entry.replaces) }
    }
    case 'zeroed':
      return {
        ...book,
        instruments: book.instruments.map((kept) =>
          entry.instrumentIds.includes(kept.id) && (kept.value.zeroedAt ?? '') < entry.at
            ? { ...kept, value: { ...kept.value, zeroedAt: entry.at } }
            : kept,
        ),
      }
    case 'retired': {
      const left = <T>(shelf: readonly Kept<T>[]) => shelf.filter((kept) => kept.id !== entry.itemId)
      if (entry.what === 'model') return { ...book, models: left(book.models) }
      if (entry.what === 'instrument') return { ...book, instruments: left(book.instruments) }
      if (entry.what === 'cylinder') return { ...book, cylinders: left(book.cylinders) }
      if (isReadyProfile(entry.itemId)) return book
      const chosenProfileId = book.chosenProfileId === entry.itemId ? customarySpec.id : book.chosenProfileId
      return { ...book, profiles: left(book.profiles), chosenProfileId }
    }
    case 'profileChosen': {
      const known = book.profiles.some((kept) => kept.id === entry.profileId)
      return known ? { ...book, chosenProfileId: entry.profileId } : book
    }
  }
}

function put<T>(
  shelf: readonly Kept<T>[],
  id: string,
  value: T,
  { author, entry }: BookItem,
  replaces: string | undefined,
): Kept<T>[] {
  const before = shelf.find((kept) => kept.id === id)
  const over = before && before.version !== replaces ? before.by : undefined
  const kept: Kept<T> = { id, value, version: entry.id, by: author.name, at: entry.at, ...(over ? { over } : {}) }
  return before ? shelf.map((old) => (old.id === id ? kept : old)) : [...shelf, kept]
}

/** The profile that new units start with. */
export function chosenProfile(book: Book): ProfileSpec {
  return book.profiles.find((kept) => kept.id === book.chosenProfileId)?.value ?? customarySpec
}
