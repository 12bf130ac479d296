import type { BookEntry } from '@zetesis/core'
import { movedLine } from './cylinders'

/** One line of the company's book. */
export function bookEntryWords(entry: BookEntry): string {
  switch (entry.kind) {
    case 'modelSaved':
      return `Model saved: ${entry.label.name}`
    case 'instrumentSaved':
      return `Instrument saved: ${entry.instrument.name}`
    case 'profileSaved':
      return `Method saved: ${entry.profile.name}`
    case 'cylinderSaved':
      return `Cylinder saved: ${entry.cylinder.name}`
    case 'companySaved':
      return 'The company’s card saved'
    case 'rightsSet':
      return 'Who may do what, set'
    case 'certificatesSaved':
      return 'A person’s certificates saved'
    case 'jobSaved':
      return `Job saved: ${entry.job.name}`
    case 'jobStands':
      return { open: 'A job opened again', closed: 'A job closed', archived: 'A job archived' }[entry.standing]
    case 'rowOrdered':
      return 'Units of a job put in another order'
    case 'forecastSet':
      return `Forecast of a job taken from ${entry.source}`
    case 'cylinderMoved':
      return movedLine(entry)
    case 'movementStruck':
      return `A movement struck out: ${entry.reason}`
    case 'zeroed':
      return entry.instrumentIds.length === 1
        ? 'An instrument zeroed'
        : `${entry.instrumentIds.length} instruments zeroed`
    case 'retired':
      return `A ${entry.what === 'profile' ? 'method' : entry.what} put away`
    case 'profileChosen':
      return 'Method for new units chosen'
  }
}
