import { foldEntries, type UnitRecord } from '@zetesis/core'
import { useQueries } from '@tanstack/react-query'
import { useMemo } from 'react'
import { fetchLog, logKey } from '@/sync/client'
import { useOutboxItems } from '@/sync/useOutbox'
import { withPending } from '@/sync/useUnitLog'

/** Records of several units as this device knows them; those whose log isn't here and can't be fetched just now are left out. */
export function useRecords(unitIds: readonly string[]): ReadonlyMap<string, UnitRecord> {
  const items = useOutboxItems()
  const logs = useQueries({
    queries: unitIds.map((id) => ({ queryKey: logKey(id), queryFn: () => fetchLog(id), staleTime: 10_000 })),
    combine: together,
  })
  return useMemo(() => {
    const known = unitIds.flatMap((id, index) => {
      const log = logs[index]
      if (!log && !items.some((i) => i.unitId === id)) return []
      return [[id, withPending(foldEntries(log ?? []), items, id)] as const]
    })
    return new Map(known)
  }, [unitIds, logs, items])
}

const together = <T>(queries: readonly { readonly data: T }[]) => queries.map((query) => query.data)
