// What a reading gives hangs on what was measured: of any part of the channels, each number is there exactly when all it is made of is, and is what the whole reading says.
import fc from 'fast-check'
import type { UnitFacts } from '../facts/unitFacts'
import { customaryProfile as p } from '../method/readyProfiles'
import type { ReadingChannel, ReadingValues } from '../reading/channels'
import { makeFinding, below } from './finding'
import { coilGlides, measure, type Measured } from './measured'

const degF = (value: number) => ({ value, unit: '°F' as const })
const whole: ReadingValues = {
  suctionPressure: { value: 122, unit: 'psig' },
  suctionLine: degF(56),
  liquidPressure: { value: 345, unit: 'psig' },
  liquidLine: degF(96),
  discharge: degF(160),
  returnDryBulb: degF(76),
  returnWetBulb: degF(64),
  supply: degF(57),
  outdoor: degF(88),
  staticPressure: { value: 0.5, unit: 'in wc' },
}
const facts: UnitFacts = { refrigerant: 'R-410A', metering: 'expansionValve' }
const glides: UnitFacts = { refrigerant: 'R-407C', metering: 'expansionValve' }
const saturated = ['suctionPressure'] as const
/** cooling: what each number is made of */
const madeOf: Partial<Record<keyof Measured, readonly ReadingChannel[]>> = {
  suctionPressurePa: ['suctionPressure'],
  liquidPressurePa: ['liquidPressure'],
  evaporatingK: saturated,
  coilInletK: saturated,
  coilK: saturated,
  freezeMarginK: saturated,
  condensingK: ['liquidPressure'],
  superheatK: ['suctionPressure', 'suctionLine'],
  subcoolingK: ['liquidPressure', 'liquidLine'],
  dischargeK: ['discharge'],
  returnK: ['returnDryBulb'],
  returnWetBulbK: ['returnWetBulb'],
  returnHumidity: ['returnDryBulb', 'returnWetBulb'],
  supplyK: ['supply'],
  outdoorK: ['outdoor'],
  splitK: ['returnDryBulb', 'supply'],
  expectedSplitK: ['returnDryBulb', 'returnWetBulb'],
  condensingOverOutdoorK: ['liquidPressure', 'outdoor'],
  approachK: ['liquidLine', 'outdoor'],
  staticPa: ['staticPressure'],
}
/** heating, at ports that let both be read */
const turned: typeof madeOf = {
  riseK: ['returnDryBulb', 'supply'],
  condensingOverReturnK: ['liquidPressure', 'returnDryBulb'],
  evaporatingUnderOutdoorK: ['suctionPressure', 'outdoor'],
}
const coolingOnly = ['freezeMarginK', 'splitK', 'expectedSplitK', 'condensingOverOutdoorK', 'approachK'] as const
const of = (values: ReadingValues, more: Partial<Parameters<typeof measure>[0]> = {}) =>
  measure({ facts, values, elevationM: 300, profile: p, ...more })
const part = fc.subarray(Object.keys(whole) as ReadingChannel[])
const only = (channels: readonly ReadingChannel[]): ReadingValues =>
  Object.fromEntries(channels.map((c) => [c, whole[c]]))

describe('what a part of a reading gives', () => {
  it('is there exactly where all it is made of was measured, and is the whole reading’s', () => {
    for (const unit of [facts, glides])
      fc.assert(
        fc.property(part, (channels) => {
          const given = of(only(channels), { facts: unit })
          const all = of(whole, { facts: unit })
          for (const [name, needs] of Object.entries(madeOf) as [keyof Measured, readonly ReadingChannel[]][]) {
            const there = needs.every((c) => channels.includes(c))
            expect([name, given[name]]).toEqual([name, there ? all[name] : undefined])
          }
          for (const name of Object.keys(turned)) expect(given).not.toHaveProperty(name)
        }),
      )
  })
  it('holds no figure that isn’t one, with an unknown refrigerant and in heating, too', () => {
    fc.assert(
      fc.property(part, fc.constantFrom<UnitFacts>(facts, glides, {}), fc.boolean(), (channels, unit, heats) => {
        const given = of(only(channels), { facts: unit, mode: heats ? 'heating' : 'cooling' })
        for (const [name, value] of Object.entries(given))
          expect([name, value === undefined || Number.isFinite(value)]).toEqual([name, true])
        if (!unit.refrigerant)
          expect([given.coilInletK, given.coilK, given.superheatK]).toEqual(Array(3).fill(undefined))
      }),
    )
  })
  it('leaves out of heating what only cooling has', () => {
    const given = of(whole, { mode: 'heating' })
    for (const name of coolingOnly) expect(given).not.toHaveProperty(name)
    expect(given.riseK! * 1.8).toBeCloseTo(57 - 76, 6)
  })
  it('reads humidity where that was measured, and takes the wet bulb from it', () => {
    const dry = { ...whole, returnWetBulb: undefined }
    const humid = of({ ...dry, returnHumidity: { value: 52, unit: '%' } })
    // psychrometric chart at 300 m: 76 °F and 52 % is a little over 64 °F wet bulb
    expect(humid.returnWetBulbK! * 1.8 - 459.67).toBeCloseTo(64.1, 0)
    expect(humid.returnHumidity).toBeCloseTo(0.52, 9)
    const both = of({ ...whole, returnHumidity: { value: 40, unit: '%' } })
    expect([both.returnHumidity, both.returnWetBulbK! * 1.8 - 459.67]).toEqual([0.4, expect.closeTo(64, 6)])
    expect(of({ returnHumidity: { value: 40, unit: '%' } })).toMatchObject({ returnHumidity: 0.4 })
    expect(of({ returnHumidity: { value: 40, unit: '%' } }).returnWetBulbK).toBeUndefined()
  })
  it('has no expected split for a method that goes by a fixed one', () => {
    expect(of(whole, { profile: { ...p, splitSchool: 'fixed' } }).expectedSplitK).toBeUndefined()
    expect(of(whole).expectedSplitK).toBeGreaterThan(8)
  })
  it('says that a coil glides of a blend only, with both ends known', () => {
    const blend = of(whole, { facts: glides })
    expect([coilGlides(blend), coilGlides(of(whole)), coilGlides({})]).toEqual([true, false, false])
    expect(coilGlides({ coilInletK: 275 }) || coilGlides({ evaporatingK: 275 })).toBe(false)
    expect([0.31, 0.29].map((k) => coilGlides({ coilInletK: 280, evaporatingK: 280 + k }))).toEqual([true, false])
  })
})

describe('a finding', () => {
  it('keeps of what it was measured by what was measured', () => {
    const found = makeFinding('lowSplit', 'note', {
      values: [
        ['split', 'temperatureDifference', 8],
        ['expectedSplit', 'temperatureDifference', undefined],
        ['return', 'temperature', NaN],
        ['supply', 'temperature', Infinity],
      ],
    })
    expect(found.values).toEqual([{ name: 'split', dimension: 'temperatureDifference', si: 8 }])
    expect(makeFinding('impossible', 'stop')).toStrictEqual({
      code: 'impossible',
      severity: 'stop',
      consequence: 'noVerdict',
      values: [],
      habits: [],
    })
    expect(makeFinding('lowSplit', 'hold', { probability: 0 })).toMatchObject({
      consequence: 'notSettled',
      probability: 0,
    })
  })
  it('takes nothing unknown for less', () => {
    expect([below(1, 2), below(2, 2), below(2, 1)]).toEqual([true, false, false])
    expect([below(undefined, 2), below(1, undefined), below(undefined, undefined)]).toEqual([false, false, false])
    expect([below(1, 2, 0.5), below(1, 2, 1), below(1, 2, 1.5)]).toEqual([true, false, false])
  })
})
