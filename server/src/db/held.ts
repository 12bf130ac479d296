import type { BookEntry, Entry } from '@zetesis/core'
import { and, asc, eq, isNull } from 'drizzle-orm'
import type { Tx } from './client'
import { held } from './schema'

export interface HeldRow {
  readonly companyId: string
  readonly id: string
  readonly userId: string
  readonly by: string
  readonly unitId: string | null
  readonly entries: readonly (Entry | BookEntry)[]
  readonly at: Date
}

export async function insertHeld(tx: Tx, row: typeof held.$inferInsert): Promise<void> {
  await tx.insert(held).values(row)
}

export async function listHeld(db: Tx, companyId: string): Promise<HeldRow[]> {
  return db
    .select()
    .from(held)
    .where(and(eq(held.companyId, companyId), isNull(held.decidedAt)))
    .orderBy(asc(held.at))
}

/** Marks it as decided: once, whoever is faster. */
export async function decideHeld(tx: Tx, companyId: string, id: string): Promise<HeldRow | undefined> {
  const [row] = await tx
    .update(held)
    .set({ decidedAt: new Date() })
    .where(and(eq(held.companyId, companyId), eq(held.id, id), isNull(held.decidedAt)))
    .returning()
  return row
}
