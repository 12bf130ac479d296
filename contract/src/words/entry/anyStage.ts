import type { AnyStageEntry } from '@zetesis/core'
import { requestWords } from '../people'
import { stageWords } from '../stages'
import type { EntryWords } from './entryWords'

/** The log's line of each kind. */
export const anyStageLines: EntryWords<AnyStageEntry> = {
  note: (entry) => entry.text,
  gatePassed: (entry) => `Passed ${stageWords[entry.stage].toLowerCase()}: ${entry.reason}`,
  asked: (entry) => `${requestWords(entry)}: ${entry.reason}`,
  answered: (entry) => `${entry.granted ? 'Granted' : 'Refused'}${entry.words ? `: ${entry.words}` : ''}`,
  struck: (entry) => `Struck out: ${entry.reason}`,
}
