import { eq } from 'drizzle-orm'
import type { Db } from './client'
import { companies, users } from './schema'

export async function findUserByLogin(db: Db, login: string) {
  const [row] = await db
    .select({
      id: users.id,
      companyId: users.companyId,
      company: companies.name,
      name: users.name,
      role: users.role,
      passwordHash: users.passwordHash,
    })
    .from(users)
    .innerJoin(companies, eq(companies.id, users.companyId))
    .where(eq(users.login, login.trim().toLowerCase()))
  return row
}
