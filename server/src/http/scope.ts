import { admitting, PERSON_HEADER, type SessionUser } from '@zetesis/contract'
import type { Request, RequestHandler } from 'express'
import { z } from 'zod'
import { HttpProblem, notFound, notSignedIn } from './problem'

export interface SignedIn extends SessionUser {
  companyId: string
}

declare module 'express-serve-static-core' {
  interface Request {
    signedIn?: SignedIn
  }
}

/** Finds the person of a session as the database has them now; nobody where the person is gone or has another password since. */
export type WhoIs = (person: { companyId: string; userId: string; mark: string }) => Promise<SignedIn | undefined>

/**
 * Who asks. A page says who it believes is signed in; where another tab signed somebody else in since, nothing is taken from it, so that no entry
 * is signed by the wrong person.
 */
export const identify =
  (whoIs: WhoIs): RequestHandler =>
  async (req, _res, next) => {
    const { person } = req.session
    req.signedIn = person && (await whoIs(person))
    if (!req.signedIn) return next()
    const today = new Date().toISOString().slice(0, 10)
    if (req.session.usedOn !== today) req.session.usedOn = today
    const believed = req.get(PERSON_HEADER)
    const signing = req.path === '/sign-in' || req.path === '/sign-out'
    if (changes(req) && !signing && believed !== undefined && believed.toLowerCase() !== req.signedIn.id)
      throw new HttpProblem(409, 'otherPerson', `${req.signedIn.name} is signed in here now. Nothing was stored.`)
    next()
  }

/** The person who asks, and so the company that every query is limited to. */
export function scopeOf(req: Request): SignedIn {
  if (!req.signedIn) throw notSignedIn()
  return req.signedIn
}

export const requireSignIn: RequestHandler = (req, _res, next) => {
  scopeOf(req)
  next()
}

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
