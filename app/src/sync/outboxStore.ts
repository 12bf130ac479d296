import type { BookEntry, Entry } from '@zetesis/core'
import { createStore, delMany, entries, setMany, type UseStore } from 'idb-keyval'

/** An entry on its way: written down on this device, not yet in the server's log. */
export interface OutboxItem {
  /** sorts as it was written; also the key in the store */
  readonly key: string
  /** the unit whose log it goes to, or `BOOK` */
  readonly unitId: string
  readonly author: { readonly id: string; readonly name: string }
  /** the company that it was written in; items of before there were several don't say */
  readonly companyId?: string
  readonly entry: Entry | BookEntry
  /** the server's sentence, when it wouldn't take it: kept until the person puts it away */
  readonly refused?: string
  /** the server fails on it by a fault of its own: tried again later, while those behind it go on */
  readonly stuck?: string
}

/** Stands for a unit's id where an entry goes to the company's book. */
export const BOOK = '@book'

/** Where the outbox lives. Each item is its own row, so that two open pages never overwrite each other's. */
export interface OutboxStore {
  load(): Promise<OutboxItem[]>
  /** all of them or none */
  put(items: readonly OutboxItem[]): Promise<void>
  remove(keys: readonly string[]): Promise<void>
}

export function indexedDbStore(): OutboxStore {
  let store: UseStore | undefined
  const opened = () => (store ??= createStore('zetesis', 'outbox'))
  return {
    load: async () => (await entries<string, OutboxItem>(opened())).map(([, item]) => item).sort(byKey),
    put: async (items) =>
      setMany(
        items.map((item) => [item.key, item]),
        opened(),
      ),
    remove: async (keys) => delMany([...keys], opened()),
  }
}

export const byKey = (a: OutboxItem, b: OutboxItem) => (a.key < b.key ? -1 : a.key > b.key ? 1 : 0)
