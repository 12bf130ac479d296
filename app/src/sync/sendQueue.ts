import { ApiError } from './api'

const FIRST_RETRY_MS = 1000
const LAST_RETRY_MS = 30_000

export interface Trying {
  /** does the work now, unless it is being done */
  run(): Promise<void>
  /** forgets how often it failed, and does it now */
  wake(): void
}

/**
 * Work that is done by one at a time and tried again with back-off for as long as it takes, no sooner than the server asks for.
 *
 * @param work throws where it has to be tried again
 * @param more true where something came up while the work was being done
 * @param hopeless true where trying again by itself is of no use
 */
export function keepTrying({
  work,
  more = () => false,
  hopeless = () => false,
}: {
  work: (succeeded: () => void) => Promise<void>
  more?: () => boolean
  hopeless?: (error: unknown) => boolean
}): Trying {
  let running = false
  let failures = 0
  let timer: ReturnType<typeof setTimeout> | undefined

  async function run(): Promise<void> {
    if (running) return
    running = true
    clearTimeout(timer)
    try {
      await work(() => (failures = 0))
    } catch (error) {
      failures += 1
      const asked = error instanceof ApiError ? (error.retryAfterMs ?? 0) : 0
      const delay = Math.max(asked, Math.min(FIRST_RETRY_MS * 2 ** (failures - 1), LAST_RETRY_MS))
      if (!hopeless(error)) timer = setTimeout(() => void run(), delay)
    } finally {
      running = false
    }
    if (failures === 0 && more()) void run()
  }
  return {
    run,
    wake() {
      failures = 0
      void run()
    },
  }
}

/**
 * Sends a batch that the server takes whole or not at all; one that it doesn't take is sent one by one, to find what it is about.
 *
 * @param alone what to do with the one that isn't taken; throws where it has to be tried again
 */
export async function sendOrSplit<T>(
  batch: readonly T[],
  {
    send,
    isAbout,
    alone,
    sent,
  }: {
    send: (batch: readonly T[]) => Promise<void>
    /** whether an answer is about what was sent, rather than about the way there */
    isAbout: (error: unknown) => boolean
    alone: (item: T, error: unknown) => Promise<void>
    sent: (batch: readonly T[]) => Promise<void>
  },
): Promise<void> {
  try {
    await send(batch)
  } catch (error) {
    if (!isAbout(error)) throw error
    if (batch.length === 1) return alone(batch[0]!, error)
    for (const item of batch) await sendOrSplit([item], { send, isAbout, alone, sent })
    return
  }
  await sent(batch)
}
