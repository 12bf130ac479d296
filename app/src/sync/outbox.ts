import type { BookEntry, Entry } from '@zetesis/core'
import { ApiError } from './api'
import { byKey, type OutboxItem, type OutboxStore } from './outboxStore'

export type Send = (unitId: string, entries: readonly (Entry | BookEntry)[]) => Promise<void>

export interface Outbox {
  /** shows at once, is stored on the device, and sent in order */
  add(unitId: string, author: OutboxItem['author'], batch: readonly (Entry | BookEntry)[]): Promise<void>
  /** puts away an entry that the server refused */
  discard(key: string): Promise<void>
  items(): readonly OutboxItem[]
  subscribe(tell: () => void): () => void
  /** whose entries may be sent: the signed-in person's own, and nobody's while signed out */
  signedInAs(userId: string | undefined): void
  wake(): void
}

const BATCH = 50
const FIRST_RETRY_MS = 1000
const LAST_RETRY_MS = 30_000
/** Answers that will be the same however often it is sent. */
const isFinal = (status: number) => status >= 400 && status < 500 && ![401, 408, 425, 429].includes(status)

/**
 * The queue between the phone and the server's log. Items are sent one batch after another, in the order they were written;
 * a failure is retried with back-off for as long as it takes; an item the server refuses for good is kept and shown, and
 * those behind it go on. Sending twice is harmless, since an entry's id is its identity.
 */
export function makeOutbox({
  store,
  send,
  channel,
  locks,
}: {
  store: OutboxStore
  send: Send
  channel?: Pick<BroadcastChannel, 'postMessage' | 'onmessage'>
  locks?: Pick<LockManager, 'request'>
}): Outbox {
  let items: readonly OutboxItem[] = []
  let userId: string | undefined
  let running = false
  let failures = 0
  let counter = 0
  let timer: ReturnType<typeof setTimeout> | undefined
  const listeners = new Set<() => void>()

  const show = (next: readonly OutboxItem[]) => {
    items = [...next].sort(byKey)
    listeners.forEach((tell) => tell())
  }
  const reload = async () => {
    const stored = await store.load()
    // an item still being written is on the screen already
    const unwritten = items.filter((i) => writing.has(i.key) && !stored.some((s) => s.key === i.key))
    show([...stored, ...unwritten])
  }
  const writing = new Set<string>()
  const announce = () => channel?.postMessage('changed')
  if (channel) channel.onmessage = () => void reload()

  async function sendAll(): Promise<void> {
    for (;;) {
      const next = items.filter((i) => !i.refused && i.author.id === userId && !writing.has(i.key))
      const first = next[0]
      if (!first) return
      const stop = next.findIndex((i) => i.unitId !== first.unitId)
      const batch = next.slice(0, Math.min(stop === -1 ? next.length : stop, BATCH))
      await sendBatch(batch)
      failures = 0
    }
  }

  async function sendBatch(batch: readonly OutboxItem[]): Promise<void> {
    try {
      await send(
        batch[0]!.unitId,
        batch.map((i) => i.entry),
      )
      await settle(batch.map((i) => i.key))
    } catch (error) {
      if (!(error instanceof ApiError) || !isFinal(error.problem.status)) throw error
      // the server takes a batch whole or not at all: find the one it refuses by sending them one at a time
      if (batch.length > 1) for (const item of batch) await sendBatch([item])
      else await refuse(batch[0]!, error.problem.detail)
    }
  }

  async function settle(keys: readonly string[]): Promise<void> {
    for (const key of keys) await store.remove(key)
    show(items.filter((i) => !keys.includes(i.key)))
    announce()
  }

  async function refuse(item: OutboxItem, sentence: string): Promise<void> {
    const refused = { ...item, refused: sentence }
    await store.put(refused)
    show(items.map((i) => (i.key === item.key ? refused : i)))
    announce()
  }

  async function run(): Promise<void> {
    if (running || userId === undefined) return
    running = true
    clearTimeout(timer)
    try {
      const work = async () => {
        await reload()
        await sendAll()
      }
      await (locks ? locks.request('zetesis-outbox', work) : work())
    } catch (error) {
      failures += 1
      const signedOut = error instanceof ApiError && error.problem.status === 401
      const delay = Math.min(FIRST_RETRY_MS * 2 ** (failures - 1), LAST_RETRY_MS)
      if (!signedOut) timer = setTimeout(() => void run(), delay)
    } finally {
      running = false
    }
    // something may have been written while the last batch was on its way
    const left = items.some((i) => !i.refused && i.author.id === userId && !writing.has(i.key))
    if (left && failures === 0) void run()
  }

  return {
    async add(unitId, author, batch) {
      const stamp = Date.now().toString(36).padStart(10, '0')
      const made = batch.map((entry) => {
        counter += 1
        return {
          key: `${stamp}-${counter.toString(36).padStart(6, '0')}-${entry.id.slice(0, 8)}`,
          unitId,
          author,
          entry,
        }
      })
      made.forEach((i) => writing.add(i.key))
      show([...items, ...made])
      try {
        for (const item of made) await store.put(item)
      } finally {
        made.forEach((i) => writing.delete(i.key))
      }
      announce()
      void run()
    },
    async discard(key) {
      await settle([key])
    },
    items: () => items,
    subscribe(tell) {
      listeners.add(tell)
      return () => listeners.delete(tell)
    },
    signedInAs(id) {
      userId = id
      failures = 0
      void reload().then(run)
    },
    wake() {
      failures = 0
      void run()
    },
  }
}
