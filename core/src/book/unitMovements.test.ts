import type { Cylinder } from '../charge/cylinder'
import type { EntryBody } from '../entry/entry'
import { testId, testLog } from '../entry/testing'
import type { Weighed } from '../entry/weighIn'
import { foldEntries } from '../log/fold'
import { customaryProfile } from '../method/readyProfiles'
import { opened, record, type Lines } from '../run/testingLines'
import { unitMovements } from './unitMovements'

const oz = (value: number) => ({ value, unit: 'oz' }) as const
const ounces = (kg: number) => kg / 0.028349523125
const full: Cylinder = { id: testId(900), name: 'C-12', refrigerant: 'R-410A', state: 'virgin', tare: oz(92) }
const step = (part: Partial<Weighed>): EntryBody => ({
  kind: 'weighed',
  direction: 'add',
  before: oz(200),
  after: oz(185),
  ...part,
})

describe('unitMovements', () => {
  it('tells the book what each weighing did to its cylinder, and nothing once it is struck out', () => {
    const weighed: Lines = [...opened, [-30, step({ vessel: full })]]
    const log = testLog(...weighed)
    const [line] = unitMovements(foldEntries(log), 'unit')
    expect(line).toMatchObject({ kind: 'charged', cylinderId: full.id, refrigerant: 'R-410A', unitId: 'unit' })
    expect(ounces(-line!.kg)).toBeCloseTo(15, 9)
    expect(ounces(line!.beforeKg!)).toBeCloseTo(108, 9)
    // a mere difference moves as much, and says nothing of what is in the cylinder
    const [net] = unitMovements(record(opened, [[-30, step({ vessel: full, net: true })]]), 'unit')
    expect([net!.kg, net!.beforeKg]).toEqual([line!.kg, undefined])
    const strike: Lines[number] = [-10, { kind: 'struck', strikes: log.at(-1)!.entry.id, reason: 'twice' }]
    expect(unitMovements(foldEntries(testLog(...weighed, strike)), 'unit')).toEqual([])
    expect(line!.standardUncertaintyKg).toBeCloseTo(
      (customaryProfile.scaleAccuracyKg.si / Math.sqrt(3)) * Math.SQRT2,
      9,
    )
  })
})
