import {
  entryHash,
  foldEntries,
  summarise,
  toSi,
  traceRefs,
  verifyChain,
  type ChainCheck,
  type ChainedEntry,
  type UnitRecord,
} from '@zetesis/core'
import { createHash } from 'node:crypto'
import { asc } from 'drizzle-orm'
import type { Db } from '../db/client'
import { findJob } from '../db/jobs'
import { unitState } from '../db/schema'
import { countSamples } from '../db/traces'
import { findUnit, pageEntries } from '../db/units'
import { digestOf, endOf } from './traces'

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
  /** over every unit's last hash, in the order of ids: two databases with the same one hold the same logs */
  readonly digest: string
}

const PAGE = 1000

/**
 * Every log checked link by link, its state and its recordings against it. A unit whose log isn't what was appended is named, and the rest is looked at all the same: nothing is made of a log that
 * isn't one.
 */
export async function verifyAll(db: Db): Promise<Verified> {
  const ids = await db
    .select({ companyId: unitState.companyId, unitId: unitState.unitId })
    .from(unitState)
    .orderBy(asc(unitState.companyId), asc(unitState.unitId))
  const units: UnitCheck[] = []
  const hash = createHash('sha256')
  for (const { companyId, unitId } of ids) {
    const log = await logOf(db, companyId, unitId)
    const last = log.at(-1)
    const chain = verifyChain(log)
    units.push({ unitId, entries: log.length, chain, ...(await against(db, { companyId, unitId, log, chain })) })
    hash.update(`${companyId} ${unitId} ${last?.hash ?? ''} ${hashAgain(last)}\n`)
  }
  return { units, digest: hash.digest('hex') }
}

async function logOf(db: Db, companyId: string, unitId: string): Promise<ChainedEntry[]> {
  const log: ChainedEntry[] = []
  for (;;) {
    const page = await pageEntries(db, companyId, unitId, { after: log.at(-1)?.seq ?? 0, limit: PAGE })
    log.push(...page)
    if (page.length < PAGE) return log
  }
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
      unit.lastSeq === log.length &&
      (!last || unit.lastHash === last.hash) &&
      JSON.stringify(plain(unit.summary)) === JSON.stringify(plain(summary))
    return { tag, stateAgrees, traces: await alteredTraces(db, companyId, unitId, record) }
  } catch (error) {
    return { tag: 'unreadable', stateAgrees: false, traces: [], fault: error instanceof Error ? error.name : 'unknown' }
  }
}

/** Recordings that the log says ended, and whose samples aren't those: more than it says, or others. What is still on its way isn't one. */
async function alteredTraces(db: Db, companyId: string, unitId: string, record: UnitRecord): Promise<string[]> {
  const counts = await countSamples(db, companyId, unitId)
  const altered: string[] = []
  for (const { traceId } of traceRefs(record)) {
    const end = endOf(record, traceId)
    const samples = counts.get(traceId) ?? 0
    if (!end || samples < end.samples) continue
    if (samples > end.samples || (await digestOf(db, { companyId, unitId, traceId })) !== end.digest)
      altered.push(traceId)
  }
  return altered
}

/** keys in one order, as a database gives them back in another */
function plain(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(plain)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, v]) => v !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([k, v]) => [k, plain(v)]),
  )
}
