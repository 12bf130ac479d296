import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'
import canonicalize from 'canonicalize'
import type { Author } from '../entry/base'
import type { Entry } from '../entry/entry'

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

/** What the first entry of a log names as the hash before it. */
export const GENESIS_HASH = '0'.repeat(64)

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
  return bytesToHex(sha256(utf8ToBytes(canonicalText({ unitId, seq, author, receivedAt, entry, previousHash }))))
}

function canonicalText(value: object): string {
  try {
    return canonicalize(value) ?? ''
  } catch {
    throw new RangeError('no canonical JSON: a number that is none, or something within itself')
  }
}

/**
 * Whether two entries are the same, whatever the order of their keys.
 * @throws RangeError for what has no canonical JSON, as `entryHash`
 */
export function sameEntry(a: object, b: object): boolean {
  return canonicalText(a) === canonicalText(b)
}

export type ChainCheck =
  | { ok: true; length: number; lastHash: string }
  /** `idCase`: nothing was altered, but the hashes were made with the unit's id in capitals, as an address was once typed */
  | { ok: false; seq: number; reason: 'seqGap' | 'brokenLink' | 'altered' | 'idCase' }

/**
 * Whether a whole log is unbroken and unaltered: seq from 1 without a gap, each link to the one before, each hash its own. The first fault is named;
 * an id in capitals only where there is no other. A link that isn't even one is altered.
 */
export function verifyChain(log: readonly ChainedEntry[]): ChainCheck {
  let previousHash = GENESIS_HASH
  let idCase: number | undefined
  for (const [index, item] of log.entries()) {
    if (item.seq !== index + 1) return { ok: false, seq: item.seq, reason: 'seqGap' }
    if (item.previousHash !== previousHash) return { ok: false, seq: item.seq, reason: 'brokenLink' }
    const hash = hashOf(item)
    if (hash !== item.hash) {
      if (hash === undefined || !hashedInCapitals(item)) return { ok: false, seq: item.seq, reason: 'altered' }
      idCase ??= item.seq
    }
    previousHash = item.hash
  }
  if (idCase !== undefined) return { ok: false, seq: idCase, reason: 'idCase' }
  return { ok: true, length: log.length, lastHash: previousHash }
}

/** Undefined for a link that has none: it can't have been hashed as it stands. */
function hashOf(item: ChainedEntry): string | undefined {
  if (typeof item.unitId !== 'string') return undefined
  try {
    return entryHash(item)
  } catch {
    return undefined
  }
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
