import { CHUNK_BATCH, soundOf } from '@zetesis/contract'
import { CHUNK_SAMPLES, decodeChunk, encodeChunk, traceDigest, type TraceSample } from '@zetesis/core'
import { ApiError } from './api'
import { isOtherPerson } from './outbox'
import { keepTrying, sendOrSplit } from './sendQueue'
import { chunkKey, type StoredChunk, type TraceStore } from './traceStore'

/** Chunks of one recording, in order. */
export type SendChunks = (batch: readonly StoredChunk[]) => Promise<void>

export interface Recorder {
  /** what was stored before the app was loaded; everything else waits for it */
  readonly ready: () => Promise<void>
  /** a source gives this recording from now on, whether or not anything of it has come; answers with what ends that */
  follow(traceId: string): () => void
  add(unitId: string, traceId: string, samples: readonly TraceSample[]): void
  /** takes a whole recording, as an import makes it */
  addChunks(unitId: string, traceId: string, chunks: readonly { count: number; bytes: Uint8Array }[]): Promise<void>
  /** closes the last chunk; answers with what the log says of the recording */
  end(traceId: string): Promise<{ samples: number; digest: string }>
  /** every chunk of a recording that this device holds, in order */
  chunks(traceId: string): readonly StoredChunk[]
  /** the last sample held here */
  last(traceId: string): TraceSample | undefined
  /** false until what this device holds was looked for */
  isRead(): boolean
  /** something is being recorded on this page */
  isRecording(): boolean
  /** chunks that the server hasn't got */
  waiting(): number
  /** chunks that this device couldn't write down: only this page holds them */
  unkept(): number
  /** why a chunk was refused for good, if any was */
  refused(): string | undefined
  /** lets go of what is written down; it is read again once that can be */
  forget(): void
  subscribe(tell: () => void): () => void
  /** writes down at once what it holds back for a moment: the page is about to go */
  keep(): void
  wake(): void
}

/** An open chunk is sealed after so long, so that others see a hold grow. */
const SEAL_AFTER_MS = 60_000
const TELL_EVERY_MS = 1000
/** what is being filled is written down this often, and when the page is left: opening the device's store costs a slow phone more than all else of a second */
const KEEP_EVERY_MS = 3000
/** A unit that was opened without signal isn't on the server yet: its recording waits for it. */
const isFinal = (status: number) => status === 409 || status === 422

interface Open {
  readonly unitId: string
  readonly traceId: string
  readonly number: number
  readonly samples: TraceSample[]
  readonly sinceMs: number
}

/**
 * Writes recordings down on this device every few seconds and sends them chunk by chunk, in order, for as long as it takes. A chunk's
 * identity is its recording and its number, so sending it twice is harmless.
 */
export function makeRecorder({
  store,
  send,
  keeps = () => false,
  company = () => undefined,
}: {
  store: TraceStore
  send: SendChunks
  /** recordings that still run: their chunks stay until they end, since the log wants the hash of them all */
  keeps?: (traceId: string) => boolean
  /** the company that is recorded in */
  company?: () => string | undefined
}): Recorder {
  const held = new Map<string, StoredChunk>()
  const open = new Map<string, Open>()
  const followed = new Set<string>()
  const listeners = new Set<() => void>()
  let refusal: string | undefined
  let isRead = false
  let telling: ReturnType<typeof setTimeout> | undefined
  let keeping: ReturnType<typeof setTimeout> | undefined
  let keptMs = -Infinity
  /** keys of chunks that grew since they were written down */
  const grown = new Set<string>()

  const unkept = new Set<string>()
  /** Writes a chunk down; what can't be is held by this page, and sent all the same. */
  const stamped = (chunk: StoredChunk): StoredChunk => {
    const companyId = company()
    return companyId ? { ...chunk, companyId } : chunk
  }

  async function put(chunk: StoredChunk): Promise<void> {
    try {
      await store.put(chunk)
      unkept.delete(chunkKey(chunk))
    } catch {
      if (chunk.sent) unkept.delete(chunkKey(chunk))
      else unkept.add(chunkKey(chunk))
    }
  }

  const tell = () => listeners.forEach((listener) => listener())
  const ofTrace = (traceId: string) =>
    [...held.values()].filter((c) => c.traceId === traceId).sort((a, b) => a.number - b.number)

  const load = async (): Promise<void> => {
    const chunks = await store.load().catch((): StoredChunk[] => [])
    const unsent = new Set(chunks.filter((c) => !c.sent).map((c) => c.traceId))
    for (const chunk of chunks) {
      // a recording that has arrived whole is read from the server from now on
      if (!unsent.has(chunk.traceId) && !keeps(chunk.traceId)) {
        void store.remove(chunk).catch(() => undefined)
        continue
      }
      held.set(chunkKey(chunk), chunk)
      if (!chunk.sealed) reopen(chunk)
    }
    isRead = true
    tell()
    void queue.run()
  }
  let ready = load()

  /** A chunk that was being filled when the app was closed goes on being filled. */
  function reopen({ unitId, traceId, number, bytes }: StoredChunk): void {
    open.set(traceId, { unitId, traceId, number, samples: [...(decodeChunk(bytes) ?? [])], sinceMs: Date.now() })
  }

  function write({ unitId, traceId, number, samples }: Open, sealed: boolean): void {
    const chunk = stamped({
      unitId,
      traceId,
      number,
      count: samples.length,
      bytes: encodeChunk(samples),
      sealed,
      sent: false,
    })
    const key = chunkKey(chunk)
    held.set(key, chunk)
    if (sealed) {
      grown.delete(key)
      void put(chunk)
    } else {
      grown.add(key)
      keepSoon()
    }
  }

  function keepSoon(): void {
    const since = Date.now() - keptMs
    if (since >= KEEP_EVERY_MS) keep()
    else keeping ??= setTimeout(keep, KEEP_EVERY_MS - since)
  }

  function keep(): void {
    clearTimeout(keeping)
    keeping = undefined
    keptMs = Date.now()
    for (const key of grown) {
      const chunk = held.get(key)
      if (chunk) void put(chunk)
    }
    grown.clear()
  }

  function seal(chunk: Open): void {
    write(chunk, true)
    open.delete(chunk.traceId)
    void queue.run()
  }

  function tellSoon(): void {
    telling ??= setTimeout(() => {
      telling = undefined
      for (const chunk of open.values()) {
        if (Date.now() - chunk.sinceMs > SEAL_AFTER_MS) seal(chunk)
        else write(chunk, false)
      }
      tell()
    }, TELL_EVERY_MS)
  }

  function add(unitId: string, traceId: string, samples: readonly TraceSample[]): void {
    for (const raw of samples) {
      // what no gauge gives isn't recorded: an open clamp, a loose plug
      const sample = soundOf(raw)
      if (!sample) continue
      let chunk = open.get(traceId)
      if (!chunk) {
        chunk = { unitId, traceId, number: ofTrace(traceId).length, samples: [], sinceMs: Date.now() }
        open.set(traceId, chunk)
      }
      chunk.samples.push(sample)
      if (chunk.samples.length >= CHUNK_SAMPLES) seal(chunk)
    }
    tellSoon()
  }

  const queue = keepTrying({
    async work(succeeded) {
      // recordings that the server fails on wait for the next time; those behind them go on
      const passed = new Set<string>()
      for (;;) {
        const waiting = [...held.values()]
          .filter((c) => c.sealed && !c.sent && !passed.has(c.traceId))
          .sort((a, b) => (chunkKey(a) < chunkKey(b) ? -1 : 1))
        const first = waiting[0]
        if (!first) break
        try {
          await sendBatch(waiting.filter((c) => c.traceId === first.traceId).slice(0, CHUNK_BATCH))
        } catch (error) {
          if (!(error instanceof ApiError) || error.problem.status !== 500) throw error
          passed.add(first.traceId)
          continue
        }
        succeeded()
        tell()
      }
      if (passed.size > 0) throw new Error('the server failed on a recording')
    },
  })

  async function sent(batch: readonly StoredChunk[]): Promise<void> {
    for (const chunk of batch) {
      const done = { ...chunk, sent: true }
      held.set(chunkKey(done), done)
      await put(done)
    }
  }
  const sendBatch = (batch: readonly StoredChunk[]) =>
    sendOrSplit(batch, {
      send,
      isAbout: (error) => error instanceof ApiError && isFinal(error.problem.status) && !isOtherPerson(error),
      async alone(chunk, error) {
        refusal = (error as ApiError).problem.detail
        await sent([chunk])
      },
      sent,
    })

  return {
    ready: () => ready,
    follow(traceId) {
      followed.add(traceId)
      return () => void followed.delete(traceId)
    },
    add,
    async addChunks(unitId, traceId, chunks) {
      await ready
      for (const [number, { count, bytes }] of chunks.entries()) {
        const chunk = stamped({ unitId, traceId, number, count, bytes, sealed: true, sent: false })
        held.set(chunkKey(chunk), chunk)
        await put(chunk)
      }
      tell()
      void queue.run()
    },
    async end(traceId) {
      await ready
      const last = open.get(traceId)
      if (last && last.samples.length > 0) seal(last)
      const chunks = ofTrace(traceId)
      tell()
      return {
        samples: chunks.reduce((sum, c) => sum + c.count, 0),
        digest: traceDigest(chunks.map((c) => c.bytes)),
      }
    },
    chunks: ofTrace,
    last(traceId) {
      const filling = open.get(traceId)?.samples.at(-1)
      if (filling) return filling
      const last = ofTrace(traceId).at(-1)
      return last && decodeChunk(last.bytes)?.at(-1)
    },
    isRead: () => isRead,
    // between two chunks nothing is open
    isRecording: () => followed.size > 0 || open.size > 0,
    waiting: () => [...held.values()].filter((c) => c.sealed && !c.sent).length,
    unkept: () => unkept.size,
    refused: () => refusal,
    forget() {
      held.clear()
      open.clear()
      isRead = false
      ready = load()
      tell()
    },
    subscribe(listener) {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    keep,
    wake: queue.wake,
  }
}
