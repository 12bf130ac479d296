import { eq } from 'drizzle-orm'
import type { Db } from '../db/client'
import { companies } from '../db/schema'
import { demoCompany } from '../demo/crew'

/** Which world a database holds: the demo's company, another one, or none. */
export async function worldOf(db: Db): Promise<'demo' | 'own' | 'empty'> {
  const [demo] = await db.select().from(companies).where(eq(companies.id, demoCompany.id)).limit(1)
  if (demo) return 'demo'
  const [any] = await db.select().from(companies).limit(1)
  return any ? 'own' : 'empty'
}
