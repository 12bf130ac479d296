import { entryHash, foldEntries, summarise, toSi, verifyChain, type ChainCheck, type ChainedEntry } from '@zetesis/core'
import { createHash } from 'node:crypto'
import { asc } from 'drizzle-orm'
import type { Db } from '../db/client'
import { findJob } from '../db/jobs'
import { unitState } from '../db/schema'
import { findUnit, pageEntries } from '../db/units'

export interface UnitCheck {
  readonly unitId: string
  readonly tag: string
  readonly entries: number
  readonly chain: ChainCheck
  /** the board shows what the log says */
  readonly stateAgrees: boolean
}

export interface Verified {
  readonly units: readonly UnitCheck[]
  /** over every unit's last hash, in the order of ids: two databases with the same one hold the same logs */
  readonly digest: string
}

const PAGE = 1000

/** Every log checked link by link, and every unit's state against its log. */
export async function verifyAll(db: Db): Promise<Verified> {
  const ids = await db
    .select({ companyId: unitState.companyId, unitId: unitState.unitId })
    .from(unitState)
    .orderBy(asc(unitState.companyId), asc(unitState.unitId))
  const units: UnitCheck[] = []
  const hash = createHash('sha256')
  for (const { companyId, unitId } of ids) {
    const unit = await findUnit(db, companyId, unitId)
    const job = unit && (await findJob(db, companyId, unit.jobId))
    if (!unit) continue
    const log: ChainedEntry[] = []
    for (let more = true; more;) {
      const page = await pageEntries(db, companyId, unitId, { after: log.length, limit: PAGE })
      log.push(...page)
      more = page.length === PAGE
    }
    const last = log.at(-1)
    const record = foldEntries(log)
    // what a clock decides is compared as of the last write
    const nowMs = Date.parse(last?.receivedAt ?? '') || 0
    const summary = summarise(record, { nowMs, jobElevationM: job && toSi('elevation', job.elevation) })
    units.push({
      unitId,
      tag: unit.summary.tag,
      entries: log.length,
      chain: verifyChain(log),
      stateAgrees:
        unit.lastSeq === log.length &&
        (!last || unit.lastHash === last.hash) &&
        JSON.stringify(plain(unit.summary)) === JSON.stringify(plain(summary)),
    })
    hash.update(`${companyId} ${unitId} ${last?.hash ?? ''} ${last ? entryHash(last) : ''}\n`)
  }
  return { units, digest: hash.digest('hex') }
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
