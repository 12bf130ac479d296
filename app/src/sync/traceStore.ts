import { createStore, del, entries, set, type UseStore } from 'idb-keyval'
import { vault } from './lock'

/** A chunk of a recording on this device. An open one is still being filled; what is sealed never changes. */
export interface StoredChunk {
  readonly unitId: string
  /** the company that it was recorded in; chunks of before there were several don't say */
  readonly companyId?: string
  readonly traceId: string
  readonly number: number
  readonly count: number
  readonly bytes: Uint8Array
  readonly sealed: boolean
  readonly sent: boolean
}

export interface TraceStore {
  load(): Promise<StoredChunk[]>
  put(chunk: StoredChunk): Promise<void>
  remove(chunk: Pick<StoredChunk, 'traceId' | 'number'>): Promise<void>
}

export const chunkKey = ({ traceId, number }: Pick<StoredChunk, 'traceId' | 'number'>) =>
  `${traceId}.${String(number).padStart(5, '0')}`

export function indexedDbTraces(): TraceStore {
  let store: UseStore | undefined
  const opened = () => (store ??= createStore('zetesis-traces', 'chunks'))
  return {
    load: async () => {
      await vault.ready()
      const rows = (await entries<string, unknown>(opened())).sort(([a], [b]) => (a < b ? -1 : 1))
      const chunks = await Promise.all(rows.map(([, row]) => vault.fromKept(row)))
      return (chunks as (StoredChunk | undefined)[]).filter((chunk) => chunk !== undefined)
    },
    put: async (chunk) => {
      if (await vault.ready()) await set(chunkKey(chunk), await vault.toKeep(chunk), opened())
    },
    remove: (chunk) => del(chunkKey(chunk), opened()),
  }
}
