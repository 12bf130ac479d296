import { and, eq, sql } from 'drizzle-orm'
import type { Tx } from './client'
import { companies, sessions, users } from './schema'

const person = {
  id: users.id,
  companyId: users.companyId,
  company: companies.name,
  name: users.name,
  role: users.role,
  passwordHash: users.passwordHash,
}

export async function findUserByLogin(db: Tx, login: string) {
  const [row] = await db
    .select(person)
    .from(users)
    .innerJoin(companies, eq(companies.id, users.companyId))
    .where(eq(users.login, login.trim().toLowerCase()))
  return row
}

export async function findUser(db: Tx, companyId: string, userId: string) {
  const [row] = await db
    .select(person)
    .from(users)
    .innerJoin(companies, eq(companies.id, users.companyId))
    .where(and(eq(users.companyId, companyId), eq(users.id, userId)))
  return row
}

/** Signs a person out wherever they are signed in. */
export async function endSessionsOf(db: Tx, userId: string): Promise<void> {
  await db.delete(sessions).where(sql`${sessions.sess}->'person'->>'userId' = ${userId}`)
}
