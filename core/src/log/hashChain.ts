import type { Author } from '../entry/base'
import type { Entry } from '../entry/entry'
import { canonicalText, sha256Of, verifyLinks, type ChainCheck } from './links'

export { GENESIS_HASH, type ChainCheck } from './links'

/** An entry as the server appended it; the hash covers everything but itself. */
export interface ChainedEntry {
  readonly unitId: string
  readonly seq: number
  readonly author: Author
  readonly receivedAt: string
  readonly entry: Entry
  readonly previousHash: string
  readonly hash: string
}

/**
 * SHA-256, in hex, over the canonical JSON of an appended entry without its own hash.
 * @throws RangeError for what has no canonical JSON: a number that is none, or something within itself; doors let neither in
 * Source: FIPS 180-4; JSON Canonicalization Scheme, RFC 8785.
 */
export function entryHash({
  unitId,
  seq,
  author,
  receivedAt,
  entry,
  previousHash,
}: Omit<ChainedEntry, 'hash'>): string {
  return sha256Of({ unitId, seq, author, receivedAt, entry, previousHash })
}

/**
 * Whether two entries are the same, whatever the order of their keys.
 * @throws RangeError for what has no canonical JSON, as `entryHash`
 */
export function sameEntry(a: object, b: object): boolean {
  return canonicalText(a) === canonicalText(b)
}

/**
 * Whether a whole log is unbroken and unaltered: seq from 1 without a gap, each link to the one before, each hash its own. The first fault is named;
 * an id in capitals only where there is no other. A link that isn't even one is altered.
 */
export function verifyChain(log: readonly ChainedEntry[]): ChainCheck {
  return verifyLinks(log, (item) => (typeof item.unitId === 'string' ? entryHash(item) : undefined), hashedInCapitals)
}

/** Whether the hash is right once some of the five parts of the unit's id are written in capitals. */
function hashedInCapitals(item: ChainedEntry): boolean {
  const parts = item.unitId.split('-')
  return Array.from({ length: 2 ** parts.length - 1 }, (_, i) => i + 1)
    .reverse()
    .some((bits) => {
      const unitId = parts.map((part, i) => (bits & (1 << i) ? part.toUpperCase() : part)).join('-')
      return entryHash({ ...item, unitId }) === item.hash
    })
}
