import { and, asc, eq, gt, inArray, sql } from 'drizzle-orm'
import type { ChainedEntry, UnitRecord, UnitSummary } from '@zetesis/core'
import type { Tx } from './client'
import { logEntries, unitState } from './schema'

export async function listUnits(db: Tx, companyId: string, jobId?: string) {
  const ofJob = jobId === undefined ? undefined : eq(unitState.jobId, jobId)
  return db
    .select({ id: unitState.unitId, jobId: unitState.jobId, lastSeq: unitState.lastSeq, summary: unitState.summary })
    .from(unitState)
    .where(and(eq(unitState.companyId, companyId), ofJob))
    .orderBy(sql`${unitState.summary}->>'tag'`, asc(unitState.unitId))
}

export async function findUnit(db: Tx, companyId: string, unitId: string) {
  const [row] = await db
    .select()
    .from(unitState)
    .where(and(eq(unitState.companyId, companyId), eq(unitState.unitId, unitId)))
  return row
}

export async function unitExists(db: Tx, companyId: string, unitId: string): Promise<boolean> {
  const rows = await db
    .select({ id: unitState.unitId })
    .from(unitState)
    .where(and(eq(unitState.companyId, companyId), eq(unitState.unitId, unitId)))
  return rows.length > 0
}

/** The unit's state, held until the transaction ends: appends to one unit go one after another. */
export async function lockUnit(tx: Tx, companyId: string, unitId: string) {
  const [row] = await tx
    .select()
    .from(unitState)
    .where(and(eq(unitState.companyId, companyId), eq(unitState.unitId, unitId)))
    .for('update')
  return row
}

/** A new, empty unit; when another phone has just opened the same one, nothing happens. */
export async function insertUnit(tx: Tx, row: typeof unitState.$inferInsert) {
  await tx.insert(unitState).values(row).onConflictDoNothing()
}

export async function updateUnit(
  tx: Tx,
  {
    companyId,
    unitId,
    ...change
  }: { companyId: string; unitId: string; lastSeq: number; lastHash: string; record: UnitRecord; summary: UnitSummary },
) {
  await tx
    .update(unitState)
    .set({ ...change, updatedAt: new Date() })
    .where(and(eq(unitState.companyId, companyId), eq(unitState.unitId, unitId)))
}

export async function insertEntries(tx: Tx, companyId: string, entries: readonly ChainedEntry[]) {
  if (entries.length === 0) return
  await tx.insert(logEntries).values(
    entries.map((e) => ({
      companyId,
      unitId: e.unitId,
      seq: e.seq,
      entryId: e.entry.id,
      entry: e.entry,
      authorId: e.author.id,
      authorName: e.author.name,
      at: new Date(e.entry.at),
      receivedAt: e.receivedAt,
      previousHash: e.previousHash,
      hash: e.hash,
    })),
  )
}

const ofUnit = (companyId: string, unitId: string) =>
  and(eq(logEntries.companyId, companyId), eq(logEntries.unitId, unitId))

export async function findEntries(tx: Tx, companyId: string, unitId: string, ids: string[]): Promise<ChainedEntry[]> {
  const rows = await tx
    .select()
    .from(logEntries)
    .where(and(ofUnit(companyId, unitId), inArray(logEntries.entryId, ids)))
  return rows.map(chained)
}

export async function pageEntries(
  db: Tx,
  companyId: string,
  unitId: string,
  { after, limit }: { after: number; limit: number },
): Promise<ChainedEntry[]> {
  const rows = await db
    .select()
    .from(logEntries)
    .where(and(ofUnit(companyId, unitId), gt(logEntries.seq, after)))
    .orderBy(asc(logEntries.seq))
    .limit(limit)
  return rows.map(chained)
}

function chained(row: typeof logEntries.$inferSelect): ChainedEntry {
  return {
    unitId: row.unitId,
    seq: row.seq,
    author: { id: row.authorId, name: row.authorName },
    receivedAt: row.receivedAt,
    entry: row.entry,
    previousHash: row.previousHash,
    hash: row.hash,
  }
}
