import path from 'node:path'
import { connect, migrateDatabase } from './db/client'
import { loadDemoWorld } from './demo/load'
import { makeApp } from './app'
import { makeServices } from './services/services'

/** Everything the process needs comes from its environment; scripts/ sets it. */
function setting(name: string, fallback?: string): string {
  const value = process.env[name] ?? fallback
  if (value === undefined) throw new Error(`${name} is not set; start the server through ./zetesis`)
  return value
}

const root = path.resolve(import.meta.dirname, '..')
const { pool, db } = connect(setting('DATABASE_URL'))
await migrateDatabase(pool, path.join(root, 'drizzle'))
if (process.env.DEMO === '1') await loadDemoWorld(db)

const app = makeApp({
  services: await makeServices(db, pool),
  pool,
  sessionSecret: setting('SESSION_SECRET'),
  webDir: process.env.WEB_DIR,
  logLevel: process.env.LOG_LEVEL,
})
const server = app.listen(Number(setting('PORT', '4860')), '127.0.0.1', (error?: Error) => {
  if (error) {
    console.error(`zetesis: ${error.message}`)
    process.exit(1)
  }
  const address = server.address()
  console.log(`listening ${typeof address === 'object' && address ? address.port : address}`)
})

function stop(): void {
  server.closeIdleConnections()
  server.close(() => void pool.end().then(() => process.exit(0)))
  setTimeout(() => process.exit(0), 3000).unref()
}
process.once('SIGINT', stop)
process.once('SIGTERM', stop)
