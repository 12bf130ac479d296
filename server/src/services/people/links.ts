import { createHash, randomBytes, randomInt } from 'node:crypto'

/** What a link carries, and what the database knows of it. */
export function makeToken(): { token: string; tokenHash: string } {
  const token = randomBytes(32).toString('base64url')
  return { token, tokenHash: hashOf(token) }
}

/** Chance of 128 bits and more needs no salt and no slowness. */
export const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex')

/** without letters and digits that are taken for one another */
const LETTERS = 'ABCDEFGHJKMNPQRSTVWXYZ23456789'

/** A code that is read off a screen and typed: groups of letters, about 4.9 bits each. */
export const readableCode = (groups: number, length: number): string =>
  Array.from({ length: groups }, () => Array.from({ length }, () => LETTERS[randomInt(LETTERS.length)]).join('')).join(
    '-',
  )

/** The same code however it was typed: spaces, dashes and small letters make no difference. */
export const typedCode = (text: string): string => text.toUpperCase().replace(/[^A-Z0-9]/g, '')
