import type { HandOverEntry } from '@zetesis/core'
import type { EntryWords } from './entryWords'

/** The log's line of each kind. */
export const handOverLines: EntryWords<HandOverEntry> = {
  sealed: (entry) => `Sealed by ${entry.name}`,
  amendment: ({ text, name }) => `Amendment${name ? `, signed by ${name}` : ''}: ${text}`,
}
