import {
  entryHash,
  foldEntries,
  jobIdOf,
  summarise,
  toSi,
  verifyChain,
  type ChainCheck,
  type ChainedEntry,
  type UnitRecord,
} from '@zetesis/core'
import { createHash } from 'node:crypto'
import { asc } from 'drizzle-orm'
import type { Db } from '../db/client'
import { findJob } from '../db/jobs'
import { companies, unitState } from '../db/schema'
import { countSamples } from '../db/traces'
import { findUnit, keysAgree } from '../db/units'
import { logOf } from './logOf'
import { plain } from './plain'
import { endOf, lookAtChunks } from './traces'
import { verifyCompany, type BookCheck } from './verifyCompany'

export interface UnitCheck {
  readonly unitId: string
  readonly tag: string
  readonly entries: number
  readonly chain: ChainCheck
  /** the board shows what the log says */
  readonly stateAgrees: boolean
  /** recordings whose samples aren't those that the log ended with */
  readonly traces: readonly string[]
  /** it couldn't be read at all: what that failed with */
  readonly fault?: string
}

export interface Verified {
  readonly units: readonly UnitCheck[]
  readonly books: readonly BookCheck[]
  /** over every unit's last hash, in the order of ids: two databases with the same one hold the same logs */
  readonly digest: string
}

/**
 * Every log and every book checked link by link, and what is derived against them: states, recordings, cards, jobs, cylinders and their movements. What isn't as it was
 * appended is named, and the rest is looked at all the same: nothing is made of a log that isn't one.
 */
export async function verifyAll(db: Db): Promise<Verified> {
  const ids = await db
    .select({ companyId: unitState.companyId, unitId: unitState.unitId })
    .from(unitState)
    .orderBy(asc(unitState.companyId), asc(unitState.unitId))
  const units: UnitCheck[] = []
  const intact = new Map<string, string[]>()
  const hash = createHash('sha256')
  for (const { companyId, unitId } of ids) {
    const log = await logOf(db, companyId, unitId)
    const last = log.at(-1)
    const chain = verifyChain(log)
    units.push({ unitId, entries: log.length, chain, ...(await against(db, { companyId, unitId, log, chain })) })
    if (chain.ok || chain.reason === 'idCase') intact.set(companyId, [...(intact.get(companyId) ?? []), unitId])
    hash.update(`${companyId} ${unitId} ${last?.hash ?? ''} ${hashAgain(last)}\n`)
  }
  const books: BookCheck[] = []
  for (const company of await db.select().from(companies).orderBy(asc(companies.id)))
    books.push(await verifyCompany(db, company, intact.get(company.id) ?? []))
  return { units, books, digest: hash.digest('hex') }
}

/** what can't even be hashed has no hash of its own */
function hashAgain(last: ChainedEntry | undefined): string {
  try {
    return last ? entryHash(last) : ''
  } catch {
    return 'none'
  }
}

/** What the board and the recordings say, held against an intact log; of one that isn't, or can't be read, only that. */
async function against(
  db: Db,
  { companyId, unitId, log, chain }: { companyId: string; unitId: string; log: ChainedEntry[]; chain: ChainCheck },
): Promise<Pick<UnitCheck, 'tag' | 'stateAgrees' | 'traces' | 'fault'>> {
  try {
    const unit = await findUnit(db, companyId, unitId)
    if (!unit) return { tag: 'without a state', stateAgrees: false, traces: [] }
    const { tag } = unit.summary
    if (!chain.ok && chain.reason !== 'idCase') return { tag, stateAgrees: false, traces: [] }
    const last = log.at(-1)
    const job = await findJob(db, companyId, unit.jobId)
    const record = foldEntries(log)
    // what a clock decides is compared as of the last write
    const nowMs = Date.parse(last?.receivedAt ?? '') || 0
    const summary = summarise(record, { nowMs, jobElevationM: job && toSi('elevation', job.elevation) })
    const stateAgrees =
      unit.jobId === jobIdOf(record) &&
      (await keysAgree(db, companyId, unitId)) &&
      unit.lastSeq === log.length &&
      (!last || unit.lastHash === last.hash) &&
      JSON.stringify(plain(unit.summary)) === JSON.stringify(plain(summary))
    return { tag, stateAgrees, traces: await alteredTraces(db, { companyId, unitId, log }, record) }
  } catch (error) {
    return { tag: 'unreadable', stateAgrees: false, traces: [], fault: error instanceof Error ? error.name : 'unknown' }
  }
}

/** Recordings that the log says ended, and whose samples aren't those: more than it says, or others; and such as it doesn't tell of. What is still on its way isn't one. */
async function alteredTraces(
  db: Db,
  { companyId, unitId, log }: { companyId: string; unitId: string; log: readonly ChainedEntry[] },
  record: UnitRecord,
): Promise<string[]> {
  const begun = new Set(log.flatMap(({ entry }) => (entry.kind === 'traceBegun' ? [entry.traceId] : [])))
  const altered: string[] = []
  for (const [traceId, samples] of await countSamples(db, companyId, unitId)) {
    const { digest, isSound, isGapless } = await lookAtChunks(db, { companyId, unitId, traceId })
    const end = endOf(record, traceId)
    const isWhole = !end || samples < end.samples || (samples === end.samples && isGapless && digest === end.digest)
    if (!begun.has(traceId) || !isSound || !isWhole) altered.push(traceId)
  }
  return altered
}
