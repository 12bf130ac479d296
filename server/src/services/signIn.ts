import { hash, verify } from '@node-rs/argon2'
import type pg from 'pg'
import { RateLimiterPostgres } from 'rate-limiter-flexible'
import type { Db } from '../db/client'
import { findUserByLogin } from '../db/users'
import { HttpProblem } from '../http/problem'
import type { SignedIn } from '../http/scope'

/** Argon2id with the package's parameters (19 MiB, two passes: OWASP's minimum). */
export const hashPassword = (password: string): Promise<string> => hash(password)

// the same work for an unknown name as for a wrong password, so that the time taken tells nothing
const unknownHash = hashPassword('nobody has this one')

export type SignIn = (credentials: { login: string; password: string }, from: string) => Promise<SignedIn>

const WINDOW_S = 300
const TRIES = 20

/** Sign-in with a limit on wrong tries per name and address, kept in the database: any process of the server counts the same. */
export async function makeSignIn(db: Db, pool: pg.Pool): Promise<SignIn> {
  const limiter = await new Promise<RateLimiterPostgres>((resolve, reject) => {
    const made: RateLimiterPostgres = new RateLimiterPostgres(
      { storeClient: pool, storeType: 'pool', tableName: 'sign_in_tries', points: TRIES, duration: WINDOW_S },
      (error?: Error) => (error ? reject(error) : resolve(made)),
    )
  })
  return async ({ login, password }, from) => {
    const key = `${login.trim().toLowerCase()} ${from}`
    const tries = await limiter.get(key)
    if (tries && tries.consumedPoints >= TRIES) throw tooMany(tries.msBeforeNext)
    const user = await findUserByLogin(db, login)
    const right = await verify(user?.passwordHash ?? (await unknownHash), password)
    if (!user || !right) {
      await limiter.consume(key).catch(() => undefined)
      throw new HttpProblem(401, 'wrongCredentials', 'Name or password is wrong. Check both and try again.')
    }
    await limiter.delete(key)
    const { id, companyId, company, name, role } = user
    return { id, companyId, company, name, role }
  }
}

const tooMany = (ms: number) =>
  new HttpProblem(429, 'tooManyTries', `Too many wrong tries. Wait ${Math.ceil(ms / 60000)} min, then try again.`)
