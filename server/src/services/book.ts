import { bookProblemWords } from '@zetesis/contract'
import { checkBookEntry, mayAppend, sameEntry, type BookEntry, type BookItem } from '@zetesis/core'
import { chainBook, findBookEntries, insertBookEntries, lockBook, pageBook, unchainedBooks } from '../db/book'
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
    const end = await lockBook(tx, companyId)
    let lastSeq = end.seq
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
    await insertBookEntries(tx, companyId, added, { end, now })
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

/** Links for books of before they had any. @returns how many companies */
export async function chainBooks(db: Db): Promise<number> {
  const ids = await unchainedBooks(db)
  for (const companyId of ids)
    await db.transaction(async (tx) => {
      await lockBook(tx, companyId)
      await chainBook(tx, companyId)
    })
  return ids.length
}
