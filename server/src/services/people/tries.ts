import type pg from 'pg'
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible'
import { HttpProblem } from '../../http/problem'

/** Wrong tries in five minutes. Together: one person at one place; name: from wherever they come; address: whichever names are tried from it; overall: anybody's. */
const WINDOW_S = 300
const limits = { together: 20, name: 100, address: 150, overall: 3000 }
type Limit = keyof typeof limits

export interface Tries {
  /** counts one before anything is looked at: any process counts the same, and none at once with another */
  count(name: string, from: string): Promise<void>
  /** it was right, and so is no try: taken back where others count too */
  right(name: string, from: string): Promise<void>
}

export async function makeTries(pool: pg.Pool): Promise<Tries> {
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
  const keys = (name: string, from: string): Record<Limit, string> => ({
    together: `${name} ${from}`,
    name: `name ${name}`,
    address: `from ${from}`,
    overall: 'overall',
  })
  return {
    async count(name, from) {
      const key = keys(name, from)
      for (const limit of Object.keys(limits) as Limit[]) {
        const tries = await limiter.consume(key[limit]).catch((refused: unknown) => {
          if (refused instanceof RateLimiterRes) return refused
          throw refused
        })
        if (tries.consumedPoints > limits[limit]) throw tooMany(tries.msBeforeNext)
      }
    },
    async right(name, from) {
      const key = keys(name, from)
      await limiter.delete(key.together)
      await limiter.reward(key.name)
      await limiter.reward(key.address)
      await limiter.reward(key.overall)
    },
  }
}

const tooMany = (ms: number) =>
  new HttpProblem(429, 'tooManyTries', `Too many wrong tries. Wait ${Math.ceil(ms / 60000)} min, then try again.`)
