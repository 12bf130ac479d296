import { hash, verify } from '@node-rs/argon2'
import { createHash } from 'node:crypto'
import { LRUCache } from 'lru-cache'
import type pg from 'pg'
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible'
import type { Db } from '../db/client'
import { endSessionsOf, findUser, findUserByLogin } from '../db/users'
import { HttpProblem } from '../http/problem'
import type { SignedIn, WhoIs } from '../http/scope'
import { FRESH_MS } from '../http/session'

/** Argon2id with the package's parameters (19 MiB, two passes: OWASP's minimum). */
export const hashPassword = (password: string): Promise<string> => hash(password)

// the same work for an unknown name as for a wrong password, so that the time taken tells nothing
const unknownHash = hashPassword('nobody has this one')

/** Changes with the password, and tells nothing of it: a session made with an earlier one is over. */
const markOf = (passwordHash: string) => createHash('sha256').update(passwordHash).digest('hex').slice(0, 16)

export interface People {
  signIn(credentials: { login: string; password: string }, from: string): Promise<SignedIn & { mark: string }>
  whoIs: WhoIs
  signOutEverywhere(userId: string): Promise<void>
}

/** Wrong tries in five minutes. Together: one person at one place; name: from wherever they come; address: whichever names are tried from it. */
const WINDOW_S = 300
const limits = { together: 20, name: 100, address: 150 }
type Limit = keyof typeof limits

/** Sign-in with limits on wrong tries, counted in the database before a password is looked at: any process counts the same, and none at once with another. */
export async function makePeople(db: Db, pool: pg.Pool): Promise<People> {
  const limiter = await new Promise<RateLimiterPostgres>((resolve, reject) => {
    const made: RateLimiterPostgres = new RateLimiterPostgres(
      {
        storeClient: pool,
        storeType: 'pool',
        tableName: 'sign_in_tries',
        points: Math.max(...Object.values(limits)),
        duration: WINDOW_S,
      },
      (error?: Error) => (error ? reject(error) : resolve(made)),
    )
  })
  const known = new LRUCache<string, SignedIn & { mark: string }, { companyId: string; userId: string }>({
    max: 10_000,
    ttl: FRESH_MS,
    // many requests of one person at once ask once
    async fetchMethod(_key, _stale, { context }) {
      const user = await findUser(db, context.companyId, context.userId)
      return user && signedIn(user)
    },
  })

  async function count(keys: Record<Limit, string>): Promise<void> {
    for (const limit of Object.keys(limits) as Limit[]) {
      const tries = await limiter.consume(keys[limit]).catch((refused: unknown) => {
        if (refused instanceof RateLimiterRes) return refused
        throw refused
      })
      if (tries.consumedPoints > limits[limit]) throw tooMany(tries.msBeforeNext)
    }
  }

  return {
    async signIn({ login, password }, from) {
      const name = login.trim().toLowerCase()
      const keys = { together: `${name} ${from}`, name: `name ${name}`, address: `from ${from}` }
      await count(keys)
      const user = await findUserByLogin(db, name)
      const right = await verify(user?.passwordHash ?? (await unknownHash), password)
      if (!user || !right)
        throw new HttpProblem(401, 'wrongCredentials', 'Name or password is wrong. Check both and try again.')
      // a right password is no try: it is taken back where others count too
      await limiter.delete(keys.together)
      await limiter.reward(keys.name)
      await limiter.reward(keys.address)
      return signedIn(user)
    },
    async whoIs({ companyId, userId, mark }) {
      const kept = await known.fetch(`${companyId} ${userId}`, { context: { companyId, userId } })
      return kept?.mark === mark ? kept : undefined
    },
    async signOutEverywhere(userId) {
      await endSessionsOf(db, userId)
    },
  }
}

function signedIn({ passwordHash, ...user }: NonNullable<Awaited<ReturnType<typeof findUser>>>) {
  return { ...user, mark: markOf(passwordHash) }
}

const tooMany = (ms: number) =>
  new HttpProblem(429, 'tooManyTries', `Too many wrong tries. Wait ${Math.ceil(ms / 60000)} min, then try again.`)
