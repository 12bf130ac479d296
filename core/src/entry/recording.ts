import type { Base } from './base'
import type { TraceChannel } from '../reading/channels'
import type { TraceSource } from '../trace/trace'

/** A recording began; its samples travel as chunks beside the log. */
export interface TraceBegun extends Base<'traceBegun'> {
  readonly traceId: string
  readonly channels: readonly TraceChannel[]
  readonly source: TraceSource
  /** seconds of the system for one on the wall: over 1 on the rig only */
  readonly speed: number
  /** the file it came from, or what the rig plays */
  readonly name?: string
}
/** A recording is complete: how many samples, and the hash of its chunks, so that it can be checked years later. */
export interface TraceEnded extends Base<'traceEnded'> {
  readonly traceId: string
  readonly samples: number
  readonly digest: string
}

/** The kinds of entry that belong here, for the union of them all. */
export type RecordingEntry = TraceBegun | TraceEnded
