import fc from 'fast-check'
import { absolutePressurePa, atmosphericPressurePa } from './atmosphere'
import { expectedSplitK } from './expectedSplit'
import { waterBoilingPointK, waterVapourPressurePa } from './water'
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

describe('the split that this air should give', () => {
  const at = (dry: number, wet: number, pressurePa = 101325) =>
    expectedSplitK({ returnDryBulbK: kelvin(dry), returnWetBulbK: kelvin(wet), pressurePa })
  it.each([
    [80, 67, 21],
    [75, 63, 20],
    [80, 72, 17],
    [75, 57, 23.5],
  ])('%d °F dry bulb, %d °F wet bulb: about %d °F, as makers’ tables have it', (dry, wet, f) => {
    expect(Math.abs(at(dry, wet)! * 1.8 - f)).toBeLessThan(1.5)
  })
  it('is smaller in wetter air', () => {
    const f = (min: number, max: number) => fc.double({ min, max, noNaN: true })
    fc.assert(
      fc.property(f(68, 85), f(0.3, 0.9), (dry, share) => {
        const wet = 50 + (dry - 50) * share
        expect(at(dry, wet + 1)!).toBeLessThanOrEqual(at(dry, wet)! + 1e-6)
      }),
    )
  })
  it('takes the site’s pressure, and refuses what no return air is', () => {
    expect(at(76, 65, 83436)).not.toBeCloseTo(at(76, 65)!, 2)
    expect(at(76, 77)).toBeUndefined()
    expect(at(150, 80)).toBeUndefined()
    expect(at(76, 65, 0)).toBeUndefined()
  })
})

describe('water', () => {
  it('boils at 70 °F under about 18 800 micron, and freezes its shelf at 32 °F near 4 580', () => {
    expect(waterVapourPressurePa(kelvin(70))! / 0.133322).toBeCloseTo(18_780, -2)
    expect(waterVapourPressurePa(273.16)! / 0.133322).toBeCloseTo(4_585, -1)
  })
  it('gives back the temperature from the pressure', () => {
    fc.assert(
      fc.property(fc.double({ min: 180, max: 460, noNaN: true }), (k) => {
        expect(waterBoilingPointK(waterVapourPressurePa(k)!)).toBeCloseTo(k, 3)
      }),
    )
    expect([waterBoilingPointK(0), waterBoilingPointK(1e9), waterVapourPressurePa(NaN)]).toEqual([
      undefined,
      undefined,
      undefined,
    ])
  })
})
