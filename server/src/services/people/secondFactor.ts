import { Secret, TOTP } from 'otpauth'
import qrcode from 'qrcode'
import { changePerson, lockPerson, type PersonRow } from '../../db/people'
import type { Tx } from '../../db/client'
import { HttpProblem } from '../../http/problem'
import { hashOf, readableCode, typedCode } from './links'

const PERIOD_S = 30
/** a clock may be one step off, either way (RFC 6238, 5.2) */
const WINDOW = 1
const RECOVERY_CODES = 10

const totp = (login: string, secret: Secret) =>
  new TOTP({ issuer: 'Zetesis', label: login, algorithm: 'SHA1', digits: 6, period: PERIOD_S, secret })

/** The step that a code belongs to; undefined where it is none of this secret's, or one that was taken already. */
function stepOf(person: PersonRow, base32: string, code: string): number | undefined {
  const token = code.replace(/\s/g, '')
  const delta = totp(person.login, Secret.fromBase32(base32)).validate({ token, window: WINDOW })
  if (delta === null) return undefined
  const step = Math.floor(Date.now() / 1000 / PERIOD_S) + delta
  return step > person.secondFactorStep ? step : undefined
}

/** Takes a code or a recovery code of a held person's, once. */
export async function takeCode(tx: Tx, person: PersonRow, code: string): Promise<boolean> {
  if (!person.secondFactor) return true
  const step = stepOf(person, person.secondFactor, code)
  if (step !== undefined) {
    await changePerson(tx, person.id, { secondFactorStep: step })
    return true
  }
  const hashed = hashOf(typedCode(code))
  if (!person.recoveryCodes.includes(hashed)) return false
  await changePerson(tx, person.id, { recoveryCodes: person.recoveryCodes.filter((kept) => kept !== hashed) })
  return true
}

/** A new secret, as text, as an address for authenticators and as a picture of that; it counts once a code confirmed it. */
export async function startSecondFactor(tx: Tx, userId: string) {
  const person = (await lockPerson(tx, userId))!
  const secret = new Secret({ size: 20 })
  await changePerson(tx, userId, { secondFactorNext: secret.base32 })
  const uri = totp(person.login, secret).toString()
  return { secret: secret.base32, uri, picture: await qrcode.toString(uri, { type: 'svg', margin: 2 }) }
}

/** Confirms it with a code off the authenticator. @returns recovery codes, which are shown once */
export async function confirmSecondFactor(tx: Tx, userId: string, code: string): Promise<string[]> {
  const person = (await lockPerson(tx, userId))!
  const { secondFactorNext } = person
  if (!secondFactorNext)
    throw new HttpProblem(409, 'notStarted', 'Begin with a new picture, then type the code for it.')
  const step = stepOf({ ...person, secondFactorStep: 0 }, secondFactorNext, code)
  if (step === undefined)
    throw new HttpProblem(
      422,
      'wrongCode',
      'That isn’t the code for this picture now. Wait for the next one; check that the phone sets its clock by itself.',
    )
  const codes = Array.from({ length: RECOVERY_CODES }, () => readableCode(3, 5))
  await changePerson(tx, userId, {
    secondFactor: secondFactorNext,
    secondFactorNext: null,
    secondFactorStep: step,
    recoveryCodes: codes.map((each) => hashOf(typedCode(each))),
  })
  return codes
}

export const endSecondFactor = (tx: Tx, userId: string): Promise<void> =>
  changePerson(tx, userId, { secondFactor: null, secondFactorNext: null, recoveryCodes: [] })
