import type { Quantity, TraceSample } from '@zetesis/core'

/** What a source gives at a time: samples, or a recording that comes whole and coded. */
export type Batch =
  | {
      readonly samples: readonly TraceSample[]
      /** as it was typed, unit and all */ readonly typed?: Quantity<'vacuum'>
    }
  | { readonly chunks: readonly { readonly count: number; readonly bytes: Uint8Array }[] }

/**
 * Where readings come from: typed with a thumb, read from a file, or live. Whoever listens gets batches and needn't know which; a wireless
 * gauge would be one more of these.
 */
export interface Source {
  start(): void
  stop(): void
  /** @returns ends the listening */
  onSample(listen: (batch: Batch) => void): () => void
}

/** The listeners of a source. */
export function makeListeners() {
  const listeners = new Set<(batch: Batch) => void>()
  return {
    tell: (batch: Batch) => listeners.forEach((listen) => listen(batch)),
    onSample(listen: (batch: Batch) => void) {
      listeners.add(listen)
      return () => void listeners.delete(listen)
    },
  }
}

/** Readings typed by hand: the tap stamps the time, in seconds since the source was started. */
export function typedSource(clock: () => number = Date.now) {
  const { tell, onSample } = makeListeners()
  let startedMs: number | undefined
  const source: Source = {
    start: () => void (startedMs = clock()),
    stop: () => void (startedMs = undefined),
    onSample,
  }
  return {
    ...source,
    /** @param pressurePa of `typed`, in SI */
    type(typed: Quantity<'vacuum'>, pressurePa: number) {
      if (startedMs === undefined) return
      tell({ samples: [{ timeS: (clock() - startedMs) / 1000, values: { vacuum: pressurePa } }], typed })
    },
  }
}

/** A recording that is there already: all of it at once. */
export function fileSource(chunks: Extract<Batch, { chunks: unknown }>['chunks']): Source {
  const { tell, onSample } = makeListeners()
  return { start: () => tell({ chunks }), stop: () => undefined, onSample }
}
