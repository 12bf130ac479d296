import { companyFiles, type Manifest } from '@zetesis/contract'
import { createHash } from 'node:crypto'
import { Readable, type PassThrough, type Writable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { ZipFile } from 'yazl'
import type { Db } from '../../db/client'
import { findCompany } from '../../db/companies'
import { heldRows, jobRows, pageAuditRows, pageBookRows, pageUnitChunks, unitsToExport } from '../../db/leaving'
import { membersOf } from '../../db/people'
import { linkOf } from '../../db/book'
import { pageEntries } from '../../db/units'
import { notFound } from '../../http/problem'

const PAGE = 500
const CHUNKS = 100

export interface ExportOptions {
  readonly companyId: string
  /** who asked for it */
  readonly by: string
  /** makes a unit's papers; none: the export is without them */
  readonly papers?: (unitId: string) => Promise<Uint8Array>
}

/**
 * Everything of a company as one ZIP (docs/formats.md), written as it is read, so that its size doesn't matter. Logs and book only grow: each is written up to where
 * it ended when the export began, so that what is written meanwhile doesn't tear it.
 */
export async function exportCompany(
  db: Db,
  { companyId, by, papers }: ExportOptions,
  out: Writable,
): Promise<Manifest> {
  const company = await findCompany(db, companyId)
  if (!company) throw notFound()
  const units = await unitsToExport(db, companyId)
  const zip = new ZipFile()
  const written = zip.outputStream as PassThrough
  // the writer has no ear on what it is given: whatever a file's rows end with ends the ZIP, and not the process
  const heard = (stream: Readable) => stream.once('error', (error) => written.destroy(error))
  const files: Manifest['files'] = {}
  const missing: Manifest['missing'] = []
  const lines = (file: string, rows: AsyncIterable<object>) =>
    zip.addReadStreamLazy(file, { compress: true }, (give) =>
      give(null, heard(Readable.from(hashed(file, rows, files)))),
    )
  zip.addBuffer(
    jsonOf(
      { id: company.id, name: company.name, ...(company.card ? { card: company.card } : {}), rights: company.rights },
      companyFiles.company,
      files,
    ),
    companyFiles.company,
  )
  lines(companyFiles.people, people(db, companyId))
  lines(companyFiles.jobs, jobs(db, companyId))
  lines(companyFiles.book, book(db, companyId))
  // what logs say that recordings ended with, and how much of it hasn't come
  const left = new Map<string, number>()
  lines(companyFiles.logs, logs(db, companyId, units, left))
  lines(companyFiles.traces, traces(db, companyId, units, left))
  lines(companyFiles.held, putBy(db, companyId))
  lines(companyFiles.audit, audit(db, companyId))
  if (papers)
    for (const { unitId, tag } of units) {
      const file = `papers/${tag.replace(/[^\w.-]+/g, '-').slice(0, 60) || 'unit'}-${unitId.slice(0, 8)}.pdf`
      zip.addReadStreamLazy(file, { compress: false }, (give) => {
        papers(unitId).then(
          (pdf) => give(null, Readable.from([Buffer.from(pdf)])),
          (error: unknown) => {
            // one unit's papers that can't be made don't keep the company from leaving
            missing.push({ file, why: error instanceof Error ? error.message : 'unknown' })
            give(null, Readable.from([Buffer.alloc(0)]))
          },
        )
      })
    }
  const manifest = (): Manifest => ({
    format: 'zetesis.company',
    version: 1,
    company: { id: company.id, name: company.name },
    at: new Date().toISOString(),
    by,
    files,
    missing,
    incomplete: [...left].filter(([, samples]) => samples > 0).map(([traceId]) => traceId),
  })
  zip.addReadStreamLazy(companyFiles.manifest, { compress: true }, (give) =>
    give(null, Readable.from([Buffer.from(JSON.stringify(manifest(), null, 1))])),
  )
  zip.end()
  zip.on('error', (error: Error) => written.destroy(error))
  await pipeline(written, out, { end: false })
  return manifest()
}

function jsonOf(value: object, file: string, files: Manifest['files']): Buffer {
  const bytes = Buffer.from(`${JSON.stringify(value)}\n`)
  files[file] = { lines: 1, sha256: createHash('sha256').update(bytes).digest('hex') }
  return bytes
}

async function* hashed(file: string, rows: AsyncIterable<object>, files: Manifest['files']): AsyncIterable<Buffer> {
  const hash = createHash('sha256')
  let count = 0
  for await (const row of rows) {
    const bytes = Buffer.from(`${JSON.stringify(row)}\n`)
    hash.update(bytes)
    count += 1
    yield bytes
  }
  files[file] = { lines: count, sha256: hash.digest('hex') }
}

async function* people(db: Db, companyId: string) {
  for (const { id, name, login, role, since, removedAt } of await membersOf(db, companyId))
    yield {
      id,
      name,
      login,
      role,
      since: since.toISOString(),
      ...(removedAt ? { removed: removedAt.toISOString() } : {}),
    }
}

async function* jobs(db: Db, companyId: string) {
  for (const { id, standing, card } of await jobRows(db, companyId)) yield { id, standing, job: card }
}

async function* book(db: Db, companyId: string) {
  for (let after = 0; ;) {
    const rows = await pageBookRows(db, companyId, after, PAGE)
    for (const row of rows) {
      const { companyId: _, ...link } = linkOf(row)
      yield link.hash === '' ? { ...link, hash: undefined, previousHash: undefined } : link
    }
    if (rows.length < PAGE) return
    after = rows.at(-1)!.seq
  }
}

type Unit = Awaited<ReturnType<typeof unitsToExport>>[number]

async function* logs(db: Db, companyId: string, units: readonly Unit[], left: Map<string, number>) {
  for (const { unitId, lastSeq } of units)
    for (let after = 0; after < lastSeq;) {
      const rows = await pageEntries(db, companyId, unitId, { after, limit: Math.min(PAGE, lastSeq - after) })
      if (rows.length === 0) break
      for (const { entry } of rows) if (entry.kind === 'traceEnded') left.set(entry.traceId, entry.samples)
      yield* rows
      after = rows.at(-1)!.seq
    }
}

async function* traces(db: Db, companyId: string, units: readonly Unit[], left: Map<string, number>) {
  for (const { unitId } of units) {
    let last: { traceId: string; number: number } | undefined
    for (;;) {
      const rows = await pageUnitChunks(db, { companyId, unitId }, last, CHUNKS)
      for (const { traceId, number, count, bytes } of rows) {
        left.set(traceId, (left.get(traceId) ?? 0) - count)
        yield { unitId, traceId, number, count, data: bytes.toString('base64') }
      }
      if (rows.length < CHUNKS) break
      last = rows.at(-1)
    }
  }
}

async function* putBy(db: Db, companyId: string) {
  for (const { id, userId, by, unitId, entries, at, decidedAt } of await heldRows(db, companyId))
    yield {
      id,
      userId,
      by,
      ...(unitId ? { unitId } : {}),
      at: at.toISOString(),
      ...(decidedAt ? { decidedAt: decidedAt.toISOString() } : {}),
      entries,
    }
}

async function* audit(db: Db, companyId: string) {
  for (let after = 0; ;) {
    const rows = await pageAuditRows(db, companyId, after, PAGE)
    for (const { at, by, what, about } of rows) yield { at: at.toISOString(), by, what, about }
    if (rows.length < PAGE) return
    after = rows.at(-1)!.seq
  }
}
