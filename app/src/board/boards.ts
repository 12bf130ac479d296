import { create } from 'zustand'
import { keep, readKeptJson } from '@/sync/storage'

/** How somebody wants to see a board: sorted by which column, and which columns are left out. */
export interface BoardLook {
  readonly sort?: { readonly id: string; readonly down: boolean }
  readonly hidden: readonly string[]
}

const KEY = 'zetesis.boards'
const plain: BoardLook = { hidden: [] }

const useStored = create<{ looks: Readonly<Record<string, BoardLook>> }>(() => ({
  looks: readKeptJson<Record<string, BoardLook>>(KEY) ?? {},
}))

/** The look of a board by its name, kept on this device. */
export function useBoardLook(name: string): [BoardLook, (look: BoardLook) => void] {
  const look = useStored((s) => s.looks[name]) ?? plain
  return [
    look,
    (next) => {
      const looks = { ...useStored.getState().looks, [name]: next }
      useStored.setState({ looks })
      keep(KEY, JSON.stringify(looks))
    },
  ]
}
