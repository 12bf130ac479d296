import fc from 'fast-check'
import type { CylinderMoved } from './entry'
import type { Cylinder } from '../charge/cylinder'
import { bookMovements, co2eKg, refrigerantLines, type MovementSum } from './cylinderBook'

const cylinder = (id: string, part: Partial<Cylinder> = {}): Cylinder => ({
  id,
  name: id,
  state: 'virgin',
  refrigerant: 'R-410A',
  tare: { value: 5, unit: 'kg' },
  ...part,
})
const shelf = new Map([cylinder('a'), cylinder('b')].map((c) => [c.id, c]))
const moved = (part: Partial<CylinderMoved>): CylinderMoved => ({
  v: 1,
  id: 'm',
  at: '2026-07-14T12:00:00.000Z',
  writtenAt: '2026-07-14T12:00:00.000Z',
  kind: 'cylinderMoved',
  movement: 'purchased',
  cylinderId: 'a',
  mass: { value: 11, unit: 'kg' },
  ...part,
})
const lines = (part: Partial<CylinderMoved>) =>
  bookMovements(moved(part), 'Wren Halloway', shelf).map(({ cylinderId, kind, kg }) => [cylinderId, kind, kg])

describe('bookMovements', () => {
  it('brings in what was bought and takes out what was returned', () => {
    expect(lines({})).toEqual([['a', 'purchased', 11]])
    expect(lines({ movement: 'returned' })).toEqual([['a', 'returned', -11]])
  })
  it('fills over: out of one, into the other, nothing lost', () => {
    expect(lines({ movement: 'transferred', toCylinderId: 'b' })).toEqual([
      ['a', 'transferredOut', -11],
      ['b', 'transferredIn', 11],
    ])
  })
  it('takes the tare off what the scale shows', () => {
    expect(lines({ movement: 'weighed' })).toEqual([['a', 'weighed', 6]])
  })
  it('knows nothing of a cylinder that isn’t in the book', () => {
    expect(lines({ cylinderId: 'nowhere' })).toEqual([])
  })
  it('takes the uncertainty from the scale that is named', () => {
    const scale = {
      id: 's',
      name: 'Scale',
      kind: 'scale',
      accuracies: [{ dimension: 'mass', absolute: { value: 3, unit: 'g' }, stated: 'rectangular' }],
    } as const
    const [line] = bookMovements(moved({ scale }), 'x', shelf)
    expect(line!.standardUncertaintyKg).toBeCloseTo(0.003 / Math.sqrt(3), 9)
  })
})

describe('the report of a period', () => {
  const sums = fc.array(
    fc.record<MovementSum>({
      refrigerant: fc.constantFrom('R-410A', 'R-32', null),
      kind: fc.constantFrom(
        'purchased',
        'charged',
        'recovered',
        'returned',
        'transferredIn',
        'transferredOut',
        'weighed',
      ),
      when: fc.constantFrom('before', 'within'),
      kg: fc.double({ min: -50, max: 50, noNaN: true }),
      varianceKg2: fc.double({ min: 0, max: 1, noNaN: true }),
      count: fc.integer({ min: 1, max: 9 }),
    }),
    { maxLength: 20 },
  )
  it('closes: opening and all that came and went make up what there is', () => {
    fc.assert(
      fc.property(sums, (given) => {
        for (const l of refrigerantLines(given, 'AR5')) {
          const made =
            l.openingKg + l.purchasedKg - l.chargedKg + l.recoveredKg - l.returnedKg + l.transferredKg + l.unexplainedKg
          expect(made).toBeCloseTo(l.closingKg, 9)
        }
        const all = refrigerantLines(given, 'AR5').reduce((sum, l) => sum + l.closingKg, 0)
        expect(all).toBeCloseTo(
          given.reduce((sum, s) => sum + s.kg, 0),
          8,
        )
      }),
    )
  })
  it('weighs by warming as the named report says, and says nothing of what it doesn’t know', () => {
    expect(co2eKg('R-410A', 2, 'AR4')).toBe(4176)
    expect(co2eKg('R-410A', 2, 'AR5')).toBe(3848)
    expect(co2eKg(null, 2, 'AR5')).toBeUndefined()
  })
})
