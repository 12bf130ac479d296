import { clear, createStore, get, set, type UseStore } from 'idb-keyval'
import { vault } from './lock'

/** What the server said last, as this device keeps it: pages shown before show at once, with no signal too. */
export interface DeviceStore {
  read(key: readonly unknown[]): Promise<unknown>
  write(key: readonly unknown[], value: unknown): Promise<void>
  /** nothing of the last person's stays */
  clear(): Promise<void>
}

/** Raised when what is kept changes its shape: what an older version kept is then left alone and asked for anew. */
const SHAPE = 1

export function indexedDbDevice(): DeviceStore {
  let store: UseStore | undefined
  const opened = () => (store ??= createStore('zetesis-device', `kept-${SHAPE}`))
  /** a device that can't keep anything asks the server every time */
  const orNothing = async <T>(act: (store: UseStore) => Promise<T>): Promise<T | undefined> => {
    try {
      return await act(opened())
    } catch {
      return undefined
    }
  }
  return {
    read: async (key) => {
      await vault.ready()
      return orNothing(async (there) => vault.fromKept(await get<unknown>(JSON.stringify(key), there)))
    },
    write: async (key, value) => {
      if (await vault.ready())
        await orNothing(async (there) => set(JSON.stringify(key), await vault.toKeep(value), there))
    },
    clear: () => orNothing(clear),
  }
}
