import type session from 'express-session'
import { FreshStore } from './session'

const sessionOf = (value: string) => ({ cookie: {}, agent: value }) as unknown as session.SessionData

/** A database whose row is read at once and answered, or written, only when it is told to. */
function slowStore() {
  let row = sessionOf('before')
  const held: (() => void)[] = []
  const query = (text: string, values: unknown[]) => {
    const isRead = text.startsWith('SELECT')
    const rows = isRead ? [{ sess: structuredClone(row) }] : []
    return new Promise((answer) => {
      held.push(() => {
        if (!isRead) row = JSON.parse(JSON.stringify(values[0])) as session.SessionData
        answer({ rows, rowCount: rows.length })
      })
    })
  }
  const store = new FreshStore({ pool: { query } as never, disableTouch: true, pruneSessionInterval: false })
  const get = () =>
    new Promise<string | undefined>((done, fail) =>
      store.get('one', (error, data) => (error ? fail(error as Error) : done(data?.agent))),
    )
  const set = (value: string) => new Promise<void>((done) => store.set('one', sessionOf(value), () => done()))
  /** answers the nth question that was asked, once it has been */
  const answer = async (n: number) => {
    for (let looks = 0; !held[n] && looks < 100; looks++) await new Promise((later) => setTimeout(later, 1))
    held[n]!()
  }
  return { get, set, answer, asked: () => held.length }
}

describe('a session that is read while it is written', () => {
  it('is read as it was written by whoever asks after', async () => {
    const { get, set, answer } = slowStore()
    const writing = set('after')
    const during = get()
    await answer(1)
    expect(await during).toBe('before')
    await answer(0)
    await writing
    const after = get()
    await answer(2)
    expect(await after).toBe('after')
  })

  it('isn’t taken from whoever asked before and waits for the answer', async () => {
    const { get, set, answer } = slowStore()
    const early = get()
    const writing = set('after')
    await answer(1)
    await writing
    const after = get()
    await answer(0)
    await answer(2)
    expect(await early).toBe('before')
    expect(await after).toBe('after')
    // and what the early one read isn’t kept for the next
    expect(await get()).toBe('after')
  })

  it('is asked for once by all who ask at the same time, and for a second after', async () => {
    const { get, answer, asked } = slowStore()
    const all = [get(), get(), get()]
    await answer(0)
    expect(await Promise.all(all)).toEqual(['before', 'before', 'before'])
    expect(await get()).toBe('before')
    expect(asked()).toBe(1)
  })
})
