import { bookEntryWords, entryWords } from '@zetesis/contract'
import type { BookEntry, Entry } from '@zetesis/core'
import { randomUUID } from 'node:crypto'
import type { Db } from '../../db/client'
import { writeAudit } from '../../db/companies'
import { decideHeld, findHeld, heldOf, insertHeld, listHeld, type HeldRow } from '../../db/held'
import { findUnit } from '../../db/units'
import { HttpProblem, notFound } from '../../http/problem'
import type { SignedIn } from '../../http/scope'
import type { AppendScope } from '../log'

export type Held = ReturnType<typeof makeHeld>

interface Append {
  unit(scope: AppendScope, unitId: string, entries: readonly Entry[]): Promise<unknown>
  book(scope: AppendScope, entries: readonly BookEntry[]): Promise<unknown>
}

/** of one person, until a lead has looked through them: a phone's week, and no flood */
const MOST_WAITING = { entries: 500, bytes: 1_000_000 }
/** so many at once, and so many lines of each: more follow once these are decided */
const SHOWN = { rows: 20, lines: 8 }

const full = () =>
  new HttpProblem(
    429,
    'heldFull',
    `Up to ${MOST_WAITING.entries} entries of somebody who left wait until a lead has looked through them. Ask a lead to; what is on this device stays there and is sent again.`,
  )
const noUnit = () => new HttpProblem(404, 'notFound', 'There is no such unit in this company.')

/** What the phone of somebody who was taken out still held: put by, and in a log once a lead takes it. */
export function makeHeld(db: Db, append: Append) {
  return {
    /** Sent twice it stands there once: an entry's id is its identity. */
    async putBy(
      who: SignedIn,
      unitId: string | undefined,
      entries: readonly (Entry | BookEntry)[],
    ): Promise<{ held: number }> {
      const { companyId, id: userId, name: by } = who
      await db.transaction(async (tx) => {
        const { waiting, known, units } = await heldOf(
          tx,
          { companyId, userId },
          entries.map(({ id }) => id),
        )
        // one that the phone itself opened, there or in what waits already
        const isThere = !unitId || units.has(unitId) || entries.some(({ kind }) => kind === 'opened')
        if (!isThere && !(await findUnit(tx, companyId, unitId))) throw noUnit()
        const fresh = entries.filter(({ id }) => !known.has(id))
        if (fresh.length === 0) return
        const bytes = waiting.bytes + JSON.stringify(fresh).length
        if (waiting.entries + fresh.length > MOST_WAITING.entries || bytes > MOST_WAITING.bytes) throw full()
        await insertHeld(tx, { companyId, id: randomUUID(), userId, by, unitId: unitId ?? null, entries: fresh })
      })
      return { held: entries.length }
    },
    async list(companyId: string) {
      const { rows, all } = await listHeld(db, companyId, SHOWN.rows)
      const held = rows.map(({ id, by, at, unitId, entries }) => ({
        id,
        by,
        at: at.toISOString(),
        ...(unitId ? { unitId } : {}),
        count: entries.length,
        lines: entries
          .slice(0, SHOWN.lines)
          .map((entry) => (unitId ? entryWords(entry as Entry) : bookEntryWords(entry as BookEntry))),
      }))
      return { held, more: all - rows.length }
    },
    /** Into the log, by whoever wrote it, with a line that says how it came there. What speaks against it is the answer, and then nothing is taken. */
    async take(lead: SignedIn, id: string): Promise<void> {
      const row = await findHeld(db, lead.companyId, id)
      if (!row) throw notFound()
      const author = { id: row.userId, name: row.by }
      const { companyId } = lead
      if (row.unitId) await append.unit({ companyId, author }, row.unitId, row.entries as Entry[])
      else await append.book({ companyId, author }, row.entries as BookEntry[])
      await decide(lead, id, 'heldTaken')
      if (row.unitId)
        await append.unit({ companyId, author: { id: lead.id, name: lead.name } }, row.unitId, [noteOf(lead, row)])
    },
    putAway: (lead: SignedIn, id: string): Promise<void> => decide(lead, id, 'heldPutAway'),
  }

  async function decide(lead: SignedIn, id: string, what: 'heldTaken' | 'heldPutAway'): Promise<void> {
    const { companyId, name } = lead
    await db.transaction(async (tx) => {
      const row = await decideHeld(tx, companyId, id)
      if (!row) throw notFound()
      await writeAudit(tx, companyId, { by: name, what, about: `${row.entries.length} of ${row.by}` })
    })
  }
}

function noteOf(lead: SignedIn, { entries, by, at }: HeldRow): Entry {
  const now = new Date().toISOString()
  const count = entries.length === 1 ? 'One entry' : `${entries.length} entries`
  const text = `${count} of ${by}’s came from their device on ${at.toISOString().slice(0, 10)}, after they had left the company. ${lead.name} took them into the log.`
  return { v: 1, id: randomUUID(), at: now, writtenAt: now, kind: 'note', text }
}
