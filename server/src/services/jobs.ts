import { elevationStandsWords } from '@zetesis/contract'
import { toSi, type BookItem } from '@zetesis/core'
import type { Tx } from '../db/client'
import { findJob, putJob, setStanding, unitsByJobElevation } from '../db/jobs'
import { HttpProblem } from '../http/problem'

/**
 * Jobs as the book's new entries leave them. A job's elevation moves no verdict behind anybody's back: units that go by it get their own by an entry in their
 * log first, which whoever corrects the job's card writes with it.
 */
export async function bookJobs(tx: Tx, companyId: string, items: readonly BookItem[]): Promise<void> {
  for (const { entry } of items) {
    if (entry.kind === 'jobStands') await setStanding(tx, companyId, entry.jobId, entry.standing)
    if (entry.kind !== 'jobSaved') continue
    const before = await findJob(tx, companyId, entry.jobId)
    if (before && toSi('elevation', before.elevation) !== toSi('elevation', entry.job.elevation)) {
      const resting = await unitsByJobElevation(tx, companyId, entry.jobId)
      if (resting.length > 0) throw new HttpProblem(422, 'elevationStands', elevationStandsWords(resting))
    }
    await putJob(tx, companyId, entry.jobId, entry.job)
  }
}
