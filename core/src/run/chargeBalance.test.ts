import { chargeBalance } from './chargeBalance'
import { chargeDue } from '../charge/chargeDue'
import { bare, opened, preparedFacts as facts, record, view, type Lines } from './testingLines'

const weighed: Lines = [
  [-45, { kind: 'weighed', direction: 'add', before: { value: 200, unit: 'oz' }, after: { value: 185, unit: 'oz' } }],
]

describe('charge', () => {
  const oz = (kg: number | undefined) => kg! / 0.028349523125
  it('is due by the line set and closes within the scale’s steps', () => {
    const due = chargeDue(facts)
    expect(due.ok && oz(due.dueKg)).toBeCloseTo(15, 9)
    expect(chargeBalance(record(opened, weighed))).toMatchObject({ settled: true })
    expect(oz(chargeBalance(record(opened)).openKg)).toBeCloseTo(15, 9)
  })
  it('counts what came out against what went in', () => {
    const out: Lines = [
      [
        -44,
        { kind: 'weighed', direction: 'remove', before: { value: 185, unit: 'oz' }, after: { value: 189, unit: 'oz' } },
      ],
    ]
    expect(oz(chargeBalance(record(opened, weighed, out)).weighedKg)).toBeCloseTo(11, 9)
  })
  it('starts a conversion with a share of the whole charge', () => {
    const due = chargeDue({ ...facts, work: 'conversion' })
    expect(due.ok && oz(due.dueKg)).toBeCloseTo(0.9 * (90 + 15), 9)
  })
  it('starts an emptied retrofit a little short of the whole charge; one that kept its charge only gets the line set', () => {
    const retrofit = { ...facts, work: 'retrofit' } as const
    const whole = chargeDue({ ...retrofit, recovered: { value: 80, unit: 'oz' } })
    expect(whole.ok && oz(whole.dueKg)).toBeCloseTo(0.95 * (90 + 15), 9)
    const kept = chargeDue(retrofit)
    expect(kept.ok && oz(kept.dueKg)).toBeCloseTo(15, 9)
    const out: Lines = [
      [-60, { kind: 'facts', facts: { work: 'retrofit' } }],
      [
        -59,
        { kind: 'weighed', direction: 'remove', before: { value: 400, unit: 'oz' }, after: { value: 470, unit: 'oz' } },
      ],
    ]
    const { due, recoveredKg } = chargeBalance(record(opened, out))
    expect(oz(recoveredKg)).toBeCloseTo(70, 9)
    expect(due.ok && due.startShare).toBeCloseTo(0.95, 9)
  })
  it('of a new split whose charge was recovered for a repair owes all of it again, and nothing from before counts', () => {
    const out = (ounces: number): Lines => [
      [
        -30,
        {
          kind: 'weighed',
          direction: 'remove',
          before: { value: 100, unit: 'oz' },
          after: { value: 100 + ounces, unit: 'oz' },
        },
      ],
    ]
    const pumped: Lines = [[-20, { kind: 'pumpOn' }]]
    const emptied = chargeBalance(record(opened, weighed, out(98), pumped))
    expect(oz(emptied.openKg)).toBeCloseTo(105, 9)
    expect(oz(emptied.weighedKg)).toBeCloseTo(0, 9)
    expect(oz(emptied.recoveredKg)).toBeCloseTo(98, 9)
    const again: Lines = [
      [
        -5,
        { kind: 'weighed', direction: 'add', before: { value: 400, unit: 'oz' }, after: { value: 295, unit: 'oz' } },
      ],
    ]
    expect(chargeBalance(record(opened, weighed, out(98), pumped, again))).toMatchObject({ settled: true })
    // a few ounces taken out, or no pump after it: nothing was emptied
    expect(oz(chargeBalance(record(opened, weighed, out(6), pumped)).openKg)).toBeCloseTo(6, 9)
    expect(oz(chargeBalance(record(opened, weighed, out(98))).openKg)).toBeCloseTo(98, 9)
  })
  it('goes on the next day: weighings of two days add up, whatever cylinder they came from', () => {
    const nextDay: Lines = [
      [
        -24 * 60,
        {
          kind: 'weighed',
          direction: 'add',
          before: { value: 300, unit: 'oz' },
          after: { value: 291, unit: 'oz' },
          cylinder: 'A',
        },
      ],
      [
        -10,
        {
          kind: 'weighed',
          direction: 'add',
          before: { value: 12, unit: 'lb' },
          after: { value: 11.625, unit: 'lb' },
          cylinder: 'B',
        },
      ],
    ]
    const balance = chargeBalance(record(opened, nextDay))
    expect(oz(balance.weighedKg)).toBeCloseTo(15, 6)
    expect(balance.settled).toBe(true)
  })
  it('says which facts are missing, and when a run is too long for the sum', () => {
    expect(chargeDue({ refrigerant: 'R-32' })).toEqual({
      ok: false,
      reason: 'missing',
      missing: ['lineLength', 'includedLength', 'liquidLine'],
    })
    expect(chargeDue({ ...facts, lineLength: { value: 81, unit: 'ft' } })).toMatchObject({ overLongLine: true })
    expect(chargeDue({ ...facts, lineLength: { value: 80, unit: 'ft' } })).toMatchObject({ overLongLine: false })
  })
})

describe('a line longer than the label goes', () => {
  const long = (part: object): Lines => [
    ...bare,
    [-80, { kind: 'facts', facts: { lineLength: { value: 95, unit: 'ft' }, ...part } }],
    [-45, { kind: 'weighed', direction: 'add', before: { value: 200, unit: 'oz' }, after: { value: 152, unit: 'oz' } }],
  ]
  const weighIn = (...parts: Lines[]) => view(...parts).stages.find(({ stage }) => stage === 'weighIn')!.state
  it('is settled by no sum until somebody says by what it is charged', () => {
    expect(view(long({})).charge).toMatchObject({ settled: false, due: { overLongLine: true, stopped: true } })
    expect(weighIn(long({}))).toBe('stopped')
    expect(weighIn(long({ longLineReason: 'ok' }))).toBe('stopped')
    const by = long({ longLineReason: 'guideline, 3/8 to 100 ft, no trap' })
    expect(view(by).charge).toMatchObject({ settled: true, due: { overLongLine: true, stopped: false } })
    expect(weighIn(by)).toBe('done')
    // a record of before was signed without it, and stays what it was
    expect(weighIn(long({}), [[-5, { kind: 'sealed', name: 'Wren', signature: [[0, 0, 9, 9]] }]])).toBe('done')
    expect(weighIn(long({ lineLength: { value: 79, unit: 'ft' } }))).not.toBe('stopped')
  })
})
