import {
  mayAppend,
  checkEntry,
  emptyRecord,
  entryHash,
  foldEntries,
  GENESIS_HASH,
  isInRecord,
  jobIdOf,
  sameEntry,
  stepKg,
  summarise,
  toSi,
  type Actor,
  type Author,
  type ChainedEntry,
  type Entry,
  type EntryProblem,
  type May,
} from '@zetesis/core'
import { entryProblemWords, mayNotWords, type Appended } from '@zetesis/contract'
import type { Db, Tx } from '../db/client'
import { findJob } from '../db/jobs'
import { appendLinks, findEntries, insertUnit, lockUnit, moveUnit } from '../db/units'
import { HttpProblem, notFound } from '../http/problem'
import { mayNot } from '../http/scope'
import { bookedContents, bookUnit, moves } from './cylinders'
import { GroupWriter } from './groupWriter'
import type { Head, Heads } from './heads'

export interface AppendScope {
  companyId: string
  author: Author
  /** whose rights are looked at; without it, what a lead or the server itself vouches for */
  actor?: Actor
}

interface Asked {
  readonly author: Author
  readonly actor?: Actor
  readonly entries: readonly Entry[]
  readonly now: Date
  readonly answer: (appended: Appended) => void
  readonly refuse: (reason: unknown) => void
}

/** At most so many batches become one write. */
const TOGETHER = 64
/** Tries before a unit that other processes append to all the time is answered with "busy". */
const TRIES = 8

/**
 * Appends batches to units' logs, each batch whole or not at all. An entry whose id is in the log already is answered with its seq and hash and not stored
 * again. A batch that begins with an `opened` entry makes the unit where there is none.
 *
 * What arrives for one unit while a write of it is under way is written together with the next. A write names the end of the log that it was checked
 * against: where another process appended meanwhile, nothing is stored and it is checked anew.
 */
export class LogWriter {
  private readonly asked = new Map<string, Asked[]>()
  private readonly group: GroupWriter

  constructor(
    private readonly db: Db,
    private readonly heads: Heads,
    private readonly announce: (companyId: string, unitId: string, lastSeq: number) => void = () => undefined,
  ) {
    this.group = new GroupWriter(db)
  }

  append(
    { companyId, author, actor }: AppendScope,
    unitId: string,
    entries: readonly Entry[],
    now: Date = new Date(),
  ): Promise<Appended> {
    return new Promise((answer, refuse) => {
      const key = `${companyId} ${unitId}`
      const waiting = this.asked.get(key)
      const mine: Asked = { author, actor, entries, now, answer, refuse }
      if (waiting) return void waiting.push(mine)
      const queue = [mine]
      this.asked.set(key, queue)
      void this.drain(companyId, unitId, queue)
    })
  }

  private async drain(companyId: string, unitId: string, queue: Asked[]): Promise<void> {
    while (queue.length > 0) {
      const batch = queue.slice(0, TOGETHER)
      try {
        await this.write(companyId, unitId, batch)
      } catch (error) {
        // what is known of the log's end may be wrong now
        this.heads.forget(companyId, unitId)
        for (const { refuse } of batch) refuse(error)
      }
      queue.splice(0, batch.length)
    }
    // at once with seeing it empty, so that nobody joins a queue that nobody works at
    this.asked.delete(`${companyId} ${unitId}`)
  }

  private async write(companyId: string, unitId: string, batch: readonly Asked[]): Promise<void> {
    for (let tries = 0; tries < TRIES; tries++) {
      const head = this.heads.peek(companyId, unitId) ?? (await this.heads.read(this.db, companyId, unitId))
      const entries = batch.flatMap((b) => b.entries)
      const done =
        head && !entries.some(moves)
          ? await this.writeTo(this.db, { companyId, unitId }, head, batch, tries === 0)
          : await this.db.transaction((tx) => this.writeLocked(tx, { companyId, unitId }, batch))
      if (done) {
        for (const settle of done.settle) settle()
        if (!done.head) return
        this.heads.keep(companyId, unitId, done.head)
        if (done.head !== head) this.announce(companyId, unitId, done.head.lastSeq)
        return
      }
      this.heads.forget(companyId, unitId)
    }
    throw new HttpProblem(
      503,
      'busy',
      'Others write to this unit all the time. Nothing was stored; it is sent again in a moment.',
    )
  }

  /** Where cylinders are moved, or the unit is made, unit and cylinders are held until all is written. */
  private async writeLocked(tx: Tx, unit: UnitKey, batch: readonly Asked[]) {
    const { companyId, unitId } = unit
    const row = (await lockUnit(tx, companyId, unitId)) ?? (await openUnit(tx, unit, batch))
    if (!row) {
      const settle = batch.map(
        ({ refuse }) =>
          () =>
            refuse(notFound()),
      )
      return { head: undefined, settle }
    }
    const head = await this.heads.read(tx, companyId, unitId)
    return head && this.writeTo(tx, unit, head, batch)
  }

  /** undefined where the log has another end by now */
  private async writeTo(tx: Tx, unit: UnitKey, head: Head, batch: readonly Asked[], grouped = false) {
    const { companyId, unitId } = unit
    const made = await chain(tx, unit, head, batch)
    if (made.links.length === 0) return { head, settle: made.settle }
    const now = batch.at(-1)!.now
    const { jobId, jobElevationM } = await jobAfter(tx, companyId, made)
    const summary = summarise(made.head.record, { nowMs: now.getTime(), jobElevationM })
    const append = { companyId, unitId, after: head, links: made.links, summary }
    const stored = grouped
      ? await this.group.append(append)
      : (await appendLinks(tx, [append], { whenFree: false })).size > 0
    if (!stored) return undefined
    const added = made.links.map((link) => link.entry)
    if (jobId !== head.jobId) await moveUnit(tx, companyId, unitId, jobId)
    if (added.some(moves)) await bookUnit(tx, { companyId, unitId, jobId }, made.head.record, added)
    return { head: { ...made.head, jobId, jobElevationM }, settle: made.settle }
  }
}

interface UnitKey {
  readonly companyId: string
  readonly unitId: string
}

/** Checks batches one after another against the record and makes their links; a batch that is refused leaves nothing behind. */
async function chain(tx: Tx, { companyId, unitId }: UnitKey, start: Head, batch: readonly Asked[]) {
  const all = batch.flatMap((b) => b.entries)
  const jobs = await jobsNamed(tx, companyId, all)
  const contents = await bookedContents(tx, companyId, all)
  const again = all.map((e) => e.id).filter((id) => isInRecord(start.record, id))
  const known = new Map(
    (again.length === 0 ? [] : await findEntries(tx, companyId, unitId, again)).map((e) => [e.entry.id, e]),
  )
  let head = start
  const links: ChainedEntry[] = []
  const settle: (() => void)[] = []
  for (const { author, actor, entries, now, answer, refuse } of batch) {
    const before = { head, links: links.length, contents: new Map(contents) }
    const places = new Map<string, ChainedEntry>()
    try {
      for (const [index, entry] of entries.entries()) {
        const earlier = known.get(entry.id)
        if (earlier) {
          if (!sameEntry(earlier.entry, entry)) throw idTaken(index)
          places.set(entry.id, earlier)
          continue
        }
        const { record, jobElevationM } = head
        if (actor) refuseUnlessMay(mayAppend(actor, entry, record), actor, index)
        const problems = checkEntry(record, entry, {
          nowMs: now.getTime(),
          jobElevationM,
          booked: (id) => contents.get(id),
        })
        refuseFor(problems, index)
        if (entry.kind === 'moved' && !jobs.has(entry.jobId)) throw noSuchJob(index)
        const item = {
          unitId,
          seq: head.lastSeq + 1,
          author,
          receivedAt: now.toISOString(),
          entry,
          previousHash: head.lastHash,
        }
        const link = { ...item, hash: entryHash(item) }
        known.set(entry.id, link)
        places.set(entry.id, link)
        links.push(link)
        head = { ...head, lastSeq: link.seq, lastHash: link.hash, record: foldEntries([link], record) }
        if (entry.kind === 'weighed' && entry.vessel)
          contents.set(entry.vessel.id, (contents.get(entry.vessel.id) ?? 0) - stepKg(entry))
      }
    } catch (error) {
      for (const link of links.splice(before.links)) known.delete(link.entry.id)
      head = before.head
      contents.clear()
      for (const [id, kg] of before.contents) contents.set(id, kg)
      settle.push(() => refuse(error))
      continue
    }
    const appended = entries.map(({ id }) => {
      const { seq, hash } = places.get(id)!
      return { id, seq, hash }
    })
    const { lastSeq } = head
    settle.push(() => answer({ appended, lastSeq }))
  }
  return { head, links, settle }
}

/** What may make a unit go by its job's elevation again, which was perhaps corrected since it was looked at. */
const looksAtJob = ({ entry }: ChainedEntry) => entry.kind === 'facts' || entry.kind === 'archived'

/** The job that the unit stands in after a write; verdicts go by its elevation. */
async function jobAfter(tx: Tx, companyId: string, { head, links }: { head: Head; links: readonly ChainedEntry[] }) {
  const jobId = jobIdOf(head.record) ?? head.jobId
  if (jobId === head.jobId && !links.some(looksAtJob)) return head
  const job = await findJob(tx, companyId, jobId)
  return { jobId, jobElevationM: job && toSi('elevation', job.elevation) }
}

/** Those of the jobs that units are moved to which there are in this company. */
async function jobsNamed(tx: Tx, companyId: string, entries: readonly Entry[]): Promise<ReadonlySet<string>> {
  const found = new Set<string>()
  for (const entry of entries)
    if (entry.kind === 'moved' && (await findJob(tx, companyId, entry.jobId))) found.add(entry.jobId)
  return found
}

const noSuchJob = (index: number) =>
  new HttpProblem(422, 'noSuchJob', 'There is no such job here. Choose another.', [
    { path: `entries.${index}.jobId`, detail: 'There is no such job here.' },
  ])

/** Makes a unit for the first batch that opens it; undefined where none does. */
async function openUnit(tx: Tx, { companyId, unitId }: UnitKey, batch: readonly Asked[]) {
  const first = batch.map((b) => b.entries[0]).find((e) => e?.kind === 'opened')
  const job = first?.kind === 'opened' ? await findJob(tx, companyId, first.jobId) : undefined
  if (!job) return undefined
  await insertUnit(tx, {
    companyId,
    unitId,
    jobId: job.id,
    lastSeq: 0,
    lastHash: GENESIS_HASH,
    summary: summarise(emptyRecord, { nowMs: 0 }),
  })
  return lockUnit(tx, companyId, unitId)
}

function refuseFor(problems: readonly EntryProblem[], index: number): void {
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

export function refuseUnlessMay(may: May, actor: Actor, index: number): void {
  if (may.may) return
  const detail = mayNotWords({ ...may, role: actor.role })
  throw mayNot(detail, [{ path: `entries.${index}`, detail }])
}

export const idTaken = (index: number) =>
  new HttpProblem(409, 'idTaken', 'Another entry with this id is in the log already. Give the new one its own id.', [
    { path: `entries.${index}.id`, detail: 'This id is taken.' },
  ])
