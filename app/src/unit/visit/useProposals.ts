import type { Job } from '@zetesis/contract'
import { proposeDays, type JobForecast, type MethodProfile, type Proposals, type VisitItem } from '@zetesis/core'
import { useMemo } from 'react'
import { useClock } from '@/settings/useNow'
import { useBook } from '@/sync/useBook'

const HOUR_MS = 3_600_000

/** What a job's forecast says of days for a visit; undefined where it has none. It is asked anew every hour. */
export function useProposals(
  job: Pick<Job, 'id' | 'timeZone'> | undefined,
  items: readonly VisitItem[],
  by: string | undefined,
  method: MethodProfile,
): { readonly told?: Proposals; readonly set?: JobForecast } {
  const { book } = useBook()
  const hour = useClock((now) => Math.floor(now / HOUR_MS))
  const set = job && book.forecasts[job.id]
  return useMemo(() => {
    if (!set || !job) return {}
    const terms = { items, forecast: set.forecast, timeZone: job.timeZone, nowMs: hour * HOUR_MS, method }
    return { set, told: proposeDays({ ...terms, ...(by === undefined ? {} : { by }) }) }
  }, [set, job, items, by, method, hour])
}
