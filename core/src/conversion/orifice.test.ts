import fc from 'fast-check'
import { stateAt } from '../../../bench/reference/equationsOfState'
import { saturatedDensityKgPerM3 } from '../refrigerant/density'
import { saturatedEnthalpyJPerKg, vapourEnthalpyJPerKg } from '../refrigerant/enthalpy'
import { saturationPressurePa, saturationTemperatureK } from '../refrigerant/saturation'
import type { Refrigerant } from '../refrigerant/refrigerants'
import { meanPressurePa } from '../refrigerant/coilMean'
import { orificeRatio, orificeSizes, orificeState } from './orifice'

const F = (f: number) => (f + 459.67) / 1.8
const design = { evaporatingK: F(45), condensingK: F(110), subcoolingK: 10 / 1.8, superheatK: 10 / 1.8 }
const conditions = [
  design,
  { evaporatingK: F(35), condensingK: F(125), subcoolingK: 15 / 1.8, superheatK: 20 / 1.8 },
  { evaporatingK: F(50), condensingK: F(95), subcoolingK: 5 / 1.8, superheatK: 5 / 1.8 },
]
const pairs: [Refrigerant, Refrigerant][] = [
  ['R-22', 'R-407C'],
  ['R-22', 'R-422D'],
  ['R-22', 'R-438A'],
  ['R-22', 'R-421A'],
  ['R-22', 'R-427A'],
  ['R-22', 'R-407A'],
  ['R-22', 'R-404A'],
  ['R-22', 'R-134a'],
  ['R-410A', 'R-32'],
  ['R-410A', 'R-454B'],
  ['R-134a', 'R-1234yf'],
  ['R-134a', 'R-600a'],
  ['R-404A', 'R-407A'],
  ['R-22', 'R-290'],
]

/** the same ratio by the full equations of state; pressures from the tables, which were solved by an independent program */
function byEquations(refrigerant: Refrigerant, given: typeof design) {
  const low = meanPressurePa(refrigerant, given.evaporatingK)!
  const high = meanPressurePa(refrigerant, given.condensingK)!
  const liquidK = saturationTemperatureK(refrigerant, 'bubble', high)! - given.subcoolingK
  const vapourK = saturationTemperatureK(refrigerant, 'dew', low)! + given.superheatK
  const liquid = stateAt(refrigerant, {
    temperatureK: liquidK,
    pressurePa: high,
    guessKgPerM3: saturatedDensityKgPerM3(refrigerant, 'liquid', liquidK)!,
  })
  const vapour = stateAt(refrigerant, {
    temperatureK: vapourK,
    pressurePa: low,
    guessKgPerM3: saturatedDensityKgPerM3(refrigerant, 'vapour', vapourK)! * 0.8,
  })
  return { effect: vapour.jPerKg - liquid.jPerKg, density: liquid.kgPerM3, drop: high - low }
}

describe('the equations of state that this is compared with', () => {
  it.each(['R-22', 'R-410A', 'R-407C', 'R-438A', 'R-454B', 'R-290'] as const)('give %s’s own table again', (name) => {
    for (const f of [0, 40, 100]) {
      const at = (phase: 'liquid' | 'vapour') =>
        stateAt(name, {
          temperatureK: F(f),
          pressurePa: saturationPressurePa(name, phase === 'liquid' ? 'bubble' : 'dew', F(f))!,
          guessKgPerM3: saturatedDensityKgPerM3(name, phase, F(f))!,
        })
      expect(at('liquid').kgPerM3 / saturatedDensityKgPerM3(name, 'liquid', F(f))!).toBeCloseTo(1, 4)
      expect(at('vapour').kgPerM3 / saturatedDensityKgPerM3(name, 'vapour', F(f))!).toBeCloseTo(1, 3)
      const latent = saturatedEnthalpyJPerKg(name, 'vapour', F(f))! - saturatedEnthalpyJPerKg(name, 'liquid', F(f))!
      expect((at('vapour').jPerKg - at('liquid').jPerKg) / latent).toBeCloseTo(1, 3)
    }
  })
})

describe('the orifice for another refrigerant', () => {
  it.each(pairs)('%s → %s is within 1.5 % of the full equations of state', (from, to) => {
    for (const given of conditions) {
      const { diameterRatio, massFlowRatio } = orificeRatio({ oldRefrigerant: from, newRefrigerant: to, ...given })!
      const [before, after] = [byEquations(from, given), byEquations(to, given)]
      const flow = before.effect / after.effect
      const exact = Math.sqrt(flow * Math.sqrt((before.density * before.drop) / (after.density * after.drop)))
      expect(Math.abs(massFlowRatio / flow - 1)).toBeLessThan(0.02)
      expect(Math.abs(diameterRatio / exact - 1)).toBeLessThan(given === design ? 0.006 : 0.015)
    }
  })
  it('is one for the same refrigerant, the inverse the other way round, and goes through a third one', () => {
    const names = fc.constantFrom<Refrigerant>('R-22', 'R-407C', 'R-134a', 'R-410A', 'R-438A', 'R-290')
    const spread = fc.record({
      evaporatingK: fc.double({ min: F(20), max: F(55), noNaN: true }),
      condensingK: fc.double({ min: F(85), max: F(125), noNaN: true }),
      subcoolingK: fc.double({ min: 0, max: 12, noNaN: true }),
      superheatK: fc.double({ min: 0, max: 15, noNaN: true }),
    })
    const ratio = (a: Refrigerant, b: Refrigerant, given: typeof design) =>
      orificeRatio({ oldRefrigerant: a, newRefrigerant: b, ...given })!.diameterRatio
    fc.assert(
      fc.property(names, names, names, spread, (a, b, c, given) => {
        expect(ratio(a, a, given)).toBeCloseTo(1, 10)
        expect(ratio(a, b, given) * ratio(b, a, given)).toBeCloseTo(1, 10)
        expect(ratio(a, b, given) * ratio(b, c, given)).toBeCloseTo(ratio(a, c, given), 10)
      }),
    )
  })
  it('shows its working, and says nothing where there is no data or no cooling', () => {
    const { working } = orificeRatio({ oldRefrigerant: 'R-22', newRefrigerant: 'R-407C', ...design })!
    // R-22 by hand from its table: 90.8 and 241.1 psia at 45 and 110 °F
    expect(working.old.evaporatingPa / 6894.757).toBeCloseTo(90.8, 0)
    expect(working.old.condensingPa / 6894.757).toBeCloseTo(241, 0)
    // a blend's mean is midway between its curves
    const { evaporatingPa } = working.new
    const mean = ['bubble', 'dew'].map((curve) => saturationTemperatureK('R-407C', curve as 'dew', evaporatingPa)!)
    expect((mean[0]! + mean[1]!) / 2).toBeCloseTo(F(45), 6)
    const ask = (part: Partial<typeof design>) =>
      orificeRatio({ oldRefrigerant: 'R-22', newRefrigerant: 'R-407C', ...design, ...part })
    expect(ask({ evaporatingK: F(-90) })).toBeUndefined()
    expect(ask({ condensingK: F(200) })).toBeUndefined()
    expect(ask({ condensingK: F(40) })).toBeUndefined()
    expect(ask({ subcoolingK: -1 })).toBeUndefined()
    expect(ask({ superheatK: NaN })).toBeUndefined()
    expect(orificeState('R-22', { ...design, superheatK: 80 })).toBeUndefined()
  })
  it('names the real sizes next to it', () => {
    expect(orificeSizes(67, 0.9602)).toMatchObject({ below: 64, above: 65 })
    expect(orificeSizes(60, 1)).toEqual({ wantedThousandths: 60, below: 60, above: 60 })
    for (const [old, ratio] of [
      [0, 1],
      [0.067, 1],
      [1.7, 1],
      [60, 3],
      [NaN, 1],
    ])
      expect(orificeSizes(old!, ratio!)).toBeUndefined()
  })
})

describe('superheated vapour', () => {
  it('is the saturated one where it isn’t superheated, and warmer carries more', () => {
    for (const name of ['R-22', 'R-410A', 'R-407C'] as const) {
      const dew = saturationPressurePa(name, 'dew', F(45))!
      expect(vapourEnthalpyJPerKg(name, F(45), dew)).toBeCloseTo(saturatedEnthalpyJPerKg(name, 'vapour', F(45))!, 6)
      const rising = [45, 50, 60, 70].map((f) => vapourEnthalpyJPerKg(name, F(f), dew)!)
      expect([...rising].sort((a, b) => a - b)).toEqual(rising)
      // some 0.7 to 1.2 kJ/kg a kelvin
      const perK = (rising[2]! - rising[0]!) / (15 / 1.8)
      expect(perK).toBeGreaterThan(600)
      expect(perK).toBeLessThan(1400)
    }
  })
})
