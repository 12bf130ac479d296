import type { BookEntry } from '@zetesis/core'
import type pg from 'pg'
import { alone, DEMO_LOCK, type Db } from '../db/client'
import { companies, memberships, people } from '../db/schema'
import { Heads } from '../services/heads'
import { LogWriter } from '../services/log'
import { hashPassword } from '../services/people/passwords'
import { appendBook } from '../services/book'
import { storeChunks } from '../services/traces'
import { demoStock } from './cylinders'
import { demoBook } from './library'
import { demoId } from './ids'
import { demoCompany, demoJobs, demoUsers } from './crew'
import { demoWorld } from './world'

/** Loads the demo world into an empty database, all of it or nothing; where any company is there already, or another process makes it, it does nothing. */
export const loadDemoWorld = (pool: pg.Pool, now = new Date()): Promise<boolean> =>
  alone(pool, DEMO_LOCK, (db) => db.transaction((tx) => fill(tx as unknown as Db, now)))

async function fill(db: Db, now: Date): Promise<boolean> {
  const present = await db.select({ id: companies.id }).from(companies).limit(1)
  if (present.length > 0) return false
  const hashes = await Promise.all(demoUsers.map((u) => hashPassword(u.password)))
  await db.transaction(async (tx) => {
    await tx.insert(companies).values(demoCompany)
    await tx
      .insert(people)
      .values(demoUsers.map(({ id, login, name }, i) => ({ id, login, name, passwordHash: hashes[i]! })))
    await tx
      .insert(memberships)
      .values(demoUsers.map(({ id, role }) => ({ companyId: demoCompany.id, userId: id, role })))
  })
  const author = (by: 'lead' | 'installer') => {
    const { id, name } = demoUsers.find((u) => u.role === by)!
    return { companyId: demoCompany.id, author: { id, name } }
  }
  const cards = demoJobs.map(({ id, ...job }) => ({
    id: demoId(`card ${id}`),
    daysAgo: 40,
    body: { kind: 'jobSaved', jobId: id, job } as const,
  }))
  for (const { id, daysAgo, body } of [...cards, ...demoBook(now), ...demoStock()].sort(
    (a, b) => b.daysAgo - a.daysAgo,
  )) {
    const at = new Date(now.getTime() - daysAgo * 24 * 60 * 60_000)
    const stamp = { v: 1 as const, id, at: at.toISOString(), writtenAt: at.toISOString() }
    await appendBook(db, author('lead'), [{ ...stamp, ...body } as BookEntry], at)
  }
  const heads = new Heads()
  const writer = new LogWriter(db, heads)
  for (const { unitId, told, traces } of demoWorld(now)) {
    // one append an entry: each is received when it was told, by whom it was told
    for (const { entry, by } of told) await writer.append(author(by), unitId, [entry], new Date(entry.at))
    for (const { traceId, chunks } of traces) {
      const numbered = chunks.map(({ count, bytes }, number) => ({
        number,
        count,
        data: Buffer.from(bytes).toString('base64'),
      }))
      await storeChunks(db, heads, demoCompany.id, { unitId, traceId }, numbered)
    }
  }
  return true
}
