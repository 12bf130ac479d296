import { randomUUID } from 'node:crypto'
import type { IncomingMessage, ServerResponse } from 'node:http'
import pino from 'pino'
import { pinoHttp } from 'pino-http'
import { z } from 'zod'

/** Logs name requests, not people: no address, no query, no header, and of an error nothing that somebody typed. */
export const serializers = {
  req: ({ id, method, url }: { id: unknown; method: string; url: string }) => ({ id, method, path: url.split('?')[0] }),
  res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
  err: described,
}

function described(error: unknown): object {
  if (!(error instanceof Error)) return { type: typeof error }
  const code = 'code' in error ? String(error.code) : undefined
  return {
    type: error.name,
    code,
    // a failed query carries its parameters, and a database's error the row it is about
    message: error.message.split('\nparams:')[0]?.split('\n')[0]?.slice(0, 300),
    at: error.stack
      ?.split('\n')
      .filter((line) => line.trimStart().startsWith('at '))
      .slice(0, 12),
    ...(error.cause instanceof Error ? { cause: described(error.cause) } : {}),
  }
}

const Id = z.uuid()

/** A line a request from `level` up, with an id that the answer carries too; a proxy's own id is kept. */
export function requestLog(level: string) {
  const logger = pino({ level, serializers })
  return pinoHttp({
    logger,
    serializers,
    wrapSerializers: false,
    genReqId(req: IncomingMessage, res: ServerResponse) {
      const given = Id.safeParse(req.headers['x-request-id'])
      const id = given.data ?? randomUUID()
      res.setHeader('X-Request-Id', id)
      return id
    },
    customLogLevel: (_req, res, error) =>
      error || res.statusCode >= 500 ? 'error' : res.statusCode >= 400 ? 'debug' : 'info',
  })
}
