import type { ChainedEntry } from '@zetesis/core'
import type { RecordFile } from '@zetesis/contract'
import type { Db } from '../db/client'
import { findJob } from '../db/jobs'
import { findUnit, pageEntries } from '../db/units'
import { notFound } from '../http/problem'

const PAGE = 1000

/** One page of a unit's log after a seq; 404 for a unit of another company. */
export async function entriesAfter(db: Db, companyId: string, unitId: string, after: number) {
  if (!(await findUnit(db, companyId, unitId))) throw notFound()
  const entries = await pageEntries(db, companyId, unitId, { after, limit: PAGE + 1 })
  return { entries: entries.slice(0, PAGE), more: entries.length > PAGE }
}

async function wholeLog(db: Db, companyId: string, unitId: string): Promise<ChainedEntry[]> {
  const log: ChainedEntry[] = []
  for (;;) {
    const page = await pageEntries(db, companyId, unitId, { after: log.at(-1)?.seq ?? 0, limit: PAGE })
    log.push(...page)
    if (page.length < PAGE) return log
  }
}

/** The commissioning record: the whole log with its hashes, and what is needed to read it elsewhere. */
export async function recordFile(db: Db, companyId: string, unitId: string): Promise<RecordFile> {
  const unit = await findUnit(db, companyId, unitId)
  const job = unit && (await findJob(db, companyId, unit.jobId))
  if (!unit || !job) throw notFound()
  const log = await wholeLog(db, companyId, unitId)
  return {
    format: 'zetesis.record',
    version: 1,
    unit: { id: unitId, jobId: unit.jobId, tag: unit.summary.tag },
    job: {
      name: job.name,
      place: job.place ?? '',
      elevation: job.elevation,
      ...(job.customer ? { customer: job.customer } : {}),
    },
    company: job.company,
    log,
    lastHash: log.at(-1)?.hash ?? unit.lastHash,
  }
}
