import type { ColdEntry } from '@zetesis/core'
import { coldWords } from '../library'
import type { EntryWords } from './entryWords'

/** The log's line of each kind. */
export const coldLines: EntryWords<ColdEntry> = {
  coldWayChosen: ({ school }) => `In the cold: ${coldWords[school]}`,
  covered: ({ on, words }) =>
    `${on ? 'Condenser partly covered' : 'Cover off the condenser'}${words ? `: ${words}` : ''}`,
}
