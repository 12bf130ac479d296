import { MAX_BATCH, MAX_BODY } from '@zetesis/contract'
import type { BookEntry, Entry } from '@zetesis/core'
import { ApiError } from './api'
import { BOOK, byKey, type OutboxItem, type OutboxStore } from './outboxStore'
import { keepTrying, sendOrSplit } from './sendQueue'

export type Send = (unitId: string, entries: readonly (Entry | BookEntry)[], companyId?: string) => Promise<void>

export interface Outbox {
  /** shows at once, is stored on the device, and sent in order; done when it is written down or with the server, whichever comes first */
  add(unitId: string, author: OutboxItem['author'], batch: readonly (Entry | BookEntry)[]): Promise<void>
  /** done when everything that was added on this page is written down or with the server: until then a form keeps what was typed */
  safe(): Promise<void>
  /** puts away an entry that the server refused */
  discard(key: string): Promise<void>
  items(): readonly OutboxItem[]
  /** false until what this device holds was looked for: until then nobody knows what isn't sent */
  isRead(): boolean
  /** entries that this device couldn't write down: only this page holds them */
  unkept(): number
  /** everything is written down */
  isKept(): boolean
  /** lets go of what is written down; it is read again once that can be */
  forget(): void
  subscribe(tell: () => void): () => void
  /** whose entries may be sent: the signed-in person's own, and nobody's while signed out */
  signedInAs(userId: string | undefined, companyId?: string): void
  wake(): void
}

/** The last number given to an entry, remembered beyond this page. */
export interface Order {
  last(): number
  keep(last: number): void
}

/** An entry that the server fails on so often is stepped past, and tried again later. */
const FAILS = 3
/** a request's body, with room for what stands around the entries */
const MOST_CHARACTERS = MAX_BODY * 0.4

/** Answers that will be the same however often it is sent. */
const isFinal = (error: unknown): error is ApiError =>
  error instanceof ApiError &&
  error.problem.status >= 400 &&
  error.problem.status < 500 &&
  ![401, 408, 425, 429].includes(error.problem.status) &&
  !isOtherPerson(error)
/** The server itself fails on what was sent: it is away or busy otherwise. */
const isFault = (error: unknown): error is ApiError =>
  error instanceof ApiError && error.problem.status >= 500 && ![502, 503, 504].includes(error.problem.status)

/** Somebody else is signed in by now: nothing is wrong with what was sent. */
export const isOtherPerson = (error: unknown): boolean =>
  error instanceof ApiError && error.problem.type === 'urn:zetesis:problem:otherPerson'

/** What may be sent past entries of other units: nothing that moves refrigerant, since cylinders tie units together. */
const ties = ({ unitId, entry }: OutboxItem) => unitId === BOOK || entry.kind === 'weighed' || entry.kind === 'struck'

/**
 * The queue between the phone and the server's log. Entries are sent in the order in which they were written, by a number that only grows, whatever the
 * phone's clock does. A failure is retried with back-off for as long as it takes; an entry that the server refuses for good is kept and shown, one that it
 * fails on is stepped past and said, and those behind go on. Sending twice is harmless, since an entry's id is its identity. What can't be written down
 * is sent from memory.
 */
export function makeOutbox({
  store,
  send,
  channel,
  locks,
  order = memoryOrder(),
}: {
  store: OutboxStore
  send: Send
  channel?: Pick<BroadcastChannel, 'postMessage' | 'onmessage'>
  locks?: Pick<LockManager, 'request'>
  order?: Order
}): Outbox {
  let items: readonly OutboxItem[] = []
  let read = false
  let userId: string | undefined
  let companyId: string | undefined
  let lastNumber = 0
  const listeners = new Set<() => void>()
  const writing = new Set<string>()
  const unkept = new Set<string>()
  /** how often the server failed on an entry by itself */
  const fails = new Map<string, { times: number; sentence: string }>()
  const waitingForSafe: (() => void)[] = []

  const isStuck = (item: OutboxItem) => (fails.get(item.key)?.times ?? 0) >= FAILS
  const withFault = (item: OutboxItem): OutboxItem =>
    isStuck(item)
      ? { ...item, stuck: fails.get(item.key)!.sentence }
      : item.stuck === undefined
        ? item
        : { ...item, stuck: undefined }
  const show = (next: readonly OutboxItem[]) => {
    items = [...next].sort(byKey).map(withFault)
    tell()
  }
  const tell = () => listeners.forEach((listener) => listener())
  const announce = () => channel?.postMessage('changed')
  if (channel) channel.onmessage = () => void reload()

  /** a locked device's store answers nobody, and nobody waits for it with the queue in hand */
  const isOpen = () => store.isOpen?.() ?? true
  const isSafe = () => writing.size === 0 && unkept.size === 0
  const tellSafe = () => {
    if (!isSafe()) return
    for (const done of waitingForSafe.splice(0)) done()
  }

  async function reload(): Promise<void> {
    const stored = await store.load().catch(() => undefined)
    read = true
    // nothing can be read: what this page holds goes on
    if (!stored) return tell()
    const here = items.filter((i) => (writing.has(i.key) || unkept.has(i.key)) && !stored.some((s) => s.key === i.key))
    show([...stored, ...here])
  }

  function nextNumber(): number {
    const stored = numberOf(items.at(-1)?.key ?? '')
    lastNumber = Math.max(Date.now(), lastNumber + 1, order.last() + 1, stored + 1)
    order.keep(lastNumber)
    return lastNumber
  }

  /** Writes items down; what can't be is remembered as held by this page alone. */
  async function keep(list: readonly OutboxItem[]): Promise<void> {
    try {
      await store.put(list)
      for (const { key } of list) unkept.delete(key)
    } catch {
      for (const { key } of list) unkept.add(key)
    }
  }

  function sendable(): OutboxItem[] {
    const mine = items.filter((i) => !i.refused && i.author.id === userId && !writing.has(i.key))
    // a unit that isn't opened yet can't take anything
    const unopened = new Set(mine.filter((i) => isStuck(i) && i.entry.kind === 'opened').map((i) => i.unitId))
    return mine.filter((i) => !isStuck(i) && !unopened.has(i.unitId))
  }

  /** the first entry's unit, as far as its entries may be sent together */
  function nextBatch(): OutboxItem[] {
    const all = sendable()
    const first = all[0]
    if (!first) return []
    const batch: OutboxItem[] = []
    let characters = 0
    let passed = false
    for (const item of all) {
      if (item.unitId !== first.unitId || item.companyId !== first.companyId) {
        if (ties(item)) break
        passed = true
        continue
      }
      if (passed && ties(item)) break
      characters += JSON.stringify(item.entry).length
      if (batch.length > 0 && (batch.length >= MAX_BATCH || characters > MOST_CHARACTERS)) break
      batch.push(item)
    }
    return batch
  }

  const queue = keepTrying({
    async work(succeeded) {
      if (userId === undefined || !isOpen()) return
      const work = async () => {
        await reload()
        for (let batch = nextBatch(); batch.length > 0; batch = nextBatch()) {
          await sendBatch(batch)
          succeeded()
        }
      }
      await (locks ? locks.request('zetesis-outbox', work) : work())
    },
    // something may have been written while the last batch was on its way
    more: () => userId !== undefined && isOpen() && sendable().length > 0,
    hopeless: (error) => (error instanceof ApiError && error.problem.status === 401) || isOtherPerson(error),
  })

  const sendBatch = (batch: readonly OutboxItem[]) =>
    sendOrSplit(batch, {
      send: (items) =>
        send(
          items[0]!.unitId,
          items.map((i) => i.entry),
          items[0]!.companyId,
        ),
      isAbout: (error) => isFinal(error) || isFault(error),
      alone: (item, error) => (isFinal(error) ? refuse(item, error.problem.detail) : failedOn(item, error as ApiError)),
      sent: (items) => settle(items.map((i) => i.key)),
    })

  async function failedOn(item: OutboxItem, error: ApiError): Promise<void> {
    fails.set(item.key, { times: (fails.get(item.key)?.times ?? 0) + 1, sentence: error.problem.detail })
    if (!isStuck(item)) throw error
    show(items)
  }

  async function settle(keys: readonly string[]): Promise<void> {
    // what can't be taken away is sent once more after a reload, which is harmless
    await store.remove(keys).catch(() => undefined)
    for (const key of keys) {
      unkept.delete(key)
      fails.delete(key)
    }
    show(items.filter((i) => !keys.includes(i.key)))
    announce()
    tellSafe()
  }

  async function refuse(item: OutboxItem, sentence: string): Promise<void> {
    const refused = { ...item, refused: sentence }
    await keep([refused])
    show(items.map((i) => (i.key === item.key ? refused : i)))
    announce()
  }

  void reload()

  return {
    async add(unitId, author, batch) {
      // pressed again while this page alone holds it: that is the same entry, not another
      const held = items.filter((i) => unkept.has(i.key) && i.unitId === unitId)
      if (batch.length > 0 && batch.every((entry) => held.some((i) => sameBody(i.entry, entry)))) {
        await keep(held)
        tellSafe()
        return queue.run()
      }
      const made = batch.map((entry) => ({
        key: keyOf(nextNumber(), entry.id),
        unitId,
        author,
        entry,
        ...(companyId ? { companyId } : {}),
      }))
      made.forEach((i) => writing.add(i.key))
      show([...items, ...made])
      await keep(made)
      // where there was no room for one entry there may be by now for others
      const others = items.filter((i) => unkept.has(i.key) && !writing.has(i.key))
      if (others.length > 0) await keep(others)
      made.forEach((i) => writing.delete(i.key))
      tell()
      tellSafe()
      announce()
      void queue.run()
    },
    safe: () => new Promise((resolve) => (isSafe() ? resolve() : waitingForSafe.push(resolve))),
    async discard(key) {
      await settle([key])
    },
    items: () => items,
    isRead: () => read,
    unkept: () => unkept.size,
    isKept: isSafe,
    forget() {
      read = false
      show([])
      void reload().then(queue.wake)
    },
    subscribe(listener) {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    signedInAs(id, company) {
      userId = id
      companyId = company
      void reload().then(queue.wake)
    },
    wake() {
      fails.clear()
      queue.wake()
    },
  }
}

const keyOf = (number: number, id: string) => `${number.toString(36).padStart(10, '0')}-${id.slice(0, 8)}`
/** also of keys as they were before, whose first part was the time in the same form */
function numberOf(key: string): number {
  const number = parseInt(key.slice(0, 10), 36)
  return Number.isFinite(number) ? number : 0
}

/** The same but for its id and times. */
function sameBody(a: object, b: object): boolean {
  const body = (entry: object) => JSON.stringify({ ...entry, id: '', at: '', writtenAt: '' })
  return body(a) === body(b)
}

function memoryOrder(): Order {
  let last = 0
  return { last: () => last, keep: (n) => void (last = n) }
}
