import { verdictWords, type Job, type UnitRow } from '@zetesis/contract'
import { followsJob, toSi, verdictMove, type ChargeVerdict, type Entry, type Quantity } from '@zetesis/core'
import { useMemo } from 'react'
import { outbox } from '@/sync/client'
import { clock } from '@/sync/clock'
import { useSession } from '@/sync/useSession'
import { useUnits } from '@/sync/useUnits'
import { useRecords } from '@/unit/useRecords'
import { makeEntry } from '@/unit/useUnit'
import { Banner } from '@/ui/Banner'

export interface ElevationChange {
  readonly units: readonly UnitRow[]
  /** verdicts that it moves; of units whose log is on this device */
  readonly moves: readonly { readonly tag: string; readonly before: ChargeVerdict; readonly after: ChargeVerdict }[]
  /** units whose log isn't on this device: what becomes of them isn't known here */
  readonly unseen: number
  /** gives each unit the new elevation, in its log */
  readonly write: () => void
}

/** What another elevation of a job does to the units that go by it; undefined where nothing changes for any. */
export function useElevationChange(
  job: Job | undefined,
  elevation: Quantity<'elevation'> | undefined,
): ElevationChange | undefined {
  const { units } = useUnits()
  const { user } = useSession()
  const beforeM = job && toSi('elevation', job.elevation)
  const afterM = elevation && toSi('elevation', elevation)
  const moved = beforeM !== undefined && afterM !== undefined && beforeM !== afterM
  const following = useMemo(
    () => (moved ? units.filter((u) => u.jobId === job?.id && followsJob(u.summary, beforeM)) : []),
    [moved, units, job?.id, beforeM],
  )
  const ids = useMemo(() => following.map((u) => u.id), [following])
  const records = useRecords(ids)
  const moves = useMemo(() => {
    if (!elevation) return []
    const entry = elevationEntry(elevation)
    return following.flatMap(({ id, summary: { tag } }) => {
      const record = records.get(id)
      if (!record) return []
      const { before, after } = verdictMove(record, entry, { nowMs: clock.now(), jobElevationM: beforeM })
      return before === after ? [] : [{ tag, before, after }]
    })
  }, [elevation, following, records, beforeM])
  if (!elevation || following.length === 0) return undefined
  return {
    units: following,
    moves,
    unseen: following.length - records.size,
    write: () => {
      if (!user) return
      for (const { id } of following) void outbox.add(id, { id: user.id, name: user.name }, [elevationEntry(elevation)])
    },
  }
}

const elevationEntry = (elevation: Quantity<'elevation'>): Entry => makeEntry({ kind: 'facts', facts: { elevation } })

/** Says before it is saved what another elevation moves. */
export function ElevationMoves({ change: { units, moves, unseen } }: { change: ElevationChange }) {
  const count = units.length === 1 ? `${units[0]!.summary.tag} goes` : `${units.length} units go`
  const words = (verdict: ChargeVerdict) => (verdict === 'none' ? 'no verdict' : verdictWords[verdict])
  return (
    <Banner metal={moves.length > 0 ? 'tooClose' : 'none'} word="Another elevation" testID="elevation-moves">
      {[
        `${count} by it and ${units.length === 1 ? 'is' : 'are'} reckoned anew, with a line in the log.`,
        moves.length === 0 && unseen === 0 ? 'No verdict changes.' : '',
        ...moves.map(({ tag, before, after }) => `${tag}: ${words(before)} → ${words(after)}.`),
        unseen > 0 ? `${unseen} couldn’t be looked at without a signal.` : '',
      ]
        .filter(Boolean)
        .join(' ')}
    </Banner>
  )
}
