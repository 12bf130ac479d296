import {
  checkEntry,
  emptyRecord,
  entryHash,
  fold,
  GENESIS_HASH,
  sameEntry,
  stepKg,
  summarise,
  toSi,
  withAllKinds,
  type Author,
  type ChainedEntry,
  type Entry,
  type EntryProblem,
  type UnitRecord,
} from '@zetesis/core'
import { entryProblemWords, type Appended } from '@zetesis/contract'
import type { Db, Tx } from '../db/client'
import { findJob } from '../db/jobs'
import { findEntries, insertEntries, insertUnit, lockUnit, updateUnit } from '../db/units'
import { HttpProblem, notFound } from '../http/problem'
import { bookedContents, bookUnit } from './cylinders'

export interface AppendScope {
  companyId: string
  author: Author
}

/**
 * Appends a batch to a unit's log, all of it or nothing. An entry whose id is in the log already is answered with its seq and
 * hash and not stored again. A batch that begins with an `opened` entry makes the unit when there is none.
 */
export async function appendEntries(
  db: Db,
  { companyId, author }: AppendScope,
  unitId: string,
  entries: readonly Entry[],
  now: Date = new Date(),
): Promise<Appended> {
  return db.transaction(async (tx) => {
    const unit = (await lockUnit(tx, companyId, unitId)) ?? (await openUnit(tx, companyId, unitId, entries[0]))
    const job = await findJob(tx, companyId, unit.jobId)
    const jobElevationM = job && toSi('elevation', job.elevation)
    const known = new Map(
      (
        await findEntries(
          tx,
          companyId,
          unitId,
          entries.map((e) => e.id),
        )
      ).map((e) => [e.entry.id, e]),
    )

    const contents = await bookedContents(
      tx,
      companyId,
      entries.filter((e) => !known.has(e.id)),
    )
    let record: UnitRecord = withAllKinds(unit.record)
    let lastSeq = unit.lastSeq
    let lastHash = unit.lastHash
    const added: ChainedEntry[] = []
    for (const [index, entry] of entries.entries()) {
      const before = known.get(entry.id)
      if (before) {
        if (!sameEntry(before.entry, entry)) throw idTaken(index)
        continue
      }
      refuse(
        checkEntry(record, entry, { nowMs: now.getTime(), jobElevationM, booked: (id) => contents.get(id) }),
        index,
      )
      const item = { unitId, seq: lastSeq + 1, author, receivedAt: now.toISOString(), entry, previousHash: lastHash }
      const link = { ...item, hash: entryHash(item) }
      known.set(entry.id, link)
      added.push(link)
      record = fold(record, link)
      if (entry.kind === 'weighed' && entry.vessel)
        contents.set(entry.vessel.id, (contents.get(entry.vessel.id) ?? 0) - stepKg(entry))
      lastSeq = link.seq
      lastHash = link.hash
    }
    if (added.length > 0) {
      await insertEntries(tx, companyId, added)
      const summary = summarise(record, { nowMs: now.getTime(), jobElevationM })
      await updateUnit(tx, { companyId, unitId, lastSeq, lastHash, record, summary })
      await bookUnit(
        tx,
        { companyId, unitId, jobId: unit.jobId },
        record,
        added.map((link) => link.entry),
      )
    }
    const appended = entries.map((entry) => {
      const { seq, hash } = known.get(entry.id)!
      return { id: entry.id, seq, hash }
    })
    return { appended, lastSeq }
  })
}

async function openUnit(tx: Tx, companyId: string, unitId: string, first: Entry | undefined) {
  if (first?.kind !== 'opened') throw notFound()
  const job = await findJob(tx, companyId, first.jobId)
  if (!job) throw notFound()
  const summary = summarise(emptyRecord, { nowMs: 0 })
  await insertUnit(tx, {
    companyId,
    unitId,
    jobId: job.id,
    lastSeq: 0,
    lastHash: GENESIS_HASH,
    record: emptyRecord,
    summary,
  })
  return (await lockUnit(tx, companyId, unitId))!
}

function refuse(problems: readonly EntryProblem[], index: number): void {
  const first = problems[0]
  if (!first) return
  const conflict = first.code === 'sealed' || first.code === 'alreadyOpened'
  throw new HttpProblem(
    conflict ? 409 : 422,
    first.code,
    entryProblemWords(first),
    problems.map((p) => ({
      path: ['entries', index, p.path].filter((x) => x !== '').join('.'),
      detail: entryProblemWords(p),
    })),
  )
}

export const idTaken = (index: number) =>
  new HttpProblem(409, 'idTaken', 'Another entry with this id is in the log already. Give the new one its own id.', [
    { path: `entries.${index}.id`, detail: 'This id is taken.' },
  ])
