import { hash, verify } from '@node-rs/argon2'
import { dictionary } from '@zxcvbn-ts/language-common'
import { createHash } from 'node:crypto'
import { HttpProblem } from '../../http/problem'

/** Argon2id with the package's parameters (19 MiB, two passes: OWASP's minimum). */
export const hashPassword = (password: string): Promise<string> => hash(password)

// the same work for an unknown name as for a wrong password, so that the time taken tells nothing
const unknownHash = hashPassword('nobody has this one')

export const isPassword = async (passwordHash: string | undefined, password: string): Promise<boolean> =>
  (await verify(passwordHash ?? (await unknownHash), password)) && passwordHash !== undefined

/** Changes with the password, and tells nothing of it: a session made with an earlier one is over. */
export const markOf = (passwordHash: string) => createHash('sha256').update(passwordHash).digest('hex').slice(0, 16)

const common = new Set(dictionary['passwords-common'])
/** long enough to be most of a password; shorter ones stand in too many sound ones */
const LEAST = 5

/**
 * Why a new password is refused: it stands on the list of common ones, as it is, twice over, or with a few digits and marks about it; or it is made of what
 * everybody knows of the person.
 */
export function weakness(password: string, known: readonly string[]): 'common' | 'known' | undefined {
  const plain = password.toLowerCase()
  const bare = plain.replace(/^[^a-z]+|[^a-z]+$/g, '')
  const once = repeated(plain)
  if ([plain, bare, once, repeated(bare)].some((text) => text.length >= LEAST && common.has(text))) return 'common'
  if (new Set(plain).size < LEAST) return 'common'
  const names = known
    .flatMap((text) => text.toLowerCase().split(/[^\p{L}\p{N}]+/u))
    .filter((name) => name.length >= 3)
    .sort((a, b) => b.length - a.length)
  const rest = names.reduce((text, name) => text.replaceAll(name, ''), plain).replace(/[^\p{L}]/gu, '')
  return rest.length < LEAST && rest.length < plain.replace(/[^\p{L}]/gu, '').length ? 'known' : undefined
}

/** What a text consists of, where it is the same again and again. */
function repeated(text: string): string {
  for (let length = 1; length <= text.length / 2; length++)
    if (text.length % length === 0 && text.slice(0, length).repeat(text.length / length) === text)
      return text.slice(0, length)
  return text
}

const weak = {
  common:
    'This password is among the first that anybody tries. Choose another: a few words in a row that don’t belong together.',
  known: 'This password is a name that others know. Choose another: a few words in a row that don’t belong together.',
}

export function refuseWeak(password: string, known: readonly string[]): void {
  const why = weakness(password, known)
  if (why) throw new HttpProblem(422, 'weakPassword', weak[why], [{ path: 'password', detail: weak[why] }])
}
