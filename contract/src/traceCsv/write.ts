import { channelTable, fromSi, preferredUnit, traceChannels, type TraceSample, type UnitSystem } from '@zetesis/core'
import Papa from 'papaparse'
import { columnWords } from '../words/channels'

/** A recording as CSV, all of it: time as ISO 8601 and in seconds, then each channel in the units in use. An empty cell is no reading. */
export function traceCsv(
  samples: readonly TraceSample[],
  { startMs, speed, system }: { startMs: number; speed: number; system: UnitSystem },
): string {
  const channels = traceChannels.filter((c) => samples.some((s) => s.values[c] !== undefined))
  const unit = (c: (typeof channels)[number]) => preferredUnit(channelTable[c].dimension, system)
  const head = ['time', 'seconds', ...channels.map((c) => `${columnWords[c]} ${unit(c)}`)]
  const rows = samples.map(({ timeS, values }) => [
    timeText(startMs + (timeS * 1000) / speed),
    String(timeS),
    ...channels.map((c) => {
      const si = values[c]
      return si === null || si === undefined
        ? ''
        : String(Number(fromSi(channelTable[c].dimension, si, unit(c)).toPrecision(7)))
    }),
  ])
  return `${Papa.unparse([head, ...rows])}\r\n`
}

/** ECMA-262: a date lies within 8.64e15 ms of 1970; a recording from before there were ranges may claim more */
const timeText = (ms: number) => (Math.abs(ms) <= 8.64e15 ? new Date(ms).toISOString() : '')
