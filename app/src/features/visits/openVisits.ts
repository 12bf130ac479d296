import type { Job } from '@zetesis/contract'
import type { VisitSummary } from '@zetesis/core'
import { format } from 'date-fns/format'
import { useMemo } from 'react'
import { useJobs, useUnits } from '@/sync/useUnits'

/** A return visit with the unit and the job that it is for. */
export interface OpenVisit {
  readonly unitId: string
  readonly tag: string
  readonly visit: VisitSummary
  readonly job: Job
}

export const isoDay = (date: Date) => format(date, 'yyyy-MM-dd')
/** the day that a visit stands on: agreed, or the latest */
export const dayOf = ({ planned, by }: VisitSummary) => planned?.day ?? by

/** Every open one of the company, the nearest day first. */
export function useOpenVisits(): readonly OpenVisit[] {
  const { units } = useUnits()
  const jobs = useJobs().data
  return useMemo(
    () =>
      units
        .flatMap(({ id, jobId, summary }): OpenVisit[] => {
          const job = jobs?.find((j) => j.id === jobId)
          const { returnVisit: visit, tag, archived } = summary
          return visit && job && !archived ? [{ unitId: id, tag, visit, job }] : []
        })
        .sort((a, b) => (dayOf(a.visit) ?? '9').localeCompare(dayOf(b.visit) ?? '9') || a.tag.localeCompare(b.tag)),
    [units, jobs],
  )
}
