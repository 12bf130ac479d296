import { EventEmitter } from 'node:events'
import type pg from 'pg'
import { News } from './news'

/** A database whose connections end when they are told to. */
function database(onListen: (nth: number, client: EventEmitter) => Promise<void>) {
  let nth = 0
  const connect = async () => {
    const client = new EventEmitter()
    const mine = nth++
    return Object.assign(client, { release: () => undefined, query: () => onListen(mine, client) })
  }
  return { connect } as unknown as pg.Pool
}
/** waits for it, with an end of its own: a test that fails mustn't keep the rest from ending */
const soon = async (found: () => boolean) => {
  for (let looks = 0; looks < 2000 && !found(); looks++) await new Promise((resolve) => setTimeout(resolve, 5))
  expect(found()).toBe(true)
}

describe('News', () => {
  it('tells of a gap after a connection that was lost in the very moment it answered', async () => {
    const ready: number[] = []
    const news = new News(
      database(async (nth, client) => {
        ready.push(nth)
        // the second one answers, and ends in the same turn
        if (nth === 1) client.emit('error', new Error('terminated'))
        if (nth === 0) setTimeout(() => client.emit('end'), 0)
      }),
    )
    const gaps: number[] = []
    news.onGap(() => gaps.push(ready.length))
    await news.listen()
    await soon(() => ready.length === 3)
    await soon(() => gaps.length > 0)
    // by the third connection, the one that stands
    expect(gaps).toEqual([3])
    news.close()
  })
  it('tells of none at the first connection', async () => {
    const news = new News(database(async () => undefined))
    const gaps: string[] = []
    news.onGap(() => gaps.push('gap'))
    await news.listen()
    expect(gaps).toEqual([])
    news.close()
  })
  it('says again what a lost connection swallowed, and of a unit only the newest', async () => {
    const said: string[] = []
    let lost = 2
    const query = async (_: string, [, payload]: string[]) => {
      if (lost-- > 0) {
        // meanwhile the same unit goes on
        if (lost === 1) news.announce('ours', 'one', 8)
        throw new Error('terminated')
      }
      said.push(payload!)
    }
    const news = new News({ query } as unknown as pg.Pool)
    news.announce('ours', 'one', 7)
    news.announce('ours', undefined, 3)
    await soon(() => said.length > 0)
    expect(JSON.parse(said[0]!)).toEqual([
      { c: 'ours', u: 'one', s: 8 },
      { c: 'ours', s: 3 },
    ])
    news.close()
  })
})
