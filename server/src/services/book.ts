import { bookProblemWords } from '@zetesis/contract'
import { checkBookEntry, mayAppend, sameEntry, type BookEntry, type BookItem } from '@zetesis/core'
import { findBookEntries, insertBookEntries, lockBook, pageBook } from '../db/book'
import type { Db, Tx } from '../db/client'
import { changeCompany } from '../db/companies'
import { HttpProblem } from '../http/problem'
import { bookCompany } from './cylinders'
import { bookJobs } from './jobs'
import { idTaken, refuseUnlessMay, type AppendScope } from './log'

const PAGE = 500

/** Appends to the company's book, all of a batch or nothing; entries that are in it already change nothing. */
export async function appendBook(
  db: Db,
  { companyId, author, actor }: AppendScope,
  entries: readonly BookEntry[],
  now: Date = new Date(),
): Promise<{ lastSeq: number }> {
  return db.transaction(async (tx) => {
    let lastSeq = await lockBook(tx, companyId)
    const known = await findBookEntries(
      tx,
      companyId,
      entries.map((e) => e.id),
    )
    const added: { seq: number; author: AppendScope['author']; entry: BookEntry }[] = []
    for (const [index, entry] of entries.entries()) {
      const before = known.find((k) => k.id === entry.id) ?? added.find((a) => a.entry.id === entry.id)?.entry
      if (before) {
        if (!sameEntry(before, entry)) throw idTaken(index)
        continue
      }
      if (actor) refuseUnlessMay(mayAppend(actor, entry), actor, index)
      const problems = checkBookEntry(entry, { nowMs: now.getTime() })
      const [first] = problems
      if (first) {
        const errors = problems.map((p) => ({ path: `entries.${index}.${p.path}`, detail: bookProblemWords(p) }))
        throw new HttpProblem(422, first.code, bookProblemWords(first), errors)
      }
      lastSeq += 1
      added.push({ seq: lastSeq, author, entry })
    }
    await insertBookEntries(tx, companyId, added)
    await bookCards(tx, companyId, added)
    await bookJobs(tx, companyId, added)
    await bookCompany(tx, companyId, added)
    return { lastSeq }
  })
}

/** The company's own card and table of rights, as the new entries leave them. */
async function bookCards(tx: Tx, companyId: string, items: readonly BookItem[]): Promise<void> {
  for (const { entry } of items) {
    if (entry.kind === 'companySaved')
      await changeCompany(tx, companyId, { name: entry.company.name, card: entry.company })
    if (entry.kind === 'rightsSet') await changeCompany(tx, companyId, { rights: entry.rights })
  }
}

export async function bookAfter(db: Db, companyId: string, after: number) {
  const entries = await pageBook(db, companyId, { after, limit: PAGE + 1 })
  return { entries: entries.slice(0, PAGE), more: entries.length > PAGE }
}
