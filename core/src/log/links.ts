import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'
import canonicalize from 'canonicalize'

/** What the first entry of a log names as the hash before it. */
export const GENESIS_HASH = '0'.repeat(64)

/** SHA-256, in hex, over the canonical JSON of a value (RFC 8785). */
export const sha256Of = (value: object): string => bytesToHex(sha256(utf8ToBytes(canonicalText(value))))

export function canonicalText(value: object): string {
  try {
    return canonicalize(value) ?? ''
  } catch {
    throw new RangeError('no canonical JSON: a number that is none, or something within itself')
  }
}

export type ChainCheck =
  | { ok: true; length: number; lastHash: string }
  /** `idCase`: nothing was altered, but the hashes were made with the unit's id in capitals, as an address was once typed */
  | { ok: false; seq: number; reason: 'seqGap' | 'brokenLink' | 'altered' | 'idCase' }

/** What every link of a chain has. */
interface Link {
  readonly seq: number
  readonly previousHash: string
  readonly hash: string
}

/** Whether links are in their order, each on the one before, each with its own hash. */
export function verifyLinks<T extends Link>(
  links: readonly T[],
  hashOf: (link: T) => string | undefined,
  isCase: (link: T) => boolean = () => false,
): ChainCheck {
  // what can't be hashed as it stands never was
  const hashed = (link: T) => {
    try {
      return hashOf(link)
    } catch {
      return undefined
    }
  }
  let previousHash = GENESIS_HASH
  let idCase: number | undefined
  for (const [index, item] of links.entries()) {
    if (item.seq !== index + 1) return { ok: false, seq: item.seq, reason: 'seqGap' }
    if (item.previousHash !== previousHash) return { ok: false, seq: item.seq, reason: 'brokenLink' }
    const hash = hashed(item)
    if (hash !== item.hash) {
      if (hash === undefined || !isCase(item)) return { ok: false, seq: item.seq, reason: 'altered' }
      idCase ??= item.seq
    }
    previousHash = item.hash
  }
  if (idCase !== undefined) return { ok: false, seq: idCase, reason: 'idCase' }
  return { ok: true, length: links.length, lastHash: previousHash }
}
