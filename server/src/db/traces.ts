import { and, asc, eq, gt } from 'drizzle-orm'
import type { Tx } from './client'
import { traceChunks } from './schema'

export interface TraceKey {
  readonly companyId: string
  readonly unitId: string
  readonly traceId: string
}

const ofTrace = ({ companyId, unitId, traceId }: TraceKey) =>
  and(eq(traceChunks.companyId, companyId), eq(traceChunks.unitId, unitId), eq(traceChunks.traceId, traceId))

/** Stores a chunk; true where it wasn't there. */
export async function insertChunk(db: Tx, row: typeof traceChunks.$inferInsert): Promise<boolean> {
  const inserted = await db
    .insert(traceChunks)
    .values(row)
    .onConflictDoNothing()
    .returning({ number: traceChunks.number })
  return inserted.length > 0
}

export async function findChunk(db: Tx, key: TraceKey & { number: number }) {
  const [row] = await db
    .select({ count: traceChunks.count, bytes: traceChunks.bytes })
    .from(traceChunks)
    .where(and(ofTrace(key), eq(traceChunks.number, key.number)))
  return row
}

export async function pageChunks(db: Tx, key: TraceKey, { after, limit }: { after: number; limit: number }) {
  return db
    .select({ number: traceChunks.number, count: traceChunks.count, bytes: traceChunks.bytes })
    .from(traceChunks)
    .where(and(ofTrace(key), gt(traceChunks.number, after)))
    .orderBy(asc(traceChunks.number))
    .limit(limit)
}
