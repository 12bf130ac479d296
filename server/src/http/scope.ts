import type { SessionUser } from '@zetesis/contract'
import type { Request, RequestHandler } from 'express'
import { z } from 'zod'
import { HttpProblem, notFound, notSignedIn } from './problem'

export interface SignedIn extends SessionUser {
  companyId: string
}

declare module 'express-session' {
  interface SessionData {
    user: SignedIn
  }
}

/** Who asks, and so the company that every query is limited to. */
export function scopeOf(req: Request): SignedIn {
  const user = req.session.user
  if (!user) throw notSignedIn()
  return user
}

export const requireSignIn: RequestHandler = (req, _res, next) => {
  scopeOf(req)
  next()
}

/** How far a client has a log already. */
export const After = z.object({ after: z.coerce.number().int().min(0).default(0) })

/** A path parameter that must be a UUID; anything else can't exist. */
export function uuidParam(req: Request, name: string): string {
  const parsed = z.uuid().safeParse(req.params[name])
  if (!parsed.success) throw notFound()
  return parsed.data
}

/** Changes come as JSON: a form on another site can't send that, so a cookie alone changes nothing. */
export const requireJson: RequestHandler = (req, _res, next) => {
  const changes = !['GET', 'HEAD', 'OPTIONS'].includes(req.method)
  if (changes && !req.is('application/json')) {
    throw new HttpProblem(415, 'notJson', 'Send JSON, with content-type application/json.')
  }
  next()
}
