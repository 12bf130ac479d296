import { sql } from 'drizzle-orm'
import type { Db } from './client'
import { policyReports } from './schema'

export type PolicyReport = Pick<typeof policyReports.$inferSelect, 'directive' | 'source'>

export async function addPolicyReports(db: Db, rows: readonly { report: PolicyReport; count: number }[]) {
  const day = new Date().toISOString().slice(0, 10)
  await db
    .insert(policyReports)
    .values(rows.map(({ report, count }) => ({ day, ...report, count })))
    .onConflictDoUpdate({
      target: [policyReports.day, policyReports.directive, policyReports.source],
      set: { count: sql`${policyReports.count} + excluded.count` },
    })
}
