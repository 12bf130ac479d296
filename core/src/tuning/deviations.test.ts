// How a reading deviates from what a sound system would show, worked out by hand from the customary profile's figures.
import { expectedSplitK } from '../air/expectedSplit'
import { customaryProfile } from '../method/readyProfiles'
import type { MethodProfile } from '../method/profile'
import { saturationPressurePa } from '../refrigerant/saturation'
import type { Target } from './chargeTarget'
import { coldOf, deviationsOf, type Beside } from './deviations'
import type { Measured } from './measured'
import { coldExplains, orificeFeed } from './orificeFeed'

const f = (fahrenheit: number) => (fahrenheit + 459.67) / 1.8
const AIR_PA = 101_325
type Given = Parameters<typeof deviationsOf>[0]
const of = (
  measured: Partial<Measured>,
  {
    beside,
    profile,
    ...more
  }: Partial<Omit<Given, 'measured'>> & { beside?: Beside; profile?: Partial<MethodProfile> } = {},
) =>
  deviationsOf(
    {
      measured: { atmosphericPa: AIR_PA, ...measured },
      target: { ok: false, reason: 'noLabelTarget' },
      metering: 'expansionValve',
      ...more,
    },
    { ...customaryProfile, ...profile },
    beside,
  )
const target = (deciding: 'superheat' | 'subcooling', targetK: number, tolerance: number) =>
  ({ ok: true, deciding, targetK, tolerance: { ...customaryProfile.subcoolingToleranceK, si: tolerance } }) as Target
const piston = { metering: 'fixedOrifice' } as const
const habit = (si: number) => ({ ...customaryProfile.runningAmpsLow, si })

describe('deviations from a sound system', () => {
  it('an old machine condenses from 10 to 30 °F over outdoors, a recent one from 10 to 20', () => {
    const lift = (beside: Beside) => of({ condensingOverOutdoorK: 30 / 1.8 }, { beside }).deviations.condensingOver!
    expect(lift({}).deviation * 1.8).toBeCloseTo(15, 9)
    expect(lift({}).standard * 1.8).toBeCloseTo(5, 9)
    expect(lift({ oldMachine: true }).deviation * 1.8).toBeCloseTo(10, 9)
    expect(lift({ oldMachine: true }).standard * 1.8).toBeCloseTo(10, 9)
  })
  it('are none where nothing was measured', () => expect(of({}).deviations).toEqual({}))
  it.each<
    [string, Partial<Measured>, Parameters<typeof of>[1], keyof ReturnType<typeof of>['deviations'], number, number]
  >([
    // a valve holds 8–14 °F
    ['superheat behind a valve', { superheatK: 8 }, {}, 'superheat', 1.889, 1.134],
    ['the same by a known thermometer', { superheatK: 8 }, { standard: { superheatK: 1 } }, 'superheat', 1.889, 1.388],
    [
      'against its target on a piston',
      { superheatK: 8 },
      { ...piston, target: target('superheat', 9, 1) },
      'superheat',
      -1,
      0.6,
    ],
    [
      'the same by a known thermometer',
      { superheatK: 8 },
      { ...piston, target: target('superheat', 9, 1), standard: { superheatK: 0.9 } },
      'superheat',
      -1,
      0.9,
    ],
    [
      'the same, uncertain by all that goes into it',
      { superheatK: 8 },
      { ...piston, target: target('superheat', 9, 1), standard: { superheatK: 0.9 }, beside: { standardK: 1.3 } },
      'superheat',
      -1,
      1.3,
    ],
    ['subcooling behind a valve', { subcoolingK: 4 }, { target: target('subcooling', 6, 1) }, 'subcooling', -2, 0.6],
    [
      'uncertain by all that goes into it',
      { subcoolingK: 4 },
      { target: target('subcooling', 6, 1), standard: { subcoolingK: 0.8 }, beside: { standardK: 1.1 } },
      'subcooling',
      -2,
      1.1,
    ],
    // 3–20 °F behind a piston, evenly
    ['subcooling behind a piston', { subcoolingK: 5 }, piston, 'subcooling', -1.389, 2.792],
    [
      'by a known thermometer',
      { subcoolingK: 5 },
      { ...piston, standard: { subcoolingK: 1 } },
      'subcooling',
      -1.389,
      2.904,
    ],
    [
      'with 8 K to the air: 55 % of it',
      { subcoolingK: 5, condensingK: 308, outdoorK: 300 },
      piston,
      'subcooling',
      0.6,
      1.709,
    ],
    [
      'close over the air: no less than 3 °F',
      { subcoolingK: 5, condensingK: 302, outdoorK: 300 },
      piston,
      'subcooling',
      3.333,
      1.166,
    ],
    [
      'far over it: no more than 20 °F',
      { subcoolingK: 5, condensingK: 330, outdoorK: 300 },
      piston,
      'subcooling',
      -6.111,
      2.792,
    ],
    [
      'not over it at all: as nobody knows',
      { subcoolingK: 5, condensingK: 300, outdoorK: 300 },
      piston,
      'subcooling',
      -1.389,
      2.792,
    ],
    ['under it: the same', { subcoolingK: 5, condensingK: 297, outdoorK: 300 }, piston, 'subcooling', -1.389, 2.792],
    // 40 °F at 64 °F wet bulb and 86 °F outdoors; 60 % of the one, 10 % of the other
    ['the coil', { coilK: f(40) - 1.3, returnWetBulbK: f(64) + 2, outdoorK: f(86) + 5 }, {}, 'evaporating', -3, 1.68],
    ['condensing over outdoor, 10–20 °F', { condensingOverOutdoorK: f(15) - f(0) + 3 }, {}, 'condensingOver', 3, 2.778],
    ['the split', { splitK: 12, expectedSplitK: 10 }, {}, 'split', 2, 1.251],
    // 60–85 % of the plate from 85 to 125 °F condensing
    ['current half-way', { ampsA: 8.7, condenserK: f(105) }, { beside: { ratedAmpsA: 10 } }, 'amps', 20, 17.241],
    ['at the low end', { ampsA: 6.6, condenserK: f(85) }, { beside: { ratedAmpsA: 10 } }, 'amps', 10, 20.833],
    ['at the high end', { ampsA: 8.5, condenserK: f(125) }, { beside: { ratedAmpsA: 10 } }, 'amps', 0, 14.706],
    ['far under it', { ampsA: 5.25, condenserK: f(60) }, { beside: { ratedAmpsA: 10 } }, 'amps', 0, 23.81],
    ['far over it', { ampsA: 9.25, condenserK: f(150) }, { beside: { ratedAmpsA: 10 } }, 'amps', 0, 13.514],
    [
      'one share whatever the head',
      { ampsA: 7.7, condenserK: f(125) },
      { beside: { ratedAmpsA: 10 }, profile: { runningAmpsLow: habit(0.7), runningAmpsHigh: habit(0.7) } },
      'amps',
      10,
      5,
    ],
    [
      'one head alone',
      { ampsA: 7.25, condenserK: f(105) },
      { beside: { ratedAmpsA: 10 }, profile: { ampsLowCondensingK: habit(f(90)), ampsHighCondensingK: habit(f(90)) } },
      'amps',
      0,
      17.241,
    ],
    ['a standing pressure', {}, { beside: { restOverAmbientK: 1.5 } }, 'restPressure', 1.5, 0.7],
    ['one known better', {}, { beside: { restOverAmbientK: 1.5, restStandardK: 0.3 } }, 'restPressure', 1.5, 0.3],
    ['a drop over the drier', {}, { beside: { drierDropK: 2 } }, 'drierDrop', 2, 0.4],
  ])('%s', (_, measured, more, symptom, deviation, standard) => {
    const seen = of(measured, more).deviations[symptom]!
    expect(seen.deviation).toBeCloseTo(deviation, 2)
    expect(seen.standard).toBeCloseTo(standard, 2)
  })
  it('take the split by return air where the reading’s own school gives none', () => {
    const air = { returnK: f(75), returnWetBulbK: f(63) }
    const wanted = expectedSplitK({ returnDryBulbK: f(75), returnWetBulbK: f(63), pressurePa: AIR_PA })!
    expect(of({ ...air, splitK: 13 }).deviations.split?.deviation).toBeCloseTo(13 - wanted, 9)
    for (const known of [{ returnK: f(75) }, { returnWetBulbK: f(63) }, {}])
      expect(of({ ...known, splitK: 13 }).deviations).toEqual({})
  })
  it.each<[string, Partial<Measured>, Parameters<typeof of>[1]]>([
    ['a coil without weather', { coilK: 275, outdoorK: 300 }, {}],
    ['a coil without return air', { coilK: 275, returnWetBulbK: 290 }, {}],
    ['subcooling behind a valve without a target', { subcoolingK: 4 }, {}],
    ['superheat on a piston without a target', { superheatK: 4 }, piston],
    ['current without a plate', { ampsA: 7, condenserK: 310 }, {}],
    ['current on a plate of nothing', { ampsA: 7, condenserK: 310 }, { beside: { ratedAmpsA: 0.05 } }],
    ['current without a head', { ampsA: 7 }, { beside: { ratedAmpsA: 10 } }],
    ['a head without a current', { condenserK: 310 }, { beside: { ratedAmpsA: 10 } }],
  ])('leave out %s', (_, measured, more) => expect(of(measured, more).deviations).toEqual({}))
  it('of absurd readings are large, and their doubt is', () => {
    const { superheat } = of({ superheatK: 1e9 }, { standard: { superheatK: 1e9 } }).deviations
    expect(superheat).toEqual({ deviation: 1e6, standard: 1e6 })
  })
})

describe('what goes with them', () => {
  it('is how wide the charge may be: the tolerance of what decides, else the customary one', () => {
    expect(of({}, { target: target('subcooling', 6, 1.1) }).toleranceK).toBe(1.1)
    expect(of({}, { ...piston, target: target('superheat', 6, 2.2) }).toleranceK).toBe(2.2)
    // what decides isn't what this device's charge shows in
    for (const other of [
      of({}),
      of({}, piston),
      of({}, { target: target('superheat', 6, 2.2) }),
      of({}, { ...piston, target: target('subcooling', 6, 1.1) }),
    ])
      expect(other.toleranceK).toBe(customaryProfile.subcoolingToleranceK.si)
  })
  it('is subcooling itself, if it was measured', () => {
    expect(of({})).not.toHaveProperty('subcooling')
    expect(of({ subcoolingK: 0.4 }).subcooling).toEqual({ deviation: 0.4, standard: 0.6 })
    expect(of({ subcoolingK: 0.4 }, { standard: { subcoolingK: 0.2 } }).subcooling).toEqual({
      deviation: 0.4,
      standard: 0.2,
    })
  })
  it('is what was seen to, each as it was said', () => {
    const beside = { airflowKnownGood: true, condenserClean: false, deviceChecked: true }
    expect(of({}, { beside })).toMatchObject(beside)
    for (const key of Object.keys(beside)) expect(of({})).not.toHaveProperty(key)
    expect(of({}).soundShare).toBe(0.6)
    expect(of({}, piston)).toMatchObject({ metering: 'fixedOrifice', coldExplains: 0 })
    expect(of({})).not.toHaveProperty('coldExplains')
    expect(of({ outdoorK: f(40) }, piston).coldExplains).toBeCloseTo(1, 3)
  })
})

describe('what feeds an orifice', () => {
  const r410a = 'R-410A' as const
  const at = (side: 'bubble' | 'dew', fahrenheit: number) => saturationPressurePa(r410a, side, f(fahrenheit))
  const feed = (more: Partial<Parameters<typeof orificeFeed>[0]>) => orificeFeed({ refrigerant: r410a, ...more })
  it('is the root of the pressure difference, against that of its rating', () => {
    expect(feed({ liquidPressurePa: at('bubble', 115), suctionPressurePa: at('dew', 45) })).toBeCloseTo(1, 12)
    // saturation pressures of a printed chart, psig: 80 °F 236, 40 °F 119, 115 °F 391, 45 °F 130
    const psig = (value: number) => value * 6894.757 + AIR_PA
    expect(feed({ liquidPressurePa: psig(236), suctionPressurePa: psig(119) })).toBeCloseTo(Math.sqrt(117 / 261), 2)
    expect(feed({ liquidPressurePa: psig(100), suctionPressurePa: psig(119) })).toBe(0)
  })
  it('goes by outdoor air, 15 °F under condensing, where the head isn’t read; suction by 40 °F', () => {
    expect(feed({ outdoorK: f(100), suctionPressurePa: at('dew', 45) })).toBeCloseTo(1, 12)
    expect(feed({ liquidPressurePa: at('bubble', 115) })).toBeCloseTo(
      feed({ liquidPressurePa: at('bubble', 115), suctionPressurePa: at('dew', 40) })!,
      12,
    )
    expect(feed({ suctionPressurePa: at('dew', 45) })).toBeUndefined()
  })
  it('doesn’t know beyond the refrigerant’s data', () => expect(feed({ outdoorK: 600 })).toBeUndefined())
  it('explains a high superheat by cold: half at the limit, all some way under it, nothing over', () => {
    expect(coldExplains({ feed: 0.62 })).toBeCloseTo(0.5, 9)
    expect(coldExplains({ feed: 0.5 })).toBeCloseTo(1, 3)
    expect(coldExplains({ feed: 0.7 })).toBeCloseTo(0, 2)
    expect(coldExplains({ feed: 0.632 })).toBeCloseTo(1 / (1 + Math.E), 3)
    expect(coldExplains({ outdoorK: f(62) })).toBeCloseTo(0.5, 9)
    expect(coldExplains({ outdoorK: f(62) + 0.6 })).toBeCloseTo(1 / (1 + Math.E), 9)
    expect(coldExplains({})).toBe(0)
  })
  it('weighs the one that says more, and a head that is held up against the air', () => {
    expect(coldExplains({ feed: 0.7, outdoorK: f(50) })).toBeCloseTo(1, 3)
    expect(coldExplains({ feed: 0.8, outdoorK: f(50) })).toBeCloseTo(0, 3)
    expect(coldExplains({ feed: 0.79, outdoorK: f(50) })).toBeCloseTo(1, 3)
    expect(coldExplains({ feed: 0.5, outdoorK: f(90) })).toBeCloseTo(1, 3)
  })
  it('is known of a reading with its refrigerant; without one the air alone says it', () => {
    const head = { liquidPressurePa: at('bubble', 70), suctionPressurePa: at('dew', 40), outdoorK: f(90) }
    expect(coldOf(head, r410a)).toBeGreaterThan(0.98)
    expect(coldOf(head, undefined)).toBeCloseTo(0, 3)
    expect(coldOf({ outdoorK: f(50) }, undefined)).toBeCloseTo(1, 3)
  })
})
