import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import pg from 'pg'
import { hostsOf } from './hosts'
import * as schema from './schema'

export type Db = NodePgDatabase<typeof schema>
/** The database or an open transaction of it. */
export type Tx = Db | Parameters<Parameters<Db['transaction']>[0]>[0]

/** any constants will do; they only have to be the same in every process of this application */
const MIGRATION_LOCK = 48604860
export const DEMO_LOCK = 48604861

/** No request waits longer for anything in the database: it is answered with 503 and may be sent again. */
const limits = {
  connectionTimeoutMillis: 1500,
  lock_timeout: 3000,
  statement_timeout: 15_000,
  idle_in_transaction_session_timeout: 15_000,
  // when the database's machine is gone without a word
  query_timeout: 20_000,
  idleTimeoutMillis: 30_000,
  keepAlive: true,
}

/**
 * Connections to the database. Several hosts may be named in the address, as libpq takes them; the one that can be written to is used, so that a standby
 * that was promoted is found at the next connection.
 */
export function connect(
  connectionString: string,
  { max = 10, connectMs = limits.connectionTimeoutMillis } = {},
): { pool: pg.Pool; db: Db } {
  const hosts = hostsOf(connectionString)
  let current = 0
  /** away from a host that failed, unless another connection has gone on already */
  const leave = (at: number) => {
    if (at === current) current = (current + 1) % hosts.length
  }

  class HostClient extends pg.Client {
    private readonly at = current

    constructor(config: pg.ClientConfig) {
      super({ ...config, ...hosts[current] })
      // a connection that the database drops, idle or in the middle of a transaction, fails its query; without a listener it would end the process
      this.on('error', () => leave(this.at))
    }

    override connect(): Promise<this>
    override connect(callback: (error: Error) => void): void
    override connect(callback?: (error: Error) => void): Promise<this> | void {
      if (!callback) return super.connect() as unknown as Promise<this>
      super.connect((error: Error) => {
        if (error) leave(this.at)
        callback(error)
      })
    }

    /** a standby answers, but takes nothing: on to the next host */
    async mustTakeWrites(): Promise<void> {
      const { rows } = await this.query<{ standby: boolean }>('select pg_is_in_recovery() as standby')
      if (!rows[0]?.standby) return
      leave(this.at)
      throw new Error('Connection terminated: this host is a standby')
    }
  }
  const pool = new pg.Pool({
    ...limits,
    connectionTimeoutMillis: connectMs,
    application_name: 'zetesis',
    max,
    Client: HostClient,
    ...(hosts.length > 1 ? { onConnect: (client: HostClient) => client.mustTakeWrites() } : {}),
  } as unknown as pg.PoolConfig)
  pool.on('error', () => undefined)
  return { pool, db: drizzle(pool, { schema }) }
}

/** Brings the tables up to date; several processes may start at once, one migrates and the others wait. */
export async function migrateDatabase(pool: pg.Pool, migrationsFolder: string): Promise<void> {
  await alone(pool, MIGRATION_LOCK, (db) => migrate(db, { migrationsFolder }))
}

/** Work that only one process at a time may do; others wait for as long as it takes. */
export async function alone<T>(pool: pg.Pool, lock: number, work: (db: Db) => Promise<T>): Promise<T> {
  const client = await patiently(pool)
  try {
    await client.query('set lock_timeout = 0; set statement_timeout = 0; set idle_in_transaction_session_timeout = 0')
    // asked for again and again: one question that waited so long would be given up
    for (;;) {
      const { rows } = await client.query<{ ours: boolean }>('select pg_try_advisory_lock($1) as ours', [lock])
      if (rows[0]?.ours) break
      await new Promise((resolve) => setTimeout(resolve, LOCK_AGAIN_MS))
    }
    return await work(drizzle(client, { schema }))
  } finally {
    // the connection ends, and with it the lock and its settings, whatever happened
    client.release(true)
  }
}

const START_MS = 60_000
const LOCK_AGAIN_MS = 200

/** A connection, however long a database takes that is just starting, or a machine that has much to do. */
async function patiently(pool: pg.Pool): Promise<pg.PoolClient> {
  const giveUp = Date.now() + START_MS
  for (;;) {
    try {
      return await pool.connect()
    } catch (error) {
      if (Date.now() > giveUp) throw error
      await new Promise((resolve) => setTimeout(resolve, 500))
    }
  }
}
