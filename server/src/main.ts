import path from 'node:path'
import { makeApp } from './app'
import { serializers } from './http/log'
import { connect, migrateDatabase } from './db/client'
import { loadDemoWorld } from './demo/load'
import { chainBooks } from './services/book'
import { newSetUpCode } from './services/people/setUp'
import { deleteEnded } from './services/leaving/deleting'
import { renewSummaries } from './services/summaries'
import { makeServices } from './services/services'
import { makeRenderer } from './workers/renderer'

/** What nothing caught, in the log's words: of an error nothing that somebody typed, no parameter of a query. A rejection is told of, a broken state ends the process. */
process.on('unhandledRejection', (error) => console.error(JSON.stringify({ unhandled: serializers.err(error) })))
process.on('uncaughtException', (error) => {
  console.error(JSON.stringify({ uncaught: serializers.err(error) }))
  process.exit(1)
})

/** Everything the process needs comes from its environment; scripts/ sets it. */
function setting(name: string, fallback?: string): string {
  const value = process.env[name] || fallback
  if (value === undefined) throw new Error(`${name} is not set; start the server through ./zetesis`)
  return value
}

/** a start takes so much longer at the most, and the day's units are at hand then */
const READ_AHEAD_MS = 1500

const root = path.resolve(import.meta.dirname, '..')
const { pool, db } = connect(setting('DATABASE_URL'), { max: Number(setting('DATABASE_CONNECTIONS', '10')) })
await migrateDatabase(pool, path.join(root, 'drizzle'))
await renewSummaries(db)
await chainBooks(db)
await deleteEnded(db)
if (process.env.DEMO === '1') await loadDemoWorld(pool)
else {
  const code = await newSetUpCode(db)
  if (code) console.log(`set-up code ${code}`)
}

// always as it is built, beside this file or not: a thread doesn't go through a loader of sources
const renderer = makeRenderer({ filename: path.join(root, 'dist/workers/thread.cjs') })
const services = await makeServices(db, pool, renderer, {
  smtpUrl: process.env.SMTP_URL,
  from: process.env.MAIL_FROM,
  dir: process.env.MAIL_DIR,
  publicUrl: setting('PUBLIC_URL', `http://127.0.0.1:${setting('PORT', '4860')}`),
  secret: setting('SESSION_SECRET'),
})
await services.news.listen()
services.postman.start()
await services.readAhead(READ_AHEAD_MS)
const { app, close } = makeApp({
  services,
  pool,
  sessionSecret: setting('SESSION_SECRET'),
  webDir: process.env.WEB_DIR,
  logLevel: process.env.LOG_LEVEL,
  trustProxy: process.env.TRUST_PROXY,
  metricsToken: process.env.METRICS_TOKEN,
})
const server = app.listen(Number(setting('PORT', '4860')), setting('HOST', '127.0.0.1'), (error?: Error) => {
  if (error) {
    console.error(`zetesis: ${error.message}`)
    process.exit(1)
  }
  const address = server.address()
  console.log(`listening ${typeof address === 'object' && address ? address.port : address}`)
})

const HOUR_MS = 60 * 60_000
// what can't be deleted just now is tried again in an hour
setInterval(() => void deleteEnded(db).catch((error: unknown) => console.error(error)), HOUR_MS).unref()

function stop(): void {
  close()
  services.news.close()
  services.postman.stop()
  server.closeIdleConnections()
  server.close(() => void Promise.all([pool.end(), renderer.close()]).then(() => process.exit(0)))
  setTimeout(() => process.exit(0), 3000).unref()
}
process.once('SIGINT', stop)
process.once('SIGTERM', stop)
