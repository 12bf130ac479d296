import { foldEntries, jobIdOf, summarise, toSi, type Book, type ChainedEntry } from '@zetesis/core'
import type { Job, UnitRow } from '@zetesis/contract'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { fetchCrew, fetchJobs, fetchUnits, logKey, queryClient } from './client'
import { clock } from './clock'
import { BOOK, type OutboxItem } from './outboxStore'
import { useOutboxItems } from './useOutbox'
import { useBook } from './useBook'
import { withPending } from './useUnitLog'

/** The company's jobs as this device knows them: what the server lists, with what stands in the book by now. */
export function useJobs() {
  const query = useQuery({ queryKey: ['jobs'], queryFn: fetchJobs, refetchInterval: 60_000 })
  const { book } = useBook()
  const data = useMemo(() => withBook(query.data, book), [query.data, book])
  // asked for the first time, and nothing is known meanwhile
  return { data, error: query.error, asking: query.isLoading }
}

function withBook(rows: readonly Job[] | undefined, { jobs, standings }: Book): readonly Job[] | undefined {
  if (!rows && jobs.length === 0) return undefined
  const known = new Map((rows ?? []).map((row) => [row.id, row]))
  for (const { id, value } of jobs) {
    const { units = 0, sealed = 0, standing = 'open' } = known.get(id) ?? {}
    known.set(id, { ...value, id, units, sealed, standing })
  }
  return [...known.values()]
    .map((job) => ({ ...job, standing: standings[job.id] ?? job.standing }))
    .sort((a, b) => a.name.localeCompare(b.name, undefined, { numeric: true }))
}

/** Who is in the company, as this device heard last. */
export function useCrew() {
  return useQuery({ queryKey: ['crew'], queryFn: fetchCrew, staleTime: 60_000 }).data ?? []
}

/** Every unit of the company with its summary; where this device knows more (unsent entries), its own. */
export function useUnits() {
  const items = useOutboxItems()
  const query = useQuery({ queryKey: ['units'], queryFn: fetchUnits, refetchInterval: 10_000 })
  const jobs = useJobs().data
  const units = useMemo(() => overlay(query.data ?? [], items, jobs ?? []), [query.data, items, jobs])
  return { units, loading: query.isPending, error: query.error, asking: query.isLoading }
}

function overlay(rows: readonly UnitRow[], items: readonly OutboxItem[], jobs: readonly Job[]): UnitRow[] {
  const pending = items.filter((i) => !i.refused && i.unitId !== BOOK)
  const changed = new Set(pending.map((i) => i.unitId))
  if (changed.size === 0) return [...rows]
  const local = (unitId: string, row?: UnitRow): UnitRow | undefined => {
    const log = queryClient.getQueryData<readonly ChainedEntry[]>(logKey(unitId))
    if (row && !log) return row
    const record = withPending(foldEntries(log ?? []), pending, unitId)
    // what this device knows of the log may be more than the list says
    const jobId = jobIdOf(record) ?? row?.jobId
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
