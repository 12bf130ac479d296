import { and, desc, eq, gt, isNull, sql } from 'drizzle-orm'
import type { Tx } from './client'
import { companies, invitations, resets, sessions } from './schema'

export type InvitationRow = typeof invitations.$inferSelect

export async function insertInvitation(tx: Tx, invitation: typeof invitations.$inferInsert): Promise<void> {
  await tx.insert(invitations).values(invitation)
}

export async function listInvitations(db: Tx, companyId: string): Promise<InvitationRow[]> {
  return db.select().from(invitations).where(eq(invitations.companyId, companyId)).orderBy(desc(invitations.at))
}

/** By its link, held for this transaction so that it is used once. */
export async function lockInvitation(tx: Tx, tokenHash: string) {
  const [row] = await tx
    .select({ invitation: invitations, company: companies.name })
    .from(invitations)
    .innerJoin(companies, eq(companies.id, invitations.companyId))
    .where(eq(invitations.tokenHash, tokenHash))
    .for('update', { of: invitations })
  return row
}

export async function changeInvitation(
  tx: Tx,
  companyId: string,
  id: string,
  change: { usedAt?: Date; withdrawnAt?: Date },
): Promise<InvitationRow | undefined> {
  const [row] = await tx
    .update(invitations)
    .set(change)
    .where(
      and(
        eq(invitations.companyId, companyId),
        eq(invitations.id, id),
        isNull(invitations.usedAt),
        isNull(invitations.withdrawnAt),
      ),
    )
    .returning()
  return row
}

/** A link for a new password; those made before count no more. */
export async function insertReset(tx: Tx, reset: typeof resets.$inferInsert): Promise<void> {
  await tx.delete(resets).where(eq(resets.userId, reset.userId))
  await tx.insert(resets).values(reset)
}

/** Takes a link up, once: whose it is, or undefined where it was used, is over, or never was. */
export async function takeReset(tx: Tx, tokenHash: string): Promise<string | undefined> {
  const [row] = await tx
    .update(resets)
    .set({ usedAt: new Date() })
    .where(and(eq(resets.tokenHash, tokenHash), isNull(resets.usedAt), gt(resets.until, new Date())))
    .returning({ userId: resets.userId })
  return row?.userId
}

const whose = sql`${sessions.sess}->'person'->>'userId'`

export async function sessionsOf(db: Tx, userId: string) {
  return db
    .select()
    .from(sessions)
    .where(and(sql`${whose} = ${userId}`, gt(sessions.expire, new Date())))
}

export async function endSession(db: Tx, userId: string, sid: string): Promise<boolean> {
  const ended = await db
    .delete(sessions)
    .where(and(eq(sessions.sid, sid), sql`${whose} = ${userId}`))
    .returning({ sid: sessions.sid })
  return ended.length > 0
}

/** Signs a person out wherever they are signed in. */
export async function endSessionsOf(db: Tx, userId: string): Promise<void> {
  await db.delete(sessions).where(sql`${whose} = ${userId}`)
}
