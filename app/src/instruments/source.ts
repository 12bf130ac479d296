import type { TraceSample } from '@zetesis/core'

/**
 * Where readings come from: typed with a thumb, read from a file, or live. Whoever listens gets samples and needn't know which; a wireless
 * gauge would be one more of these.
 */
export interface Source {
  start(): void
  stop(): void
  /** @returns ends the listening */
  onSample(listen: (samples: readonly TraceSample[]) => void): () => void
}

/** The listeners of a source. */
export function makeListeners() {
  const listeners = new Set<(samples: readonly TraceSample[]) => void>()
  return {
    tell: (samples: readonly TraceSample[]) => listeners.forEach((listen) => listen(samples)),
    onSample(listen: (samples: readonly TraceSample[]) => void) {
      listeners.add(listen)
      return () => void listeners.delete(listen)
    },
  }
}

/** Readings typed by hand: the tap stamps the time, seconds since the source was started. */
export function typedSource(clock: () => number = Date.now): Source & { type(values: TraceSample['values']): void } {
  const { tell, onSample } = makeListeners()
  let startedMs: number | undefined
  return {
    start: () => void (startedMs = clock()),
    stop: () => void (startedMs = undefined),
    onSample,
    type(values) {
      if (startedMs !== undefined) tell([{ timeS: (clock() - startedMs) / 1000, values }])
    },
  }
}

/** A recording that is there already: all of it at once. */
export function fileSource(samples: readonly TraceSample[]): Source {
  const { tell, onSample } = makeListeners()
  return { start: () => tell(samples), stop: () => undefined, onSample }
}
