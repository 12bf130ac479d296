import connectPgSimple from 'connect-pg-simple'
import type { RequestHandler } from 'express'
import session from 'express-session'
import { LRUCache } from 'lru-cache'
import type pg from 'pg'
import type { Challenge } from '../services/people/passkeys'
import type { Whose } from './scope'

declare module 'express-session' {
  interface SessionData {
    /** who signed in; name, role and rights are asked of the database with every request */
    person: Whose
    since: string
    /** the hour of the last request: a session is written once an hour, so that it lives on while it is used */
    seen: string
    /** when the person last typed their password */
    confirmed: string
    /** what an authenticator was asked, good for one answer */
    asked: Challenge
    /** the browser by its own word */
    agent: string
  }
}

const DAYS = 24 * 60 * 60 * 1000
/** how long a process may go by what it asked last: an ended session reads on for so long at the most */
export const FRESH_MS = 1000

type Answer = (error: unknown, data?: session.SessionData | null) => void

/** Sessions in PostgreSQL, each read once a second however many requests come, and written only when something in it changed. */
export class FreshStore extends connectPgSimple(session) {
  private readonly asked = new Map<string, Answer[]>()
  private readonly read = new LRUCache<string, string>({ max: 10_000, ttl: FRESH_MS })
  /** counts up as a write begins and as it ends: what was read across one may be the row of before, and isn't kept */
  private writes = 0

  override get(sid: string, callback: Answer): void {
    const kept = this.read.get(sid)
    // parsed anew each time: whoever gets a session changes it
    if (kept !== undefined) return void process.nextTick(callback, null, JSON.parse(kept))
    const waiting = this.asked.get(sid)
    if (waiting) return void waiting.push(callback)
    const asking = [callback]
    this.asked.set(sid, asking)
    const { writes } = this
    super.get(sid, (error: Error | null, data?: session.SessionData | null) => {
      if (this.asked.get(sid) === asking) this.asked.delete(sid)
      const text = data ? JSON.stringify(data) : undefined
      if (text !== undefined && writes === this.writes) this.read.set(sid, text)
      for (const answer of asking) answer(error, text === undefined ? null : (JSON.parse(text) as session.SessionData))
    })
  }

  override set(sid: string, data: session.SessionData, callback?: (error?: unknown) => void): void {
    super.set(sid, data, this.written(sid, callback) as (error: Error | null) => void)
  }

  override destroy(sid: string, callback?: (error?: unknown) => void): void {
    super.destroy(sid, this.written(sid, callback) as (error: Error | null) => void)
  }

  /** whoever asks from the end of the write on gets what was written, and joins nobody who asked before */
  private written(sid: string, callback?: (error?: unknown) => void): (error?: unknown) => void {
    this.outdated(sid)
    return (error) => {
      this.outdated(sid)
      callback?.(error)
    }
  }

  private outdated(sid: string): void {
    this.writes += 1
    this.read.delete(sid)
    this.asked.delete(sid)
  }

  forget(): void {
    this.read.clear()
  }
}

export interface Sessions {
  readonly handler: RequestHandler
  /** sessions were ended in the database: what was read of them is forgotten */
  forget(): void
  /** whose session that is, as it stands now; undefined where it is over */
  whose(sid: string): Promise<Whose | undefined>
}

export function makeSessions(pool: pg.Pool, secret: string): Sessions {
  const store = new FreshStore({ pool, tableName: 'session', disableTouch: true, errorLog: () => undefined })
  const handler = session({
    name: 'zetesis',
    secret,
    store,
    resave: false,
    saveUninitialized: false,
    cookie: { httpOnly: true, sameSite: 'lax', secure: 'auto', maxAge: 30 * DAYS },
  })
  const whose = (sid: string) =>
    new Promise<Whose | undefined>((resolve, reject) =>
      store.get(sid, (error, data) => (error ? reject(error as Error) : resolve(data?.person))),
    )
  return { handler, forget: () => store.forget(), whose }
}
