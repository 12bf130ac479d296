import { useMemo, useSyncExternalStore } from 'react'
import { outbox } from './client'

export const useOutboxItems = () => useSyncExternalStore(outbox.subscribe, outbox.items)

export function useOutboxState() {
  const items = useOutboxItems()
  return useMemo(() => {
    const refused = items.filter((i) => i.refused !== undefined)
    const stuck = items.filter((i) => i.refused === undefined && i.stuck !== undefined)
    return { waiting: items.length - refused.length - stuck.length, refused, stuck }
  }, [items])
}
