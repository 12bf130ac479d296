import { and, asc, eq, gt, inArray, sql } from 'drizzle-orm'
import type { ChainedEntry, UnitSummary } from '@zetesis/core'
import type { Tx } from './client'
import { logEntries, unitState } from './schema'

/** Where each unit's log ends: a board asks for what is behind it only where that has moved. */
export async function listEnds(db: Tx, companyId: string, jobId?: string) {
  const ofJob = jobId === undefined ? undefined : eq(unitState.jobId, jobId)
  return db
    .select({ id: unitState.unitId, lastHash: unitState.lastHash })
    .from(unitState)
    .where(and(eq(unitState.companyId, companyId), ofJob))
}

export async function findSummaries(db: Tx, companyId: string, unitIds: string[]) {
  if (unitIds.length === 0) return []
  return db
    .select({
      id: unitState.unitId,
      jobId: unitState.jobId,
      lastSeq: unitState.lastSeq,
      lastHash: unitState.lastHash,
      summary: unitState.summary,
    })
    .from(unitState)
    .where(and(eq(unitState.companyId, companyId), inArray(unitState.unitId, unitIds)))
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

/** The unit's log stays as it is until the transaction ends, while others may read it and store samples beside it. */
export async function holdUnit(tx: Tx, companyId: string, unitId: string): Promise<boolean> {
  const rows = await tx
    .select({ id: unitState.unitId })
    .from(unitState)
    .where(and(eq(unitState.companyId, companyId), eq(unitState.unitId, unitId)))
    .for('share')
  return rows.length > 0
}

/** A new, empty unit; when another phone has just opened the same one, nothing happens. */
export async function insertUnit(tx: Tx, row: typeof unitState.$inferInsert) {
  await tx.insert(unitState).values(row).onConflictDoNothing()
}

/**
 * Appends links where the log still ends as it did when they were checked, all in one statement: false where it doesn't, and then nothing was stored.
 */
export async function appendLinks(
  tx: Tx,
  {
    companyId,
    unitId,
    after,
    links,
    summary,
  }: {
    companyId: string
    unitId: string
    after: { lastSeq: number; lastHash: string }
    links: readonly ChainedEntry[]
    summary: UnitSummary
  },
): Promise<boolean> {
  const last = links.at(-1)!
  const rows = JSON.stringify(
    links.map((e) => ({
      seq: e.seq,
      entry_id: e.entry.id,
      entry: e.entry,
      author_id: e.author.id,
      author_name: e.author.name,
      at: e.entry.at,
      received_at: e.receivedAt,
      previous_hash: e.previousHash,
      hash: e.hash,
    })),
  )
  const { rowCount } = await tx.execute(sql`
    with moved as (
      update ${unitState}
      set last_seq = ${last.seq}, last_hash = ${last.hash}, summary = ${JSON.stringify(summary)}::jsonb, updated_at = now()
      where company_id = ${companyId} and unit_id = ${unitId} and last_seq = ${after.lastSeq} and last_hash = ${after.lastHash}
      returning company_id, unit_id
    )
    insert into ${logEntries}
      (company_id, unit_id, seq, entry_id, entry, author_id, author_name, at, received_at, previous_hash, hash)
    select moved.company_id, moved.unit_id, l.seq, l.entry_id, l.entry, l.author_id, l.author_name, l.at, l.received_at, l.previous_hash, l.hash
    from moved, jsonb_to_recordset(${rows}::jsonb) as l(seq integer, entry_id uuid, entry jsonb, author_id uuid, author_name text,
      at timestamptz, received_at text, previous_hash text, hash text)`)
  return rowCount === links.length
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
