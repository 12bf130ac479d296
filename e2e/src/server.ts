import { spawn, type ChildProcess } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { createServer } from 'node:net'
import path from 'node:path'
import pg from 'pg'

const root = path.resolve(import.meta.dirname, '../..')

export function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const address = probe.address()
      probe.close(() => resolve(typeof address === 'object' && address ? address.port : 0))
    })
  })
}

export interface TestServer {
  readonly base: string
  readonly database: string
  /** how often it was started: once, unless it was stopped meanwhile or ended by itself */
  starts(): number
  /** what it has said so far: an empty installation says its set-up code */
  said(): string
  stop(signal?: NodeJS.Signals): Promise<void>
  start(): Promise<void>
}

export interface ServerOptions {
  readonly database?: string
  readonly env?: Record<string, string>
}

const DEMO_WORLD = 'e2e_demo_world'
/** any number: whoever comes first makes the demo world, the others wait for it */
const MAKING_LOCK = 48_604_862

/** A database of its own on the test cluster: empty, or with the demo world in it, made once for all suites and copied. */
async function freshDatabase(demo: boolean): Promise<string> {
  const admin = process.env.DATABASE_URL
  if (!admin) throw new Error('DATABASE_URL is not set: run ./zetesis test e2e')
  const named = (name: string) => {
    const url = new URL(admin)
    url.pathname = `/${name}`
    return url.href
  }
  const name = `e2e_${randomUUID().replace(/-/g, '')}`
  const client = new pg.Client({ connectionString: admin })
  await client.connect()
  if (demo) {
    await client.query(`select pg_advisory_lock(${MAKING_LOCK})`)
    const made = await client.query('select from pg_database where datname = $1', [DEMO_WORLD])
    if (made.rowCount === 0) {
      // one that came to nothing may lie there
      await client.query(`drop database if exists ${DEMO_WORLD}_next with (force)`)
      await client.query(`create database ${DEMO_WORLD}_next`)
      await (await startServer({ database: named(`${DEMO_WORLD}_next`) })).stop()
      await client.query(`alter database ${DEMO_WORLD}_next rename to ${DEMO_WORLD}`)
    }
  }
  await client.query(`create database ${name}${demo ? ` template ${DEMO_WORLD}` : ''}`)
  await client.end()
  return named(name)
}

/** The built server with the demo world on the test cluster, on a port of its own; it can be stopped and started again. */
export async function startServer({ database: given, env = {} }: ServerOptions = {}): Promise<TestServer> {
  const port = await freePort()
  const sessionSecret = randomUUID()
  const database = given ?? (await freshDatabase(env.DEMO !== '0'))
  let child: ChildProcess | undefined
  let starts = 0
  let said = ''
  const start = async () => {
    starts += 1
    const started = spawn(process.execPath, ['--enable-source-maps', 'server/dist/main.js'], {
      cwd: root,
      env: {
        ...process.env,
        DATABASE_URL: database,
        PORT: String(port),
        PUBLIC_URL: `http://127.0.0.1:${port}`,
        DEMO: '1',
        SESSION_SECRET: sessionSecret,
        WEB_DIR: path.join(root, 'app/dist'),
        ...env,
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    })
    child = started
    started.once('exit', () => {
      // it ended by itself
      if (child === started) starts += 1
    })
    await new Promise<void>((resolve, reject) => {
      started.stdout!.on('data', (chunk: Buffer) => {
        said += chunk.toString()
        if (said.slice(-80).includes('listening')) resolve()
      })
      started.once('exit', (code) => reject(new Error(`the server ended with ${code}`)))
    })
  }
  const stop = async (signal: NodeJS.Signals = 'SIGTERM') => {
    const running = child
    child = undefined
    if (!running || running.exitCode !== null) return
    const ended = new Promise((resolve) => running.once('exit', resolve))
    running.kill(signal)
    await ended
  }
  await start()
  return { base: `http://127.0.0.1:${port}`, database, starts: () => starts, said: () => said, start, stop }
}
