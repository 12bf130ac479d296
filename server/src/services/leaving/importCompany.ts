import {
  AuditLine,
  BookLine,
  companyFiles,
  CompanyLine,
  HeldLine,
  JobLine,
  LogLine,
  PersonLine,
  soundChunk,
  TraceLine,
  type Manifest,
} from '@zetesis/contract'
import {
  bookEntryHash,
  chunkBounds,
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
} from '@zetesis/core'
import { createHash, randomBytes, type Hash } from 'node:crypto'
import type { Db, Tx } from '../../db/client'
import { anyCompany, insertCompany, writeAudit } from '../../db/companies'
import { bookRowOf } from '../../db/book'
import { insertImported, type ImportedRows } from '../../db/leaving'
import { findByLogin, insertPerson } from '../../db/people'
import type { AuditWhat } from '../../db/schema'
import { bookCompany, bookUnit } from '../cylinders'
import { resetLink } from '../people/accounts'
import { hashPassword } from '../people/passwords'
import { endOf } from '../traces'
import { ExportProblem, openExport, type OpenExport } from './readExport'

const AT_ONCE = 200
const BYTES_AT_ONCE = 2_000_000
/** of one log, or of the book: both are held whole while they are folded */
const MOST_LOG = 32_000_000

export interface Imported {
  readonly manifest: Manifest
  readonly units: number
  readonly entries: number
  /** recordings that hadn't all arrived when the export was made, as it says itself */
  readonly incomplete: number
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
    return await db.transaction((tx) => bringIn(tx, from, publicUrl))
  } catch (error) {
    throw asProblem(error, from.where())
  } finally {
    from.close()
  }
}

async function bringIn(tx: Tx, from: OpenExport, publicUrl: string): Promise<Imported> {
  if (await anyCompany(tx))
    throw new ExportProblem('There is a company here already. An export goes into an empty installation.')
  const companyId = await company(tx, from)
  const leads = await people(tx, companyId, from)
  const elevations = await jobs(tx, companyId, from)
  // what the book says of cylinders, then what the units' logs do
  await bookCompany(tx, companyId, await book(tx, companyId, from))
  const { units, entries, recordings } = await logs(tx, companyId, from, elevations)
  await traces(tx, companyId, from, recordings)
  await inBatches(tx, from, 'held', from.lines(companyFiles.held, HeldLine), ({ at, decidedAt, unitId, ...line }) => ({
    companyId,
    ...line,
    unitId: unitId ?? null,
    entries: line.entries as readonly (Entry | BookEntry)[],
    at: new Date(at),
    decidedAt: decidedAt ? new Date(decidedAt) : null,
  }))
  await inBatches(tx, from, 'audit', from.lines(companyFiles.audit, AuditLine), ({ at, by, what, about }) => ({
    companyId,
    at: new Date(at),
    by,
    what: what as AuditWhat,
    about,
  }))
  await writeAudit(tx, companyId, { by: 'whoever keeps the server', what: 'imported', about: from.manifest.at })
  const links: { login: string; link: string }[] = []
  for (const { id, login } of leads) links.push({ login, link: await resetLink(tx, { publicUrl }, id) })
  const incomplete = [...recordings.values()].filter((r) => r.isShort).length
  return { manifest: from.manifest, units, entries, incomplete, links }
}

/** What the database says of a row that goes in nowhere, by SQLSTATE. */
const refusals: Readonly<Record<string, string>> = {
  '23503': 'it belongs to something that isn’t in the export',
  '23505': 'the same stands in it already',
  '22021': 'a sign stands in it that can’t be kept',
  '22P05': 'a sign stands in it that can’t be kept',
}

/** Whatever a line is refused by becomes a sentence with its place; a database that is away stays what it is. */
function asProblem(error: unknown, where: string): unknown {
  if (error instanceof ExportProblem) return error
  const cause = error instanceof Error && error.cause instanceof Error ? error.cause : error
  const code = cause instanceof Error && 'code' in cause ? String(cause.code) : ''
  if (/^(2[23])/.test(code))
    return new ExportProblem(`${where} or shortly before can’t be taken in: ${refusals[code] ?? 'it doesn’t fit'}.`)
  if (cause instanceof RangeError || cause instanceof TypeError)
    return new ExportProblem(`${where} can’t be taken in: it isn’t what an app writes.`)
  return error
}

/** Rows of one file, so many in a statement. */
async function inBatches<K extends keyof ImportedRows, T>(
  tx: Tx,
  from: OpenExport,
  table: K,
  lines: AsyncIterable<T>,
  rowOf: (line: T) => ImportedRows[K][number],
): Promise<void> {
  let batch: ImportedRows[K][number][] = []
  let since = 0
  const write = async () => {
    await insertImported(tx, table, batch as ImportedRows[K])
    batch = []
    since = from.read()
  }
  for await (const line of lines) {
    batch.push(rowOf(line))
    if (batch.length === AT_ONCE || from.read() - since > BYTES_AT_ONCE) await write()
  }
  await write()
}

async function company(tx: Tx, from: OpenExport): Promise<string> {
  let found: string | undefined
  // to its end: only then it is known to be what the manifest says
  for await (const { id, name, card, rights } of from.lines(companyFiles.company, CompanyLine)) {
    const said = from.manifest.company
    if (found || id !== said.id || name !== said.name)
      throw new ExportProblem('The manifest is of another company than company.json.')
    await insertCompany(tx, { id, name, card: card ?? null, rights: rights as RightsChanges })
    found = id
  }
  if (!found) throw new ExportProblem('The file company.json is empty.')
  return found
}

/** Everybody without a password; @returns the leads, who get a link for one */
async function people(tx: Tx, companyId: string, from: OpenExport) {
  const leads: { id: string; login: string }[] = []
  await inBatches(tx, from, 'members', unknownPeople(tx, companyId, from, leads), ({ id, role, since, removed }) => ({
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
  await inBatches(tx, from, 'jobs', from.lines(companyFiles.jobs, JobLine), ({ id, standing, job }) => {
    elevations.set(id, toSi('elevation', job.elevation))
    return { companyId, id, name: job.name, card: job, standing }
  })
  return elevations
}

async function book(tx: Tx, companyId: string, from: OpenExport): Promise<BookItem[]> {
  const items: BookItem[] = []
  let previousHash = GENESIS_HASH
  /** a version without links made none for any entry */
  let hasLinks = false
  await inBatches(tx, from, 'book', from.lines(companyFiles.book, BookLine), (line) => {
    const { seq, author, entry, receivedAt } = line
    if (seq !== items.length + 1) throw new ExportProblem(`The book has a gap before its entry ${seq}.`)
    if (from.read() > MOST_LOG) throw new ExportProblem('The book is longer than any can be.')
    const link = { companyId, seq, author, receivedAt, entry, previousHash }
    const hash = bookEntryHash(link)
    if (seq === 1) hasLinks = line.hash !== undefined
    if (hasLinks && (line.hash !== hash || line.previousHash !== previousHash))
      throw new ExportProblem(`The book is altered or torn at its entry ${seq}.`)
    previousHash = hash
    items.push({ seq, author, entry })
    return bookRowOf({ ...link, hash })
  })
  return items
}

/** A recording that a log tells of, as far as its chunks came. */
interface Recording {
  readonly end?: { readonly samples: number; readonly digest: string }
  samples: number
  isShort: boolean
}
const recordingKey = (unitId: string, traceId: string) => `${unitId} ${traceId}`

/** Each unit's log, checked link by link, with its state made anew. */
async function logs(tx: Tx, companyId: string, from: OpenExport, elevations: ReadonlyMap<string, number>) {
  const seen = new Set<string>()
  const recordings = new Map<string, Recording>()
  let entries = 0
  let startedAt = 0
  let log: ChainedEntry[] = []
  const finish = async () => {
    const last = log.at(-1)
    if (!last) return
    const { unitId } = last
    seen.add(unitId)
    const record = foldEntries(log, emptyRecord)
    const jobId = jobIdOf(record)
    const jobElevationM = elevations.get(jobId ?? '')
    if (!jobId || jobElevationM === undefined)
      throw new ExportProblem(`Unit ${unitId} stands in no job of this company.`)
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
    for (const batch of inPieces(log))
      await insertImported(
        tx,
        'log',
        batch.map((link) => rowOf(companyId, link)),
      )
    for (const { entry } of log) {
      if (entry.kind !== 'traceBegun') continue
      const { traceId } = entry
      const end = endOf(record, traceId)
      recordings.set(recordingKey(unitId, traceId), { ...(end ? { end } : {}), samples: 0, isShort: false })
    }
    const moved = [...record.items.weighed, ...record.struck].map((item) => item.entry)
    await bookUnit(tx, { companyId, unitId, jobId }, record, moved)
    log = []
  }
  for await (const link of from.lines(companyFiles.logs, LogLine) as AsyncGenerator<ChainedEntry>) {
    if (log[0] && log[0].unitId !== link.unitId) {
      await finish()
      startedAt = from.read()
    }
    const last = log.at(-1)
    if (seen.has(link.unitId)) throw new ExportProblem(`The log of unit ${link.unitId} stands in two places.`)
    const follows = link.seq === (last?.seq ?? 0) + 1 && link.previousHash === (last?.hash ?? GENESIS_HASH)
    if (!follows || entryHash(link) !== link.hash)
      throw new ExportProblem(`The log of unit ${link.unitId} is altered or torn at its entry ${link.seq}.`)
    if (from.read() - startedAt > MOST_LOG)
      throw new ExportProblem(`The log of unit ${link.unitId} is longer than any can be.`)
    log.push(link)
    entries += 1
  }
  await finish()
  return { units: seen.size, entries, recordings }
}

/** as much of a log as goes into a statement */
function* inPieces(log: readonly ChainedEntry[]): Iterable<ChainedEntry[]> {
  let piece: ChainedEntry[] = []
  let length = 0
  for (const link of log) {
    piece.push(link)
    length += JSON.stringify(link.entry).length
    if (piece.length < AT_ONCE && length < BYTES_AT_ONCE) continue
    yield piece
    piece = []
    length = 0
  }
  if (piece.length > 0) yield piece
}

/** Every chunk belongs to a recording that a log tells of, and the samples of one that ended are those it ended with. */
async function traces(tx: Tx, companyId: string, from: OpenExport, recordings: ReadonlyMap<string, Recording>) {
  const short = new Set(from.manifest.incomplete)
  let open: { key: string; number: number; hash: Hash; recording: Recording } | undefined
  const done = new Set<string>()
  const close = () => {
    if (!open) return
    const { key, hash, recording } = open
    const { end, samples } = recording
    done.add(key)
    if (end && samples >= end.samples && (samples > end.samples || hash.digest('hex') !== end.digest))
      throw new ExportProblem(`${nameOf(key)} holds other samples than its log says.`)
    open = undefined
  }
  await inBatches(tx, from, 'chunks', from.lines(companyFiles.traces, TraceLine), ({ data, ...line }) => {
    const key = recordingKey(line.unitId, line.traceId)
    const bytes = Buffer.from(data, 'base64')
    if (open?.key !== key) {
      close()
      const recording = recordings.get(key)
      if (!recording) throw new ExportProblem(`${from.where()}: no log tells of this recording.`)
      if (done.has(key)) throw new ExportProblem(`${from.where()}: this recording stands in two places.`)
      open = { key, number: -1, hash: createHash('sha256'), recording }
    }
    const bounds = chunkBounds(bytes)
    if (bounds?.count !== line.count || !soundChunk(bounds) || bytes.toString('base64') !== data)
      throw new ExportProblem(`${from.where()}: these bytes aren’t a chunk of a recording, or its count is wrong.`)
    if (line.number <= open.number) throw new ExportProblem(`${from.where()}: the chunks aren’t in their order.`)
    open.number = line.number
    open.hash.update(bytes)
    open.recording.samples += line.count
    return { companyId, ...line, bytes }
  })
  close()
  for (const [key, recording] of recordings) {
    if (!recording.end || recording.samples >= recording.end.samples) continue
    if (!short.has(key.split(' ')[1]!))
      throw new ExportProblem(`${nameOf(key)} has fewer samples than its log says: the export isn’t whole.`)
    recording.isShort = true
  }
}

const nameOf = (key: string) => `Recording ${key.split(' ')[1]} of unit ${key.split(' ')[0]}`

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
