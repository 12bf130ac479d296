import { NOON, testEntry } from '../entry/testing'
import { foldEntries } from '../log/fold'
import { bare, decayed, opened, read, record, seal, started, weighed } from '../run/testingLines'
import { summarise } from './summary'
import { followsJob, verdictMove } from './verdictMove'

const from = (seq: number | null, name: string) => ({ seq, author: { id: name, name } })
const facts = (n: number, value: number) =>
  testEntry(n, 0, { kind: 'facts', facts: { elevation: { value, unit: 'm' } } })
const at = (jobElevationM: number) => ({ nowMs: NOON, jobElevationM })

describe('what a board says of a unit', () => {
  it('names who wrote, the last first; what waits on this device is the newest', () => {
    const log = foldEntries([
      { ...from(1, 'Ana'), entry: testEntry(1, 0, { kind: 'opened', jobId: 'j', tag: 'K-1' }) },
      { ...from(2, 'Bo'), entry: testEntry(2, 0, { kind: 'note', text: 'one' }) },
      { ...from(3, 'Ana'), entry: testEntry(3, 0, { kind: 'note', text: 'two' }) },
      { ...from(null, 'Cy'), entry: testEntry(4, 0, { kind: 'note', text: 'three' }) },
    ])
    expect(summarise(log, { nowMs: NOON }).who?.map((w) => w.name)).toEqual(['Cy', 'Ana', 'Bo'])
  })
  it('says what went in and what was due', () => {
    const q = (value: number, unit: 'oz') => ({ value, unit })
    const topped = record(opened, [
      [-10, { kind: 'weighed', direction: 'add', before: q(300, 'oz'), after: q(290, 'oz'), refrigerant: 'R-410A' }],
    ] as never)
    expect(summarise(topped, { nowMs: NOON }).charge?.inKg).toBeCloseTo(0.2835, 4)
    expect(summarise(record(), { nowMs: NOON }).charge).toBeUndefined()
  })
  it('has its own elevation where one was typed or sealed with it, and then doesn’t go by the job’s', () => {
    const none = summarise(record(bare), at(500))
    expect(none.ownElevationM).toBeUndefined()
    expect(followsJob(none, 500)).toBe(true)
    const own = summarise(foldEntries([{ ...from(9, 'Ana'), entry: facts(99, 320) }], record(bare)), at(500))
    expect(own.ownElevationM).toBe(320)
    expect(followsJob(own, 500)).toBe(false)
    // it was given the job's at an earlier correction
    expect(followsJob(own, 320.2)).toBe(true)
    const sealed = record(bare, seal.map(([m, body]) => [m, { ...body, elevation: { value: 1, unit: 'm' } }]) as never)
    expect(summarise(sealed, at(500)).ownElevationM).toBe(1)
    expect(followsJob(summarise(sealed, at(1)), 1)).toBe(false)
  })
  it('says what an entry would make of the verdict, and writes nothing', () => {
    const before = record(bare)
    expect(verdictMove(before, facts(99, 3000), at(0))).toEqual({ before: 'none', after: 'none' })
    expect(before.items.facts).toEqual(record(bare).items.facts)
    const charged = record(opened, decayed, weighed, started, read)
    expect(verdictMove(charged, facts(99, 0), at(0))).toEqual({ before: 'in', after: 'in' })
    const other = testEntry(98, 0, { kind: 'facts', facts: { targetSubcooling: { value: 20, unit: '°F' } } })
    expect(verdictMove(charged, other, at(0))).toEqual({ before: 'in', after: 'out' })
  })
})
