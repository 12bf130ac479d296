import fc from 'fast-check'
import reference from '../../../scripts/reference/saturation.json'
import { evaluate, invertRising, makeCurve } from './curve'
import {
  hasGlide,
  isBlend,
  isFlammable,
  offeredRefrigerants,
  refrigerants,
  unitRefrigerants,
  type Refrigerant,
} from './refrigerants'
import { saturatedDensityKgPerM3 } from './density'
import { pressureRangePa, saturationPressurePa, saturationTemperatureK, type SaturationCurve } from './saturation'

const PSI = 6894.757293168
const kelvin = (f: number) => (f + 459.67) / 1.8
const fahrenheit = (k: number) => k * 1.8 - 459.67
const anyRefrigerant = fc.constantFrom(...refrigerants)
const anyCurve = fc.constantFrom<SaturationCurve>('bubble', 'dew')

describe('saturation against the reference table', () => {
  it.each(reference.refrigerants.map((r) => [r.name, r] as const))('%s: every row, both curves', (name, { grid }) => {
    for (const row of grid) {
      for (const [curve, psia] of [
        ['bubble', row.bubblePsia],
        ['dew', row.dewPsia],
      ] as const) {
        const found = saturationTemperatureK(name as Refrigerant, curve, psia * PSI)
        expect(fahrenheit(found!)).toBeCloseTo(row.T_F, 6)
        expect(saturationPressurePa(name as Refrigerant, curve, kelvin(row.T_F))! / PSI).toBeCloseTo(psia, 6)
      }
    }
  })

  it('is good to 0.02 °F between nodes: built from every second row, it finds the rows left out', () => {
    let worst = 0
    for (const { grid } of reference.refrigerants) {
      const kept = grid.filter((_, i) => i % 2 === 0)
      const curve = makeCurve(
        kept[0]!.T_F,
        4,
        kept.map((r) => Math.log(r.dewPsia)),
      )
      for (const row of grid.filter((_, i) => i % 2 === 1 && i < grid.length - 1)) {
        worst = Math.max(worst, Math.abs(invertRising(curve, Math.log(row.dewPsia))! - row.T_F))
      }
    }
    expect(worst).toBeLessThan(0.02)
    expect(worst).toBeGreaterThan(0)
  })

  it('finds the normal boiling point of R-22', () => {
    expect(fahrenheit(saturationTemperatureK('R-22', 'dew', 101325)!)).toBeCloseTo(-41.46, 1)
  })
})

describe('saturation as a law', () => {
  it('comes back: temperature → pressure → temperature', () => {
    fc.assert(
      fc.property(anyRefrigerant, anyCurve, fc.double({ min: -59.9, max: 139.9, noNaN: true }), (r, curve, f) => {
        const k = kelvin(f)
        const back = saturationTemperatureK(r, curve, saturationPressurePa(r, curve, k)!)!
        expect(Math.abs(back - k)).toBeLessThan(1e-6)
      }),
    )
  })

  it('rises: more pressure, higher temperature', () => {
    fc.assert(
      fc.property(
        anyRefrigerant,
        anyCurve,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 1.0001, max: 1.5, noNaN: true }),
        (r, curve, share, ratio) => {
          const { lowPa, highPa } = pressureRangePa(r, curve)
          const lower = lowPa * (highPa / lowPa) ** share
          const upper = Math.min(lower * ratio, highPa)
          fc.pre(upper > lower * 1.00005)
          expect(saturationTemperatureK(r, curve, upper)!).toBeGreaterThan(saturationTemperatureK(r, curve, lower)!)
        },
      ),
    )
  })

  it('has dew at or above bubble at the same pressure', () => {
    fc.assert(
      fc.property(anyRefrigerant, fc.double({ min: -50, max: 130, noNaN: true }), (r, f) => {
        const pa = saturationPressurePa(r, 'bubble', kelvin(f))!
        expect(saturationTemperatureK(r, 'dew', pa)! - saturationTemperatureK(r, 'bubble', pa)!).toBeGreaterThan(-1e-9)
      }),
    )
  })

  it('is undefined, never NaN, outside the data', () => {
    for (const pa of [0, -1, NaN, Infinity, -Infinity, 1, 1e9]) {
      expect(saturationTemperatureK('R-410A', 'dew', pa)).toBeUndefined()
    }
    for (const k of [0, -5, NaN, Infinity, kelvin(-61), kelvin(151)]) {
      expect(saturationPressurePa('R-410A', 'bubble', k)).toBeUndefined()
    }
    expect(saturationTemperatureK('R-999' as Refrigerant, 'dew', 5e5)).toBeUndefined()
    expect(saturatedDensityKgPerM3('R-999' as Refrigerant, 'liquid', 300)).toBeUndefined()
  })

  it('does not answer to names from the object prototype', () => {
    expect(saturationTemperatureK('constructor' as Refrigerant, 'dew', 5e5)).toBeUndefined()
  })
})

describe('density', () => {
  it('agrees with the reference rows', () => {
    const r410a = reference.refrigerants.find((r) => r.name === 'R-410A')!
    for (const row of r410a.grid) {
      expect(saturatedDensityKgPerM3('R-410A', 'liquid', kelvin(row.T_F))! / 16.01846337396).toBeCloseTo(
        row.rhoLiquid,
        4,
      )
      expect(saturatedDensityKgPerM3('R-410A', 'vapour', kelvin(row.T_F))! / 16.01846337396).toBeCloseTo(
        row.rhoVapor,
        6,
      )
    }
  })
})

describe('refrigerants', () => {
  it('offers what could be verified and computes the rest', () => {
    expect(refrigerants).toHaveLength(22)
    expect(offeredRefrigerants).not.toContain('R-466A')
    expect(saturationTemperatureK('R-466A', 'dew', 8e5)).toBeDefined()
  })
  it('offers for a unit what it can hold, split systems’ first, and no component of a blend', () => {
    expect(unitRefrigerants.slice(0, 3)).toEqual(['R-410A', 'R-32', 'R-454B'])
    expect(new Set(unitRefrigerants).size).toBe(unitRefrigerants.length)
    expect(offeredRefrigerants.filter((r) => !unitRefrigerants.includes(r))).toEqual([
      'R-125',
      'R-600',
      'R-143a',
      'R-1234ze(E)',
      'R-601a',
    ])
    expect(unitRefrigerants.every((r) => offeredRefrigerants.includes(r))).toBe(true)
  })
  it('knows what burns, what glides and what is a blend', () => {
    expect([isFlammable('R-32'), isFlammable('R-290'), isFlammable('R-410A'), isFlammable('R-22')]).toEqual([
      true,
      true,
      false,
      false,
    ])
    expect([hasGlide('R-407C'), hasGlide('R-410A'), hasGlide('R-22')]).toEqual([true, false, false])
    expect([isBlend('R-410A'), isBlend('R-32')]).toEqual([true, false])
  })
})

describe('curve', () => {
  it('is exact for a cubic, away from the ends', () => {
    const cubic = (x: number) => 0.1 * x ** 3 - x + 2
    const curve = makeCurve(
      0,
      1,
      Array.from({ length: 12 }, (_, i) => cubic(i)),
    )
    for (const x of [2.5, 5.25, 8.9]) expect(evaluate(curve, x)).toBeCloseTo(cubic(x), 9)
  })
})
