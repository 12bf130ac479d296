import type { Author } from '../entry/base'
import { sha256Of, verifyLinks, type ChainCheck } from '../log/links'
import type { BookEntry } from './entry'

/** An entry of a company's book as the server appended it; the hash covers everything but itself. */
export interface ChainedBookEntry {
  readonly companyId: string
  readonly seq: number
  readonly author: Author
  readonly receivedAt: string
  readonly entry: BookEntry
  readonly previousHash: string
  readonly hash: string
}

/**
 * SHA-256, in hex, over the canonical JSON of an appended entry of a company's book without its own hash.
 * @throws RangeError as `entryHash`
 * Source: as `entryHash`.
 */
export function bookEntryHash({
  companyId,
  seq,
  author,
  receivedAt,
  entry,
  previousHash,
}: Omit<ChainedBookEntry, 'hash'>): string {
  return sha256Of({ companyId, seq, author, receivedAt, entry, previousHash })
}

/** Whether a company's whole book is unbroken and unaltered, as `verifyChain` looks at a log. */
export function verifyBook(book: readonly ChainedBookEntry[]): ChainCheck {
  return verifyLinks(book, (item) => (typeof item.companyId === 'string' ? bookEntryHash(item) : undefined))
}
