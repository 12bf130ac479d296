import { and, count, eq } from 'drizzle-orm'
import type { Db, Tx } from './client'
import { deviceLocks } from './schema'

const one = (userId: string, id: string) => and(eq(deviceLocks.userId, userId), eq(deviceLocks.id, id))

/** @returns false where there is one by this id */
export async function putDeviceLock(tx: Tx, row: Pick<typeof deviceLocks.$inferInsert, 'userId' | 'id' | 'sealed'>) {
  const put = await tx.insert(deviceLocks).values(row).onConflictDoNothing().returning({ id: deviceLocks.id })
  return put.length > 0
}

export async function countDeviceLocks(tx: Tx, userId: string): Promise<number> {
  const [row] = await tx.select({ many: count() }).from(deviceLocks).where(eq(deviceLocks.userId, userId))
  return row?.many ?? 0
}

export async function findDeviceLock(db: Db, userId: string, id: string): Promise<string | undefined> {
  const [row] = await db.select({ sealed: deviceLocks.sealed }).from(deviceLocks).where(one(userId, id))
  return row?.sealed
}

export async function dropDeviceLock(db: Db, userId: string, id: string): Promise<void> {
  await db.delete(deviceLocks).where(one(userId, id))
}
