import type { Entry } from '@zetesis/core'
import { ApiError, NoAnswer } from './api'
import { makeOutbox, type Send } from './outbox'
import type { OutboxItem, OutboxStore } from './outboxStore'

const entry = (n: number): Entry => ({
  v: 1,
  id: `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`,
  at: '2026-07-14T12:00:00.000Z',
  writtenAt: '2026-07-14T12:00:00.000Z',
  kind: 'pumpOn',
})
const wren = { id: 'wren', name: 'Wren' }
const refusal = (status: number) => new ApiError({ type: 't', title: 't', status, detail: `no: ${status}` })

function memoryStore(): OutboxStore & { rows: Map<string, OutboxItem> } {
  const rows = new Map<string, OutboxItem>()
  return {
    rows,
    load: async () => [...rows.values()].sort((a, b) => (a.key < b.key ? -1 : 1)),
    put: async (items) => items.forEach((item) => rows.set(item.key, item)),
    remove: async (keys) => keys.forEach((key) => rows.delete(key)),
  }
}
const settled = async (until: () => boolean) => {
  for (let i = 0; i < 400 && !until(); i++) {
    jest.advanceTimersByTime(250)
    await Promise.resolve()
  }
}

beforeEach(() => jest.useFakeTimers())
afterEach(() => jest.useRealTimers())

describe('outbox', () => {
  it('shows an entry before it is stored or sent, then sends and lets go', async () => {
    const store = memoryStore()
    const sent: string[] = []
    const outbox = makeOutbox({ store, send: async (_, batch) => void sent.push(...batch.map((e) => e.id)) })
    const adding = outbox.add('u1', wren, [entry(1)])
    expect(outbox.items()).toHaveLength(1)
    await adding
    expect(store.rows.size).toBe(1)
    outbox.signedInAs('wren')
    await settled(() => outbox.items().length === 0)
    expect(sent).toEqual([entry(1).id])
    expect(store.rows.size).toBe(0)
  })

  it('doesn’t know what waits until its store was looked through, and knows then even where it can’t be read', async () => {
    const store = memoryStore()
    await makeOutbox({ store, send: async () => undefined }).add('u1', wren, [entry(1)])
    let read = (): void => undefined
    const slow = {
      ...store,
      load: () => new Promise<OutboxItem[]>((done) => (read = () => void store.load().then(done))),
    }
    const outbox = makeOutbox({ store: slow, send: async () => undefined })
    const told = jest.fn()
    outbox.subscribe(told)
    expect(outbox.isRead()).toBe(false)
    read()
    await settled(() => outbox.isRead())
    expect(outbox.items()).toHaveLength(1)
    expect(told).toHaveBeenCalled()
    const broken = makeOutbox({
      store: { ...store, load: () => Promise.reject(new Error('no store')) },
      send: async () => undefined,
    })
    await settled(() => broken.isRead())
    expect(broken.isRead()).toBe(true)
  })

  it('sends in the order written, a unit at a time, and never two requests at once', async () => {
    const calls: string[] = []
    let open = 0
    const send = async (unit: string, batch: Parameters<Send>[1]) => {
      open += 1
      expect(open).toBe(1)
      await Promise.resolve()
      calls.push(`${unit}:${batch.map((e) => Number(e.id.slice(-3))).join(',')}`)
      open -= 1
    }
    const outbox = makeOutbox({ store: memoryStore(), send })
    for (const [unit, n] of [
      ['a', 1],
      ['a', 2],
      ['b', 3],
      ['a', 4],
    ] as const)
      await outbox.add(unit, wren, [entry(n)])
    outbox.signedInAs('wren')
    await settled(() => outbox.items().length === 0)
    // what moves no refrigerant goes with its unit's other entries
    expect(calls).toEqual(['a:1,2,4', 'b:3'])
  })

  it('tries again for as long as there is no answer, and keeps everything meanwhile', async () => {
    const store = memoryStore()
    let tries = 0
    const outbox = makeOutbox({
      store,
      send: async () => {
        tries += 1
        if (tries < 5) throw new NoAnswer('down')
      },
    })
    outbox.signedInAs('wren')
    await outbox.add('u1', wren, [entry(1)])
    await settled(() => tries === 3)
    expect(store.rows.size).toBe(1)
    await settled(() => outbox.items().length === 0)
    expect(tries).toBe(5)
  })

  it('finds the one entry of a batch that is refused, keeps it with the reason, and sends the rest', async () => {
    const store = memoryStore()
    const taken: string[] = []
    const bad = entry(2).id
    const send = async (_: string, batch: Parameters<Send>[1]) => {
      if (batch.some((e) => e.id === bad)) throw refusal(422)
      taken.push(...batch.map((e) => e.id))
    }
    const outbox = makeOutbox({ store, send })
    await outbox.add('u1', wren, [entry(1), entry(2), entry(3)])
    outbox.signedInAs('wren')
    await settled(() => outbox.items().length === 1)
    expect(taken).toEqual([entry(1).id, entry(3).id])
    expect(outbox.items()[0]).toMatchObject({ refused: 'no: 422', entry: { id: bad } })
    expect([...store.rows.values()][0]!.refused).toBe('no: 422')
    await outbox.discard(outbox.items()[0]!.key)
    expect(store.rows.size).toBe(0)
  })

  it('sends only what the signed-in person wrote', async () => {
    const senders: number[] = []
    const outbox = makeOutbox({ store: memoryStore(), send: async (_, batch) => void senders.push(batch.length) })
    await outbox.add('u1', wren, [entry(1)])
    outbox.signedInAs('rook')
    await settled(() => senders.length > 0)
    expect(senders).toEqual([])
    expect(outbox.items()).toHaveLength(1)
  })

  it('waits for signing in when the session has ended, and goes on then', async () => {
    let allowed = false
    let sent = 0
    const outbox = makeOutbox({
      store: memoryStore(),
      send: async () => {
        if (!allowed) throw refusal(401)
        sent += 1
      },
    })
    outbox.signedInAs('wren')
    await outbox.add('u1', wren, [entry(1)])
    await settled(() => false)
    expect([sent, outbox.items().length]).toEqual([0, 1])
    allowed = true
    outbox.signedInAs('wren')
    await settled(() => outbox.items().length === 0)
    expect(sent).toBe(1)
  })

  it('takes up what an earlier page left behind', async () => {
    const store = memoryStore()
    await makeOutbox({ store, send: async () => undefined }).add('u1', wren, [entry(1)])
    const sent: string[] = []
    const later = makeOutbox({ store, send: async (_, batch) => void sent.push(...batch.map((e) => e.id)) })
    later.signedInAs('wren')
    await settled(() => sent.length > 0)
    expect(sent).toEqual([entry(1).id])
  })
  it('sends from memory what can’t be written down, and says meanwhile that only this page holds it', async () => {
    for (const load of ['works', 'fails']) {
      const store: OutboxStore = {
        load: async () => {
          if (load === 'fails') throw new Error('no IndexedDB')
          return []
        },
        put: async () => {
          throw new DOMException('full', 'QuotaExceededError')
        },
        remove: async () => {
          throw new Error('no IndexedDB')
        },
      }
      let signal = false
      const sent: string[] = []
      const send = async (_: string, batch: Parameters<Send>[1]) => {
        if (!signal) throw new NoAnswer('down')
        sent.push(...batch.map((e) => e.id))
      }
      const outbox = makeOutbox({ store, send })
      outbox.signedInAs('wren')
      await outbox.add('u1', wren, [entry(1)])
      let safe = false
      void outbox.safe().then(() => (safe = true))
      await settled(() => false)
      expect([outbox.unkept(), outbox.items().length, safe]).toEqual([1, 1, false])
      // pressed again, since the form still stands there: one entry
      await outbox.add('u1', wren, [{ ...entry(2), at: '2026-07-14T12:00:09.000Z' }])
      expect(outbox.items()).toHaveLength(1)
      signal = true
      outbox.wake()
      await settled(() => safe)
      expect([sent, outbox.unkept(), outbox.items().length, safe]).toEqual([[entry(1).id], 0, 0, true])
    }
  })

  it('writes down later what there was no room for at first', async () => {
    const store = memoryStore()
    const { put } = store
    store.put = async () => {
      throw new DOMException('full', 'QuotaExceededError')
    }
    const outbox = makeOutbox({ store, send: async () => Promise.reject(new NoAnswer('down')) })
    await outbox.add('u1', wren, [entry(1)])
    store.put = put
    await outbox.add('u2', wren, [entry(2)])
    expect([outbox.unkept(), store.rows.size]).toEqual([0, 2])
  })

  it('keeps the order of writing when the clock is set back, across pages too', async () => {
    const store = memoryStore()
    let last = 0
    const order = { last: () => last, keep: (n: number) => void (last = n) }
    const first = makeOutbox({ store, send: async () => Promise.reject(new NoAnswer('down')), order })
    await first.add('u1', wren, [entry(1)])
    jest.setSystemTime(Date.now() - 2 * 3600_000)
    await first.add('u1', wren, [entry(2)])
    jest.setSystemTime(Date.now() - 24 * 3600_000)
    const sent: string[] = []
    const later = makeOutbox({ store, send: async (_, batch) => void sent.push(...batch.map((e) => e.id)), order })
    await later.add('u1', wren, [entry(3)])
    later.signedInAs('wren')
    await settled(() => sent.length === 3)
    expect(sent).toEqual([1, 2, 3].map((n) => entry(n).id))
  })

  it('steps past what the server fails on, says so, and comes back to it', async () => {
    const bad = entry(2).id
    let broken = true
    const taken: string[] = []
    const send = async (_: string, batch: Parameters<Send>[1]) => {
      if (broken && batch.some((e) => e.id === bad)) throw refusal(500)
      taken.push(...batch.map((e) => e.id))
    }
    const outbox = makeOutbox({ store: memoryStore(), send })
    await outbox.add('u1', wren, [entry(1), entry(2), entry(3)])
    await outbox.add('u2', wren, [entry(4)])
    outbox.signedInAs('wren')
    await settled(() => outbox.items().length === 1)
    expect(taken.sort()).toEqual([1, 3, 4].map((n) => entry(n).id))
    expect(outbox.items()).toMatchObject([{ stuck: 'no: 500', entry: { id: bad } }])
    broken = false
    outbox.wake()
    await settled(() => outbox.items().length === 0)
    expect(taken).toContain(bad)
  })

  it('waits while the server is away or somebody else is signed in: nothing is refused', async () => {
    const otherPerson = new ApiError({ type: 'urn:zetesis:problem:otherPerson', title: 't', status: 409, detail: 'd' })
    for (const answer of [refusal(503), otherPerson]) {
      let tries = 0
      const outbox = makeOutbox({
        store: memoryStore(),
        send: async () => {
          tries += 1
          if (tries < 2) throw answer
        },
      })
      await outbox.add('u1', wren, [entry(1)])
      outbox.signedInAs('wren')
      await settled(() => tries > 0)
      expect(outbox.items()[0]?.refused).toBeUndefined()
      outbox.signedInAs('wren')
      await settled(() => outbox.items().length === 0)
      expect(outbox.items()).toHaveLength(0)
    }
  })

  it('takes two thousand entries over many units in few requests', async () => {
    let requests = 0
    const sent: string[] = []
    const send = async (_: string, batch: Parameters<Send>[1]) => {
      requests += 1
      sent.push(...batch.map((e) => e.id))
    }
    const outbox = makeOutbox({ store: memoryStore(), send })
    for (let i = 0; i < 2000; i++) await outbox.add(`u${i % 16}`, wren, [entry(i)])
    outbox.signedInAs('wren')
    await settled(() => sent.length === 2000)
    expect(new Set(sent).size).toBe(2000)
    expect(requests).toBeLessThanOrEqual(32)
  })
})
