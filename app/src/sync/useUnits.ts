import { foldEntries, summarise, toSi, type ChainedEntry } from '@zetesis/core'
import type { Job, UnitRow } from '@zetesis/contract'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { fetchJobs, fetchUnits, logKey, queryClient } from './client'
import { clock } from './clock'
import { BOOK, type OutboxItem } from './outboxStore'
import { useOutboxItems } from './useOutbox'
import { withPending } from './useUnitLog'

export const useJobs = () => useQuery({ queryKey: ['jobs'], queryFn: fetchJobs, refetchInterval: 60_000 })

/** Every unit of the company with its summary; where this device knows more (unsent entries), its own. */
export function useUnits() {
  const items = useOutboxItems()
  const query = useQuery({ queryKey: ['units'], queryFn: fetchUnits, refetchInterval: 10_000 })
  const jobs = useJobs().data
  const units = useMemo(() => overlay(query.data ?? [], items, jobs ?? []), [query.data, items, jobs])
  return { units, loading: query.isPending, error: query.error }
}

function overlay(rows: readonly UnitRow[], items: readonly OutboxItem[], jobs: readonly Job[]): UnitRow[] {
  const pending = items.filter((i) => !i.refused && i.unitId !== BOOK)
  const changed = new Set(pending.map((i) => i.unitId))
  if (changed.size === 0) return [...rows]
  const local = (unitId: string, row?: UnitRow): UnitRow | undefined => {
    const log = queryClient.getQueryData<readonly ChainedEntry[]>(logKey(unitId))
    if (row && !log) return row
    const record = withPending(foldEntries(log ?? []), pending, unitId)
    const jobId = row?.jobId ?? record.items.opened[0]?.entry.jobId
    if (!jobId) return row
    const job = jobs.find((j) => j.id === jobId)
    const jobElevationM = job && toSi('elevation', job.elevation)
    return {
      id: unitId,
      jobId,
      lastSeq: row?.lastSeq ?? 0,
      summary: summarise(record, { nowMs: clock.now(), jobElevationM }),
    }
  }
  const known = rows.map((row) => (changed.has(row.id) ? (local(row.id, row) ?? row) : row))
  const fresh = [...changed].filter((id) => !rows.some((r) => r.id === id)).map((id) => local(id))
  return [...known, ...fresh.filter((r): r is UnitRow => r !== undefined)]
}
