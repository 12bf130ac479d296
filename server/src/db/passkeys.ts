import { and, asc, eq } from 'drizzle-orm'
import type { Tx } from './client'
import { passkeys } from './schema'

export type PasskeyRow = typeof passkeys.$inferSelect

export async function insertPasskey(tx: Tx, row: typeof passkeys.$inferInsert): Promise<void> {
  await tx.insert(passkeys).values(row)
}

export async function passkeysOf(db: Tx, userId: string): Promise<PasskeyRow[]> {
  return db.select().from(passkeys).where(eq(passkeys.userId, userId)).orderBy(asc(passkeys.since))
}

/** Held for this transaction: its counter counts on. */
export async function lockPasskey(tx: Tx, id: string): Promise<PasskeyRow | undefined> {
  const [row] = await tx.select().from(passkeys).where(eq(passkeys.id, id)).for('update')
  return row
}

export async function usedPasskey(tx: Tx, id: string, counter: number): Promise<void> {
  await tx.update(passkeys).set({ counter, usedAt: new Date() }).where(eq(passkeys.id, id))
}

export async function deletePasskey(tx: Tx, userId: string, id: string): Promise<PasskeyRow | undefined> {
  const [row] = await tx
    .delete(passkeys)
    .where(and(eq(passkeys.userId, userId), eq(passkeys.id, id)))
    .returning()
  return row
}
