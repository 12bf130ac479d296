import { decodeChunk, downsample, unitView, type SheetPoint } from '@zetesis/core'
import type { RecordFile } from '@zetesis/contract'
import type { Recording } from '../workers/tasks'
import { openRecord } from './openRecord'

/** What the decay sheet in the papers draws: enough for a line on paper. */
const DRAWN = 500

/** The recorded vacuum of a unit, thinned for drawing, in its own time. */
export function recordedVacuum(file: RecordFile, recordings: readonly Recording[]): SheetPoint[] {
  const { record, jobElevationM } = openRecord(file)
  const { clock } = unitView(record, { nowMs: 0, jobElevationM }).vacuum
  const points: (readonly [number, number])[] = []
  for (const { begunMs, chunks } of recordings) {
    const from = clock.runMs(begunMs)
    for (const bytes of chunks)
      for (const { timeS, values } of decodeChunk(bytes) ?? []) {
        const pressure = values.vacuum
        if (typeof pressure === 'number' && pressure > 0) points.push([from + timeS * 1000, pressure])
      }
  }
  points.sort((a, b) => a[0] - b[0])
  return downsample(points, DRAWN, { logarithmic: true }).map(([runMs, pressurePa]) => ({ runMs, pressurePa }))
}
