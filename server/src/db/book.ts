import {
  bookEntryHash,
  GENESIS_HASH,
  type Author,
  type BookEntry,
  type BookItem,
  type CertificatesSaved,
  type ChainedBookEntry,
} from '@zetesis/core'
import { and, asc, desc, eq, gt, inArray, isNull, sql } from 'drizzle-orm'
import type { Tx } from './client'
import { bookEntries, companies } from './schema'

export type StoredBookItem = BookItem & { readonly seq: number }

/** Where a book ends. */
export interface BookEnd {
  readonly seq: number
  readonly hash: string
}

/** Holds a company's book for this transaction, so that seqs have no gap and no twin. */
export async function lockBook(tx: Tx, companyId: string): Promise<BookEnd> {
  await tx.select({ id: companies.id }).from(companies).where(eq(companies.id, companyId)).for('update')
  const [row] = await tx
    .select({ seq: bookEntries.seq, hash: bookEntries.hash })
    .from(bookEntries)
    .where(eq(bookEntries.companyId, companyId))
    .orderBy(desc(bookEntries.seq))
    .limit(1)
  if (!row) return { seq: 0, hash: GENESIS_HASH }
  return { seq: row.seq, hash: row.hash ?? (await chainBook(tx, companyId)) }
}

/** Links for entries of before there were any. @returns the last one's hash */
export async function chainBook(tx: Tx, companyId: string): Promise<string> {
  let previousHash = GENESIS_HASH
  for (let after = 0; ;) {
    const rows = await chainRows(tx, companyId, { after, limit: CHAINED_AT_ONCE })
    for (const row of rows) {
      const link = { ...linkOf(row), previousHash }
      const hash = row.hash ?? bookEntryHash(link)
      if (row.hash === null)
        await tx
          .update(bookEntries)
          .set({ previousHash, hash })
          .where(and(eq(bookEntries.companyId, companyId), eq(bookEntries.seq, row.seq)))
      previousHash = hash
    }
    if (rows.length < CHAINED_AT_ONCE) return previousHash
    after = rows.at(-1)!.seq
  }
}
const CHAINED_AT_ONCE = 500

/** Companies whose book has entries without links. */
export async function unchainedBooks(db: Tx): Promise<string[]> {
  const rows = await db
    .selectDistinct({ id: bookEntries.companyId })
    .from(bookEntries)
    .where(isNull(bookEntries.hash))
    .orderBy(asc(bookEntries.companyId))
  return rows.map((row) => row.id)
}

export type BookRow = typeof bookEntries.$inferSelect

export async function chainRows(
  tx: Tx,
  companyId: string,
  { after, limit }: { after: number; limit: number },
): Promise<BookRow[]> {
  return tx
    .select()
    .from(bookEntries)
    .where(and(eq(bookEntries.companyId, companyId), gt(bookEntries.seq, after)))
    .orderBy(asc(bookEntries.seq))
    .limit(limit)
}

/** a date that no calendar holds (a damaged row) is none, and breaks the chain there */
const stamp = (date: Date) => (Number.isNaN(date.getTime()) ? '' : date.toISOString())

export const linkOf = ({ companyId, seq, entry, authorId, authorName, receivedAt, previousHash, hash }: BookRow) => ({
  companyId,
  seq,
  author: { id: authorId, name: authorName },
  receivedAt: stamp(receivedAt),
  entry,
  previousHash: previousHash ?? '',
  hash: hash ?? '',
})

export async function findBookEntries(tx: Tx, companyId: string, ids: string[]): Promise<BookEntry[]> {
  const rows = await tx
    .select({ entry: bookEntries.entry })
    .from(bookEntries)
    .where(and(eq(bookEntries.companyId, companyId), inArray(bookEntries.entryId, ids)))
  return rows.map((row) => row.entry)
}

/** Appends to a book that is held, from where it ends. */
export async function insertBookEntries(
  tx: Tx,
  companyId: string,
  items: readonly { seq: number; author: Author; entry: BookEntry }[],
  { end, now }: { end: BookEnd; now: Date },
) {
  if (items.length === 0) return
  let previousHash = end.hash
  const receivedAt = now.toISOString()
  const rows = items.map(({ seq, author, entry }) => {
    const link = { companyId, seq, author, receivedAt, entry, previousHash }
    const hash = bookEntryHash(link)
    previousHash = hash
    return bookRowOf({ ...link, hash })
  })
  await tx.insert(bookEntries).values(rows)
}

export const bookRowOf = ({ companyId, seq, author, receivedAt, entry, previousHash, hash }: ChainedBookEntry) => ({
  companyId,
  seq,
  entryId: entry.id,
  entry,
  authorId: author.id,
  authorName: author.name,
  at: new Date(entry.at),
  receivedAt: new Date(receivedAt),
  previousHash,
  hash,
})

/** The entries that say which method the company works by. */
export async function methodEntries(tx: Tx, companyId: string): Promise<StoredBookItem[]> {
  const kind = sql`${bookEntries.entry}->>'kind'`
  const rows = await tx
    .select()
    .from(bookEntries)
    .where(and(eq(bookEntries.companyId, companyId), inArray(kind, ['profileSaved', 'profileChosen', 'retired'])))
    .orderBy(asc(bookEntries.seq))
  return rows.map(stored)
}

/** Everything that was written of people's certificates, in the book's order. */
export async function certificateEntries(db: Tx, companyId: string): Promise<CertificatesSaved[]> {
  const rows = await db
    .select({ entry: bookEntries.entry })
    .from(bookEntries)
    .where(and(eq(bookEntries.companyId, companyId), eq(sql`${bookEntries.entry}->>'kind'`, 'certificatesSaved')))
    .orderBy(asc(bookEntries.seq))
  return rows.map((row) => row.entry as CertificatesSaved)
}

export async function pageBook(
  db: Tx,
  companyId: string,
  { after, limit }: { after: number; limit: number },
): Promise<StoredBookItem[]> {
  const rows = await db
    .select()
    .from(bookEntries)
    .where(and(eq(bookEntries.companyId, companyId), gt(bookEntries.seq, after)))
    .orderBy(asc(bookEntries.seq))
    .limit(limit)
  return rows.map(stored)
}

const stored = ({ seq, entry, authorId, authorName }: typeof bookEntries.$inferSelect): StoredBookItem => ({
  seq,
  entry,
  author: { id: authorId, name: authorName },
})
