import type { UnitRecord } from '../log/fold'
import type { ReadingChannel } from '../reading/channels'
import { swapsOf } from './swaps'
import type { SystemTrace } from './traces'

const trace = { traceId: 'now' } as SystemTrace
type Exchange = readonly [a: ReadingChannel, b: ReadingChannel, traceId?: string]
const swaps = (exchanges: readonly Exchange[], of: SystemTrace | undefined = trace) =>
  swapsOf(
    {
      items: { probesExchanged: exchanges.map(([a, b, traceId = 'now']) => ({ entry: { traceId, a, b } })) },
    } as unknown as UnitRecord,
    of,
  )

describe('exchanged probes', () => {
  const lines = { a: 'suctionLineK', b: 'liquidLineK' }
  it('are those of this recording', () => {
    expect(swaps([['suctionLine', 'liquidLine']])).toEqual([lines])
    expect(swaps([['suctionLine', 'liquidLine', 'before']])).toEqual([])
    expect(swapsOf({ items: { probesExchanged: [] } } as unknown as UnitRecord, undefined)).toEqual([])
  })
  it('exchanged twice are as they were, whichever was named first; thrice they are exchanged', () => {
    const there: Exchange = ['suctionLine', 'liquidLine']
    const back: Exchange = ['liquidLine', 'suctionLine']
    expect(swaps([there, back])).toEqual([])
    expect(swaps([there, back, there])).toEqual([lines])
  })
  it('are counted pair by pair', () => {
    expect(
      swaps([
        ['suctionLine', 'liquidLine'],
        ['suctionLine', 'outdoor'],
        ['suctionLine', 'liquidLine'],
      ]),
    ).toEqual([{ a: 'suctionLineK', b: 'outdoorK' }])
  })
  it('are none where one of them has no part in the state of a system', () => {
    expect(swaps([['voltage', 'liquidLine']])).toEqual([])
    expect(swaps([['liquidLine', 'voltage']])).toEqual([])
  })
})
