import { useMemo, useSyncExternalStore } from 'react'
import { outbox } from './client'

export const useOutboxItems = () => useSyncExternalStore(outbox.subscribe, outbox.items)

export function useOutboxState() {
  const items = useOutboxItems()
  return useMemo(() => {
    const refused = items.filter((i) => i.refused !== undefined)
    return { waiting: items.length - refused.length, refused }
  }, [items])
}
