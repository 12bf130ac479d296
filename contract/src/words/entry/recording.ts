import type { RecordingEntry } from '@zetesis/core'
import type { EntryWords } from './entryWords'

/** The log's line of each kind. */
export const recordingLines: EntryWords<RecordingEntry> = {
  traceBegun: (entry) =>
    `Recording began: ${entry.source === 'rig' ? 'simulator' : 'file'}${entry.name ? ` ${entry.name}` : ''}${entry.speed > 1 ? `, ×${entry.speed}` : ''}`,
  traceEnded: (entry) => `Recording ended: ${entry.samples} samples`,
}
