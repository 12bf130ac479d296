import { showTyped, type PressureTestEntry } from '@zetesis/core'
import type { EntryWords } from './entryWords'

/** The log's line of each kind. */
export const pressureTestLines: EntryWords<PressureTestEntry> = {
  testRaised: (entry) =>
    `Nitrogen at ${showTyped(entry.gauge)}, ${entry.heard === 'quiet' ? 'nothing heard' : 'hissing'}`,
  testHeld: (entry) =>
    `Nitrogen holds at ${showTyped(entry.gauge)}, pipe at ${showTyped(entry.ambient)}${entry.retestOf ? ', a re-test' : ''}`,
  testRead: (entry) => `Nitrogen reads ${showTyped(entry.gauge)}, pipe at ${showTyped(entry.ambient)}`,
  jointChecked: (entry) =>
    `Soaped ${entry.place}: ${entry.found === 'tight' ? 'tight' : 'bubbles'}${entry.mended ? `, ${entry.mended}` : ''}`,
}
