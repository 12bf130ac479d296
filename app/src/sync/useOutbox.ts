import { useMemo, useSyncExternalStore } from 'react'
import { outbox } from './client'
import type { OutboxItem } from './outboxStore'
import { useSession } from './useSession'

/** All that waits on this device, whoever wrote it and wherever it goes. */
export const useAllOutboxItems = () => useSyncExternalStore(outbox.subscribe, outbox.items)

/** What waits on this device for the company that this page is in. */
export function useOutboxItems(): readonly OutboxItem[] {
  const items = useAllOutboxItems()
  const companyId = useSession().user?.companyId
  return useMemo(() => {
    const elsewhere = items.some((i) => i.companyId !== undefined && i.companyId !== companyId)
    return elsewhere ? items.filter((i) => i.companyId === undefined || i.companyId === companyId) : items
  }, [items, companyId])
}

export function useOutboxState() {
  const items = useAllOutboxItems()
  return useMemo(() => {
    const refused = items.filter((i) => i.refused !== undefined)
    const stuck = items.filter((i) => i.refused === undefined && i.stuck !== undefined)
    return { waiting: items.length - refused.length - stuck.length, refused, stuck }
  }, [items])
}
