import type { Author, BookEntry, BookItem, CertificatesSaved } from '@zetesis/core'
import { and, asc, eq, gt, inArray, max, sql } from 'drizzle-orm'
import type { Tx } from './client'
import { bookEntries, companies } from './schema'

export type StoredBookItem = BookItem & { readonly seq: number }

/** Holds a company's book for this transaction, so that seqs have no gap and no twin. */
export async function lockBook(tx: Tx, companyId: string): Promise<number> {
  await tx.select({ id: companies.id }).from(companies).where(eq(companies.id, companyId)).for('update')
  const [row] = await tx
    .select({ last: max(bookEntries.seq) })
    .from(bookEntries)
    .where(eq(bookEntries.companyId, companyId))
  return row?.last ?? 0
}

export async function findBookEntries(tx: Tx, companyId: string, ids: string[]): Promise<BookEntry[]> {
  const rows = await tx
    .select({ entry: bookEntries.entry })
    .from(bookEntries)
    .where(and(eq(bookEntries.companyId, companyId), inArray(bookEntries.entryId, ids)))
  return rows.map((row) => row.entry)
}

export async function insertBookEntries(
  tx: Tx,
  companyId: string,
  items: readonly { seq: number; author: Author; entry: BookEntry }[],
) {
  if (items.length === 0) return
  await tx.insert(bookEntries).values(
    items.map(({ seq, author, entry }) => ({
      companyId,
      seq,
      entryId: entry.id,
      entry,
      authorId: author.id,
      authorName: author.name,
      at: new Date(entry.at),
    })),
  )
}

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
