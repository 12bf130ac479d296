import {
  machineOrifice,
  orificeRatio,
  saturatedEnthalpyJPerKg,
  vapourEnthalpyJPerKg,
  type Refrigerant,
} from '@zetesis/core'
import { pistonSystem, systemFor } from './conditions'
import { landBySubcooling, landBySuperheat, rightChargeKg } from './landing'
import { createModel } from './model'
import { rating } from './sizing'
import { weatherShift } from './oneWeather'
import { createRig } from './systemRig'

const K = 1 / 1.8
const design = {
  evaporatingK: pistonSystem.evaporatingK,
  condensingK: rating.outdoorK + pistonSystem.condensingOverK,
  subcoolingK: pistonSystem.targetSubcoolingK,
  superheatK: 13 * K,
}
const as = (builtFor: Refrigerant, boreRatio: number) => ({ builtFor, boreRatio, oilLogged: 0 })

describe('a machine that runs on another refrigerant than it was built for', () => {
  // bench/conversionStudy.ts has all twelve pairs
  it.each([
    ['R-22', 'R-438A'],
    ['R-22', 'R-407C'],
    ['R-22', 'R-422D'],
    ['R-410A', 'R-32'],
  ] as const)('%s to %s: lands within 2 °F of its superheat with the orifice that is reckoned', (from, to) => {
    const { machineRatio } = machineOrifice({ oldRefrigerant: from, newRefrigerant: to, ...design })!
    const own = landBySubcooling(from, as(from, 1))
    const now = landBySubcooling(to, as(from, machineRatio))
    expect(Math.abs(now.superheatK - own.superheatK)).toBeLessThan(2 * K)
    expect(
      Math.abs(landBySuperheat(to, as(from, machineRatio), own.superheatK).superheatK - own.superheatK),
    ).toBeLessThan(0.2 * K)
  })
  it('shows the symptom of an orifice that is too narrow: high superheat, low suction, and a head that only rises as it is charged', () => {
    const own = landBySubcooling('R-22', as('R-22', 1))
    const narrow = landBySubcooling('R-422D', as('R-22', 1))
    expect(narrow.superheatK - own.superheatK).toBeGreaterThan(20 * K)
    expect(narrow.evaporatingK).toBeLessThan(own.evaporatingK)
    // charged until the superheat fits, liquid stands far up the condenser
    expect(landBySuperheat('R-422D', as('R-22', 1), own.superheatK).subcoolingK).toBeGreaterThan(22 * K)
  })
  it('equal capacity alone is further off than what reckons with compressor and coil', () => {
    const pair = { oldRefrigerant: 'R-22', newRefrigerant: 'R-421A', ...design } as const
    const own = landBySubcooling('R-22', as('R-22', 1)).superheatK
    const off = (ratio: number) => Math.abs(landBySubcooling('R-421A', as('R-22', ratio)).superheatK - own)
    expect(off(machineOrifice(pair)!.machineRatio)).toBeLessThan(off(orificeRatio(pair)!.diameterRatio) / 3)
  })
  it.each(['R-407C', 'R-438A', 'R-22'] as const)(
    'takes up with %s what its flow and the tables’ enthalpies say, within 3 %%',
    (refrigerant) => {
      const model = createModel({ ...pistonSystem, refrigerant, converted: as('R-22', 1) })
      model.run(true)
      model.advance(3000)
      const t = model.look()
      const entering = saturatedEnthalpyJPerKg(refrigerant, 'liquid', t.liquidLineK)!
      const leaving = vapourEnthalpyJPerKg(refrigerant, t.suctionLineK, t.suctionPa)!
      expect(t.coolingW / (t.flowKgPerS * (leaving - entering))).toBeGreaterThan(0.97)
      expect(t.coolingW / (t.flowKgPerS * (leaving - entering))).toBeLessThan(1.03)
    },
  )
  it('oil that stays in the coil costs capacity', () => {
    const clean = landBySubcooling('R-407C', as('R-22', 0.984))
    const oily = landBySubcooling('R-407C', { ...as('R-22', 0.984), oilLogged: 0.3 })
    expect(oily.coolingW).toBeLessThan(clean.coolingW)
    expect(oily.evaporatingK).toBeLessThan(clean.evaporatingK)
  })
  it('holds what was weighed in, and its manifold still stands on the old refrigerant', () => {
    const spec = systemFor('right', {
      refrigerant: 'R-438A',
      metering: 'fixedOrifice',
      chargeKg: 2.5,
      converted: as('R-22', 1),
      inKg: 2,
    })
    expect(spec.chargeShare * rightChargeKg(spec)).toBeCloseTo(2, 9)
    const rig = createRig(spec, 1)
    rig.apply({ kind: 'run', on: true })
    const { values } = rig.step(600)
    const other = createRig(spec, 1)
    other.apply({ kind: 'manifold', refrigerant: 'R-438A' })
    other.apply({ kind: 'run', on: true })
    expect(Math.abs(values.lowSaturation! - other.step(600).values.lowSaturation!)).toBeGreaterThan(2)
  })
})

describe('two days brought to one weather', () => {
  const warm = { outdoorK: 308, returnK: 299.5, returnHumidity: 0.5 }
  const mild = { outdoorK: 298, returnK: 296.5, returnHumidity: 0.5 }
  const machine = { refrigerant: 'R-22', metering: 'fixedOrifice' } as const
  it('the same weather moves nothing', () => {
    const shift = weatherShift(machine, warm, warm)
    for (const { by, standard } of Object.values(shift)) expect([by, standard]).toEqual([0, 0])
  })
  it('a milder day: lower head, and behind a piston more superheat; with the spread over makes said', () => {
    const shift = weatherShift(machine, warm, mild)
    expect(shift.liquidPa.by).toBeLessThan(-2e5)
    expect(shift.superheatK.by).toBeGreaterThan(0)
    expect(shift.superheatK.standard).toBeGreaterThan(0.1)
    // there and back is nothing
    const back = weatherShift(machine, mild, warm)
    expect(shift.liquidPa.by + back.liquidPa.by).toBeCloseTo(0, 3)
  })
})
