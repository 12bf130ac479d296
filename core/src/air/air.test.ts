import fc from 'fast-check'
import { absolutePressurePa, atmosphericPressurePa } from './atmosphere'
import { relativeHumidity, wetBulbK } from './wetBulb'

const kelvin = (f: number) => (f + 459.67) / 1.8
const fahrenheit = (k: number) => k * 1.8 - 459.67

describe('atmosphere', () => {
  it('is the standard atmosphere: sea level, a mile up', () => {
    expect(atmosphericPressurePa(0)).toBe(101325)
    expect(atmosphericPressurePa(1609.344) / 6894.757).toBeCloseTo(12.1, 1)
    expect(atmosphericPressurePa(5000)).toBeCloseTo(54020, -2)
  })
  it('falls with height', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -400, max: 6000, noNaN: true }),
        (m) => atmosphericPressurePa(m + 1) < atmosphericPressurePa(m),
      ),
    )
  })
  it('turns gauge into absolute at the site', () => {
    expect(absolutePressurePa({ gaugePa: 500000, elevationM: 0 })).toBe(601325)
  })
})

describe('wet bulb', () => {
  // worked from the ASHRAE psychrometric chart at sea level
  it.each([
    [75, 0.5, 62.6],
    [80, 0.5, 66.7],
    [95, 0.4, 75.1],
    [70, 1, 70],
  ])('%d °F at %d is about %d °F', (dry, rh, wet) => {
    expect(fahrenheit(wetBulbK({ dryBulbK: kelvin(dry), relativeHumidity: rh, pressurePa: 101325 })!)).toBeCloseTo(
      wet,
      0,
    )
  })
  it('is never above dry bulb and rises with humidity', () => {
    const air = fc.record({
      f: fc.double({ min: 35, max: 110, noNaN: true }),
      rh: fc.double({ min: 0.05, max: 0.94, noNaN: true }),
      m: fc.double({ min: 0, max: 3000, noNaN: true }),
    })
    fc.assert(
      fc.property(air, ({ f, rh, m }) => {
        const pressurePa = atmosphericPressurePa(m)
        const at = (relativeHumidity: number) => wetBulbK({ dryBulbK: kelvin(f), relativeHumidity, pressurePa })!
        expect(at(rh)).toBeLessThanOrEqual(kelvin(f) + 0.01)
        expect(at(rh + 0.05)).toBeGreaterThan(at(rh))
      }),
    )
  })
  it('and humidity come back from each other', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 40, max: 105, noNaN: true }),
        fc.double({ min: 0.1, max: 0.95, noNaN: true }),
        (f, rh) => {
          const dryBulbK = kelvin(f)
          const wet = wetBulbK({ dryBulbK, relativeHumidity: rh, pressurePa: 101325 })!
          expect(relativeHumidity({ dryBulbK, wetBulbK: wet, pressurePa: 101325 })!).toBeCloseTo(rh, 2)
        },
      ),
    )
  })
  it('is undefined for what can’t be', () => {
    const base = { dryBulbK: 297, relativeHumidity: 0.5, pressurePa: 101325 }
    for (const wrong of [
      { relativeHumidity: 1.1 },
      { relativeHumidity: -0.1 },
      { relativeHumidity: NaN },
      { dryBulbK: NaN },
      { dryBulbK: 100 },
      { pressurePa: 0 },
    ]) {
      expect(wetBulbK({ ...base, ...wrong })).toBeUndefined()
    }
    expect(relativeHumidity({ dryBulbK: 290, wetBulbK: 291, pressurePa: 101325 })).toBeUndefined()
    expect(relativeHumidity({ dryBulbK: 300, wetBulbK: 260, pressurePa: 101325 })).toBeUndefined()
  })
})
