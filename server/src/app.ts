import { MAX_BODY } from '@zetesis/contract'
import compression from 'compression'
import staticGzip from 'express-static-gzip'
import express, { type Express } from 'express'
import helmet from 'helmet'
import path from 'node:path'
import type pg from 'pg'
import { requestLog } from './http/log'
import { makeMetrics } from './http/metrics'
import { makePlaces } from './http/place'
import { makePolicyReports } from './http/policyReports'
import { notFound, problemHandler } from './http/problem'
import { identify, requireJson, requireOwnOrigin, stillReads } from './http/scope'
import { makeSessions } from './http/session'
import { authRoutes } from './routes/auth'
import { bookRoutes } from './routes/book'
import { cylinderRoutes } from './routes/cylinders'
import { newsRoutes } from './routes/news'
import { openApiRoutes } from './routes/openapi'
import { leavingRoutes } from './routes/leaving'
import { peopleRoutes } from './routes/people'
import { unitRoutes } from './routes/units'
import type { Services } from './services/services'

export interface AppOptions {
  services: Services
  pool: pg.Pool
  sessionSecret: string
  /** the built web app; without it only the API is served */
  webDir?: string
  logLevel?: string
  /** whose word on the client's address and on https is taken: addresses, networks or a number of proxies, as Express has it */
  trustProxy?: string
  metricsToken?: string
}

const YEAR_S = 365 * 24 * 3600

export function makeApp(options: AppOptions): { app: Express; close(): void } {
  const { webDir, logLevel = 'warn', trustProxy } = options
  const app = express()
  app.disable('x-powered-by')
  // no answer of the API is stored, so none is compared; files have tags of their own
  app.disable('etag')
  if (trustProxy) app.set('trust proxy', /^\d+$/.test(trustProxy) ? Number(trustProxy) : trustProxy)
  const metrics = makeMetrics(options.pool, options.metricsToken)
  app.use(requestLog(logLevel), metrics.count)
  app.use((req, res, next) => {
    if (req.secure) res.setHeader('Strict-Transport-Security', `max-age=${YEAR_S}`)
    next()
  })
  // an answer to something written is a few hundred bytes, and is never asked for again
  const compress = compression()
  app.use((req, res, next) => (req.method === 'GET' ? compress(req, res, next) : next()))
  app.get('/api/metrics', metrics.show)
  const { router, close } = api(options)
  app.use('/api', router)
  if (webDir) {
    app.use(pageHeaders)
    serveWeb(app, webDir)
  }
  app.use(problemHandler)
  return { app, close }
}

function api({ services, pool, sessionSecret }: AppOptions) {
  const router = express.Router()
  router.use((_req, res, next) => {
    // data, never a page: nothing in it is run or framed
    res.setHeader('Cache-Control', 'no-store')
    res.setHeader('Content-Security-Policy', "default-src 'none'; frame-ancestors 'none'")
    res.setHeader('X-Content-Type-Options', 'nosniff')
    next()
  })
  // health: the process answers. ready: it can do its work, too.
  router.get('/health', (_req, res) => void res.json({ ok: true }))
  router.get('/ready', async (_req, res) => {
    await services.ready()
    res.json({ ok: true })
  })
  router.use(openApiRoutes())
  const reports = makePolicyReports(services.policyReported)
  router.post('/policy-reports', requireOwnOrigin, ...reports.take)
  router.use(requireOwnOrigin, requireJson, express.json({ limit: MAX_BODY }))
  const sessions = makeSessions(pool, sessionSecret)
  const news = newsRoutes(services.news, stillReads(sessions.whose, services.accounts.whoIs))
  router.use(sessions.handler, identify(services.accounts.whoIs))
  const places = makePlaces(sessionSecret)
  // what a crowd of phones asks for first: every router before it looks at each of its paths
  router.use(unitRoutes(services))
  router.use(authRoutes(services, sessions, places))
  router.use(news.router)
  router.use(bookRoutes(services))
  router.use(cylinderRoutes(services))
  router.use(peopleRoutes(services))
  router.use(leavingRoutes(services, places))
  router.use(() => {
    throw notFound()
  })
  const close = () => {
    news.close()
    reports.close()
  }
  return { router, close }
}

/** where a browser says that a page wanted something else */
const REPORTS = '/api/policy-reports'

/** What a browser may do on the app's pages. */
const pageHeaders = helmet({
  contentSecurityPolicy: {
    directives: {
      // the interface library writes its rules into style elements as components appear, and takes no nonce for them
      'style-src': ["'self'", "'unsafe-inline'"],
      'style-src-attr': ["'none'"],
      'report-uri': [REPORTS],
      // fonts are shipped with the app
      'font-src': ["'self'"],
      'upgrade-insecure-requests': null,
    },
  },
  // only ever said over https, and then for every answer
  strictTransportSecurity: false,
})

/** the one script that may compile WebAssembly: what it stretches a PIN by; it reaches nothing else */
const LOCK_WORKER = /\/lock-[\w-]+\.js(\.br|\.gz)?$/
const lockWorkerPolicy = "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'"

function serveWeb(app: Express, webDir: string): void {
  // files that the build compressed, the smallest that the browser takes
  const files = staticGzip(webDir, {
    index: false,
    enableBrotli: true,
    orderPreference: ['br', 'gz'],
    serveStatic: {
      setHeaders: (res, file) => {
        const hashed = /\/_expo\/static\/|\/assets\//.test(file)
        res.setHeader('Cache-Control', hashed ? 'public, max-age=31536000, immutable' : 'no-cache')
        if (LOCK_WORKER.test(file)) res.setHeader('Content-Security-Policy', lockWorkerPolicy)
      },
    },
  })
  app.use(files)
  app.get('/{*path}', (req, res, next) => {
    if (path.extname(req.path)) return next(notFound())
    req.url = '/index.html'
    files(req, res, next)
  })
}
