import fc from 'fast-check'
import type { LogItem } from '../entry/entry'
import { emptyRecord, fold, foldEntries, isStrikable } from './fold'
import { isSealed } from './seal'
import { testEntry, testId, testLog } from '../entry/testing'

const job = testId(500)
const micron = (value: number) => ({ kind: 'micron', reading: { value, unit: 'micron' } }) as const
const log = testLog(
  [0, { kind: 'opened', jobId: job, tag: 'T-1' }],
  [1, { kind: 'facts', facts: { refrigerant: 'R-32', place: 'roof' } }],
  [2, { kind: 'facts', facts: { place: null, refrigerant: 'R-410A' } }],
  [3, micron(900)],
  [4, micron(400)],
  [5, { kind: 'struck', strikes: testId(4), reason: 'wrong gauge' }],
)

describe('fold', () => {
  it('takes a struck-out entry away and keeps it for the log’s page', () => {
    const record = foldEntries(log)
    expect(record.items.micron.map((m) => m.entry.reading.value)).toEqual([400])
    expect(record.struck.map((s) => s.entry.id)).toEqual([testId(4)])
    expect(record.strikes[testId(4)]!.entry.reason).toBe('wrong gauge')
  })
  it('takes no strike against an opening, a seal, a strike or an amendment', () => {
    const item = (n: number, body: Parameters<typeof testEntry>[2]): LogItem => ({
      seq: n,
      author: log[0]!.author,
      entry: testEntry(n, n, body),
    })
    const record = foldEntries([...log, item(8, { kind: 'struck', strikes: testId(1), reason: 'no' })])
    expect(record.items.opened).toHaveLength(1)
    expect(isStrikable(testEntry(9, 0, { kind: 'amendment', text: 'more' }))).toBe(false)
    expect(isStrikable(testEntry(9, 0, micron(3)))).toBe(true)
  })
  it('after a seal takes amendments only and keeps the rest without effect', () => {
    const sealed = testLog(
      [0, { kind: 'opened', jobId: job, tag: 'T-2' }],
      [1, { kind: 'sealed', name: 'Wren', signature: [[0, 0, 100, 100]] }],
      [2, micron(300)],
      [3, { kind: 'amendment', text: 'Filter changed.' }],
    )
    const record = foldEntries(sealed)
    expect(isSealed(record)).toBe(true)
    expect(record.items.micron).toHaveLength(0)
    expect(record.ignored.map((i) => i.entry.kind)).toEqual(['micron'])
    expect(record.items.amendment).toHaveLength(1)
  })
  it('changes nothing it was given', () => {
    const before = JSON.stringify(emptyRecord)
    foldEntries(log)
    expect(JSON.stringify(emptyRecord)).toBe(before)
  })
})

describe('fold as a law', () => {
  const cuts = fc.array(fc.nat(log.length), { maxLength: 4 })
  it('doesn’t depend on how entries were batched', () => {
    fc.assert(
      fc.property(cuts, (at) => {
        const edges = [0, ...[...at].sort((a, b) => a - b), log.length]
        const inBatches = edges
          .slice(1)
          .reduce((record, end, i) => foldEntries(log.slice(edges[i]!, end), record), emptyRecord)
        expect(inBatches).toEqual(foldEntries(log))
      }),
    )
  })
  it('takes every entry once, however often and in whatever order copies arrive', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(log.length - 1), { maxLength: 12 }), (copies) => {
        const again = copies.reduce((record, i) => fold(record, log[i]!), foldEntries(log))
        expect(again).toEqual(foldEntries(log))
      }),
    )
  })
  it('comes to the same values in any order of readings and strikes', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(log, { minLength: log.length, maxLength: log.length }), (shuffled) => {
        const values = (items: readonly LogItem[]) =>
          foldEntries(items)
            .items.micron.map((m) => m.entry.reading.value)
            .sort()
        expect(values(shuffled)).toEqual(values(log))
      }),
    )
  })
  it('survives being stored as JSON half-way', () => {
    fc.assert(
      fc.property(fc.nat(log.length), (cut) => {
        const stored = JSON.parse(JSON.stringify(foldEntries(log.slice(0, cut))))
        expect(foldEntries(log.slice(cut), stored)).toEqual(foldEntries(log))
      }),
    )
  })
})
