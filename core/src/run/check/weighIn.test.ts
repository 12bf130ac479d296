import type { Cylinder } from '../../charge/cylinder'
import { checkEntry } from './checkEntry'
import { chargeBalance } from '../chargeBalance'
import type { EntryBody } from '../../entry/entry'
import type { Weighed } from '../../entry/weighIn'
import { NOON, testEntry, testId } from '../../entry/testing'
import { opened, record, type Lines } from '../testingLines'

const oz = (value: number) => ({ value, unit: 'oz' }) as const
const lb = (value: number) => ({ value, unit: 'lb' }) as const
const ounces = (kg: number) => kg / 0.028349523125
const full: Cylinder = { id: testId(900), name: 'C-12', refrigerant: 'R-410A', state: 'virgin', tare: oz(92) }
const recovery: Cylinder = {
  id: testId(901),
  name: 'R-03',
  state: 'empty',
  tare: lb(24.5),
  waterCapacity: lb(47.7),
}
const step = (part: Partial<Weighed>): EntryBody => ({
  kind: 'weighed',
  direction: 'add',
  before: oz(200),
  after: oz(185),
  ...part,
})
const codes = (lines: Lines, body: EntryBody) =>
  checkEntry(record(lines), testEntry(700, 0, body), { nowMs: NOON }).map((p) => p.code)
const out = { direction: 'remove', before: lb(30), after: lb(36) } as const

describe('the fill limit of a recovery cylinder', () => {
  const kg = (value: number) => ({ value, unit: 'kg' }) as const
  const cylinder: Cylinder = {
    ...recovery,
    tare: kg(11.1),
    waterCapacity: kg(24),
    state: 'recovered',
    refrigerant: 'R-410A',
  }
  const recovered = (before: number, after: number, part: Partial<Weighed> = {}): EntryBody =>
    step({ direction: 'remove', before: kg(before), after: kg(after), vessel: cylinder, ...part })
  it('holds when the scale was set to zero with the cylinder on it', () => {
    expect(codes(opened, recovered(0, 10))).toEqual([])
    expect(codes(opened, recovered(0, 22.8))).toEqual(['overfilled'])
    expect(codes(opened, recovered(0, 22.8, { net: true }))).toEqual(['overfilled'])
  })
  it('counts what the book says is in it, and what this unit put into it before', () => {
    expect(codes(opened, recovered(0, 10, { booked: kg(2) }))).toEqual([])
    expect(codes(opened, recovered(0, 10, { booked: kg(12) }))).toEqual(['overfilled'])
    const first: Lines = [[-40, recovered(0, 12)]]
    expect(codes([...opened, ...first], recovered(0, 10))).toEqual(['overfilled'])
    // the book that is at hand counts before what the phone knew
    const entry = testEntry(700, 0, recovered(0, 10, { booked: kg(2) }))
    const problems = checkEntry(record(opened), entry, { nowMs: NOON, booked: () => 12 })
    expect(problems.map((p) => p.code)).toEqual(['overfilled'])
  })
  it('follows the whole cylinder on the scale, too', () => {
    expect(codes(opened, recovered(20, 27))).toEqual([])
    expect(codes(opened, recovered(25, 34))).toEqual(['overfilled'])
  })
})

describe('weighing with a cylinder of the book', () => {
  it('takes what the unit takes, and stops at another refrigerant', () => {
    expect(codes(opened, step({ vessel: full }))).toEqual([])
    expect(codes(opened, step({ vessel: { ...full, refrigerant: 'R-32' } }))).toEqual(['wrongRefrigerant'])
    expect(codes(opened, step({ vessel: { ...recovery, tare: oz(90) } }))).toEqual(['emptyCylinder'])
  })
  it('can’t give more than is in it', () => {
    expect(codes(opened, step({ before: oz(100), after: oz(93), vessel: full }))).toEqual([])
    expect(codes(opened, step({ before: oz(100), after: oz(80), vessel: full }))).toEqual(['belowTare'])
    // a scale set to zero with the cylinder on it shows less than the tare: nothing to compare with
    expect(codes(opened, step({ before: oz(20), after: oz(5), vessel: full }))).toEqual([])
  })
  it('recovers only into recovery cylinders, never mixed, never over the limit', () => {
    expect(codes(opened, step({ ...out, vessel: recovery }))).toEqual([])
    expect(codes(opened, step({ ...out, vessel: full }))).toEqual(['notForRecovery'])
    const other: Cylinder = { ...recovery, state: 'recovered', refrigerant: 'R-22' }
    expect(codes(opened, step({ ...out, vessel: other }))).toEqual(['mixing'])
    // 80 % of 47.7 lb of water with R-410A at 120 °F is about 34 lb
    expect(codes(opened, step({ ...out, before: lb(50), after: lb(64), vessel: recovery }))).toEqual(['overfilled'])
    expect(codes(opened, step({ ...out, before: lb(50), after: lb(57), vessel: recovery }))).toEqual([])
  })
  it('in a conversion the old refrigerant comes out, until the new one went in', () => {
    const conversion: Lines = [
      ...opened,
      [-80, { kind: 'facts', facts: { work: 'conversion', oldRefrigerant: 'R-22', refrigerant: 'R-407C' } }],
    ]
    const old: Cylinder = { ...recovery, state: 'recovered', refrigerant: 'R-22' }
    expect(codes(conversion, step({ ...out, vessel: old }))).toEqual([])
    const charged: Lines = [...conversion, [-20, step({ vessel: { ...full, refrigerant: 'R-407C' } })]]
    expect(codes(charged, step({ ...out, vessel: old }))).toEqual(['mixing'])
  })
})

describe('the balance by weight', () => {
  const balance = (...lines: Lines[]) => chargeBalance(record(opened, ...lines))
  it('leaves out what a hose kept or lost, not what was drawn in', () => {
    const hose = (fate: 'kept' | 'lost' | 'drawn'): EntryBody => ({
      kind: 'hoseLeft',
      bore: { value: 5, unit: 'mm' },
      length: { value: 1.5, unit: 'm' },
      phase: 'liquid',
      temperature: { value: 95, unit: '°F' },
      fate,
      mass: oz(1),
    })
    const weighed: Lines[number] = [-30, step({})]
    expect(ounces(balance([weighed]).weighedKg)).toBeCloseTo(15, 9)
    expect(ounces(balance([weighed, [-20, hose('kept')]]).weighedKg)).toBeCloseTo(14, 9)
    expect(ounces(balance([weighed, [-20, hose('drawn')]]).weighedKg)).toBeCloseTo(15, 9)
  })
  it('keeps apart what was recovered before the evacuation', () => {
    const retrofit: Lines = [
      [-85, { kind: 'facts', facts: { work: 'retrofit' } }],
      [-70, step({ ...out, vessel: recovery })],
      [-60, { kind: 'pumpOn' }],
      [-30, step({})],
    ]
    const found = balance(retrofit)
    expect(found.recoveredKg / 0.45359237).toBeCloseTo(6, 9)
    expect(ounces(found.weighedKg)).toBeCloseTo(15, 9)
  })
  it('adds further sections and the label’s items, and shows the vapour line', () => {
    const facts: Lines = [
      [
        -85,
        {
          kind: 'facts',
          facts: {
            sections: [
              {
                length: { value: 10, unit: 'ft' },
                liquidLine: { value: 0.5, unit: 'in' },
                allowance: { value: 1, unit: 'oz/ft' },
              },
            ],
            labelItems: [{ name: 'coil', mass: oz(4) }],
            vapourLine: { value: 0.75, unit: 'in' },
            lift: { value: 60, unit: 'ft' },
          },
        },
      ],
    ]
    const { due } = balance(facts)
    if (!due.ok) throw new Error(due.reason)
    // 40 ft of 0.6 oz/ft with 15 ft included, 10 ft of 1 oz/ft, 4 oz
    expect(ounces(due.dueKg)).toBeCloseTo(15 + 10 + 4, 9)
    expect(ounces(due.totalKg!)).toBeCloseTo(90 + 29, 9)
    expect(ounces(due.vapourKg!)).toBeGreaterThan(1)
    expect(ounces(due.vapourKg!)).toBeLessThan(6)
    expect(due.overLift).toBe(true)
  })
})
