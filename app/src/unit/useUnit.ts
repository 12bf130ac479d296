import {
  checkEntry,
  ENTRY_VERSION,
  fold,
  jobIdOf,
  mayAppend,
  mayNotProblems,
  toSi,
  unitView,
  type Entry,
  type EntryBody,
  type EntryProblem,
  type May,
  type UnitRecord,
  type UnitView,
} from '@zetesis/core'
import { useCallback, useMemo } from 'react'
import { followOnRig } from '@/instruments/rigFollower'
import { useClock } from '@/settings/useNow'
import { outbox } from '@/sync/client'
import { clock } from '@/sync/clock'
import { useSession } from '@/sync/useSession'
import { useUnitLog } from '@/sync/useUnitLog'
import { useJobs } from '@/sync/useUnits'

export function makeEntry(body: EntryBody, at = new Date(clock.now())): Entry {
  return {
    v: ENTRY_VERSION,
    id: crypto.randomUUID(),
    at: at.toISOString(),
    writtenAt: new Date().toISOString(),
    ...body,
  } as Entry
}

/** What the record tells; worked out anew when it grows and when one of its waits ends, not at every tick. */
function useView(record: UnitRecord, jobElevationM: number | undefined): UnitView {
  const waits = useMemo(() => unitView(record, { nowMs: 0, jobElevationM }).waits, [record, jobElevationM])
  const over = useClock((now) => waits.filter((w) => w.endsMs <= now).length)
  return useMemo(
    () => unitView(record, { nowMs: clock.now(), jobElevationM }),
    // oxlint-disable-next-line react/exhaustive-deps -- a wait that ended is what moves the clock here
    [record, jobElevationM, over],
  )
}

/** One unit as this device knows it, and the only way to change it: to append an entry. */
export function useUnit(unitId: string) {
  const { user } = useSession()
  const { log, record, pending, loading, notFound, error } = useUnitLog(unitId)
  const jobs = useJobs().data
  const job = jobs?.find((j) => j.id === jobIdOf(record))
  const jobElevationM = job && toSi('elevation', job.elevation)
  const view = useView(record, jobElevationM)

  /** Appends all of them if nothing speaks against any; answers with what does, and then nothing was written. */
  const appendAll = useCallback(
    (bodies: readonly { body: EntryBody; at?: Date }[]): EntryProblem[] => {
      const entries = bodies.map(({ body, at }) => makeEntry(body, at))
      let soFar = record
      for (const entry of entries) {
        const problems = [
          ...(user ? mayNotProblems(user, entry, soFar) : []),
          ...checkEntry(soFar, entry, { nowMs: clock.now(), jobElevationM }),
        ]
        if (problems.length > 0) return problems
        if (user && entries.length > 1) soFar = fold(soFar, { seq: null, author: user, entry })
      }
      if (user) void outbox.add(unitId, { id: user.id, name: user.name }, entries)
      if (user) followOnRig(unitId, entries, { record, view })
      return []
    },
    [record, view, jobElevationM, user, unitId],
  )
  /** what would speak against an entry, without writing it */
  const check = useCallback(
    (body: EntryBody) => checkEntry(record, makeEntry(body), { nowMs: clock.now(), jobElevationM }),
    [record, jobElevationM],
  )
  /** whether the person may write such an entry here, by the company's table */
  const may = useCallback(
    (body: EntryBody): May =>
      user ? mayAppend(user, makeEntry(body), record) : { may: false, right: 'log', answer: 'no' },
    [record, user],
  )
  const append = useCallback((body: EntryBody, at?: Date) => appendAll([{ body, at }]), [appendAll])
  return {
    unitId,
    log,
    record,
    pending,
    loading,
    notFound,
    error,
    job,
    jobElevationM,
    view,
    check,
    may,
    append,
    appendAll,
    user,
  }
}

export type UnitHandle = ReturnType<typeof useUnit>
