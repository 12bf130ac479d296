import fc from 'fast-check'
import type { LogItem } from '../entry/entry'
import { testEntry, testId, testLog } from '../entry/testing'
import { emptyRecord, fold, foldEntries } from '../log/fold'
import { unitView } from '../run/unitView'
import { summarise } from './summary'

const psig = (value: number) => ({ value, unit: 'psig' }) as const
const degF = (value: number) => ({ value, unit: '°F' }) as const
type Body = Parameters<typeof testEntry>[2]

const opened = testLog(
  [0, { kind: 'opened', jobId: testId(500), tag: 'G-1' }],
  [1, { kind: 'facts', facts: { work: 'new', refrigerant: 'R-410A', metering: 'fixedOrifice' } }],
  [2, { kind: 'started' }],
)
const FIRST = opened.length + 1
const body: fc.Arbitrary<Body> = fc.oneof(
  fc.integer({ min: 50, max: 900 }).map((value): Body => ({ kind: 'micron', reading: { value, unit: 'micron' } })),
  fc.constantFrom<Body[]>({ kind: 'pumpOn' }, { kind: 'valvedOff' }, { kind: 'note', text: 'x' }),
  fc.integer({ min: 100, max: 130 }).map((suction): Body => ({
    kind: 'reading',
    mode: 'cooling',
    values: {
      suctionPressure: psig(suction),
      liquidPressure: psig(340),
      suctionLine: degF(53),
      liquidLine: degF(95),
      outdoor: degF(85),
      returnDryBulb: degF(75),
      returnWetBulb: degF(63),
    },
  })),
  fc.integer({ min: 1, max: 8 }).map((oz): Body => ({
    kind: 'weighed',
    direction: 'add',
    before: { value: 400, unit: 'oz' },
    after: { value: 400 - oz, unit: 'oz' },
  })),
  fc.constantFrom<Body[]>({ kind: 'facts', facts: { metering: 'expansionValve' } } as Body, {
    kind: 'facts',
    facts: { elevation: { value: 5000, unit: 'ft' } },
  }),
  fc.nat(12).map((n): Body => ({ kind: 'struck', strikes: testId(FIRST + n), reason: 'wrong' })),
)
/** entries in the order of their writing, each with a minute of its own, not always in that order */
const logs = fc.array(fc.record({ body, minute: fc.nat(600), by: fc.nat(2) }), { maxLength: 24 }).map((parts) => [
  ...opened,
  ...parts.map(({ body: what, minute, by }, i): LogItem => {
    const n = FIRST + i
    return { seq: n, author: { id: testId(900 + by), name: `W${by}` }, entry: testEntry(n, minute, what) }
  }),
])

describe('a record that grew entry by entry', () => {
  it('tells the same as one made at once of other objects, whatever was worked out on the way', () => {
    fc.assert(
      fc.property(logs, fc.infiniteStream(fc.boolean()), (log, looks) => {
        const nowMs = Date.parse('2026-07-15T08:00:00.000Z')
        let record = emptyRecord
        for (const item of log) {
          record = fold(record, item)
          // now and then, so that much may come between two looks
          if (looks.next().value) summarise(record, { nowMs })
        }
        const fresh = foldEntries(structuredClone(log))
        expect(summarise(record, { nowMs })).toEqual(summarise(fresh, { nowMs }))
        // what runs by a clock is a function, and says nothing by itself
        const shown = (of: typeof record) => JSON.parse(JSON.stringify(unitView(of, { nowMs }))) as unknown
        expect(shown(record)).toEqual(shown(fresh))
      }),
      { numRuns: 150 },
    )
  })
})
