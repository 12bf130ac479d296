import type { RecordingEntry } from '../../entry/recording'
import type { UnitRecord } from '../../log/fold'
import type { Checks } from './asked'

/** Whether the log tells of this recording. */
export const isTraceOf = ({ items }: UnitRecord, traceId: string): boolean =>
  items.traceBegun.some((t) => t.entry.traceId === traceId)

export const recordingChecks: Checks<RecordingEntry['kind']> = {
  traceBegun: ({ traceId }, { record }) =>
    isTraceOf(record, traceId) ? [{ code: 'traceTwice', path: 'traceId' }] : [],
  traceEnded: ({ traceId }, { record }) =>
    isTraceOf(record, traceId) ? [] : [{ code: 'unknownTrace', path: 'traceId' }],
}
