import type { TraceChannel } from '../reading/channels'

/** Where a recording came from. Readings typed by hand are entries of their own. */
export type TraceSource = 'import' | 'rig'
export const traceSources = ['import', 'rig'] as const satisfies readonly TraceSource[]

/** One moment of a recording; a channel that gave nothing then is null. */
export interface TraceSample {
  /** seconds since the recording began */
  readonly timeS: number
  readonly values: { readonly [C in TraceChannel]?: number | null }
}

/** At most so many samples in a chunk. */
export const CHUNK_SAMPLES = 600
/** A recording may not have more chunks: 30 days at one sample a second. */
export const MAX_CHUNKS = 4320
