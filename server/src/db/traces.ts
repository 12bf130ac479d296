import { and, asc, eq, gt, inArray, sql } from 'drizzle-orm'
import type { Tx } from './client'
import { traceChunks } from './schema'

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
