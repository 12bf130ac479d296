import { emptyRecord, foldEntries, GENESIS_HASH, summarise, type UnitRecord } from '@zetesis/core'
import { LRUCache } from 'lru-cache'
import type { Tx } from '../db/client'
import { busyUnits, findUnit, pageToFold } from '../db/units'

/** Where a unit's log stands, with what it says so far: nothing in it that the log doesn't tell. */
export interface Head {
  readonly jobId: string
  readonly jobElevationM: number | undefined
  readonly lastSeq: number
  readonly lastHash: string
  readonly record: UnitRecord
}

const PAGE = 5000
/** a log of fewer entries is read in no time */
const LONG = 500
/** Entries of logs that a process keeps folded; about a kilobyte each. */
const MOST_ENTRIES = 100_000

/**
 * The folded records of units that this process saw last. A head is only ever used where the database's own end of the log is the same, by seq and hash;
 * where another process appended since, it reads on from there.
 */
export class Heads {
  private readonly kept = new LRUCache<string, Head>({
    max: 5000,
    maxSize: MOST_ENTRIES,
    sizeCalculation: (head) => head.lastSeq + 10,
  })

  keep(companyId: string, unitId: string, head: Head): void {
    this.kept.set(keyOf(companyId, unitId), head)
  }

  forget(companyId: string, unitId: string): void {
    this.kept.delete(keyOf(companyId, unitId))
  }

  /** what this process knows, which may be behind */
  peek(companyId: string, unitId: string): Head | undefined {
    return this.kept.get(keyOf(companyId, unitId))
  }

  /** the unit as the database has it; undefined where there is none */
  async read(db: Tx, companyId: string, unitId: string): Promise<Head | undefined> {
    const row = await findUnit(db, companyId, unitId)
    if (!row) return undefined
    const kept = this.peek(companyId, unitId)
    if (kept?.lastSeq === row.lastSeq && kept.lastHash === row.lastHash && kept.jobElevationM === row.jobElevationM)
      return kept
    const start = kept && kept.lastSeq < row.lastSeq ? kept : undefined
    const read =
      (start && (await readOn(db, { companyId, unitId, untilSeq: row.lastSeq }, start))) ??
      (await readOn(db, { companyId, unitId, untilSeq: row.lastSeq }, undefined))
    const head: Head = {
      jobId: row.jobId,
      jobElevationM: row.jobElevationM,
      lastSeq: row.lastSeq,
      lastHash: row.lastHash,
      record: read ?? emptyRecord,
    }
    this.keep(companyId, unitId, head)
    return head
  }
}

/**
 * Reads the units that were written to last, and what is worked out of them, before anybody asks: the first entry after a start finds them as any other does. For so
 * long at the most; what isn't read by then is read when it is asked for.
 */
export async function readAhead(
  db: Tx,
  heads: Heads,
  { ms, now = () => performance.now() }: { ms: number; now?: () => number },
) {
  const end = now() + ms
  let read = 0
  for (const { companyId, unitId } of await busyUnits(db, { least: LONG, limit: 100 })) {
    if (now() >= end) break
    const head = await heads.read(db, companyId, unitId)
    if (head) summarise(head.record, { nowMs: Date.now(), jobElevationM: head.jobElevationM })
    read += 1
  }
  return read
}

const keyOf = (companyId: string, unitId: string) => `${companyId} ${unitId}`

/** Folds what came after a head; undefined where the log isn't the one that the head was read from. */
async function readOn(
  db: Tx,
  { companyId, unitId, untilSeq }: { companyId: string; unitId: string; untilSeq: number },
  start: Head | undefined,
): Promise<UnitRecord | undefined> {
  let { record, lastSeq, lastHash } = start ?? { record: emptyRecord, lastSeq: 0, lastHash: GENESIS_HASH }
  while (lastSeq < untilSeq) {
    const page = await pageToFold(db, companyId, unitId, { after: lastSeq, limit: PAGE })
    const first = page[0]
    if (!first || (start && first.previousHash !== lastHash && lastSeq === start.lastSeq)) return undefined
    record = foldEntries(page, record)
    lastSeq = page.at(-1)!.seq
    lastHash = page.at(-1)!.hash
  }
  return record
}
