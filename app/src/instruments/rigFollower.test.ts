import { customaryProfile, emptyRecord, type EntryBody, type UnitRecord } from '@zetesis/core'
import { rigChanges } from './rigFollower'

jest.mock('./rigRunner', () => ({ rigRunner: { sessions: () => ({}), apply: () => undefined } }))

const oz = (value: number) => ({ value, unit: 'oz' as const })
const weighed = (before: number, after: number): EntryBody => ({
  kind: 'weighed',
  direction: before > after ? 'add' : 'remove',
  cylinder: '',
  before: oz(before),
  after: oz(after),
  phase: 'liquid',
  side: 'suction',
  running: true,
})
const before = (startedMs?: number, record: UnitRecord = emptyRecord) => ({
  record,
  view: { elevationM: 0, method: customaryProfile, ...(startedMs === undefined ? {} : { startedMs }) },
})

describe('what a rig does after an entry', () => {
  it('pumps, is shut off, and takes nitrogen to the pressure of the entry, above this place’s atmosphere', () => {
    expect(rigChanges('evacuation', { kind: 'pumpOn' }, before())).toEqual([
      { kind: 'valve', open: true },
      { kind: 'pump', on: true },
    ])
    expect(rigChanges('evacuation', { kind: 'valvedOff' }, before())).toEqual([{ kind: 'valve', open: false }])
    const broken = rigChanges('evacuation', { kind: 'nitrogenBreak', to: { value: 2, unit: 'psig' } }, before())
    expect(broken.map((c) => c.kind)).toEqual(['pump', 'valve', 'nitrogen'])
    expect((broken[2] as { toPa: number }).toPa).toBeCloseTo(101_325 + 2 * 6894.757, 0)
  })
  it('runs once started, and holds what was charged from then on, less what is struck out', () => {
    expect(rigChanges('system', { kind: 'started' }, before())).toEqual([{ kind: 'run', on: true }])
    expect(rigChanges('system', weighed(100, 96), before())).toEqual([])
    const [into] = rigChanges('system', weighed(100, 96), before(1)) as { kind: string; kg: number }[]
    expect(into).toMatchObject({ kind: 'charge' })
    expect(into!.kg).toBeCloseTo(0.1134, 4)
    const [out] = rigChanges('system', weighed(100, 104), before(1)) as { kg: number }[]
    expect(out!.kg).toBeCloseTo(-0.1134, 4)
    const entry = { v: 1, id: 'w', at: '', writtenAt: '', ...weighed(100, 96) } as never
    const record = {
      ...emptyRecord,
      items: { ...emptyRecord.items, weighed: [{ seq: 1, author: { id: 'a', name: 'A' }, entry }] },
    }
    const struck = { kind: 'struck', strikes: 'w', reason: 'slip' } as const
    const [back] = rigChanges('system', struck, before(1, record)) as { kg: number }[]
    expect(back!.kg).toBeCloseTo(-0.1134, 4)
    expect(rigChanges('system', { ...struck, strikes: 'another' }, before(1, record))).toEqual([])
  })
  it('is left alone by what only tells, and by entries of another kind of rig', () => {
    expect(rigChanges('system', { kind: 'note', text: 'looked' }, before(1))).toEqual([])
    expect(rigChanges('scale', weighed(100, 96), before(1))).toEqual([])
    expect(rigChanges('nitrogen', { kind: 'pumpOn' }, before())).toEqual([])
  })
})
