import {
  takesRecovered,
  type Cylinder,
  type CylinderBalance,
  type CylinderMoved,
  type CylinderMovement,
  type MovementSum,
} from '@zetesis/core'
import { and, asc, count, desc, eq, gte, inArray, isNull, lt, ne, sql, sum } from 'drizzle-orm'
import type { Tx } from './client'
import { bookEntries, cylinderMovements, cylinders, jobs, logEntries, unitState } from './schema'

export type CylinderRecord = typeof cylinders.$inferSelect
export type MovementRecord = typeof cylinderMovements.$inferSelect
type NewMovement = typeof cylinderMovements.$inferInsert

/** A cylinder as last saved; one that only a unit's log knows is kept by its copy there until the book names it. */
export async function putCylinder(tx: Tx, companyId: string, cylinder: Cylinder, { saved }: { saved: boolean }) {
  const insert = tx.insert(cylinders).values({ companyId, id: cylinder.id, cylinder })
  if (saved) await insert.onConflictDoUpdate({ target: [cylinders.companyId, cylinders.id], set: { cylinder } })
  else await insert.onConflictDoNothing()
}

/** Cylinders held until the transaction ends, always in the same order: two phones that draw on one wait for one another. */
export async function lockCylinders(tx: Tx, companyId: string, ids: readonly string[]): Promise<CylinderRecord[]> {
  if (ids.length === 0) return []
  return tx
    .select()
    .from(cylinders)
    .where(and(eq(cylinders.companyId, companyId), inArray(cylinders.id, [...ids])))
    .orderBy(asc(cylinders.id))
    .for('update')
}

export async function movementsOf(tx: Tx, companyId: string, cylinderId: string): Promise<CylinderMovement[]> {
  const rows = await tx
    .select()
    .from(cylinderMovements)
    .where(and(eq(cylinderMovements.companyId, companyId), eq(cylinderMovements.cylinderId, cylinderId)))
  return rows.map(movementOf)
}

export const movementOf = (row: MovementRecord): CylinderMovement => ({
  id: row.entryId,
  atMs: row.at.getTime(),
  kind: row.kind,
  kg: row.kg,
  standardUncertaintyKg: row.uncertaintyKg,
  ...(row.refrigerant ? { refrigerant: row.refrigerant } : {}),
  ...(row.beforeKg !== null && row.afterKg !== null ? { beforeKg: row.beforeKg, afterKg: row.afterKg } : {}),
  ...(row.unitId ? { unitId: row.unitId } : {}),
})

/** Those of them that weren't there yet. */
export async function insertMovements(tx: Tx, rows: readonly NewMovement[]): Promise<MovementRecord[]> {
  if (rows.length === 0) return []
  return tx
    .insert(cylinderMovements)
    .values([...rows])
    .onConflictDoNothing()
    .returning()
}

/** What a unit's log told so far. */
export async function movementsOfUnit(tx: Tx, companyId: string, unitId: string): Promise<MovementRecord[]> {
  return tx
    .select()
    .from(cylinderMovements)
    .where(and(eq(cylinderMovements.companyId, companyId), eq(cylinderMovements.unitId, unitId)))
}

/** The last movement of a cylinder that wasn't a weighing of it, some left out. */
export async function lastMovementBefore(tx: Tx, companyId: string, cylinderId: string, without: ReadonlySet<string>) {
  const rows = await tx
    .select()
    .from(cylinderMovements)
    .where(
      and(
        eq(cylinderMovements.companyId, companyId),
        eq(cylinderMovements.cylinderId, cylinderId),
        ne(cylinderMovements.kind, 'weighed'),
      ),
    )
    .orderBy(desc(cylinderMovements.at), desc(cylinderMovements.entryId))
    .limit(without.size + 1)
  const row = rows.find((r) => !without.has(r.entryId))
  return row && movementOf(row)
}

/** Takes out what a unit's log, an entry, or the book of some cylinders told; answers with the cylinders that it touched. */
export async function deleteMovements(
  tx: Tx,
  companyId: string,
  of: { unitId: string } | { entryIds: readonly string[] } | { bookOf: readonly string[] },
): Promise<string[]> {
  const m = cylinderMovements
  const which =
    'unitId' in of
      ? eq(m.unitId, of.unitId)
      : 'bookOf' in of
        ? and(isNull(m.unitId), inArray(m.cylinderId, [...of.bookOf]))
        : // only what the book told: a unit's weighing is struck out in its own log
          and(isNull(m.unitId), inArray(m.entryId, [...of.entryIds]))
  const gone = await tx
    .delete(m)
    .where(and(eq(m.companyId, companyId), which))
    .returning({ cylinderId: m.cylinderId })
  return gone.map((row) => row.cylinderId)
}

/** Which of some entries of the book are struck out, whatever came first. */
export async function struckAmong(tx: Tx, companyId: string, ids: readonly string[]): Promise<ReadonlySet<string>> {
  if (ids.length === 0) return new Set()
  const strikes = sql<string>`${bookEntries.entry}->>'strikes'`
  const rows = await tx
    .select({ strikes })
    .from(bookEntries)
    .where(
      and(
        eq(bookEntries.companyId, companyId),
        sql`${bookEntries.entry}->>'kind' = 'movementStruck'`,
        inArray(strikes, [...ids]),
      ),
    )
  return new Set(rows.map((row) => row.strikes))
}

/** The book's own movements of some cylinders, struck ones left out, with the cylinders that they name. */
export async function bookedMoves(
  tx: Tx,
  companyId: string,
  ids: readonly string[],
): Promise<{ entry: CylinderMoved; by: string; cylinders: ReadonlyMap<string, Cylinder> }[]> {
  if (ids.length === 0) return []
  const list = sql.join(
    ids.map((id) => sql`${id}`),
    sql`, `,
  )
  const entry = bookEntries.entry
  const rows = await tx
    .select({ entry, by: bookEntries.authorName })
    .from(bookEntries)
    .where(
      and(
        eq(bookEntries.companyId, companyId),
        sql`${entry}->>'kind' = 'cylinderMoved'`,
        sql`(${entry}->>'cylinderId' in (${list}) or ${entry}->>'toCylinderId' in (${list}))`,
        sql`not exists (select 1 from ${bookEntries} s where s.company_id = ${companyId} and s.entry->>'kind' = 'movementStruck' and s.entry->>'strikes' = ${entry}->>'id')`,
      ),
    )
    .orderBy(asc(bookEntries.seq))
  const moves = rows.flatMap(({ entry: e, by }) => (e.kind === 'cylinderMoved' ? [{ entry: e, by }] : []))
  const named = [...new Set(moves.flatMap(({ entry: e }) => [e.cylinderId, e.toCylinderId ?? e.cylinderId]))]
  const known = new Map((await cylindersById(tx, companyId, named)).map((row) => [row.id, row.cylinder]))
  return moves.map((move) => ({ ...move, cylinders: known }))
}

async function cylindersById(tx: Tx, companyId: string, ids: readonly string[]): Promise<CylinderRecord[]> {
  if (ids.length === 0) return []
  return tx
    .select()
    .from(cylinders)
    .where(and(eq(cylinders.companyId, companyId), inArray(cylinders.id, [...ids])))
}

/** Writes what is in a cylinder; what its weighings found is the difference that they made. */
export async function settle(
  tx: Tx,
  companyId: string,
  cylinderId: string,
  balance: CylinderBalance,
  {
    movements,
    lastMs,
    from = 0,
  }: { movements: number; lastMs: number; /** findings before this one were written already */ from?: number },
) {
  await tx
    .update(cylinders)
    .set({
      netKg: balance.netKg,
      uncertaintyKg: balance.standardUncertaintyKg,
      holds: balance.holds ?? null,
      findings: balance.findings,
      movements,
      lastAt: movements === 0 ? null : new Date(lastMs),
    })
    .where(and(eq(cylinders.companyId, companyId), eq(cylinders.id, cylinderId)))
  for (const finding of balance.findings.slice(from)) {
    if (finding.code !== 'unexplained') continue
    const mine = and(
      eq(cylinderMovements.companyId, companyId),
      eq(cylinderMovements.cylinderId, cylinderId),
      eq(cylinderMovements.entryId, finding.id),
    )
    await tx.update(cylinderMovements).set({ deltaKg: finding.kg }).where(mine)
  }
}

export async function listCylinders(db: Tx, companyId: string): Promise<CylinderRecord[]> {
  return db
    .select()
    .from(cylinders)
    .where(eq(cylinders.companyId, companyId))
    .orderBy(sql`${cylinders.cylinder}->>'name'`, asc(cylinders.id))
}

export async function findCylinder(db: Tx, companyId: string, id: string): Promise<CylinderRecord | undefined> {
  const [row] = await db
    .select()
    .from(cylinders)
    .where(and(eq(cylinders.companyId, companyId), eq(cylinders.id, id)))
  return row
}

export interface Period {
  readonly from: Date
  readonly to: Date
}

/** Movements newest first, with the unit and job they belong to. */
export async function pageMovements(
  db: Tx,
  companyId: string,
  { cylinderId, period, limit }: { cylinderId?: string; period?: Period; limit?: number },
) {
  const query = db
    .select({
      movement: cylinderMovements,
      cylinder: sql<string>`${cylinders.cylinder}->>'name'`,
      tag: sql<string | null>`${unitState.summary}->>'tag'`,
      job: jobs.name,
    })
    .from(cylinderMovements)
    .innerJoin(
      cylinders,
      and(eq(cylinders.companyId, cylinderMovements.companyId), eq(cylinders.id, cylinderMovements.cylinderId)),
    )
    .leftJoin(
      unitState,
      and(eq(unitState.companyId, cylinderMovements.companyId), eq(unitState.unitId, cylinderMovements.unitId)),
    )
    .leftJoin(jobs, and(eq(jobs.companyId, unitState.companyId), eq(jobs.id, unitState.jobId)))
    .where(
      and(
        eq(cylinderMovements.companyId, companyId),
        cylinderId === undefined ? undefined : eq(cylinderMovements.cylinderId, cylinderId),
        period === undefined ? undefined : gte(cylinderMovements.at, period.from),
        period === undefined ? undefined : lt(cylinderMovements.at, period.to),
      ),
    )
    .orderBy(desc(cylinderMovements.at), asc(cylinderMovements.entryId))
  return limit === undefined ? query : query.limit(limit)
}

/** Sums by refrigerant and kind from the first movement to the period's end: what the report is made of. */
export async function sumMovements(db: Tx, companyId: string, { from, to }: Period): Promise<MovementSum[]> {
  const when = sql<
    'before' | 'within'
  >`case when ${cylinderMovements.at} < ${from.toISOString()}::timestamptz then 'before' else 'within' end`
  const rows = await db
    .select({
      refrigerant: cylinderMovements.refrigerant,
      kind: cylinderMovements.kind,
      when: when.as('phase'),
      kg: sum(cylinderMovements.deltaKg),
      variance: sql<number>`sum(${cylinderMovements.uncertaintyKg} * ${cylinderMovements.uncertaintyKg})`,
      count: count(),
    })
    .from(cylinderMovements)
    .where(and(eq(cylinderMovements.companyId, companyId), lt(cylinderMovements.at, to)))
    .groupBy(cylinderMovements.refrigerant, cylinderMovements.kind, sql`phase`)
  return rows.map(({ variance, kg, ...row }) => ({ ...row, kg: Number(kg), varianceKg2: Number(variance) }))
}

/** Into and out of units, by job, in a period. */
export async function sumByJob(db: Tx, companyId: string, { from, to }: Period) {
  const ofKind = (kind: 'charged' | 'recovered') =>
    sql<number>`coalesce(sum(${cylinderMovements.deltaKg}) filter (where ${cylinderMovements.kind} = ${kind}), 0)`
  const rows = await db
    .select({
      jobId: cylinderMovements.jobId,
      job: jobs.name,
      refrigerant: cylinderMovements.refrigerant,
      charged: ofKind('charged'),
      recovered: ofKind('recovered'),
    })
    .from(cylinderMovements)
    .innerJoin(jobs, and(eq(jobs.companyId, cylinderMovements.companyId), eq(jobs.id, cylinderMovements.jobId)))
    .where(
      and(eq(cylinderMovements.companyId, companyId), gte(cylinderMovements.at, from), lt(cylinderMovements.at, to)),
    )
    .groupBy(cylinderMovements.jobId, jobs.name, cylinderMovements.refrigerant)
    .orderBy(asc(jobs.name), asc(cylinderMovements.refrigerant))
  return rows.map((row) => ({ ...row, charged: 0 - Number(row.charged), recovered: Number(row.recovered) }))
}

/** Every hose left in a period and every strike in the logs of those units, with the unit's job and refrigerant, in the order of the logs. */
export async function hosesIn(db: Tx, companyId: string, { from, to }: Period) {
  const { unitId, seq, entry, at } = logEntries
  const kind = sql<string>`${entry}->>'kind'`
  const units = db
    .selectDistinct({ unitId })
    .from(logEntries)
    .where(and(eq(logEntries.companyId, companyId), gte(at, from), lt(at, to), eq(kind, 'hoseLeft')))
  return db
    .select({
      unitId,
      seq,
      entry,
      author: { id: logEntries.authorId, name: logEntries.authorName },
      job: jobs.name,
      refrigerant: sql<string | null>`${unitState.summary}->>'refrigerant'`,
    })
    .from(logEntries)
    .innerJoin(unitState, and(eq(unitState.companyId, logEntries.companyId), eq(unitState.unitId, unitId)))
    .innerJoin(jobs, and(eq(jobs.companyId, unitState.companyId), eq(jobs.id, unitState.jobId)))
    .where(
      and(
        eq(logEntries.companyId, companyId),
        inArray(unitId, units),
        // what leaves a hose's entry in the record, or takes it out
        inArray(kind, ['hoseLeft', 'struck', 'sealed']),
      ),
    )
    .orderBy(asc(jobs.name), asc(unitId), asc(seq))
}

/** The company's cylinders that take recovered refrigerant. */
export async function recoveryCylinders(tx: Tx, companyId: string): Promise<string[]> {
  const rows = await tx.select().from(cylinders).where(eq(cylinders.companyId, companyId))
  return rows.filter((row) => takesRecovered(row.cylinder)).map((row) => row.id)
}
