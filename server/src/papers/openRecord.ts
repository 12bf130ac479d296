import { foldEntries, toSi } from '@zetesis/core'
import type { RecordFile } from '@zetesis/contract'

/** A record file folded, with what its site adds. */
export function openRecord(file: RecordFile) {
  return { record: foldEntries(file.log), jobElevationM: toSi('elevation', file.job.elevation) }
}
