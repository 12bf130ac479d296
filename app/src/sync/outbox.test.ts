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
    put: async (item) => void rows.set(item.key, item),
    remove: async (key) => void rows.delete(key),
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
    expect(calls).toEqual(['a:1,2', 'b:3', 'a:4'])
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
})
