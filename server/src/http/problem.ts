import type { Problem } from '@zetesis/contract'
import type { ErrorRequestHandler, Response } from 'express'
import { ZodError } from 'zod'
import { databaseFault } from './databaseFault'

/** An answer other than success, thrown anywhere below a route and written out as application/problem+json (RFC 9457). */
export class HttpProblem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    readonly detail: string,
    readonly errors?: Problem['errors'],
    /** after how many seconds it may be otherwise */
    readonly retryAfterS?: number,
  ) {
    super(detail)
  }
}

export const notFound = () => new HttpProblem(404, 'notFound', 'There is nothing here, or it isn’t yours to see.')
export const notSignedIn = () => new HttpProblem(401, 'notSignedIn', 'Sign in to go on.')

const titles: Readonly<Record<number, string>> = {
  400: 'Bad request',
  401: 'Not signed in',
  403: 'Not allowed',
  404: 'Not found',
  409: 'Conflict',
  410: 'Gone',
  413: 'Too large',
  415: 'Wrong kind of content',
  422: 'Can’t be recorded',
  423: 'Locked',
  429: 'Too many tries',
  500: 'Server fault',
  503: 'Not just now',
}

const requestId = (res: Response) => {
  const id = res.getHeader('X-Request-Id')
  return typeof id === 'string' ? `urn:uuid:${id}` : undefined
}

export function sendProblem(
  res: Response,
  { status, code, detail, errors, retryAfterS }: Omit<HttpProblem, 'name' | 'message'>,
): void {
  // a phone that is told to come back soon does; one that isn't waits ever longer
  if (status === 503 || status === 429) res.setHeader('Retry-After', String(retryAfterS ?? 1))
  const problem: Problem = {
    type: `urn:zetesis:problem:${code}`,
    title: titles[status] ?? 'Problem',
    status,
    detail,
    errors,
    instance: requestId(res),
  }
  res.status(status).type('application/problem+json').send(JSON.stringify(problem))
}

/** The last middleware: whatever went wrong becomes a problem with a plain sentence. */
export const problemHandler: ErrorRequestHandler = (error: unknown, req, res, next) => {
  if (res.headersSent) return next(error)
  const problem = asProblem(error)
  if (problem.status >= 500) req.log?.error({ err: error, code: problem.code }, 'request failed')
  sendProblem(res, problem)
}

function asProblem(error: unknown): HttpProblem {
  if (error instanceof HttpProblem) return error
  if (error instanceof ZodError) {
    const errors = error.issues.map((issue) => ({ path: issue.path.join('.'), detail: issue.message }))
    const first = errors[0]
    const where = first?.path ? ` (${first.path})` : ''
    return new HttpProblem(400, 'invalid', `This can’t be read${where}: ${first?.detail ?? 'unknown form'}`, errors)
  }
  const type = typeof error === 'object' && error !== null && 'type' in error ? error.type : undefined
  if (type === 'entity.too.large') {
    return new HttpProblem(413, 'tooLarge', 'That is too much for one request. Send fewer entries at a time.')
  }
  if (type === 'entity.parse.failed' || type === 'encoding.unsupported' || type === 'charset.unsupported') {
    return new HttpProblem(400, 'notJson', 'The body isn’t JSON that can be read.')
  }
  if (error instanceof URIError) return notFound()
  const fault = databaseFault(error)
  if (fault) return new HttpProblem(fault.status, fault.code, fault.detail)
  // what the body's reader can't make sense of: cut or broken compression, an aborted request
  const status = typeof error === 'object' && error !== null && 'status' in error ? Number(error.status) : 0
  if (status >= 400 && status < 500)
    return new HttpProblem(400, 'unreadable', 'This request can’t be read. Send it again.')
  return new HttpProblem(500, 'fault', 'Something failed on the server. Nothing was stored; try again.')
}
