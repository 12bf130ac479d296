import { hash } from '@node-rs/argon2'
import { ENTRY_VERSION, type Entry, type EntryBody, type Role } from '@zetesis/core'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import pg from 'pg'
import request from 'supertest'
import { makeApp, type AppOptions } from '../app'
import { connect, migrateDatabase } from '../db/client'
import { companies, jobs, memberships, people } from '../db/schema'
import { makeServices } from '../services/services'
import { makeRenderer } from '../workers/renderer'

export function entry(body: EntryBody, { id = randomUUID() as string, at = new Date() } = {}): Entry {
  return { v: ENTRY_VERSION, id, at: at.toISOString(), writtenAt: at.toISOString(), ...body } as Entry
}

/** a connection may take that long on a machine that has much else to do */
export const BUSY_MS = 20_000

/** A database of its own on the test cluster, two companies in it, and the app on top. */
export async function makeWorld(options: Partial<AppOptions> & { mail?: string } = {}) {
  const admin = process.env.DATABASE_URL
  if (!admin) throw new Error('DATABASE_URL is not set: run ./zetesis test api')
  const name = `test_${randomUUID().replace(/-/g, '')}`
  const root = new pg.Client({ connectionString: admin })
  await root.connect()
  await root.query(`create database ${name}`)
  await root.end()
  const url = new URL(admin)
  url.pathname = `/${name}`
  const first = await makeProcess(url.href, options)
  const { db, pool, app } = first
  // cheap to make and to look at: how dear a real one is isn't what these tests ask
  const passwordHash = await hash('brass-elbow', { memoryCost: 8, timeCost: 1 })
  const company = async (login: string) => {
    const ids = { companyId: randomUUID(), userId: randomUUID(), jobId: randomUUID() }
    await db.insert(companies).values({ id: ids.companyId, name: `${login} & Co` })
    await db.insert(people).values({ id: ids.userId, login, name: `Lead ${login}`, passwordHash })
    await db.insert(memberships).values({ companyId: ids.companyId, userId: ids.userId, role: 'lead' })
    await db.insert(jobs).values({
      companyId: ids.companyId,
      id: ids.jobId,
      name: 'Test job',
      card: { name: 'Test job', place: 'Here', timeZone: 'UTC', elevation: { value: 0, unit: 'm' } },
    })
    return ids
  }
  const ours = await company('wren')
  const theirs = await company('rook')
  /** another process of the server on the same database */
  const others: Awaited<ReturnType<typeof makeProcess>>[] = []
  const another = async (more: Partial<AppOptions> & { mail?: string } = {}) => {
    const made = await makeProcess(url.href, { ...options, ...more })
    others.push(made)
    return made
  }
  /** somebody more in a company, by the same password */
  const person = async (role: Role, companyId = ours.companyId) => {
    const id = randomUUID()
    const login = `${role}-${id.slice(0, 8)}@example.com`
    await db.insert(people).values({ id, login, name: `Pim ${role}`, passwordHash })
    await db.insert(memberships).values({ companyId, userId: id, role })
    return { id, login, agent: await signedIn(login) }
  }
  /** what mails say, the newest first */
  const mailed = async (companyId = ours.companyId) => {
    const { rows } = await pool.query<{ to: string; text: string }>(
      'select "to", text from mails where company_id = $1 order by at desc',
      [companyId],
    )
    return rows
  }
  const signedIn = async (login: string, at = app) => {
    const agent = request.agent(at)
    await agent.post('/api/sign-in').send({ login, password: 'brass-elbow' }).expect(200)
    return agent
  }
  const close = async () => {
    for (const each of [first, ...others]) await each.close()
  }
  return { ...first, app, db, pool, database: url.href, another, ours, theirs, person, mailed, signedIn, close }
}

/** where mails of tests go as files */
export const mailDir = () => mkdtempSync(path.join(tmpdir(), 'zetesis-mail.'))

/** the newest mail to somebody, as it went out */
export const lastMail = (dir: string, to: string): string =>
  readdirSync(dir)
    .sort()
    .map((name) => readFileSync(path.join(dir, name), 'utf8').replace(/=\r?\n/g, ''))
    .filter((text) => text.includes(to))
    .at(-1) ?? ''
/** what the link in a mail carries */
export const tokenIn = (text: string): string => /#([\w-]{43})/.exec(text)![1]!

async function makeProcess(database: string, { mail, ...options }: Partial<AppOptions> & { mail?: string }) {
  const { pool, db } = connect(database, { connectMs: BUSY_MS })
  await migrateDatabase(pool, path.resolve(__dirname, '../../drizzle'))
  // as it is built: threads don't go through Jest's transforms
  const renderer = makeRenderer({ filename: path.resolve(__dirname, '../../dist/workers/thread.cjs') })
  const services = await makeServices(db, pool, renderer, {
    publicUrl: 'http://test.example',
    secret: 'for tests only',
    ...(mail ? (mail.startsWith('smtp:') ? { smtpUrl: mail } : { dir: mail }) : {}),
  })
  await services.news.listen()
  const { app, close } = makeApp({ services, pool, sessionSecret: 'for tests only', logLevel: 'silent', ...options })
  return {
    app,
    db,
    pool,
    services,
    /** brings all mails that are due, and mails the links that were asked for */
    posted: () => services.postman.drain(),
    async close() {
      close()
      services.news.close()
      services.postman.stop()
      await renderer.close()
      await pool.end()
    },
  }
}

export type World = Awaited<ReturnType<typeof makeWorld>>
