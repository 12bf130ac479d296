import fc from 'fast-check'
import { balanceCylinder, type CylinderMovement } from './balanceCylinder'

let made = 0
const move = (kind: CylinderMovement['kind'], kg: number, more: Partial<CylinderMovement> = {}): CylinderMovement => ({
  id: `m${(made += 1)}`,
  atMs: made * 1000,
  kind,
  kg,
  standardUncertaintyKg: 0.005,
  ...more,
})
const codes = (movements: CylinderMovement[], limits = {}) =>
  balanceCylinder(movements, limits).findings.map((f) => f.code)

describe('balanceCylinder', () => {
  it('adds up what came and went, with its uncertainty in quadrature', () => {
    const found = balanceCylinder([move('purchased', 11.3), move('charged', -0.5), move('charged', -0.25)])
    expect(found.netKg).toBeCloseTo(10.55, 12)
    expect(found.standardUncertaintyKg).toBeCloseTo(0.005 * Math.sqrt(3), 12)
    expect(found.findings).toEqual([])
  })
  it('a weighing sets the content, and says what the book can’t explain', () => {
    const found = balanceCylinder([
      move('purchased', 10),
      move('charged', -1),
      move('weighed', 8.9),
      move('charged', -0.9),
    ])
    expect(found.netKg).toBeCloseTo(8, 12)
    expect(found.unexplainedKg).toBeCloseTo(-0.1, 12)
    expect(found.findings).toMatchObject([{ code: 'unexplained', beyond: true }])
    const close = balanceCylinder([move('purchased', 10), move('weighed', 10.004)])
    expect(close.findings).toMatchObject([{ code: 'unexplained', beyond: false }])
  })
  it('shows two that drew at once: both kept, the balance right', () => {
    const draws = [
      move('purchased', 10),
      move('charged', -0.4, { beforeKg: 10, afterKg: 9.6, unitId: 'a' }),
      move('charged', -0.3, { beforeKg: 10, afterKg: 9.7, unitId: 'b' }),
    ]
    const found = balanceCylinder(draws)
    expect(found.netKg).toBeCloseTo(9.3, 12)
    expect(found.findings).toMatchObject([{ code: 'overlap', id: draws[2]!.id, with: draws[1]!.id }])
    expect(codes([draws[0]!, draws[1]!, { ...draws[2]!, beforeKg: 9.602, afterKg: 9.3 }])).toEqual([])
  })
  it('finds more drawn than there was, two refrigerants in one, and too much', () => {
    expect(codes([move('purchased', 1), move('charged', -1.005)])).toEqual([])
    expect(codes([move('purchased', 1), move('charged', -1.2)])).toEqual(['belowEmpty'])
    const old = { refrigerant: 'R-22' } as const
    const other = { refrigerant: 'R-410A' } as const
    expect(codes([move('recovered', 2, old), move('recovered', 2, other)])).toEqual(['mixed'])
    expect(codes([move('recovered', 2, old), move('returned', -2), move('recovered', 2, other)])).toEqual([])
    expect(balanceCylinder([move('recovered', 2, old)]).holds).toBe('R-22')
    expect(balanceCylinder([move('recovered', 2, old), move('returned', -2)]).holds).toBeUndefined()
    expect(codes([move('recovered', 9, old), move('recovered', 2, old)], { fillLimitKg: 10 })).toEqual(['overfilled'])
  })
  it('is empty without movements', () => {
    expect(balanceCylinder([])).toEqual({ netKg: 0, standardUncertaintyKg: 0, findings: [], unexplainedKg: 0 })
  })
  it('doesn’t depend on the order they come in, nor on one that comes twice', () => {
    const list = fc.array(
      fc.record({
        kg: fc.double({ min: -2, max: 2, noNaN: true }),
        atMs: fc.integer({ min: 0, max: 50 }),
        kind: fc.constantFrom('purchased', 'charged', 'weighed', 'recovered'),
      }),
      { maxLength: 12 },
    )
    fc.assert(
      fc.property(list, fc.integer({ min: 0, max: 11 }), (parts, cut) => {
        const all = parts.map((p, i): CylinderMovement => ({ ...p, id: `x${i}`, standardUncertaintyKg: 0.01 }))
        const mixed = [...all.slice(cut), ...all.slice(0, cut), ...all.slice(0, 3)]
        expect(balanceCylinder(mixed)).toEqual(balanceCylinder(all))
      }),
    )
  })
  it('without weighings nothing is lost: the balance is the sum', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: -5, max: 5, noNaN: true }), { maxLength: 20 }), (amounts) => {
        const { netKg } = balanceCylinder(amounts.map((kg) => move('purchased', kg)))
        expect(netKg).toBeCloseTo(
          amounts.reduce((a, b) => a + b, 0),
          9,
        )
      }),
    )
  })
})
