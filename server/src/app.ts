import { MAX_BODY } from '@zetesis/contract'
import compression from 'compression'
import connectPgSimple from 'connect-pg-simple'
import express, { type Express } from 'express'
import session from 'express-session'
import helmet from 'helmet'
import path from 'node:path'
import type pg from 'pg'
import { pinoHttp } from 'pino-http'
import { HttpProblem, notFound, problemHandler } from './http/problem'
import { requireJson } from './http/scope'
import { authRoutes } from './routes/auth'
import { bookRoutes } from './routes/book'
import { cylinderRoutes } from './routes/cylinders'
import { unitRoutes } from './routes/units'
import type { Services } from './services/services'

const DAYS = 24 * 60 * 60 * 1000

export interface AppOptions {
  services: Services
  pool: pg.Pool
  sessionSecret: string
  /** the built web app; without it only the API is served */
  webDir?: string
  logLevel?: string
}

export function makeApp({ services, pool, sessionSecret, webDir, logLevel = 'warn' }: AppOptions): Express {
  const app = express()
  app.disable('x-powered-by')
  app.use(pinoHttp({ level: logLevel, redact: ['req.headers.cookie', 'res.headers["set-cookie"]'] }))
  app.use(
    helmet({
      // react-native-web writes its styles into the page; everything else comes from here
      contentSecurityPolicy: {
        directives: { 'style-src': ["'self'", "'unsafe-inline'"], 'upgrade-insecure-requests': null },
      },
      strictTransportSecurity: false,
    }),
  )
  app.use(compression())
  app.use('/api', api({ services, pool, sessionSecret }))
  if (webDir) serveWeb(app, webDir)
  app.use(problemHandler)
  return app
}

function api({ services, pool, sessionSecret }: Pick<AppOptions, 'services' | 'pool' | 'sessionSecret'>) {
  const router = express.Router()
  router.use((_req, res, next) => {
    res.setHeader('Cache-Control', 'no-store')
    next()
  })
  router.get('/health', async (_req, res) => {
    await services.healthy().catch(() => {
      throw new HttpProblem(503, 'noDatabase', 'The database doesn’t answer.')
    })
    res.json({ ok: true })
  })
  router.use(requireJson, express.json({ limit: MAX_BODY }))
  const Store = connectPgSimple(session)
  router.use(
    session({
      name: 'zetesis',
      secret: sessionSecret,
      store: new Store({ pool, tableName: 'session' }),
      resave: false,
      saveUninitialized: false,
      rolling: true,
      cookie: { httpOnly: true, sameSite: 'lax', secure: 'auto', maxAge: 30 * DAYS },
    }),
  )
  router.use(authRoutes(services.signIn))
  router.use(bookRoutes(services))
  router.use(cylinderRoutes(services))
  router.use(unitRoutes(services))
  router.use(() => {
    throw notFound()
  })
  return router
}

function serveWeb(app: Express, webDir: string): void {
  app.use(
    express.static(webDir, {
      index: false,
      setHeaders: (res, file) => {
        const hashed = /\/_expo\/static\/|\/assets\//.test(file)
        res.setHeader('Cache-Control', hashed ? 'public, max-age=31536000, immutable' : 'no-cache')
      },
    }),
  )
  app.get('/{*path}', (req, res, next) => {
    if (path.extname(req.path)) return next(notFound())
    res.setHeader('Cache-Control', 'no-cache')
    res.sendFile(path.join(webDir, 'index.html'))
  })
}
