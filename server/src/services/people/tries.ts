import type pg from 'pg'
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible'
import { HttpProblem } from '../../http/problem'
import type { Place } from '../../http/place'

/** What is tried: each is counted by itself, so that none shuts another out. */
export type Tried = 'signIn' | 'code' | 'reset' | 'passkey'

interface Limit {
  readonly points: number
  readonly seconds: number
}

const MINUTES_5 = 300
const HOUR = 3600

/**
 * Wrong tries that are looked at. A browser that the person signed in with before has a count of its own; everybody else's are counted for one person at one
 * place, for a place whichever names are tried from it, and for a person wherever they come from. Of codes only the person counts: whoever types one has the
 * password already.
 */
const limits = {
  known: { points: 30, seconds: HOUR },
  together: { points: 20, seconds: MINUTES_5 },
  place: { points: 150, seconds: MINUTES_5 },
  person: { points: 100, seconds: HOUR },
  code: { points: 20, seconds: HOUR },
  resets: { points: 20, seconds: HOUR },
  resetsOfPlace: { points: 100, seconds: HOUR },
  passkeys: { points: 200, seconds: MINUTES_5 },
  /** not a limit: from here on strangers wait */
  strangers: { points: 300, seconds: MINUTES_5 },
} satisfies Record<string, Limit>
type Counter = keyof typeof limits

/** Strangers' tries at once with many others: each waits longer, the more there were; nobody is shut out by it. */
const DELAY_MS_EACH = 2
const LONGEST_MS = 5000
export const delayMs = (tries: number): number =>
  Math.min(Math.max(tries - limits.strangers.points, 0) * DELAY_MS_EACH, LONGEST_MS)

export interface Tries {
  /** counts one before anything is looked at: any process counts the same, and none at once with another */
  count(what: Tried, name: string, place: Place): Promise<void>
  /** it was right, and so is no try: taken back where others count too */
  right(what: Tried, name: string, place: Place): Promise<void>
}

type Counted = readonly [counter: Counter, key: string]

/** what counts a try, in the order they are asked: one that an earlier refuses counts for none after it */
function counted(what: Tried, name: string, place: Place): Counted[] {
  if (what === 'code') return [['code', name]]
  // nobody guesses a signature: only work is bounded
  if (what === 'passkey') return [['passkeys', place.network]]
  if (what === 'reset')
    return [
      ['resetsOfPlace', place.network],
      ['resets', name],
    ]
  const device = place.device(name)
  if (device !== undefined) return [['known', `${device} ${name}`]]
  return [
    ['together', `${name} ${place.network}`],
    ['place', place.network],
    ['person', name],
    ['strangers', 'all'],
  ]
}

export async function makeTries(
  pool: pg.Pool,
  wait = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms)),
): Promise<Tries> {
  const limiters = new Map<Counter, RateLimiterPostgres>()
  // one after the other: each sees to the table
  for (const [counter, { points, seconds }] of Object.entries(limits) as [Counter, Limit][])
    limiters.set(counter, await limiterOf(pool, counter, points, seconds))
  return {
    async count(what, name, place) {
      for (const [counter, key] of counted(what, name, place)) {
        const tries = await limiters
          .get(counter)!
          .consume(key)
          .catch((refused: unknown) => {
            if (refused instanceof RateLimiterRes) return refused
            throw refused
          })
        if (counter === 'strangers') {
          const ms = delayMs(tries.consumedPoints)
          if (ms > 0) await wait(ms)
        } else if (tries.consumedPoints > limits[counter].points) throw tooMany(what, tries.msBeforeNext)
      }
    },
    async right(what, name, place) {
      for (const [counter, key] of counted(what, name, place)) {
        const limiter = limiters.get(counter)!
        // who knows the password is no guesser there
        if (counter === 'together' || counter === 'known' || counter === 'code') await limiter.delete(key)
        else await limiter.reward(key)
      }
    },
  }
}

const limiterOf = (storeClient: pg.Pool, keyPrefix: string, points: number, duration: number) =>
  new Promise<RateLimiterPostgres>((resolve, reject) => {
    const made: RateLimiterPostgres = new RateLimiterPostgres(
      { storeClient, storeType: 'pool', tableName: 'sign_in_tries', keyPrefix, points, duration },
      (error?: Error) => (error ? reject(error) : resolve(made)),
    )
  })

const words: Readonly<Record<Tried, string>> = {
  signIn: 'Too many wrong tries',
  code: 'Too many wrong codes',
  reset: 'Too many links were asked for',
  passkey: 'Too many passkeys that weren’t taken',
}

function tooMany(what: Tried, ms: number): HttpProblem {
  const seconds = Math.max(Math.ceil(ms / 1000), 1)
  const detail = `${words[what]}. Wait ${Math.ceil(seconds / 60)} min, then try again.`
  return new HttpProblem(429, 'tooManyTries', detail, undefined, seconds)
}
