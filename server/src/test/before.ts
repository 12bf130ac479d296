import { drizzle } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { randomUUID } from 'node:crypto'
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import pg from 'pg'

const folder = path.resolve(__dirname, '../../drizzle')

/**
 * A database as an earlier version left it, to be carried forward.
 * @param last number of the last migration that it had
 */
export async function databaseBefore(last: number) {
  const before = mkdtempSync(path.join(tmpdir(), 'zetesis-before.'))
  cpSync(folder, before, { recursive: true })
  const journal = path.join(before, 'meta/_journal.json')
  const { entries, ...rest } = JSON.parse(readFileSync(journal, 'utf8')) as { entries: { idx: number }[] }
  writeFileSync(journal, JSON.stringify({ ...rest, entries: entries.filter(({ idx }) => idx <= last) }))
  const name = `test_${randomUUID().replace(/-/g, '')}`
  const root = new pg.Client({ connectionString: process.env.DATABASE_URL })
  await root.connect()
  await root.query(`create database ${name}`)
  const url = new URL(process.env.DATABASE_URL!)
  url.pathname = `/${name}`
  const pool = new pg.Pool({ connectionString: url.href })
  const db = drizzle(pool)
  await migrate(db, { migrationsFolder: before })
  return {
    pool,
    url: url.href,
    forward: () => migrate(db, { migrationsFolder: folder }),
    async drop() {
      await pool.end()
      await root.query(`drop database ${name}`)
      await root.end()
      rmSync(before, { recursive: true })
    },
  }
}
