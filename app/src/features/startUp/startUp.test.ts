import type { LogItem, Reading } from '@zetesis/core'
import { exchangeReading } from './exchangeReading'

const degF = (value: number) => ({ value, unit: '°F' as const })
const item = (part: Partial<Reading>): LogItem<Reading> => ({
  seq: 1,
  author: { id: 'a', name: 'A' },
  entry: {
    v: 1,
    id: 'r',
    at: '2026-07-14T12:00:00.000Z',
    writtenAt: '2026-07-14T12:00:00.000Z',
    kind: 'reading',
    mode: 'cooling',
    values: { suctionLine: degF(95), liquidLine: degF(54), outdoor: degF(86) },
    ...part,
  },
})
const clamps = { a: 'suctionLineK', b: 'liquidLineK' } as const

describe('a reading with exchanged probes', () => {
  it('is struck out and written anew the other way round, with its instruments', () => {
    const bodies = exchangeReading(item({ instruments: { suctionLine: 'one', outdoor: 'air' } }), clamps)!
    expect(bodies.map((b) => b.kind)).toEqual(['struck', 'reading'])
    expect(bodies[1]).toMatchObject({
      values: { suctionLine: degF(54), liquidLine: degF(95), outdoor: degF(86) },
      instruments: { liquidLine: 'one', outdoor: 'air' },
    })
    expect(Object.keys((bodies[1] as Reading).instruments!)).not.toContain('suctionLine')
  })
  it('marks the recording, where it came from one', () => {
    const live = { traceId: 't', traceS: 900, state: 'settled' } as const
    const bodies = exchangeReading(item({ live }), clamps)!
    expect(bodies[1]).toEqual({ kind: 'probesExchanged', traceId: 't', a: 'suctionLine', b: 'liquidLine' })
    expect(bodies[2]).toMatchObject({ live })
  })
  it('isn’t there for a probe that the reading hasn’t got', () => {
    expect(exchangeReading(item({ values: { suctionLine: degF(95) } }), clamps)).toBeUndefined()
  })
})
