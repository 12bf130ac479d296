import type { BookEntry, Entry } from '@zetesis/core'
import { and, asc, count, eq, inArray, isNull, sql } from 'drizzle-orm'
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

const open = (companyId: string) => and(eq(held.companyId, companyId), isNull(held.decidedAt))

/** The oldest that wait, so many, and how many wait in all. */
export async function listHeld(db: Tx, companyId: string, limit: number): Promise<{ rows: HeldRow[]; all: number }> {
  const rows = await db.select().from(held).where(open(companyId)).orderBy(asc(held.at), asc(held.id)).limit(limit)
  const [counted] = await db.select({ all: count() }).from(held).where(open(companyId))
  return { rows, all: counted?.all ?? 0 }
}

export async function findHeld(db: Tx, companyId: string, id: string): Promise<HeldRow | undefined> {
  const [row] = await db
    .select()
    .from(held)
    .where(and(open(companyId), eq(held.id, id)))
  return row
}

/** What of one person waits, and which of some entries were put by before, decided or not; nobody else puts by for them until the transaction ends. */
export async function heldOf(
  tx: Tx,
  { companyId, userId }: Pick<HeldRow, 'companyId' | 'userId'>,
  ids: readonly string[],
) {
  await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`held ${companyId} ${userId}`}, 0))`)
  const mine = and(eq(held.companyId, companyId), eq(held.userId, userId))
  const [waiting] = await tx
    .select({
      entries: sql<number>`coalesce(sum(jsonb_array_length(${held.entries})), 0)::int`,
      bytes: sql<number>`coalesce(sum(octet_length(${held.entries}::text)), 0)::int`,
    })
    .from(held)
    .where(and(mine, isNull(held.decidedAt)))
  const each = sql<string>`e.value->>'id'`
  const known = await tx
    .select({ id: each })
    .from(held)
    .crossJoinLateral(sql`jsonb_array_elements(${held.entries}) as e`)
    .where(and(mine, inArray(each, [...ids])))
  const units = await tx
    .selectDistinct({ unitId: held.unitId })
    .from(held)
    .where(and(mine, isNull(held.decidedAt)))
  return {
    waiting: waiting!,
    known: new Set(known.map((row) => row.id)),
    units: new Set(units.flatMap(({ unitId }) => unitId ?? [])),
  }
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
