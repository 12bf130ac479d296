import { createCipheriv, createDecipheriv, hkdfSync, randomBytes } from 'node:crypto'

const CIPHER = 'aes-256-gcm'
const IV_BYTES = 12
const TAG_BYTES = 16

/** Seals texts that lie in the database for a while and are no reader's of it. The key is made from the server's secret, which stands in no backup. */
export function makeSealing(secret: string, what: string) {
  const key = Buffer.from(hkdfSync('sha256', secret, '', what, 32))
  return {
    seal(text: string): string {
      const iv = randomBytes(IV_BYTES)
      const cipher = createCipheriv(CIPHER, key, iv)
      const sealed = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()])
      return Buffer.concat([iv, cipher.getAuthTag(), sealed]).toString('base64')
    },
    /** @returns undefined for what was sealed with another secret, or changed since */
    open(sealed: string): string | undefined {
      const bytes = Buffer.from(sealed, 'base64')
      try {
        const cipher = createDecipheriv(CIPHER, key, bytes.subarray(0, IV_BYTES), { authTagLength: TAG_BYTES })
        cipher.setAuthTag(bytes.subarray(IV_BYTES, IV_BYTES + TAG_BYTES))
        return Buffer.concat([cipher.update(bytes.subarray(IV_BYTES + TAG_BYTES)), cipher.final()]).toString('utf8')
      } catch {
        return undefined
      }
    },
  }
}
