import { and, asc, eq, gt, inArray, sql } from 'drizzle-orm'
import type { Tx } from './client'
import { traceChunks, unitState } from './schema'

export interface TraceKey {
  readonly companyId: string
  readonly unitId: string
  readonly traceId: string
}

const ofTrace = ({ companyId, unitId, traceId }: TraceKey) =>
  and(eq(traceChunks.companyId, companyId), eq(traceChunks.unitId, unitId), eq(traceChunks.traceId, traceId))

/** Stores chunks; answers with the numbers that weren't there. */
export async function insertChunks(db: Tx, rows: (typeof traceChunks.$inferInsert)[]): Promise<number[]> {
  const inserted = await db
    .insert(traceChunks)
    .values(rows)
    .onConflictDoNothing()
    .returning({ number: traceChunks.number })
  return inserted.map((row) => row.number)
}

/**
 * Stores chunks in one statement where none of them is there and the unit's log still ends as it did when the recording was seen to be open; false otherwise, and
 * then nothing was stored.
 */
export async function addChunks(
  db: Tx,
  { companyId, unitId, traceId }: TraceKey,
  { lastSeq, lastHash }: { lastSeq: number; lastHash: string },
  chunks: readonly { number: number; count: number; bytes: Buffer }[],
): Promise<boolean> {
  const numbers = sql.param(chunks.map((c) => c.number))
  const counts = sql.param(chunks.map((c) => c.count))
  const bytes = sql.param(chunks.map((c) => c.bytes))
  try {
    const { rowCount } = await db.execute(sql`
      with unit as (
        select company_id, unit_id from ${unitState}
        where company_id = ${companyId} and unit_id = ${unitId} and last_seq = ${lastSeq} and last_hash = ${lastHash}
        for share
      )
      insert into ${traceChunks} (company_id, unit_id, trace_id, number, count, bytes)
      select unit.company_id, unit.unit_id, ${traceId}::uuid, c.number, c.count, c.bytes
      from unit, unnest(${numbers}::integer[], ${counts}::integer[], ${bytes}::bytea[]) as c(number, count, bytes)`)
    return rowCount === chunks.length
  } catch (error) {
    if (isTaken(error)) return false
    throw error
  }
}

/** a row with this key is there (SQLSTATE 23505), and so the whole statement did nothing */
const isTaken = (error: unknown) =>
  error instanceof Error && error.cause instanceof Error && 'code' in error.cause && error.cause.code === '23505'

export async function findChunks(db: Tx, key: TraceKey, numbers: number[]) {
  if (numbers.length === 0) return []
  return db
    .select({ number: traceChunks.number, bytes: traceChunks.bytes })
    .from(traceChunks)
    .where(and(ofTrace(key), inArray(traceChunks.number, numbers)))
}

export async function pageChunks(db: Tx, key: TraceKey, { after, limit }: { after: number; limit: number }) {
  return db
    .select({ number: traceChunks.number, count: traceChunks.count, bytes: traceChunks.bytes })
    .from(traceChunks)
    .where(and(ofTrace(key), gt(traceChunks.number, after)))
    .orderBy(asc(traceChunks.number))
    .limit(limit)
}

/** How many samples of each recording of a unit have arrived. */
export async function countSamples(db: Tx, companyId: string, unitId: string): Promise<Map<string, number>> {
  const rows = await db
    .select({ traceId: traceChunks.traceId, samples: sql<number>`sum(${traceChunks.count})::int` })
    .from(traceChunks)
    .where(and(eq(traceChunks.companyId, companyId), eq(traceChunks.unitId, unitId)))
    .groupBy(traceChunks.traceId)
  return new Map(rows.map((row) => [row.traceId, row.samples]))
}
