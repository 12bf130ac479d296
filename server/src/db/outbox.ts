import { and, eq, lte, sql } from 'drizzle-orm'
import { mails, outbox, resetsAsked } from './schema'
import type { Db, Tx } from './client'

export async function putInOutbox(tx: Tx, row: Pick<typeof outbox.$inferInsert, 'id' | 'sealed' | 'until'>) {
  await tx.insert(outbox).values(row)
}

/** The mail that is due longest, held back from others for so long; tried once more by it. Undefined where none is due. */
export async function takeDueMail(db: Db, heldS: number) {
  const due = db
    .select({ id: outbox.id })
    .from(outbox)
    .where(lte(outbox.nextAt, sql`now()`))
    .orderBy(outbox.nextAt)
    .limit(1)
    .for('update', { skipLocked: true })
  const [row] = await db
    .update(outbox)
    .set({ attempts: sql`${outbox.attempts} + 1`, nextAt: sql`now() + make_interval(secs => ${heldS})` })
    .where(eq(outbox.id, due))
    .returning()
  return row
}

/** Another try later. */
export async function putOff(db: Db, id: string, { seconds, problem }: { seconds: number; problem: string }) {
  await db.transaction(async (tx) => {
    await tx
      .update(outbox)
      .set({ nextAt: sql`now() + make_interval(secs => ${seconds})` })
      .where(eq(outbox.id, id))
    await tx.update(mails).set({ problem }).where(eq(mails.id, id))
  })
}

/** Out of the outbox: it went, or was given up. */
export async function endMail(db: Db, id: string, end: { state: 'sent' } | { state: 'failed'; problem: string }) {
  await db.transaction(async (tx) => {
    await tx.delete(outbox).where(eq(outbox.id, id))
    await tx
      .update(mails)
      .set({ state: end.state, problem: end.state === 'failed' ? end.problem : null })
      .where(and(eq(mails.id, id)))
  })
}

export async function askReset(db: Db, row: typeof resetsAsked.$inferInsert): Promise<void> {
  await db.insert(resetsAsked).values(row)
}

/** The one that was asked for first, taken out in this transaction. */
export async function takeResetAsked(tx: Tx) {
  const first = tx
    .select({ id: resetsAsked.id })
    .from(resetsAsked)
    .orderBy(resetsAsked.at)
    .limit(1)
    .for('update', { skipLocked: true })
  const [row] = await tx.delete(resetsAsked).where(eq(resetsAsked.id, first)).returning()
  return row
}
