import type { BookEntry, Entry, UnitSystem, AssessmentReport } from '@zetesis/core'
import type { NumberedChunk } from '@zetesis/contract'
import type { Writable } from 'node:stream'
import type pg from 'pg'
import type { Db } from '../db/client'
import type { Period } from '../db/cylinders'
import { writeAudit } from '../db/companies'
import { findJob, listJobs } from '../db/jobs'
import { addPolicyReports } from '../db/policyReports'
import { HttpProblem, notFound } from '../http/problem'
import type { LabelSize } from '../papers/label'
import type { SignedIn } from '../http/scope'
import type { Renderer } from '../workers/renderer'
import { Board } from './board'
import { appendBook, bookAfter } from './book'
import { cylinderList, cylinderPage, movementsIn, refrigerantReport } from './cylinders'
import { Heads, readAhead } from './heads'
import { makeDeleting } from './leaving/deleting'
import { exportCompany } from './leaving/exportCompany'
import { LogWriter, type AppendScope } from './log'
import { News } from './news'
import { letterheadOf } from './letterhead'
import { entriesAfter, recordFile } from './record'
import { makeAccounts } from './people/accounts'
import { makeDeviceLocks } from './people/deviceLocks'
import { makeHeld } from './people/held'
import { makeMailer, type MailSettings } from './people/mail'
import { makePostman } from './people/postman'
import { makeMembers } from './people/members'
import { makeSettingUp } from './people/setUp'
import { makeTries } from './people/tries'
import { bytesOf, chunksAfter, csvOf, storeChunks, traceStates, type TracePlace } from './traces'

export type Services = Awaited<ReturnType<typeof makeServices>>

/** What the routes may ask for, bound to one database. */
export async function makeServices(db: Db, pool: pg.Pool, renderer: Renderer, mail: MailSettings) {
  const news = new News(pool)
  const heads = new Heads()
  const board = new Board(db)
  const writer = new LogWriter(db, heads, (companyId, unitId, lastSeq) => news.announce(companyId, unitId, lastSeq))
  const headOf = async (companyId: string, unitId: string) => {
    const head = await heads.read(db, companyId, unitId)
    if (!head) throw notFound()
    return head
  }
  const wake = () => postman.wake()
  const mailer = makeMailer(mail, wake)
  const accounts = makeAccounts({ db, mailer, tries: await makeTries(pool), asked: wake })
  const postman = makePostman(db, mail, async () => {
    while (await accounts.mailReset());
  })
  const append = {
    unit: (scope: AppendScope, unitId: string, entries: readonly Entry[]) => writer.append(scope, unitId, entries),
    book: async (scope: AppendScope, entries: readonly BookEntry[]) => {
      const appended = await appendBook(db, scope, entries)
      news.announce(scope.companyId, undefined, appended.lastSeq)
      return appended
    },
  }
  const papers = async (companyId: string, unitId: string, system: UnitSystem) => {
    const { record } = await headOf(companyId, unitId)
    const file = await recordFile(db, companyId, unitId)
    const timeZone = (await findJob(db, companyId, file.unit.jobId))?.timeZone ?? 'UTC'
    const traces = await traceStates(db, companyId, unitId, record)
    const drawn = record.items.traceBegun.filter(
      ({ entry: { traceId, channels } }) =>
        channels.includes('vacuum') && traces.find((t) => t.traceId === traceId)?.state !== 'altered',
    )
    const recordings = await Promise.all(
      drawn.map(async ({ entry: { traceId, at } }) => ({
        traceId,
        begunMs: Date.parse(at),
        chunks: await bytesOf(db, companyId, { unitId, traceId }),
      })),
    )
    const letterhead = await letterheadOf(db, companyId, file)
    const task = { kind: 'papers', file, system, recordings, traces, timeZone, letterhead } as const
    return { file, pdf: await renderer.render(task) }
  }
  const conversionPaper = async (companyId: string, unitId: string, kind: 'label' | 'owner', size: LabelSize) => {
    const file = await recordFile(db, companyId, unitId)
    const timeZone = (await findJob(db, companyId, file.unit.jobId))?.timeZone ?? 'UTC'
    const link = `${mail.publicUrl}/units/${unitId}#${file.lastHash.slice(0, 16)}`
    const pdf = await renderer.render({ kind, file, size, link, timeZone })
    if (pdf.length === 0)
      throw new HttpProblem(404, 'noLabel', 'This unit has no such paper yet: log the new label first.')
    return { file, pdf }
  }
  return {
    conversionPaper,
    accounts,
    members: makeMembers({ db, mailer, accounts }),
    postman,
    settingUp: makeSettingUp(db),
    held: makeHeld(db, append),
    deviceLocks: makeDeviceLocks(db, mail.secret),
    news,
    policyReported: (rows: Parameters<typeof addPolicyReports>[1]) => addPolicyReports(db, rows),
    /** before anybody is let in */
    readAhead: (ms: number) => readAhead(db, heads, { ms }),
    ready: async () => void (await pool.query('select 1')),
    log: { append: append.unit },
    book: {
      append: append.book,
      after: (companyId: string, after: number) => bookAfter(db, companyId, after),
    },
    cylinders: {
      all: (companyId: string) => cylinderList(db, companyId),
      one: (companyId: string, id: string) => cylinderPage(db, companyId, id),
      report: (companyId: string, period: Period, assessment: AssessmentReport) =>
        refrigerantReport(db, companyId, period, assessment),
      csv: async (companyId: string, period: Period, system: UnitSystem) =>
        renderer.render({ kind: 'movements', lines: await movementsIn(db, companyId, period), system }),
      pdf: async (
        { companyId, company }: { companyId: string; company: string },
        period: Period,
        { assessment, system }: { assessment: AssessmentReport; system: UnitSystem },
      ) => {
        const report = await refrigerantReport(db, companyId, period, assessment)
        const lines = await movementsIn(db, companyId, period)
        return renderer.render({ kind: 'refrigerant', report, lines, company, system })
      },
    },
    units: {
      jobs: (companyId: string) => listJobs(db, companyId),
      all: (companyId: string) => board.json(companyId),
      ofJob: async (companyId: string, jobId: string) => {
        if (!(await findJob(db, companyId, jobId))) throw notFound()
        return board.json(companyId, jobId)
      },
    },
    record: {
      entriesAfter: (companyId: string, unitId: string, after: number) => entriesAfter(db, companyId, unitId, after),
      file: (companyId: string, unitId: string) => recordFile(db, companyId, unitId),
    },
    traces: {
      put: (companyId: string, trace: TracePlace, chunks: readonly NumberedChunk[]) =>
        storeChunks(db, heads, companyId, trace, chunks),
      after: (companyId: string, trace: TracePlace, after: number) => chunksAfter(db, companyId, trace, after),
      csv: (companyId: string, trace: TracePlace, system: UnitSystem) =>
        csvOf({ db, heads, renderer }, companyId, trace, system),
      states: async (companyId: string, unitId: string) => {
        const { record } = await headOf(companyId, unitId)
        return { traces: await traceStates(db, companyId, unitId, record) }
      },
    },
    papers,
    leaving: {
      ...makeDeleting(db, mailer, accounts.isOwn),
      export: async (
        lead: SignedIn,
        { system, withPapers }: { system: UnitSystem; withPapers: boolean },
        out: Writable,
      ) => {
        const { companyId, name } = lead
        const about = withPapers ? 'with its papers' : 'without papers'
        await writeAudit(db, companyId, { by: name, what: 'exported', about })
        const paper = async (unitId: string) => (await papers(companyId, unitId, system)).pdf as Uint8Array
        return exportCompany(db, { companyId, by: name, ...(withPapers ? { papers: paper } : {}) }, out)
      },
    },
  }
}
