import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import pg from 'pg'
import * as schema from './schema'

export type Db = NodePgDatabase<typeof schema>
/** The database or an open transaction of it. */
export type Tx = Db | Parameters<Parameters<Db['transaction']>[0]>[0]

/** any constant will do; it only has to be the same in every process of this application */
const MIGRATION_LOCK = 48604860

export function connect(connectionString: string): { pool: pg.Pool; db: Db } {
  const pool = new pg.Pool({ connectionString, max: 10 })
  // an idle connection that the database drops is replaced at its next use; without a listener it would end the process
  pool.on('error', () => undefined)
  return { pool, db: drizzle(pool, { schema }) }
}

/** Brings the tables up to date; several processes may start at once, one migrates and the others wait. */
export async function migrateDatabase(pool: pg.Pool, migrationsFolder: string): Promise<void> {
  const client = await pool.connect()
  try {
    await client.query('select pg_advisory_lock($1)', [MIGRATION_LOCK])
    await migrate(drizzle(client, { schema }), { migrationsFolder })
  } finally {
    await client.query('select pg_advisory_unlock($1)', [MIGRATION_LOCK])
    client.release()
  }
}
