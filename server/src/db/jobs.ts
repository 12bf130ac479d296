import type { JobCard, JobStanding } from '@zetesis/core'
import { and, asc, eq, sql } from 'drizzle-orm'
import type { Tx } from './client'
import { companies, jobs, unitState } from './schema'

export async function listJobs(db: Tx, companyId: string) {
  const rows = await db
    .select({
      id: jobs.id,
      card: jobs.card,
      standing: jobs.standing,
      units: sql<number>`count(${unitState.unitId})::int`,
      sealed: sql<number>`(count(*) filter (where (${unitState.summary}->>'sealed')::boolean))::int`,
    })
    .from(jobs)
    .leftJoin(unitState, and(eq(unitState.companyId, jobs.companyId), eq(unitState.jobId, jobs.id)))
    .where(eq(jobs.companyId, companyId))
    .groupBy(jobs.companyId, jobs.id)
    .orderBy(asc(jobs.name))
  return rows.map(({ card, ...row }) => ({ ...card, ...row }))
}

export async function findJob(db: Tx, companyId: string, jobId: string) {
  const [row] = await db
    .select({ id: jobs.id, card: jobs.card, standing: jobs.standing, company: companies.name })
    .from(jobs)
    .innerJoin(companies, eq(companies.id, jobs.companyId))
    .where(and(eq(jobs.companyId, companyId), eq(jobs.id, jobId)))
  return row && { ...row.card, id: row.id, standing: row.standing, company: row.company }
}

/** Units of a job that have no elevation of their own: their verdicts would move with the job's. Those out of the way don't count. */
export async function unitsByJobElevation(db: Tx, companyId: string, jobId: string) {
  const { summary } = unitState
  return db
    .select({ tag: sql<string>`${summary}->>'tag'`, sealed: sql<boolean>`(${summary}->>'sealed')::boolean` })
    .from(unitState)
    .where(
      and(
        eq(unitState.companyId, companyId),
        eq(unitState.jobId, jobId),
        sql`${summary}->'ownElevationM' is null`,
        sql`${summary}->'archived' is null`,
      ),
    )
    .orderBy(asc(sql`${summary}->>'tag'`))
}

export async function putJob(tx: Tx, companyId: string, id: string, card: JobCard): Promise<void> {
  const written = { name: card.name, card }
  await tx
    .insert(jobs)
    .values({ companyId, id, ...written })
    .onConflictDoUpdate({ target: [jobs.companyId, jobs.id], set: written })
}

export async function setStanding(tx: Tx, companyId: string, id: string, standing: JobStanding): Promise<void> {
  await tx
    .update(jobs)
    .set({ standing })
    .where(and(eq(jobs.companyId, companyId), eq(jobs.id, id)))
}
