import type { NumberedChunk } from '@zetesis/contract'
import type { AssessmentReport, BookEntry, Entry, UnitSystem } from '@zetesis/core'
import type pg from 'pg'
import type { Db } from '../db/client'
import type { Period } from '../db/cylinders'
import { findJob, listJobs } from '../db/jobs'
import { listUnits } from '../db/units'
import { notFound } from '../http/problem'
import { papersPdf } from '../papers/papers'
import { appendBook, bookAfter } from './book'
import { cylinderList, cylinderPage, movementsIn, refrigerantReport } from './cylinders'
import { appendEntries, type AppendScope } from './log'
import { entriesAfter, recordFile } from './record'
import { makeSignIn } from './signIn'
import { chunksAfter, csvOf, recordedVacuum, storeChunks, type TracePlace } from './traces'

export type Services = Awaited<ReturnType<typeof makeServices>>

/** What the routes may ask for, bound to one database. */
export async function makeServices(db: Db, pool: pg.Pool) {
  return {
    signIn: await makeSignIn(db, pool),
    healthy: async () => void (await pool.query('select 1')),
    log: {
      append: (scope: AppendScope, unitId: string, entries: readonly Entry[]) =>
        appendEntries(db, scope, unitId, entries),
    },
    book: {
      append: (scope: AppendScope, entries: readonly BookEntry[]) => appendBook(db, scope, entries),
      after: (companyId: string, after: number) => bookAfter(db, companyId, after),
    },
    cylinders: {
      all: (companyId: string) => cylinderList(db, companyId),
      one: (companyId: string, id: string) => cylinderPage(db, companyId, id),
      report: (companyId: string, period: Period, assessment: AssessmentReport) =>
        refrigerantReport(db, companyId, period, assessment),
      movements: (companyId: string, period: Period) => movementsIn(db, companyId, period),
    },
    units: {
      jobs: (companyId: string) => listJobs(db, companyId),
      all: (companyId: string) => listUnits(db, companyId),
      ofJob: async (companyId: string, jobId: string) => {
        if (!(await findJob(db, companyId, jobId))) throw notFound()
        return listUnits(db, companyId, jobId)
      },
    },
    record: {
      entriesAfter: (companyId: string, unitId: string, after: number) => entriesAfter(db, companyId, unitId, after),
      file: (companyId: string, unitId: string) => recordFile(db, companyId, unitId),
    },
    traces: {
      put: (companyId: string, trace: TracePlace, chunks: readonly NumberedChunk[]) =>
        storeChunks(db, companyId, trace, chunks),
      after: (companyId: string, trace: TracePlace, after: number) => chunksAfter(db, companyId, trace, after),
      csv: (companyId: string, trace: TracePlace, system: UnitSystem) => csvOf(db, companyId, trace, system),
    },
    papers: async (companyId: string, unitId: string, system: UnitSystem) => {
      const file = await recordFile(db, companyId, unitId)
      return { file, pdf: await papersPdf(file, system, await recordedVacuum(db, companyId, file)) }
    },
  }
}
