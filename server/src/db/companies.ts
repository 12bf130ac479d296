import type { CompanyCard, RightsChanges } from '@zetesis/core'
import { and, desc, eq, lt, sql } from 'drizzle-orm'
import type { Db, Tx } from './client'
import { audit, companies, mails, setUp, type AuditWhat } from './schema'

export async function anyCompany(db: Tx): Promise<boolean> {
  return (await db.select({ id: companies.id }).from(companies).limit(1)).length > 0
}

export async function insertCompany(tx: Tx, company: typeof companies.$inferInsert): Promise<void> {
  await tx.insert(companies).values(company)
}

/** Holds a company for this transaction. */
export async function lockCompany(tx: Tx, id: string) {
  const [row] = await tx.select().from(companies).where(eq(companies.id, id)).for('update')
  return row
}

export async function findCompany(db: Tx, id: string) {
  const [row] = await db.select().from(companies).where(eq(companies.id, id))
  return row
}

export async function changeCompany(
  tx: Tx,
  id: string,
  change: { name?: string; card?: CompanyCard; rights?: RightsChanges },
): Promise<void> {
  await tx.update(companies).set(change).where(eq(companies.id, id))
}

export interface AuditEvent {
  readonly by: string
  readonly what: AuditWhat
  /** whom or what it was done to */
  readonly about: string
}

export async function writeAudit(tx: Tx, companyId: string, { by, what, about }: AuditEvent): Promise<void> {
  await tx.insert(audit).values({ companyId, by, what, about })
}

/** The newest first, so many and before a seq. */
export async function pageAudit(db: Tx, companyId: string, { before, limit }: { before: number; limit: number }) {
  return db
    .select()
    .from(audit)
    .where(and(eq(audit.companyId, companyId), lt(audit.seq, before)))
    .orderBy(desc(audit.seq))
    .limit(limit)
}

export async function insertMail(tx: Tx, mail: typeof mails.$inferInsert): Promise<void> {
  await tx.insert(mails).values(mail)
}

export async function listMails(db: Tx, companyId: string, limit: number) {
  return db.select().from(mails).where(eq(mails.companyId, companyId)).orderBy(desc(mails.at)).limit(limit)
}

const THE_ROW = 1

/** A new code in place of whatever was there. */
export async function putSetUpCode(db: Tx, codeHash: string): Promise<void> {
  await db
    .insert(setUp)
    .values({ id: THE_ROW, codeHash })
    .onConflictDoUpdate({ target: setUp.id, set: { codeHash, wrong: 0, usedAt: null } })
}

/** Held for this transaction, so that no two tries count as one. */
export async function lockSetUp(tx: Tx) {
  const [row] = await tx.select().from(setUp).where(eq(setUp.id, THE_ROW)).for('update')
  return row
}

export async function findSetUp(db: Tx) {
  const [row] = await db.select().from(setUp).where(eq(setUp.id, THE_ROW))
  return row
}

/** Counts a try before it is looked at, so that no crowd of them comes past the limit. @returns how many with this one; undefined past it */
export async function countTry(db: Db, most: number): Promise<number | undefined> {
  const [row] = await db
    .update(setUp)
    .set({ wrong: sql`${setUp.wrong} + 1` })
    .where(and(eq(setUp.id, THE_ROW), lt(setUp.wrong, most)))
    .returning({ wrong: setUp.wrong })
  return row?.wrong
}

/** It was right, and so is no wrong one. */
export async function takeTryBack(db: Db): Promise<void> {
  await db
    .update(setUp)
    .set({ wrong: sql`${setUp.wrong} - 1` })
    .where(eq(setUp.id, THE_ROW))
}

export async function useSetUp(tx: Tx): Promise<void> {
  await tx.update(setUp).set({ usedAt: new Date() }).where(eq(setUp.id, THE_ROW))
}
