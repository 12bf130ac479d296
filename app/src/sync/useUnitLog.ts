import { foldEntries, type ChainedEntry, type Entry, type LogItem, type UnitRecord } from '@zetesis/core'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { ApiError } from './api'
import { fetchLog, logKey } from './client'
import type { OutboxItem } from './outboxStore'
import { useOutboxItems } from './useOutbox'

export const pendingItem = ({ author, entry }: OutboxItem): LogItem => ({
  seq: null,
  author,
  // items of a unit's id hold entries of its log
  entry: entry as Entry,
})

/** What waits on this device for a unit, laid over what the server has. */
export function withPending(base: UnitRecord, items: readonly OutboxItem[], unitId: string): UnitRecord {
  return foldEntries(items.filter((i) => i.unitId === unitId && !i.refused).map(pendingItem), base)
}

/** A unit's log and its record, with what was just written shown at once. */
export function useUnitLog(unitId: string) {
  const items = useOutboxItems()
  const query = useQuery({ queryKey: logKey(unitId), queryFn: () => fetchLog(unitId), refetchInterval: 10_000 })
  const log: readonly ChainedEntry[] = useMemo(() => query.data ?? [], [query.data])
  const base = useMemo(() => foldEntries(log), [log])
  const record = useMemo(() => withPending(base, items, unitId), [base, items, unitId])
  const known = new Set(log.map((l) => l.entry.id))
  const pending = items.filter((i) => i.unitId === unitId && !known.has(i.entry.id))
  const notFound = query.error instanceof ApiError && query.error.problem.status === 404 && pending.length === 0
  return { log, record, pending, loading: query.isPending && pending.length === 0, notFound, error: query.error }
}
