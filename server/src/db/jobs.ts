import { and, asc, eq, sql } from 'drizzle-orm'
import type { Tx } from './client'
import { companies, jobs, unitState } from './schema'

export async function listJobs(db: Tx, companyId: string) {
  return db
    .select({
      id: jobs.id,
      name: jobs.name,
      place: jobs.place,
      elevation: jobs.elevation,
      units: sql<number>`count(${unitState.unitId})::int`,
      sealed: sql<number>`(count(*) filter (where (${unitState.summary}->>'sealed')::boolean))::int`,
    })
    .from(jobs)
    .leftJoin(unitState, and(eq(unitState.companyId, jobs.companyId), eq(unitState.jobId, jobs.id)))
    .where(eq(jobs.companyId, companyId))
    .groupBy(jobs.companyId, jobs.id)
    .orderBy(asc(jobs.name))
}

export async function findJob(db: Tx, companyId: string, jobId: string) {
  const [row] = await db
    .select({
      id: jobs.id,
      name: jobs.name,
      place: jobs.place,
      elevation: jobs.elevation,
      timeZone: jobs.timeZone,
      company: companies.name,
    })
    .from(jobs)
    .innerJoin(companies, eq(companies.id, jobs.companyId))
    .where(and(eq(jobs.companyId, companyId), eq(jobs.id, jobId)))
  return row
}
