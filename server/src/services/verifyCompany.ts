import { foldBook, foldEntries, jobIdOf, verifyBook, type BookItem, type ChainCheck } from '@zetesis/core'
import { eq } from 'drizzle-orm'
import { chainRows, linkOf, type BookRow } from '../db/book'
import type { Db, Tx } from '../db/client'
import { jobRows } from '../db/leaving'
import { companies, cylinderMovements, cylinders } from '../db/schema'
import { bookCompany, bookUnit } from './cylinders'
import { plain } from './plain'
import { logOf } from './logOf'

const PAGE = 500

/** A company's book, what is derived from it, and what every log says of cylinders. */
export interface BookCheck {
  readonly companyId: string
  readonly name: string
  readonly entries: number
  readonly chain: ChainCheck
  /** what isn't as book and logs have it: the company's card, jobs, cylinders, movements, each by its name or id */
  readonly wrong: readonly string[]
}

/** A company's book against its links, and what is derived from it against the book and the units' logs. */
export async function verifyCompany(
  db: Db,
  company: typeof companies.$inferSelect,
  intact: readonly string[],
): Promise<BookCheck> {
  const { id: companyId, name } = company
  const rows = await bookRows(db, companyId)
  const chain: ChainCheck = verifyBook(rows.map(linkOf))
  const check = { companyId, name, entries: rows.length, chain }
  if (!chain.ok) return { ...check, wrong: [] }
  const items = rows.map(linkOf)
  return {
    ...check,
    wrong: [
      ...keys(rows),
      ...(await cards(db, company, items).catch(unreadable('what is made of the book'))),
      ...(await movements(db, companyId, items, intact).catch(
        unreadable('what is made of logs and book in cylinders'),
      )),
    ],
  }
}

/** what can't even be held against anything is named as that, and the rest is looked at */
const unreadable =
  (what: string) =>
  (error: unknown): string[] => [`${what}, which can’t be read (${error instanceof Error ? error.name : 'unknown'}),`]

async function bookRows(db: Tx, companyId: string): Promise<BookRow[]> {
  const all: BookRow[] = []
  for (;;) {
    const rows = await chainRows(db, companyId, { after: all.at(-1)?.seq ?? 0, limit: PAGE })
    all.push(...rows)
    if (rows.length < PAGE) return all
  }
}

/** the columns that entries are found by */
const keys = (rows: readonly BookRow[]): string[] =>
  rows
    .filter(({ entryId, entry, at }) => entryId !== entry.id || at.getTime() !== Date.parse(entry.at))
    .map(({ seq }) => `book’s entry ${seq}`)

/** The company's card and table of rights, and its jobs, where the book names them. */
async function cards(db: Tx, company: typeof companies.$inferSelect, items: readonly BookItem[]): Promise<string[]> {
  const book = foldBook(items)
  const wrong: string[] = []
  const [own] = book.company
  if (own && !same([company.name, company.card], [own.value.name, own.value])) wrong.push('company’s card')
  if (items.some(({ entry }) => entry.kind === 'rightsSet') && !same(company.rights, book.rights))
    wrong.push('table of rights')
  const jobs = new Map((await jobRows(db, company.id)).map((row) => [row.id, row]))
  for (const { id, value } of book.jobs) {
    const row = jobs.get(id)
    const wanted = [value.name, value, book.standings[id] ?? 'open']
    if (!row || !same([row.name, row.card, row.standing], wanted)) wrong.push(`job ${value.name} (${id})`)
  }
  return wrong
}

type Derived = Awaited<ReturnType<typeof derivedRows>>

async function derivedRows(tx: Tx, companyId: string) {
  const held = await tx.select().from(cylinders).where(eq(cylinders.companyId, companyId))
  const moved = await tx.select().from(cylinderMovements).where(eq(cylinderMovements.companyId, companyId))
  return {
    cylinders: new Map(held.map((row) => [row.id, row])),
    movements: new Map(moved.map((row) => [`${row.cylinderId} ${row.entryId} ${row.kind}`, row])),
  }
}

class Undone extends Error {
  constructor(readonly wrong: readonly string[]) {
    super()
  }
}

/** Cylinders, balances and movements made anew from book and logs in a transaction that is taken back, and held against those that are there. */
async function movements(
  db: Db,
  companyId: string,
  items: readonly BookItem[],
  intact: readonly string[],
): Promise<readonly string[]> {
  return db
    .transaction(async (tx) => {
      const before = await derivedRows(tx, companyId)
      await tx.delete(cylinderMovements).where(eq(cylinderMovements.companyId, companyId))
      await tx.delete(cylinders).where(eq(cylinders.companyId, companyId))
      await bookCompany(tx, companyId, items)
      for (const unitId of intact) {
        const log = await logOf(tx, companyId, unitId)
        const record = foldEntries(log)
        const jobId = jobIdOf(record)
        const moved = [...record.items.weighed, ...record.struck].map((item) => item.entry)
        if (jobId) await bookUnit(tx, { companyId, unitId, jobId }, record, moved)
      }
      throw new Undone(differences(before, await derivedRows(tx, companyId)))
    })
    .catch((error: unknown) => {
      if (error instanceof Undone) return error.wrong
      throw error
    })
}

/** sums of the same grams in another order */
const SAME_KG = 1e-9

function differences(before: Derived, after: Derived): string[] {
  const wrong: string[] = []
  for (const id of new Set([...before.cylinders.keys(), ...after.cylinders.keys()]))
    if (!same(before.cylinders.get(id), after.cylinders.get(id))) wrong.push(`cylinder ${id}`)
  for (const key of new Set([...before.movements.keys(), ...after.movements.keys()]))
    if (!same(before.movements.get(key), after.movements.get(key)))
      wrong.push(`movement ${key.split(' ')[1]} of cylinder ${key.split(' ')[0]}`)
  return wrong
}

function same(a: unknown, b: unknown): boolean {
  if (typeof a === 'number' && typeof b === 'number') return Math.abs(a - b) <= SAME_KG * Math.max(1, Math.abs(a))
  if (a instanceof Date || b instanceof Date) return a instanceof Date && b instanceof Date && +a === +b
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return a === b
  const [left, right] = [plain(a), plain(b)] as Record<string, unknown>[]
  const names = new Set([...Object.keys(left!), ...Object.keys(right!)])
  return [...names].every((name) => same(left![name], right![name]))
}
