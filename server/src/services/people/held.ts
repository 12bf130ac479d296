import { bookEntryWords, entryWords } from '@zetesis/contract'
import type { BookEntry, Entry } from '@zetesis/core'
import { randomUUID } from 'node:crypto'
import type { Db } from '../../db/client'
import { writeAudit } from '../../db/companies'
import { decideHeld, insertHeld, listHeld, type HeldRow } from '../../db/held'
import { notFound } from '../../http/problem'
import type { SignedIn } from '../../http/scope'
import type { AppendScope } from '../log'

export type Held = ReturnType<typeof makeHeld>

interface Append {
  unit(scope: AppendScope, unitId: string, entries: readonly Entry[]): Promise<unknown>
  book(scope: AppendScope, entries: readonly BookEntry[]): Promise<unknown>
}

/** What the phone of somebody who was taken out still held: put by, and in a log once a lead takes it. */
export function makeHeld(db: Db, append: Append) {
  return {
    /** Sent twice it stands there twice, and is taken once: an entry's id is its identity. */
    async putBy(
      who: SignedIn,
      unitId: string | undefined,
      entries: readonly (Entry | BookEntry)[],
    ): Promise<{ held: number }> {
      const { companyId, id: userId, name: by } = who
      await insertHeld(db, { companyId, id: randomUUID(), userId, by, unitId: unitId ?? null, entries })
      return { held: entries.length }
    },
    async list(companyId: string) {
      return (await listHeld(db, companyId)).map(({ id, by, at, unitId, entries }) => ({
        id,
        by,
        at: at.toISOString(),
        ...(unitId ? { unitId } : {}),
        lines: entries.map((entry) => (unitId ? entryWords(entry as Entry) : bookEntryWords(entry as BookEntry))),
      }))
    },
    /** Into the log, by whoever wrote it, with a line that says how it came there. What speaks against it is the answer, and then nothing is taken. */
    async take(lead: SignedIn, id: string): Promise<void> {
      const row = (await listHeld(db, lead.companyId)).find((each) => each.id === id)
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
