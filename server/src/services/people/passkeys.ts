import type { PasskeyAnswer, PasskeyMade, PasskeyRow } from '@zetesis/contract'
import {
  generateAuthenticationOptions,
  generateRegistrationOptions,
  verifyAuthenticationResponse,
  verifyRegistrationResponse,
  type AuthenticatorTransport,
} from '@simplewebauthn/server'
import type { Db, Tx } from '../../db/client'
import { deletePasskey, insertPasskey, lockPasskey, passkeysOf, usedPasskey } from '../../db/passkeys'
import { findPerson, type PersonRow } from '../../db/people'
import type { AuditWhat } from '../../db/schema'
import { HttpProblem } from '../../http/problem'

/** Devices that one person ever signs in with. */
const MOST = 20
/** a page that was left open asks anew */
export const CHALLENGE_MS = 5 * 60_000

/** What was asked of an authenticator, kept in the session that asked, and good for one answer. */
export interface Challenge {
  readonly challenge: string
  readonly untilMs: number
}

/** Whose page asks: a browser signs for the address that it shows, and for no other. */
export interface Site {
  readonly origin: string
  readonly host: string
}

/**
 * The site's own addresses. A passkey belongs to a name, never to an address in numbers: where the server is reached by this machine's own number, by the name localhost, too.
 * @returns undefined where the page's address is none of them, or has no name
 */
export function siteOf(publicUrl: string, origin: string | undefined): Site | undefined {
  if (origin === undefined || !URL.canParse(origin)) return undefined
  const own = new URL(publicUrl)
  const allowed = [own.origin]
  if (own.hostname === '127.0.0.1') allowed.push(own.origin.replace('127.0.0.1', 'localhost'))
  const { hostname } = new URL(origin)
  return allowed.includes(origin) && !/^[\d.]+$|^\[/.test(hostname) ? { origin, host: hostname } : undefined
}

type Told = (tx: Tx, row: PersonRow, what: AuditWhat, words: string, about: string) => Promise<void>

/** Passkeys (WebAuthn level 2): a key in the device, opened by its owner's finger, face or PIN; the server knows its public half. */
export function makePasskeys({ db, publicUrl, told }: { db: Db; publicUrl: string; told: Told }) {
  const asked = (challenge: string): Challenge => ({ challenge, untilMs: Date.now() + CHALLENGE_MS })
  const inTime = (challenge: Challenge | undefined): string => {
    if (!challenge || challenge.untilMs < Date.now())
      throw new HttpProblem(409, 'askAnew', 'This took too long. Begin once more.')
    return challenge.challenge
  }
  const siteFor = (origin: string | undefined): Site => {
    const site = siteOf(publicUrl, origin)
    if (!site)
      throw new HttpProblem(
        409,
        'noName',
        'Passkeys need the server’s own name in the address: open it by that name, not by a number.',
      )
    return site
  }
  const notTaken = () =>
    new HttpProblem(422, 'passkeyRefused', 'This passkey wasn’t taken. Try again, or sign in with your password.')

  return {
    async list(userId: string): Promise<PasskeyRow[]> {
      return (await passkeysOf(db, userId)).map(({ id, name, since, usedAt }) => ({
        id,
        name,
        since: since.toISOString(),
        ...(usedAt ? { used: usedAt.toISOString() } : {}),
      }))
    },
    /** What a new one is made by. */
    async begin(userId: string, origin: string | undefined) {
      const { host } = siteFor(origin)
      const person = (await findPerson(db, userId))!
      const there = await passkeysOf(db, userId)
      if (there.length >= MOST)
        throw new HttpProblem(409, 'tooManyPasskeys', 'You have twenty passkeys. Take one away first.')
      const options = await generateRegistrationOptions({
        rpName: 'Zetesis',
        rpID: host,
        userID: new Uint8Array(Buffer.from(userId.replace(/-/g, ''), 'hex')),
        userName: person.login,
        userDisplayName: person.name,
        attestationType: 'none',
        excludeCredentials: there.map(({ id, transports }) => ({ id, transports: [...transports] })),
        // it names its owner by itself, and asks for finger, face or PIN: with it nothing else is asked
        authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
      })
      return { options, challenge: asked(options.challenge) }
    },
    async add(
      userId: string,
      { name, response }: PasskeyMade,
      { challenge, origin }: { challenge: Challenge | undefined; origin: string | undefined },
    ): Promise<void> {
      const { host, origin: expectedOrigin } = siteFor(origin)
      const found = await verifyRegistrationResponse({
        response: response as never,
        expectedChallenge: inTime(challenge),
        expectedOrigin,
        expectedRPID: host,
        requireUserVerification: true,
      }).catch(() => undefined)
      if (!found?.verified) throw notTaken()
      const { id, publicKey, counter, transports } = found.registrationInfo.credential
      await db.transaction(async (tx) => {
        const row = (await findPerson(tx, userId))!
        if (await lockPasskey(tx, id)) throw new HttpProblem(409, 'passkeyThere', 'This passkey is here already.')
        await insertPasskey(tx, {
          id,
          userId,
          name,
          publicKey: Buffer.from(publicKey),
          counter,
          transports: (transports ?? []) as AuthenticatorTransport[],
        })
        await told(tx, row, 'passkeyAdded', 'A passkey was added', name)
      })
    },
    async end(userId: string, id: string): Promise<void> {
      await db.transaction(async (tx) => {
        const gone = await deletePasskey(tx, userId, id)
        if (!gone) throw new HttpProblem(404, 'noPasskey', 'This passkey is gone already.')
        await told(tx, (await findPerson(tx, userId))!, 'passkeyEnded', 'A passkey was taken away', gone.name)
      })
    },
    /** What an authenticator signs; it says itself whose it is. */
    async ask(origin: string | undefined) {
      const { host } = siteFor(origin)
      const options = await generateAuthenticationOptions({ rpID: host, userVerification: 'required' })
      return { options, challenge: asked(options.challenge) }
    },
    /** @returns whose it is */
    async proven(
      { response }: PasskeyAnswer,
      { challenge, origin }: { challenge: Challenge | undefined; origin: string | undefined },
    ): Promise<PersonRow> {
      const { host, origin: expectedOrigin } = siteFor(origin)
      const expectedChallenge = inTime(challenge)
      return db.transaction(async (tx) => {
        const kept = await lockPasskey(tx, response.id)
        if (!kept) throw notTaken()
        const found = await verifyAuthenticationResponse({
          response: response as never,
          expectedChallenge,
          expectedOrigin,
          expectedRPID: host,
          requireUserVerification: true,
          credential: {
            id: kept.id,
            publicKey: new Uint8Array(kept.publicKey),
            counter: kept.counter,
            transports: [...kept.transports] as AuthenticatorTransport[],
          },
        }).catch(() => undefined)
        if (!found?.verified) throw notTaken()
        await usedPasskey(tx, kept.id, found.authenticationInfo.newCounter)
        return (await findPerson(tx, kept.userId))!
      })
    },
  }
}
