import { admitting, COMPANY_HEADER, mayNotWords, PERSON_HEADER, type SessionUser } from '@zetesis/contract'
import { answerFor, type Right } from '@zetesis/core'
import type { Request, RequestHandler } from 'express'
import { z } from 'zod'
import { HttpProblem, notFound, notSignedIn } from './problem'

export interface SignedIn extends SessionUser {
  /** taken out of this company: what their device still held is put by, and they see nothing of it */
  readonly removed?: true
}

/** Whose session it is, and the company that it is in. */
export interface Whose {
  readonly companyId: string
  readonly userId: string
  readonly mark: string
}

declare module 'express-serve-static-core' {
  interface Request {
    signedIn?: SignedIn
  }
}

/** Finds the person of a session as the database has them now; nobody where the person is gone or has another password since. */
export type WhoIs = (person: Whose) => Promise<SignedIn | undefined>

/** Requests that begin or end a session, whoever the page believes in. */
const beginning = [
  '/sign-in',
  '/sign-in/passkey',
  '/sign-in/passkey/begin',
  '/sign-out',
  '/join',
  '/join/shown',
  '/new-password',
  '/forgotten',
  '/set-up',
  '/set-up/code',
]
const HOUR = 13

/**
 * Who asks, and in which company. A page says who it believes is signed in; where another tab signed somebody else in since, nothing is taken from it, so that
 * no entry is signed by the wrong person. It says the company that an entry is for, too: one that waited on a phone goes where it was written for, whichever
 * company the person looks at by now.
 */
export const identify =
  (whoIs: WhoIs): RequestHandler =>
  async (req, _res, next) => {
    const { person } = req.session
    const wanted = admitting.id.safeParse(req.get(COMPANY_HEADER))
    const companyId = wanted.success ? wanted.data : person?.companyId
    const found = person && (await whoIs({ ...person, companyId: companyId! }))
    // somebody else's company is nobody's
    req.signedIn = found && wanted.success && found.companyId !== companyId ? undefined : found
    if (!req.signedIn) return next()
    const hour = new Date().toISOString().slice(0, HOUR)
    if (req.session.seen?.slice(0, HOUR) !== hour) {
      req.session.seen = new Date().toISOString()
      req.session.agent = req.get('user-agent')?.slice(0, 400) ?? ''
    }
    const believed = req.get(PERSON_HEADER)
    if (
      changes(req) &&
      !beginning.includes(req.path) &&
      believed !== undefined &&
      believed.toLowerCase() !== req.signedIn.id
    )
      throw new HttpProblem(409, 'otherPerson', `${req.signedIn.name} is signed in here now. Nothing was stored.`)
    next()
  }

/** The person who asks, and so the company that every query is limited to. */
export function scopeOf(req: Request): SignedIn {
  const person = anybodyOf(req)
  if (!mayRead(person, person.companyId)) throw removed(person.company)
  return person
}

/** Whether who was found by a session may read a company: nobody, and somebody who was taken out of it, may not. */
const mayRead = (found: SignedIn | undefined, companyId: string): boolean =>
  found !== undefined && found.removed !== true && found.companyId === companyId

/** Whether a session that a stream was opened by may still read its company: asked anew, of session, person and membership, as every request is. */
export const stillReads =
  (whose: (sid: string) => Promise<Whose | undefined>, whoIs: WhoIs) =>
  async (sid: string, { id, companyId }: Pick<SignedIn, 'id' | 'companyId'>): Promise<boolean> => {
    const person = await whose(sid)
    return person?.userId === id && mayRead(await whoIs({ ...person, companyId }), companyId)
  }

/** The person who asks, taken out of the company or not: for what their device still holds. */
export function anybodyOf(req: Request): SignedIn {
  if (!req.signedIn) throw notSignedIn()
  return req.signedIn
}

/** What they append is signed by them, and looked at by their rights. */
export const appendScope = (who: SignedIn) => ({
  companyId: who.companyId,
  author: { id: who.id, name: who.name },
  actor: who,
})

const removed = (company: string) =>
  new HttpProblem(
    403,
    'removed',
    `You are no longer in ${company}. What this device hadn’t sent is put by for a lead there.`,
  )

export const requireSignIn: RequestHandler = (req, _res, next) => {
  scopeOf(req)
  next()
}

/** The person who asks, where the company's table allows it. */
export function allowedTo(req: Request, right: Right): SignedIn {
  const person = scopeOf(req)
  const answer = answerFor(person, right)
  if (answer !== 'yes') throw mayNot(mayNotWords({ role: person.role, right, answer }))
  return person
}

const CONFIRMED_MS = 10 * 60_000

/** The same for what gives or takes rights: who asks typed their password a short while ago. */
export function surelyAllowedTo(req: Request, right: Right): SignedIn {
  allowedTo(req, right)
  return surely(req)
}

/** The person who asks, proven a short while ago by their password, and by a code where they have a second factor: a cookie alone changes no door. */
export function surely(req: Request): SignedIn {
  const person = scopeOf(req)
  const sinceMs = Date.now() - Date.parse(req.session.confirmed ?? '')
  if (sinceMs >= 0 && sinceMs < CONFIRMED_MS) return person
  throw new HttpProblem(
    403,
    'confirm',
    'Type your password once more: it was typed a while ago, and this changes who gets in or what goes out.',
  )
}

/** The same for what asks for the password itself: with a second factor on that alone isn't enough. */
export const surelyBeside = (req: Request): SignedIn => (scopeOf(req).secondFactor ? surely(req) : scopeOf(req))

export const mayNot = (detail: string, errors?: HttpProblem['errors']) => new HttpProblem(403, 'mayNot', detail, errors)

/** as far as the database counts */
const MOST = 2_147_483_647
/** How far a client has a log already. */
export const After = z.object({ after: z.coerce.number().int().min(0).max(MOST).default(0) })
export const AfterChunk = z.object({ after: z.coerce.number().int().min(-1).max(MOST).default(-1) })

/** A path parameter that must be a UUID, in small letters from here on; anything else can't exist. */
export function uuidParam(req: Request, name: string): string {
  const parsed = admitting.id.safeParse(req.params[name])
  if (!parsed.success) throw notFound()
  return parsed.data
}

const changes = (req: Request) => !['GET', 'HEAD', 'OPTIONS'].includes(req.method)

/** Changes come as JSON: a form on another site can't send that, so a cookie alone changes nothing. */
export const requireJson: RequestHandler = (req, _res, next) => {
  if (changes(req) && !req.is('application/json')) {
    throw new HttpProblem(415, 'notJson', 'Send JSON, with content-type application/json.')
  }
  next()
}

/** Changes come from this site's own pages, or from a program that is no browser. */
export const requireOwnOrigin: RequestHandler = (req, _res, next) => {
  const origin = req.get('origin')
  const other = origin !== undefined && hostOf(origin) !== (req.host || req.get('host'))
  if (changes(req) && (other || req.get('sec-fetch-site') === 'cross-site'))
    throw new HttpProblem(403, 'otherOrigin', 'This came from another site’s page. Use the app’s own.')
  next()
}

function hostOf(origin: string): string | undefined {
  return URL.canParse(origin) ? new URL(origin).host : undefined
}
