import { and, asc, desc, eq, gt, inArray, lt, sql } from 'drizzle-orm'
import { SUMMARY_FORM, toSi, type Author, type ChainedEntry, type Entry, type UnitSummary } from '@zetesis/core'
import type { Tx } from './client'
import { jobs, logEntries, unitState } from './schema'

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
    .select({ unit: unitState, job: jobs.card })
    .from(unitState)
    .innerJoin(jobs, and(eq(jobs.companyId, unitState.companyId), eq(jobs.id, unitState.jobId)))
    .where(and(eq(unitState.companyId, companyId), eq(unitState.unitId, unitId)))
  return row && { ...row.unit, jobElevationM: toSi('elevation', row.job.elevation) }
}

/** Units whose stored summary was made by an earlier form of it. */
export async function unitsOfEarlierForm(db: Tx, form: number, limit: number) {
  return db
    .select({ companyId: unitState.companyId, unitId: unitState.unitId })
    .from(unitState)
    .where(lt(unitState.summaryForm, form))
    .limit(limit)
}

/** Puts a summary in place of one made from the same end of the log. */
export async function putSummary(
  db: Tx,
  { companyId, unitId, lastSeq }: { companyId: string; unitId: string; lastSeq: number },
  summary: UnitSummary,
): Promise<void> {
  await db
    .update(unitState)
    .set({ summary, summaryForm: SUMMARY_FORM })
    .where(and(eq(unitState.companyId, companyId), eq(unitState.unitId, unitId), eq(unitState.lastSeq, lastSeq)))
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

/** Puts a unit into another job of its company. */
export async function moveUnit(tx: Tx, companyId: string, unitId: string, jobId: string): Promise<void> {
  await tx
    .update(unitState)
    .set({ jobId })
    .where(and(eq(unitState.companyId, companyId), eq(unitState.unitId, unitId)))
}

/** Links to be appended to one unit's log, if it still ends as it did when they were checked. */
export interface Append {
  readonly companyId: string
  readonly unitId: string
  readonly after: { readonly lastSeq: number; readonly lastHash: string }
  readonly links: readonly ChainedEntry[]
  readonly summary: UnitSummary
}

/**
 * Appends to several units' logs in one statement: to each all its links, where its log still ends as it did; to the others nothing.
 *
 * @param whenFree leaves out units that somebody else holds just now, instead of waiting for them
 * @returns the units that were appended to
 */
export async function appendLinks(tx: Tx, appends: readonly Append[], { whenFree }: { whenFree: boolean }) {
  const asked = appends.map(({ companyId, unitId, after, links, summary }) => ({
    company_id: companyId,
    unit_id: unitId,
    old_seq: after.lastSeq,
    old_hash: after.lastHash,
    last_seq: links.at(-1)!.seq,
    last_hash: links.at(-1)!.hash,
    summary,
  }))
  const entries = appends.flatMap(({ companyId, links }) =>
    links.map((e) => ({
      company_id: companyId,
      unit_id: e.unitId,
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
  // held in one order, so that processes that write the same units wait for one another instead of going round in a circle
  const { rows } = await tx.execute<{ unit_id: string; company_id: string }>(sql`
    with asked as (
      select * from jsonb_to_recordset(${JSON.stringify(asked)}::jsonb) as a(company_id uuid, unit_id uuid, old_seq integer,
        old_hash text, last_seq integer, last_hash text, summary jsonb)
    ), held as (
      select u.company_id, u.unit_id from ${unitState} u
      join asked a on u.company_id = a.company_id and u.unit_id = a.unit_id and u.last_seq = a.old_seq and u.last_hash = a.old_hash
      order by u.company_id, u.unit_id
      for no key update of u ${whenFree ? sql`skip locked` : sql``}
    ), moved as (
      update ${unitState} u
      set last_seq = a.last_seq, last_hash = a.last_hash, summary = a.summary, summary_form = ${SUMMARY_FORM}, updated_at = now()
      from asked a, held h
      where h.company_id = a.company_id and h.unit_id = a.unit_id and u.company_id = a.company_id and u.unit_id = a.unit_id
        and u.last_seq = a.old_seq and u.last_hash = a.old_hash
      returning u.company_id, u.unit_id
    ), added as (
      insert into ${logEntries}
        (company_id, unit_id, seq, entry_id, entry, author_id, author_name, at, received_at, previous_hash, hash)
      select l.company_id, l.unit_id, l.seq, l.entry_id, l.entry, l.author_id, l.author_name, l.at, l.received_at, l.previous_hash, l.hash
      from moved join jsonb_to_recordset(${JSON.stringify(entries)}::jsonb) as l(company_id uuid, unit_id uuid, seq integer, entry_id uuid,
        entry jsonb, author_id uuid, author_name text, at timestamptz, received_at text, previous_hash text, hash text)
        on l.company_id = moved.company_id and l.unit_id = moved.unit_id
    )
    select company_id, unit_id from moved`)
  return new Set(rows.map((row) => `${row.company_id} ${row.unit_id}`))
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

/** What folding a log needs of it, read as the driver gives it: a long log costs half of what `pageEntries` takes. */
export interface FoldRow {
  readonly seq: number
  readonly author: Author
  readonly entry: Entry
  readonly previousHash: string
  readonly hash: string
}

export async function pageToFold(
  db: Tx,
  companyId: string,
  unitId: string,
  { after, limit }: { after: number; limit: number },
): Promise<FoldRow[]> {
  const { seq, authorId, authorName, entry, previousHash, hash } = logEntries
  const { rows } = await db.execute<{ s: number; i: string; n: string; e: Entry; p: string; h: string }>(
    sql`select ${seq} as s, ${authorId} as i, ${authorName} as n, ${entry} as e, ${previousHash} as p, ${hash} as h
      from ${logEntries} where ${ofUnit(companyId, unitId)} and ${seq} > ${after} order by ${seq} limit ${limit}`,
  )
  return rows.map(({ s, i, n, e, p, h }) => ({
    seq: s,
    author: { id: i, name: n },
    entry: e,
    previousHash: p,
    hash: h,
  }))
}

/** Units that were written to last and have long logs. */
export async function busyUnits(db: Tx, { least, limit }: { least: number; limit: number }) {
  return db
    .select({ companyId: unitState.companyId, unitId: unitState.unitId })
    .from(unitState)
    .where(gt(unitState.lastSeq, least))
    .orderBy(desc(unitState.updatedAt))
    .limit(limit)
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

/** Whether the columns that entries of a log are found by are as the entries have them. */
export async function keysAgree(db: Tx, companyId: string, unitId: string): Promise<boolean> {
  const { entry, entryId, at } = logEntries
  const [other] = await db
    .select({ seq: logEntries.seq })
    .from(logEntries)
    .where(
      and(
        eq(logEntries.companyId, companyId),
        eq(logEntries.unitId, unitId),
        sql`(${entryId}::text is distinct from ${entry}->>'id' or ${at} is distinct from (${entry}->>'at')::timestamptz)`,
      ),
    )
    .limit(1)
  return other === undefined
}
