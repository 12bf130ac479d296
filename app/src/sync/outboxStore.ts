import type { BookEntry, Entry } from '@zetesis/core'
import { createStore, delMany, entries, setMany, type UseStore } from 'idb-keyval'
import { vault } from './lock'

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
  /** false while this device is locked: then what is asked waits */
  isOpen?(): boolean
}

export function indexedDbStore(): OutboxStore {
  let store: UseStore | undefined
  const opened = () => (store ??= createStore('zetesis', 'outbox'))
  return {
    load: async () => {
      await vault.ready()
      const rows = await entries<string, unknown>(opened())
      const items = await Promise.all(rows.map(([, row]) => vault.fromKept(row)))
      return (items as (OutboxItem | undefined)[]).filter((item) => item !== undefined).sort(byKey)
    },
    put: async (items) => {
      if (!(await vault.ready())) throw new Error('Somebody else is signed in by now.')
      const rows = await Promise.all(items.map(async (item) => [item.key, await vault.toKeep(item)] as const))
      await setMany(rows as [string, unknown][], opened())
    },
    isOpen: () => vault.state() !== 'locked',
    remove: async (keys) => delMany([...keys], opened()),
  }
}

export const byKey = (a: OutboxItem, b: OutboxItem) => (a.key < b.key ? -1 : a.key > b.key ? 1 : 0)
