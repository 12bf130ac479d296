import type { AnyStageEntry } from '@zetesis/core'
import { stageWords } from '../stages'
import type { EntryWords } from './entryWords'

/** The log's line of each kind. */
export const anyStageLines: EntryWords<AnyStageEntry> = {
  note: (entry) => entry.text,
  gatePassed: (entry) => `Passed ${stageWords[entry.stage].toLowerCase()}: ${entry.reason}`,
  struck: (entry) => `Struck out: ${entry.reason}`,
}
