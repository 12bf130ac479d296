import type { WeighInEntry } from '@zetesis/core'
import { hoseLine, weighedLine } from '../cylinders'
import type { EntryWords } from './entryWords'

/** The log's line of each kind. */
export const weighInLines: EntryWords<WeighInEntry> = {
  weighed: (entry) => weighedLine(entry),
  hoseLeft: (entry) => hoseLine(entry),
}
