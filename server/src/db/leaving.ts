import { and, asc, eq, gt, isNotNull, lte, notInArray, or, sql } from 'drizzle-orm'
import type { Tx } from './client'
import {
  audit,
  bookEntries,
  companies,
  cylinderMovements,
  cylinders,
  held,
  invitations,
  jobs,
  logEntries,
  mails,
  memberships,
  people,
  resets,
  sessions,
  traceChunks,
  unitState,
} from './schema'

/** A company's units with their tags, and where their logs end. */
export async function unitsToExport(db: Tx, companyId: string) {
  return db
    .select({
      unitId: unitState.unitId,
      jobId: unitState.jobId,
      lastSeq: unitState.lastSeq,
      tag: sql<string>`${unitState.summary}->>'tag'`,
    })
    .from(unitState)
    .where(eq(unitState.companyId, companyId))
    .orderBy(asc(unitState.unitId))
}

/** Chunks of all recordings of a unit, in order, so many after one of them. */
export async function pageUnitChunks(
  db: Tx,
  { companyId, unitId }: { companyId: string; unitId: string },
  after: { traceId: string; number: number } | undefined,
  limit: number,
) {
  const { traceId, number, count, bytes } = traceChunks
  return db
    .select({ traceId, number, count, bytes })
    .from(traceChunks)
    .where(
      and(
        eq(traceChunks.companyId, companyId),
        eq(traceChunks.unitId, unitId),
        after ? or(gt(traceId, after.traceId), and(eq(traceId, after.traceId), gt(number, after.number))) : undefined,
      ),
    )
    .orderBy(asc(traceId), asc(number))
    .limit(limit)
}

export async function pageBookRows(db: Tx, companyId: string, after: number, limit: number) {
  return db
    .select()
    .from(bookEntries)
    .where(and(eq(bookEntries.companyId, companyId), gt(bookEntries.seq, after)))
    .orderBy(asc(bookEntries.seq))
    .limit(limit)
}

export async function pageAuditRows(db: Tx, companyId: string, after: number, limit: number) {
  return db
    .select()
    .from(audit)
    .where(and(eq(audit.companyId, companyId), gt(audit.seq, after)))
    .orderBy(asc(audit.seq))
    .limit(limit)
}

export async function heldRows(db: Tx, companyId: string) {
  return db.select().from(held).where(eq(held.companyId, companyId)).orderBy(asc(held.at))
}

export async function jobRows(db: Tx, companyId: string) {
  return db.select().from(jobs).where(eq(jobs.companyId, companyId)).orderBy(asc(jobs.id))
}

export interface ImportedRows {
  readonly jobs: (typeof jobs.$inferInsert)[]
  readonly book: (typeof bookEntries.$inferInsert)[]
  readonly log: (typeof logEntries.$inferInsert)[]
  readonly chunks: (typeof traceChunks.$inferInsert)[]
  readonly held: (typeof held.$inferInsert)[]
  readonly audit: (typeof audit.$inferInsert)[]
  readonly units: (typeof unitState.$inferInsert)[]
  readonly members: (typeof memberships.$inferInsert)[]
}
const tables = {
  jobs,
  book: bookEntries,
  log: logEntries,
  chunks: traceChunks,
  held,
  audit,
  units: unitState,
  members: memberships,
} as const

/** Rows of an export as they were written elsewhere. */
export async function insertImported<K extends keyof ImportedRows>(
  tx: Tx,
  table: K,
  rows: ImportedRows[K],
): Promise<void> {
  if (rows.length > 0) await tx.insert(tables[table]).values(rows as never)
}

/** When a company is to be deleted; null: it stays. */
export async function setDeletion(tx: Tx, companyId: string, at: Date | null): Promise<void> {
  await tx.update(companies).set({ deleteAt: at }).where(eq(companies.id, companyId))
}

export async function companiesToDelete(db: Tx, now: Date) {
  return db
    .select({ id: companies.id, name: companies.name })
    .from(companies)
    .where(and(isNotNull(companies.deleteAt), lte(companies.deleteAt, now)))
}

/** Everything of a company, and people who were in no other. */
export async function deleteCompany(tx: Tx, companyId: string): Promise<void> {
  const inIt = await tx.select({ id: memberships.userId }).from(memberships).where(eq(memberships.companyId, companyId))
  // what refers to something goes before it
  for (const table of [
    cylinderMovements,
    cylinders,
    traceChunks,
    logEntries,
    unitState,
    jobs,
    bookEntries,
    held,
    audit,
    mails,
    invitations,
    memberships,
  ])
    await tx.delete(table).where(eq(table.companyId, companyId))
  const elsewhere = tx.select({ id: memberships.userId }).from(memberships)
  for (const { id } of inIt) {
    const alone = and(eq(people.id, id), notInArray(people.id, elsewhere))
    const [gone] = await tx.select({ id: people.id }).from(people).where(alone)
    if (!gone) continue
    await tx.delete(resets).where(eq(resets.userId, id))
    await tx.delete(sessions).where(sql`${sessions.sess}->'person'->>'userId' = ${id}`)
    await tx.delete(people).where(eq(people.id, id))
  }
  await tx.delete(companies).where(eq(companies.id, companyId))
}
