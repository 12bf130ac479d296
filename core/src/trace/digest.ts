import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'

/** Hash of a whole recording: its chunks' bytes one after another (SHA-256). */
export function traceDigest(chunks: readonly Uint8Array[]): string {
  const hash = sha256.create()
  for (const chunk of chunks) hash.update(chunk)
  return bytesToHex(hash.digest())
}
