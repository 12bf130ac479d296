import type { Role } from '@zetesis/core'
import { and, asc, desc, eq, isNull, ne, sql } from 'drizzle-orm'
import type { Tx } from './client'
import { companies, memberships, people } from './schema'

export type PersonRow = typeof people.$inferSelect

export async function findByLogin(db: Tx, login: string): Promise<PersonRow | undefined> {
  const [row] = await db.select().from(people).where(eq(people.login, login))
  return row
}

export async function findPerson(db: Tx, id: string): Promise<PersonRow | undefined> {
  const [row] = await db.select().from(people).where(eq(people.id, id))
  return row
}

/** Holds a person for this transaction: what is counted of them is counted once. */
export async function lockPerson(tx: Tx, id: string): Promise<PersonRow | undefined> {
  const [row] = await tx.select().from(people).where(eq(people.id, id)).for('update')
  return row
}

export async function insertPerson(tx: Tx, person: typeof people.$inferInsert): Promise<void> {
  await tx.insert(people).values(person)
}

export async function changePerson(tx: Tx, id: string, change: Partial<typeof people.$inferInsert>): Promise<void> {
  await tx.update(people).set(change).where(eq(people.id, id))
}

/** The companies that somebody is or was in, by name. */
export async function companiesOf(db: Tx, userId: string) {
  return db
    .select({
      id: companies.id,
      name: companies.name,
      rights: companies.rights,
      deleteAt: companies.deleteAt,
      role: memberships.role,
      removedAt: memberships.removedAt,
    })
    .from(memberships)
    .innerJoin(companies, eq(companies.id, memberships.companyId))
    .where(eq(memberships.userId, userId))
    .orderBy(asc(companies.name), asc(companies.id))
}

const member = {
  id: people.id,
  name: people.name,
  login: people.login,
  secondFactor: people.secondFactor,
  role: memberships.role,
  since: memberships.since,
  removedAt: memberships.removedAt,
}

export async function membersOf(db: Tx, companyId: string) {
  return db
    .select(member)
    .from(memberships)
    .innerJoin(people, eq(people.id, memberships.userId))
    .where(eq(memberships.companyId, companyId))
    .orderBy(desc(isNull(memberships.removedAt)), asc(people.name))
}

export async function findMember(db: Tx, companyId: string, userId: string) {
  const [row] = await db
    .select(member)
    .from(memberships)
    .innerJoin(people, eq(people.id, memberships.userId))
    .where(and(eq(memberships.companyId, companyId), eq(memberships.userId, userId)))
  return row
}

/** Leads other than this person who are in the company. */
export async function otherLeads(db: Tx, companyId: string, userId: string): Promise<number> {
  const [row] = await db
    .select({ leads: sql<number>`count(*)::int` })
    .from(memberships)
    .where(
      and(
        eq(memberships.companyId, companyId),
        ne(memberships.userId, userId),
        eq(memberships.role, 'lead'),
        isNull(memberships.removedAt),
      ),
    )
  return row?.leads ?? 0
}

/** Puts somebody into a company as what they are from now on; who was taken out is in again. */
export async function putMember(tx: Tx, companyId: string, userId: string, role: Role): Promise<void> {
  await tx
    .insert(memberships)
    .values({ companyId, userId, role })
    .onConflictDoUpdate({ target: [memberships.companyId, memberships.userId], set: { role, removedAt: null } })
}

export async function removeMember(tx: Tx, companyId: string, userId: string): Promise<void> {
  await tx
    .update(memberships)
    .set({ removedAt: new Date() })
    .where(and(eq(memberships.companyId, companyId), eq(memberships.userId, userId)))
}
