import type { Request, RequestHandler } from 'express'
import type pg from 'pg'
import client from 'prom-client'
import { HttpProblem } from './problem'

export interface Metrics {
  readonly count: RequestHandler
  readonly show: RequestHandler
}

/**
 * What an operator watches, in OpenMetrics form: requests by method, route and status, their time, connections to the database, and the process itself.
 * Shown to this machine, or to whoever has the token.
 */
export function makeMetrics(pool: pg.Pool, token: string | undefined): Metrics {
  const registry = new client.Registry<client.OpenMetricsContentType>()
  registry.setContentType(client.Registry.OPENMETRICS_CONTENT_TYPE)
  client.collectDefaultMetrics({ register: registry as unknown as client.Registry })
  const seconds = new client.Histogram({
    name: 'zetesis_request_seconds',
    help: 'Time from a request to its answer',
    labelNames: ['method', 'route', 'status'],
    buckets: [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10],
    registers: [registry],
  })
  new client.Gauge({
    name: 'zetesis_database_connections',
    help: 'Connections to the database by what they do; waiting: requests that wait for one',
    labelNames: ['state'],
    registers: [registry],
    collect() {
      this.set({ state: 'open' }, pool.totalCount)
      this.set({ state: 'idle' }, pool.idleCount)
      this.set({ state: 'waiting' }, pool.waitingCount)
    },
  })
  new client.Gauge({
    name: 'zetesis_policy_reports',
    help: 'What browsers reported of the pages’ content policy, by rule and by what met it',
    labelNames: ['directive', 'source'],
    registers: [registry],
    async collect() {
      // the rest is worth showing where the database is gone
      const counted = await pool
        .query<{ directive: string; source: string; count: string }>(
          'select directive, source, sum(count) as count from policy_reports group by 1, 2',
        )
        .catch(() => undefined)
      for (const { directive, source, count } of counted?.rows ?? []) this.set({ directive, source }, Number(count))
    },
  })
  return {
    count(req, res, next) {
      const stop = seconds.startTimer()
      res.once('finish', () => stop({ method: req.method, route: routeOf(req), status: String(res.statusCode) }))
      next()
    },
    async show(req, res) {
      const here = req.socket.remoteAddress ?? ''
      const local = /^(::ffff:)?127\.|^::1$/.test(here) && req.get('x-forwarded-for') === undefined
      if (!local && (token === undefined || req.get('authorization') !== `Bearer ${token}`))
        throw new HttpProblem(403, 'notYours', 'Metrics are shown on the server’s own machine, or with its token.')
      res.type(registry.contentType).send(await registry.metrics())
    },
  }
}

/** the route's pattern, never the address asked for: that would name units */
function routeOf(req: Request): string {
  const route: unknown = (req as { route?: { path?: unknown } }).route?.path
  return typeof route === 'string' ? route : 'other'
}
