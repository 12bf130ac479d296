import fc from 'fast-check'
import { toSi } from '../quantity/unit'
import { lineSetAdjustmentKg, type LineSetInput } from './lineSetAdjustment'
import { acrTube, acrTubes } from './tube'

const ft = (value: number) => toSi('length', { value, unit: 'ft' })
const ounces = (kg: number) => kg / 0.028349523125
const perFoot = (value: number) => toSi('massPerLength', { value, unit: 'oz/ft' })
const base: LineSetInput = {
  sections: [{ lengthM: ft(40), liquidOutsideDiameterM: 0.009525, adderKgPerM: perFoot(0.6) }],
  includedLengthM: ft(15),
  refrigerant: 'R-410A',
  liquidTemperatureK: (100 + 459.67) / 1.8,
}
const solve = (change: Partial<LineSetInput> = {}) => {
  const found = lineSetAdjustmentKg({ ...base, ...change })
  if (!found.ok) throw new Error(found.reason)
  return found
}

describe('line-set adjustment', () => {
  it('is (actual − included) × the label’s allowance', () => {
    expect(ounces(solve().adjustmentKg)).toBeCloseTo(15, 9)
  })
  it('is negative for a short run: take out', () => {
    const short = solve({ sections: [{ ...base.sections[0]!, lengthM: ft(10) }] })
    expect(ounces(short.adjustmentKg)).toBeCloseTo(-3, 9)
  })
  it('adds the label’s items', () => {
    expect(ounces(solve({ items: [{ name: 'coil', kg: 0.028349523125 }] }).adjustmentKg)).toBeCloseTo(16, 9)
  })
  it('computes an allowance near the known check where the label gives none: 0.6 oz/ft for 3/8 in and R-410A', () => {
    const computed = solve({ sections: [{ lengthM: ft(40), liquidOutsideDiameterM: 0.009525 }] })
    expect(computed.working.sections[0]).toMatchObject({ source: 'computed' })
    expect(ounces(computed.adderKgPerM[0]! * 0.3048)).toBeGreaterThan(0.5)
    expect(ounces(computed.adderKgPerM[0]! * 0.3048)).toBeLessThan(0.65)
  })
  it('uses up the included length from the first section on', () => {
    const two = solve({
      sections: [
        { lengthM: ft(10), liquidOutsideDiameterM: 0.009525, adderKgPerM: perFoot(0.6) },
        { lengthM: ft(20), liquidOutsideDiameterM: 0.0127, adderKgPerM: perFoot(1) },
      ],
    })
    expect(ounces(two.adjustmentKg)).toBeCloseTo(15, 9)
    expect(two.working.sections.map((s) => Math.round(s.countedM / 0.3048))).toEqual([0, 15])
  })
  it('doesn’t depend on how one run is cut into sections', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 30, noNaN: true }), fc.double({ min: 0, max: 30, noNaN: true }), (a, b) => {
        const section = base.sections[0]!
        const whole = solve({ sections: [{ ...section, lengthM: a + b }] })
        const cut = solve({
          sections: [
            { ...section, lengthM: a },
            { ...section, lengthM: b },
          ],
        })
        expect(cut.adjustmentKg).toBeCloseTo(whole.adjustmentKg, 9)
      }),
    )
  })
  it.each([
    [{ sections: [] }, 'noSection'],
    [{ includedLengthM: -1 }, 'negativeLength'],
    [{ includedLengthM: NaN }, 'notANumber'],
    [{ sections: [{ lengthM: -2, liquidOutsideDiameterM: 0.0095, adderKgPerM: 0.05 }] }, 'negativeLength'],
    [{ sections: [{ lengthM: 2, liquidOutsideDiameterM: 0.011 }] }, 'unknownTube'],
    [{ sections: [{ lengthM: 2, liquidOutsideDiameterM: 0.01, wallM: 0.006 }] }, 'wallTooThick'],
    [{ sections: [{ lengthM: 2, liquidOutsideDiameterM: 0.009525 }], liquidTemperatureK: 400 }, 'outsideData'],
    [{ sections: [{ lengthM: 2, liquidOutsideDiameterM: 0.009525, adderKgPerM: -1 }] }, 'notANumber'],
  ])('refuses %j as %s', (change, reason) => {
    expect(lineSetAdjustmentKg({ ...base, ...change })).toEqual({ ok: false, reason })
  })
})

describe('tube table', () => {
  it('knows standard copper by outside diameter, in inches and near-millimetres', () => {
    expect(acrTube(0.009525)?.name).toBe('3/8')
    expect(acrTube(0.0095)?.name).toBe('3/8')
    expect(acrTube(0.0111)).toBeUndefined()
  })
  it('leaves every tube a bore', () => {
    for (const tube of acrTubes) expect(tube.outsideDiameterM - 2 * tube.wallM).toBeGreaterThan(0)
  })
})
