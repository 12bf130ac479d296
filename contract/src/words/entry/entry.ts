import type { Entry, LogItem } from '@zetesis/core'
import { anyStageLines } from './anyStage'
import { coldLines } from './cold'
import { conversionLines } from './conversion'
import { handOverLines } from './handOver'
import { heatPumpLines } from './heatPump'
import { prepareLines } from './prepare'
import { pressureTestLines } from './pressureTest'
import { recordingLines } from './recording'
import { startUpLines } from './startUp'
import { vacuumLines } from './vacuum'
import { visitLines } from './visit'
import { weighInLines } from './weighIn'
import type { EntryWords } from './entryWords'

const lines: EntryWords<Entry> = {
  ...prepareLines,
  ...pressureTestLines,
  ...vacuumLines,
  ...recordingLines,
  ...weighInLines,
  ...startUpLines,
  ...conversionLines,
  ...heatPumpLines,
  ...coldLines,
  ...visitLines,
  ...anyStageLines,
  ...handOverLines,
}

/** One line of the log, with values exactly as they were typed. */
export function entryWords(entry: Entry): string {
  // the table holds for each kind the words of that kind
  return (lines[entry.kind] as (entry: Entry) => string)(entry)
}

/** Whether an item still waits on the phone. */
export const isPending = (item: LogItem) => item.seq === null
