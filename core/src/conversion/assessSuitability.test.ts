import fc from 'fast-check'
import { stateAt } from '../../../bench/reference/equationsOfState'
import { saturatedDensityKgPerM3 } from '../refrigerant/density'
import { refrigerants, unitRefrigerants, type Refrigerant } from '../refrigerant/refrigerants'
import { saturationTemperatureK } from '../refrigerant/saturation'
import { assessSuitability } from './assessSuitability'
import { capillaryLengthRatio } from './capillary'
import { dischargeK, isentropicK } from './compression'
import { meanCoilK, meanPressurePa } from '../refrigerant/coilMean'
import { expectedAt } from './expectations'
import { oilAnswer } from './oil'
import { refitList } from './refitList'
import { valveSuperheat } from './valve'

const F = (f: number) => (f + 459.67) / 1.8
const PSI = 6894.757293
const conditions = { evaporatingK: F(45), condensingK: F(115), subcoolingK: 10 / 1.8, superheatK: 12 / 1.8 }
const ask = (
  oldRefrigerant: Refrigerant,
  candidate: Refrigerant,
  more: { plate?: number; builtFor?: Refrigerant } = {},
) =>
  assessSuitability({
    oldRefrigerant,
    candidate,
    equipment: {
      oil: 'mineral',
      ...(more.plate === undefined ? {} : { highSideDesignPa: more.plate * PSI }),
      ...(more.builtFor ? { builtFor: more.builtFor } : {}),
    },
    conditions,
  })

describe('what a candidate costs and gains', () => {
  it('stops first, and still says the rest', () => {
    expect(ask('R-22', 'R-32')).toMatchObject({ stop: 'flammableIntoUnlisted', safetyClass: { old: 'A1', new: 'A2L' } })
    expect(ask('R-22', 'R-32').capacity).toBeDefined()
    expect(ask('R-134a', 'R-22').stop).toBe('pressureOverOld')
    // 324 psig where its mean is 130 °F, a tenth over R-22’s at the most
    expect(ask('R-22', 'R-407C').stop).toBeUndefined()
    expect(ask('R-22', 'R-407C', { plate: 330 }).stop).toBeUndefined()
    expect(ask('R-22', 'R-407C', { plate: 300 })).toMatchObject({
      stop: 'pressureOverPlate',
      design: { limitFrom: 'plate' },
    })
  })
  it('judges equipment by what it was built for, not by what is in it now', () => {
    // converted once to R-134a, R-22 would be a tenth over it; the machine was built for it
    expect(ask('R-134a', 'R-22').stop).toBe('pressureOverOld')
    expect(ask('R-134a', 'R-22', { builtFor: 'R-22' }).stop).toBeUndefined()
    expect(ask('R-134a', 'R-438A', { builtFor: 'R-22' }).stop).toBeUndefined()
    expect(ask('R-22', 'R-22', { builtFor: 'R-22' }).stop).toBe('sameRefrigerant')
  })
  it('says what handbooks print of R-22’s replacements: about its capacity, cooler discharge, more glide', () => {
    const a = ask('R-22', 'R-407C', { plate: 400 })
    const share = (of: { old: number; new: number } | undefined) => of!.new / of!.old
    expect(share(a.capacity)).toBeGreaterThan(0.93)
    expect(share(a.capacity)).toBeLessThan(1.07)
    expect(a.dischargeK!.new).toBeLessThan(a.dischargeK!.old)
    expect(a.glideK!.evaporator.old).toBeCloseTo(0, 1)
    expect(a.glideK!.evaporator.new * 1.8).toBeGreaterThan(7)
    // lower-pressure and lower-capacity ones
    expect(share(ask('R-22', 'R-134a').capacity)).toBeLessThan(0.72)
    expect(share(ask('R-22', 'R-422D').capacity)).toBeLessThan(0.98)
  })
  it('says which refrigerant has no data at the conditions, instead of a figure', () => {
    const far = { ...conditions, condensingK: F(149) }
    const a = assessSuitability({
      oldRefrigerant: 'R-22',
      candidate: 'R-125',
      equipment: { oil: 'mineral' },
      conditions: far,
    })
    expect(a.noData).toBe('new')
    expect(a.capacity).toBeUndefined()
    expect(a.gwp100.AR4.new).toBe(3500)
  })
  it('passes nothing that the refusals stop, whatever machine and pair', () => {
    const any = fc.constantFrom(...refrigerants)
    fc.assert(
      fc.property(any, any, fc.option(fc.integer({ min: 100, max: 700 }), { nil: undefined }), (from, to, plate) => {
        const a = ask(from, to, plate === undefined ? {} : { plate })
        if (a.stop) return
        expect(a.design.newPa!).toBeLessThanOrEqual(a.design.limitPa! * 1.0000001)
        expect(a.safetyClass.new.endsWith('1')).toBe(true)
      }),
    )
  })
})

describe('discharge temperature', () => {
  /** along an isentrope dh = v·dp, by the full equations alone */
  function byEquations(refrigerant: Refrigerant, suctionK: number, suctionPa: number, dischargePa: number): number {
    const steps = 200
    let [k, density] = [
      suctionK,
      saturatedDensityKgPerM3(refrigerant, 'vapour', saturationTemperatureK(refrigerant, 'dew', suctionPa)!)!,
    ]
    const state = (temperatureK: number, pressurePa: number) =>
      stateAt(refrigerant, { temperatureK, pressurePa, guessKgPerM3: density })
    let h = state(k, suctionPa).jPerKg
    for (let i = 0; i < steps; i++) {
      const at = (n: number) => suctionPa * (dischargePa / suctionPa) ** (n / steps)
      const [p, next] = [at(i), at(i + 1)]
      const here = state(k, p)
      density = here.kgPerM3 * (next / p) ** 0.9
      const half = state(k + 0.4, Math.sqrt(p * next))
      h += (1 / half.kgPerM3) * (next - p)
      for (let n = 0; n < 8; n++) {
        const off = h - state(k, next).jPerKg
        const cp = (state(k + 0.1, next).jPerKg - state(k, next).jPerKg) / 0.1
        k += off / cp
        if (Math.abs(off / cp) < 1e-7) break
      }
    }
    return k
  }
  /** along the discharge pressure until the gas has taken up the ideal work over its efficiency, by the full equations alone */
  function withLosses(refrigerant: Refrigerant, suctionK: number, suctionPa: number, dischargePa: number): number {
    let guessKgPerM3 = saturatedDensityKgPerM3(refrigerant, 'vapour', suctionK)! * 0.9
    const heat = (temperatureK: number, pressurePa: number) => {
      const state = stateAt(refrigerant, { temperatureK, pressurePa, guessKgPerM3 })
      guessKgPerM3 = state.kgPerM3
      return state.jPerKg
    }
    const before = heat(suctionK, suctionPa)
    let k = byEquations(refrigerant, suctionK, suctionPa, dischargePa)
    guessKgPerM3 = saturatedDensityKgPerM3(
      refrigerant,
      'vapour',
      saturationTemperatureK(refrigerant, 'dew', dischargePa)!,
    )!
    const ideal = heat(k, dischargePa)
    const wanted = before + (ideal - before) / 0.7
    while (heat(k, dischargePa) < wanted) k += 0.1
    return k
  }
  const all = ['R-22', 'R-410A', 'R-407C', 'R-438A', 'R-422D', 'R-134a', 'R-427A', 'R-290', 'R-32', 'R-454B'] as const
  it.each(all)('of %s is within 1.5 °F of the full equations, and within 3 °F with its losses', (refrigerant) => {
    for (const [cold, hot] of [
      [45, 115],
      [48, 125],
      [30, 100],
    ] as const) {
      const [low, high] = [meanPressurePa(refrigerant, F(cold))!, meanPressurePa(refrigerant, F(hot))!]
      const suctionK = saturationTemperatureK(refrigerant, 'dew', low)! + 10 / 1.8
      const compression = { suctionK, suctionPa: low, dischargePa: high }
      const offF = [
        isentropicK(refrigerant, compression)! - byEquations(refrigerant, suctionK, low, high),
        dischargeK(refrigerant, compression)! - withLosses(refrigerant, suctionK, low, high),
      ].map((k) => Math.abs(k) * 1.8)
      expect(offF[0]).toBeLessThan(1.5)
      expect(offF[1]).toBeLessThan(3)
    }
  })
  it('divides the work by the efficiency, not the rise: R-410A from 48 to 125 °F leaves at about 182 °F', () => {
    const [suctionPa, dischargePa] = [48, 125].map((f) => meanPressurePa('R-410A', F(f))!) as [number, number]
    const suctionK = saturationTemperatureK('R-410A', 'dew', suctionPa)! + 10 / 1.8
    const leavesF = dischargeK('R-410A', { suctionK, suctionPa, dischargePa })! * 1.8 - 459.67
    expect(leavesF).toBeGreaterThan(178)
    expect(leavesF).toBeLessThan(188)
  })
  it('rises with the pressure ratio and has no answer where nothing is compressed', () => {
    const at = (dischargePa: number) => isentropicK('R-22', { suctionK: 285, suctionPa: 6e5, dischargePa })
    expect(at(2e6)!).toBeGreaterThan(at(1.5e6)!)
    expect(at(5e5)).toBeUndefined()
    expect(at(NaN)).toBeUndefined()
  })
})

describe('valve, capillary, oil, list, expectations', () => {
  it('a valve’s bulb on its own refrigerant changes nothing', () => {
    fc.assert(
      fc.property(fc.constantFrom(...unitRefrigerants), fc.integer({ min: 275, max: 288 }), (r, evaporatingK) => {
        const answer = valveSuperheat({ bulb: r, newRefrigerant: r, evaporatingK, superheatK: 5 })
        if (!answer) return
        expect(answer.superheatK).toBeCloseTo(5, 2)
        expect(answer.answer).toBe('keep')
      }),
    )
  })
  it('a bulb whose pressure is above the new coil’s lets liquid through: the valve is turned or changed', () => {
    // R-22's bulb stands higher than the coil of a low-pressure refrigerant
    expect(
      valveSuperheat({ bulb: 'R-22', newRefrigerant: 'R-134a', evaporatingK: F(45), superheatK: 5.5 })!.superheatK,
    ).toBeLessThan(0)
    expect(
      valveSuperheat({ bulb: 'R-22', newRefrigerant: 'R-134a', evaporatingK: F(45), superheatK: 5.5 })!.answer,
    ).toBe('change')
    const close = valveSuperheat({ bulb: 'R-22', newRefrigerant: 'R-422D', evaporatingK: F(45), superheatK: 5.5 })!
    expect(close.answer).not.toBe('change')
    // turned by what it says it holds the old superheat again
    expect(Math.sign(close.turnByPa)).toBe(Math.sign(close.superheatK < 5.5 ? -1 : 1))
  })
  it('a wider bore is a shorter tube', () => {
    expect(capillaryLengthRatio(1)).toBe(1)
    expect(capillaryLengthRatio(1.02)).toBeCloseTo(0.924, 3)
    expect(capillaryLengthRatio(0)).toBeUndefined()
  })
  it('oil is changed, watched or left by what carries it', () => {
    expect(oilAnswer('R-407C', 'mineral')).toBe('change')
    expect(oilAnswer('R-427A', 'mineral')).toBe('residual')
    expect(oilAnswer('R-438A', 'mineral')).toBe('asIs')
    expect(oilAnswer('R-407C', 'polyolester')).toBe('asIs')
  })
  it('lists what this pair and this oil ask for', () => {
    const items = (to: Refrigerant, oil: 'mineral' | 'polyolester', leakFound = false) =>
      refitList({ from: 'R-22', to, oil, leakFound }).map((l) => `${l.item} ${l.because}`)
    expect(items('R-407C', 'mineral', true)).toEqual([
      'leak leakFound',
      'drier always',
      'oil oilChange',
      'seals shrinks',
      'cores opened',
    ])
    expect(items('R-438A', 'mineral')).toContain('oil oilWatch')
    expect(items('R-407C', 'polyolester')).toEqual(['drier always', 'seals shrinks', 'cores opened'])
    expect(
      refitList({ from: 'R-410A', to: 'R-22', oil: 'polyolester', leakFound: false }).some((l) => l.item === 'seals'),
    ).toBe(false)
  })
  it('expects today’s pressures today, higher ones on a hotter day', () => {
    const now = {
      refrigerant: 'R-407C',
      evaporatingK: F(42),
      condensingK: F(112),
      outdoorK: F(90),
      atmosphericPa: 101325,
    } as const
    const [today, hot] = expectedAt({ ...now, at: [F(90), F(105)] })
    expect(meanCoilK('R-407C', today!.liquidPa + 101325)).toBeCloseTo(now.condensingK, 3)
    expect(hot!.liquidPa).toBeGreaterThan(today!.liquidPa)
    expect(hot!.suctionPa).toBeGreaterThan(today!.suctionPa)
    expect(expectedAt({ ...now, at: [F(400)] })).toEqual([])
  })
})
