import type { VisitEntry } from '@zetesis/core'
import { plannedWords, returnVisitLine } from '../visits'
import type { EntryWords } from './entryWords'

/** The log's line of each kind. */
export const visitLines: EntryWords<VisitEntry> = {
  returnVisit: (entry) => `Return visit: ${returnVisitLine(entry)}`,
  visitPlanned: (entry) => `Return visit planned: ${plannedWords(entry)}`,
  cameBack: () => 'Came back for the return visit',
  visitItemClosed: ({ how, item, words }) =>
    `Return visit, item ${item + 1} ${how === 'done' ? 'done' : 'not needed'}${words ? `: ${words}` : ''}`,
}
