import fc from 'fast-check'
import { saturatedDensityKgPerM3 } from '../refrigerant/density'
import { hoseContentKg } from './hoseContent'
import { recoveryFillLimitKg } from './recoveryFillLimit'

const kelvin = (f: number) => (f + 459.67) / 1.8
const lb = 0.45359237

describe('recoveryFillLimitKg', () => {
  const cylinder = { refrigerant: 'R-410A', waterCapacityKg: 47.7 * lb, temperatureK: kelvin(77) } as const
  it('is 80 % of the volume, full of liquid', () => {
    const density = saturatedDensityKgPerM3('R-410A', 'liquid', kelvin(77))!
    expect(recoveryFillLimitKg(cylinder)).toBeCloseTo((0.8 * 47.7 * lb * density) / 999.1, 9)
    expect(recoveryFillLimitKg(cylinder)! / lb).toBeGreaterThan(38)
    expect(recoveryFillLimitKg(cylinder)! / lb).toBeLessThan(42)
  })
  it('is less the warmer it gets, and less for a lighter refrigerant', () => {
    const at = (f: number) => recoveryFillLimitKg({ ...cylinder, temperatureK: kelvin(f) })!
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 120, noNaN: true }),
        fc.double({ min: 1, max: 20, noNaN: true }),
        (f, more) => {
          expect(at(f + more)).toBeLessThan(at(f))
        },
      ),
    )
    expect(recoveryFillLimitKg({ ...cylinder, refrigerant: 'R-290' })!).toBeLessThan(at(77) / 2)
  })
  it('takes a lower share, and refuses what can’t be', () => {
    expect(recoveryFillLimitKg({ ...cylinder, fraction: 0.4 })).toBeCloseTo(recoveryFillLimitKg(cylinder)! / 2, 9)
    for (const bad of [{ fraction: 1.2 }, { fraction: 0 }, { waterCapacityKg: -3 }, { temperatureK: 500 }])
      expect(recoveryFillLimitKg({ ...cylinder, ...bad })).toBeUndefined()
  })
})

describe('hoseContentKg', () => {
  const hose = { boreM: 0.005, lengthM: 1.5, phase: 'liquid', refrigerant: 'R-410A', temperatureK: 308.15 } as const
  it('holds tens of grams per metre as liquid, and little as vapour', () => {
    const perMetre = hoseContentKg(hose)! / 1.5
    expect(perMetre).toBeGreaterThan(0.015)
    expect(perMetre).toBeLessThan(0.03)
    expect(hoseContentKg({ ...hose, phase: 'vapour' })!).toBeLessThan(hoseContentKg(hose)! / 8)
  })
  it('goes with length and with the square of the bore', () => {
    expect(hoseContentKg({ ...hose, lengthM: 3 })).toBeCloseTo(2 * hoseContentKg(hose)!, 12)
    expect(hoseContentKg({ ...hose, boreM: 0.01 })).toBeCloseTo(4 * hoseContentKg(hose)!, 12)
    expect(hoseContentKg({ ...hose, lengthM: 0 })).toBe(0)
  })
  it('refuses what can’t be', () => {
    for (const bad of [{ lengthM: -1 }, { boreM: NaN }, { temperatureK: 500 }])
      expect(hoseContentKg({ ...hose, ...bad })).toBeUndefined()
  })
})
