import { checkEntry, ENTRY_VERSION, toSi, unitView, type Entry, type EntryBody, type EntryProblem } from '@zetesis/core'
import { useCallback, useMemo } from 'react'
import { useNow } from '@/settings/useNow'
import { outbox } from '@/sync/client'
import { useSession } from '@/sync/useSession'
import { useUnitLog } from '@/sync/useUnitLog'
import { useJobs } from '@/sync/useUnits'

export function makeEntry(body: EntryBody, at = new Date()): Entry {
  return {
    v: ENTRY_VERSION,
    id: crypto.randomUUID(),
    at: at.toISOString(),
    writtenAt: new Date().toISOString(),
    ...body,
  } as Entry
}

/** One unit as this device knows it, and the only way to change it: to append an entry. */
export function useUnit(unitId: string) {
  const now = useNow()
  const { user } = useSession()
  const { log, record, pending, loading, notFound, error } = useUnitLog(unitId)
  const jobs = useJobs().data
  const job = jobs?.find((j) => j.id === record.items.opened[0]?.entry.jobId)
  const jobElevationM = job && toSi('elevation', job.elevation)
  const view = useMemo(() => unitView(record, { nowMs: now, jobElevationM }), [record, now, jobElevationM])

  /** Appends if nothing speaks against it; answers with what does, and then nothing was written. */
  const append = useCallback(
    (body: EntryBody, at?: Date): EntryProblem[] => {
      const entry = makeEntry(body, at)
      const problems = checkEntry(record, entry, { nowMs: Date.now(), jobElevationM })
      if (problems.length === 0 && user) void outbox.add(unitId, { id: user.id, name: user.name }, [entry])
      return problems
    },
    [record, jobElevationM, user, unitId],
  )
  return { unitId, log, record, pending, loading, notFound, error, job, jobElevationM, view, now, append, user }
}

export type UnitHandle = ReturnType<typeof useUnit>
