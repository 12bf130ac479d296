import { elevationStandsWords } from '@zetesis/contract'
import { toSi, type BookItem } from '@zetesis/core'
import type { Tx } from '../db/client'
import { findJob, hasUnits, putJob, setStanding } from '../db/jobs'
import { HttpProblem } from '../http/problem'

/**
 * Jobs as the book's new entries leave them. A job's elevation stands once a unit is in it: every verdict there was reached by it, and a sealed record
 * never changes afterwards.
 */
export async function bookJobs(tx: Tx, companyId: string, items: readonly BookItem[]): Promise<void> {
  for (const { entry } of items) {
    if (entry.kind === 'jobStands') await setStanding(tx, companyId, entry.jobId, entry.standing)
    if (entry.kind !== 'jobSaved') continue
    const before = await findJob(tx, companyId, entry.jobId)
    const moved = before && toSi('elevation', before.elevation) !== toSi('elevation', entry.job.elevation)
    if (moved && (await hasUnits(tx, companyId, entry.jobId)))
      throw new HttpProblem(422, 'elevationStands', elevationStandsWords)
    await putJob(tx, companyId, entry.jobId, entry.job)
  }
}
