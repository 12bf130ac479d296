import fc from 'fast-check'
import { customaryProfile } from '../method/readyProfiles'
import { chargeBelief, shortBeyondDoubtKg, type ChargeWitness, type WeightKnown } from './chargeBelief'

const weight: WeightKnown = { inItKg: 2.7, inItStandardKg: 0.06, rightKg: 2.9, rightStandardKg: 0.09 }

/** The same by brute force: both unknowns on a grid, each weighed by what weight and readings say of them. */
function byGrid({ inItKg, inItStandardKg, rightKg, rightStandardKg }: WeightKnown, readings: readonly ChargeWitness[]) {
  const log = (x: number, s: number) => -0.5 * (x / s) ** 2
  const points = Array.from({ length: 241 }, (_, i) => -6 + i / 20)
  let [sum, m, off, mm, oo] = [0, 0, 0, 0, 0]
  for (const a of points)
    for (const b of points) {
      const [inIt, right] = [inItKg + a * inItStandardKg, rightKg + b * rightStandardKg]
      const d = inIt - right
      const w = Math.exp(log(a, 1) + log(b, 1) + readings.reduce((s, r) => s + log(r.offKg - d, r.standardKg), 0))
      sum += w
      m += w * inIt
      mm += w * inIt ** 2
      off += w * d
      oo += w * d ** 2
    }
  return {
    inItKg: m / sum,
    inItStandardKg: Math.sqrt(mm / sum - (m / sum) ** 2),
    offKg: off / sum,
    standardKg: Math.sqrt(oo / sum - (off / sum) ** 2),
  }
}

describe('one belief about the charge', () => {
  it.each<[string, readonly ChargeWitness[]]>([
    ['weight alone', []],
    ['superheat that says shorter', [{ source: 'superheat', offKg: -0.35, standardKg: 0.1 }]],
    [
      'both coils, which say different things',
      [
        { source: 'superheat', offKg: -0.05, standardKg: 0.08 },
        { source: 'subcooling', offKg: -0.4, standardKg: 0.2 },
      ],
    ],
  ])('%s: as the whole grid of what may be has it', (_, readings) => {
    const belief = chargeBelief(weight, readings)!
    const grid = byGrid(weight, readings)
    for (const key of ['inItKg', 'inItStandardKg', 'offKg', 'standardKg'] as const)
      expect([key, belief[key]]).toEqual([key, expect.closeTo(grid[key], 4)])
    expect(belief.witnesses.map((w) => w.source)).toEqual(['weight', ...readings.map((r) => r.source)])
  })
  it('what was weighed whole keeps its weight, and a reading moves what is right', () => {
    const weighed = { ...weight, inItStandardKg: 0 }
    const belief = chargeBelief(weighed, [{ source: 'superheat', offKg: 0, standardKg: 0.02 }])!
    expect(belief.inItKg).toBeCloseTo(2.7, 3)
    expect(Math.abs(belief.offKg)).toBeLessThan(0.02)
  })
  it('each witness leaves it known as well or better, whatever the order', () => {
    const some = fc.record({
      source: fc.constantFrom('superheat' as const, 'subcooling' as const, 'cold' as const),
      offKg: fc.double({ min: -2, max: 2, noNaN: true }),
      standardKg: fc.double({ min: 0.01, max: 2, noNaN: true }),
    })
    fc.assert(
      fc.property(fc.array(some, { maxLength: 4 }), (readings) => {
        const all = chargeBelief(weight, readings)!
        const back = chargeBelief(weight, [...readings].reverse())!
        expect(back.offKg).toBeCloseTo(all.offKg, 8)
        expect(back.inItStandardKg).toBeCloseTo(all.inItStandardKg, 8)
        const less = chargeBelief(weight, readings.slice(1))!
        expect(all.standardKg).toBeLessThanOrEqual(less.standardKg + 1e-12)
        expect(all.inItStandardKg).toBeLessThanOrEqual(less.inItStandardKg + 1e-12)
      }),
    )
  })
  it('says nothing of a weight that is none, and leaves out a witness that is none', () => {
    expect(chargeBelief({ ...weight, inItKg: Number.NaN })).toBeUndefined()
    expect(chargeBelief({ ...weight, rightKg: -1 })).toBeUndefined()
    const odd = chargeBelief(weight, [{ source: 'cold', offKg: Number.NaN, standardKg: 1 }])!
    expect(odd).toEqual(chargeBelief(weight))
  })
  it('is short beyond doubt from two standard uncertainties on, and from more than a weighing is off by', () => {
    const short = (offKg: number, standardKg: number) => shortBeyondDoubtKg({ offKg, standardKg }, customaryProfile)
    expect(short(-0.21, 0.1)).toBeCloseTo(0.21, 9)
    expect(short(-0.19, 0.1)).toBeUndefined()
    expect(short(0.5, 0.1)).toBeUndefined()
    const ounce = customaryProfile.weighInToleranceKg.si
    expect(short(-ounce * 1.01, 0.001)).toBeDefined()
    expect(short(-ounce * 0.99, 0.001)).toBeUndefined()
  })
})
