import {
  AuditLine,
  BookLine,
  companyFiles,
  CompanyLine,
  HeldLine,
  JobLine,
  LogLine,
  PersonLine,
  TraceLine,
  type Manifest,
} from '@zetesis/contract'
import {
  emptyRecord,
  entryHash,
  foldEntries,
  GENESIS_HASH,
  jobIdOf,
  SUMMARY_FORM,
  summarise,
  toSi,
  type BookEntry,
  type BookItem,
  type ChainedEntry,
  type Entry,
  type RightsChanges,
  type UnitRecord,
} from '@zetesis/core'
import { randomBytes } from 'node:crypto'
import type { Db, Tx } from '../../db/client'
import { anyCompany, insertCompany, writeAudit } from '../../db/companies'
import { insertImported, type ImportedRows } from '../../db/leaving'
import { findByLogin, insertPerson } from '../../db/people'
import type { AuditWhat } from '../../db/schema'
import { bookCompany, bookUnit } from '../cylinders'
import { resetLink } from '../people/accounts'
import { hashPassword } from '../people/passwords'
import { ExportProblem, openExport, type OpenExport } from './readExport'

const AT_ONCE = 200

export interface Imported {
  readonly manifest: Manifest
  readonly units: number
  readonly entries: number
  /** a one-time link for a new password, for each lead */
  readonly links: readonly { readonly login: string; readonly link: string }[]
}

/**
 * A company's export in an empty installation: every line by its schema, every file against the manifest, every log link by link; what is derived is made anew.
 * All of it or nothing.
 */
export async function importCompany(db: Db, path: string, { publicUrl }: { publicUrl: string }): Promise<Imported> {
  const from = await openExport(path)
  try {
    return await db.transaction(async (tx) => {
      if (await anyCompany(tx))
        throw new ExportProblem('There is a company here already. An export goes into an empty installation.')
      const companyId = await company(tx, from)
      const leads = await people(tx, companyId, from)
      const elevations = await jobs(tx, companyId, from)
      const items = await book(tx, companyId, from)
      const { units, entries } = await logs(tx, companyId, from, elevations)
      await inBatches(tx, 'chunks', from.lines(companyFiles.traces, TraceLine), ({ data, ...line }) => ({
        companyId,
        ...line,
        bytes: Buffer.from(data, 'base64'),
      }))
      await inBatches(tx, 'held', from.lines(companyFiles.held, HeldLine), ({ at, decidedAt, unitId, ...line }) => ({
        companyId,
        ...line,
        unitId: unitId ?? null,
        entries: line.entries as unknown as readonly (Entry | BookEntry)[],
        at: new Date(at),
        decidedAt: decidedAt ? new Date(decidedAt) : null,
      }))
      await inBatches(tx, 'audit', from.lines(companyFiles.audit, AuditLine), ({ at, by, what, about }) => ({
        companyId,
        at: new Date(at),
        by,
        what: what as AuditWhat,
        about,
      }))
      // what the book says of cylinders, then what the units' logs do
      await bookCompany(tx, companyId, items)
      for (const { unitId, jobId, record, moving } of units)
        if (moving) await bookUnit(tx, { companyId, unitId, jobId }, record, moving)
      await writeAudit(tx, companyId, { by: 'whoever keeps the server', what: 'imported', about: from.manifest.at })
      const links: { login: string; link: string }[] = []
      for (const { id, login } of leads) links.push({ login, link: await resetLink(tx, { publicUrl }, id) })
      return { manifest: from.manifest, units: units.length, entries, links }
    })
  } finally {
    from.close()
  }
}

/** Rows of one file, so many in a statement. */
async function inBatches<K extends keyof ImportedRows, T>(
  tx: Tx,
  table: K,
  lines: AsyncIterable<T>,
  rowOf: (line: T) => ImportedRows[K][number],
): Promise<void> {
  let batch: ImportedRows[K][number][] = []
  const write = async () => {
    await insertImported(tx, table, batch as ImportedRows[K])
    batch = []
  }
  for await (const line of lines) {
    batch.push(rowOf(line))
    if (batch.length === AT_ONCE) await write()
  }
  await write()
}

async function company(tx: Tx, from: OpenExport): Promise<string> {
  for await (const { id, name, card, rights } of from.lines(companyFiles.company, CompanyLine)) {
    await insertCompany(tx, { id, name, card: card ?? null, rights: rights as RightsChanges })
    return id
  }
  throw new ExportProblem('The file company.json is empty.')
}

/** Everybody without a password; @returns the leads, who get a link for one */
async function people(tx: Tx, companyId: string, from: OpenExport) {
  const leads: { id: string; login: string }[] = []
  await inBatches(tx, 'members', unknownPeople(tx, companyId, from, leads), ({ id, role, since, removed }) => ({
    companyId,
    userId: id,
    role,
    since: new Date(since),
    removedAt: removed ? new Date(removed) : null,
  }))
  if (leads.length === 0) throw new ExportProblem('Nobody in it is a lead: there would be nobody to sign in.')
  return leads
}

async function* unknownPeople(tx: Tx, companyId: string, from: OpenExport, leads: { id: string; login: string }[]) {
  // nobody knows it: whoever comes in sets their own by a link
  const passwordHash = await hashPassword(randomBytes(32).toString('hex'))
  for await (const person of from.lines(companyFiles.people, PersonLine)) {
    const { id, login, name, role, removed } = person
    if (await findByLogin(tx, login))
      throw new ExportProblem(`${login} stands in it twice, or has an account here already.`)
    await insertPerson(tx, { id, login, name, passwordHash, lastCompanyId: companyId })
    if (role === 'lead' && !removed) leads.push({ id, login })
    yield person
  }
}

/** @returns their elevations by id, m */
async function jobs(tx: Tx, companyId: string, from: OpenExport): Promise<Map<string, number>> {
  const elevations = new Map<string, number>()
  await inBatches(tx, 'jobs', from.lines(companyFiles.jobs, JobLine), ({ id, standing, job }) => {
    elevations.set(id, toSi('elevation', job.elevation))
    return { companyId, id, name: job.name, card: job, standing }
  })
  return elevations
}

async function book(tx: Tx, companyId: string, from: OpenExport): Promise<BookItem[]> {
  const items: BookItem[] = []
  await inBatches(tx, 'book', from.lines(companyFiles.book, BookLine), ({ seq, author, entry, receivedAt }) => {
    if (seq !== items.length + 1) throw new ExportProblem(`The book has a gap before its entry ${seq}.`)
    items.push({ seq, author, entry })
    return {
      companyId,
      seq,
      entryId: entry.id,
      entry,
      authorId: author.id,
      authorName: author.name,
      at: new Date(entry.at),
      receivedAt: new Date(receivedAt),
    }
  })
  return items
}

interface ImportedUnit {
  readonly unitId: string
  readonly jobId: string
  readonly record: UnitRecord
  /** its entries, where any of them says something of cylinders */
  readonly moving: readonly Entry[] | undefined
}

/** Each unit's log, checked link by link, with its state made anew. */
async function logs(tx: Tx, companyId: string, from: OpenExport, elevations: ReadonlyMap<string, number>) {
  const units: ImportedUnit[] = []
  const seen = new Set<string>()
  let entries = 0
  let log: ChainedEntry[] = []
  const finish = async () => {
    const [first] = log
    if (!first) return
    const { unitId } = first
    if (seen.has(unitId)) throw new ExportProblem(`The log of unit ${unitId} stands in two places.`)
    seen.add(unitId)
    const record = foldEntries(log, emptyRecord)
    const jobId = jobIdOf(record)
    const jobElevationM = elevations.get(jobId ?? '')
    if (!jobId || jobElevationM === undefined)
      throw new ExportProblem(`Unit ${unitId} stands in no job of this company.`)
    const last = log.at(-1)!
    await insertImported(tx, 'units', [
      {
        companyId,
        unitId,
        jobId,
        lastSeq: last.seq,
        lastHash: last.hash,
        summary: summarise(record, { nowMs: Date.parse(last.receivedAt), jobElevationM }),
        summaryForm: SUMMARY_FORM,
      },
    ])
    for (let i = 0; i < log.length; i += AT_ONCE)
      await insertImported(
        tx,
        'log',
        log.slice(i, i + AT_ONCE).map((link) => rowOf(companyId, link)),
      )
    const moving = record.items.weighed.length > 0 || record.struck.some((item) => item.entry.kind === 'weighed')
    units.push({ unitId, jobId, record, moving: moving ? log.map((link) => link.entry) : undefined })
    log = []
  }
  for await (const link of from.lines(companyFiles.logs, LogLine) as AsyncGenerator<ChainedEntry>) {
    const before = log.at(-1)
    if (before && before.unitId !== link.unitId) await finish()
    const previous = log.at(-1)
    const follows = link.seq === (previous?.seq ?? 0) + 1 && link.previousHash === (previous?.hash ?? GENESIS_HASH)
    if (!follows || entryHash(link) !== link.hash)
      throw new ExportProblem(`The log of unit ${link.unitId} is altered or torn at its entry ${link.seq}.`)
    log.push(link)
    entries += 1
  }
  await finish()
  return { units, entries }
}

const rowOf = (companyId: string, { unitId, seq, author, receivedAt, entry, previousHash, hash }: ChainedEntry) => ({
  companyId,
  unitId,
  seq,
  entryId: entry.id,
  entry,
  authorId: author.id,
  authorName: author.name,
  at: new Date(entry.at),
  receivedAt,
  previousHash,
  hash,
})
