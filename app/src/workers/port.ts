/** The worker's side of its channel, typed: what comes in and what goes out. */
export interface Port<In, Out> {
  onmessage: ((event: { data: In }) => void) | null
  postMessage(message: Out): void
}

export const port = <In, Out>() => globalThis as unknown as Port<In, Out>
