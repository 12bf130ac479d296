import type { PlausibilityCode } from '../measurement/plausibility'
import { customaryProfile as profile } from '../method/readyProfiles'
import { coils } from './coilFindings'
import { contradictions } from './contradictions'
import { makeFinding, type Circumstances, type Finding, type When } from './finding'

const collect = (from: (c: Circumstances, when: When) => void, c: object): Finding[] => {
  const found: Finding[] = []
  from(c as Circumstances, (applies, severity, code, values = [], habits = [], probability) => {
    if (applies) found.push(makeFinding(code, severity, { values, habits, probability }))
  })
  return found
}
const K = {
  superheatK: 1,
  subcoolingK: 2,
  suctionLineK: 3,
  liquidLineK: 4,
  supplyK: 5,
  returnK: 6,
  outdoorK: 7,
  evaporatingK: 8,
  condensingK: 9,
}
const said = (code: PlausibilityCode, measured: object = K) =>
  collect(contradictions, {
    facts: {},
    measured,
    profile: lenient,
    standard: {},
    checks: [{ code, channels: [], causes: [] }],
  })
/** a superheat of one kelvin is no danger here */
const lenient = { ...profile, superheatFloorK: { ...profile.superheatFloorK, si: 0.5 } }

describe('a contradiction becomes a finding', () => {
  it.each<[PlausibilityCode, string, [string, number][]]>([
    ['suctionNotBelowLiquid', 'suctionAboveLiquidPressure', []],
    ['negativeSuperheat', 'negativeSuperheat', [['superheat', 1]]],
    ['negativeSubcooling', 'negativeSubcooling', [['subcooling', 2]]],
    [
      'suctionLineNotCooler',
      'suctionLineAboveLiquidLine',
      [
        ['suctionLine', 3],
        ['liquidLine', 4],
      ],
    ],
    [
      'supplyNotBelowReturn',
      'supplyAboveReturn',
      [
        ['supply', 5],
        ['return', 6],
      ],
    ],
    [
      'heatsInsteadOfCooling',
      'heatsInsteadOfCooling',
      [
        ['supply', 5],
        ['return', 6],
      ],
    ],
    [
      'coolsInsteadOfHeating',
      'coolsInsteadOfHeating',
      [
        ['supply', 5],
        ['return', 6],
      ],
    ],
    [
      'supplyNotOverReturn',
      'supplyBelowReturn',
      [
        ['supply', 5],
        ['return', 6],
      ],
    ],
    [
      'condensingNotOverOutdoor',
      'condensingBelowOutdoor',
      [
        ['condensing', 9],
        ['outdoor', 7],
      ],
    ],
    [
      'evaporatingNotUnderOutdoor',
      'evaporatingAboveOutdoor',
      [
        ['evaporating', 8],
        ['outdoor', 7],
      ],
    ],
    [
      'condensingNotOverReturn',
      'condensingBelowReturn',
      [
        ['condensing', 9],
        ['return', 6],
      ],
    ],
    [
      'suctionLineOverOutdoor',
      'suctionLineAboveOutdoor',
      [
        ['suctionLine', 3],
        ['outdoor', 7],
      ],
    ],
  ])('%s: %s, by %j', (code, finding, values) => {
    const [found, ...more] = said(code)
    expect(more).toEqual([])
    expect(found).toMatchObject({ code: finding, severity: 'stop', consequence: 'noVerdict' })
    expect(found!.values.map((v) => [v.name, v.si])).toEqual(values)
  })
  it('those that are about no verdict are nobody’s finding', () => {
    for (const code of ['absurd', 'dischargeNotHottest', 'wetBulbOverDryBulb', 'notRunning'] as const)
      expect(said(code)).toEqual([])
  })
  it('what wasn’t measured is left out of it', () => {
    expect(said('supplyNotBelowReturn', { returnK: 6 })[0]!.values.map((v) => v.name)).toEqual(['return'])
  })
})

describe('what no check says', () => {
  const without = (measured: object, facts: object = { refrigerant: 'R-410A' }) =>
    collect(contradictions, { facts, measured, profile, standard: {}, checks: [] })
  it('a pressure that the refrigerant’s data don’t reach, on either side', () => {
    expect(without({ suctionPressurePa: 1 }).map((f) => f.code)).toEqual(['pressureOutsideData'])
    expect(without({ liquidPressurePa: 1 }).map((f) => f.code)).toEqual(['pressureOutsideData'])
    expect(without({ suctionPressurePa: 1, evaporatingK: 280, liquidPressurePa: 2, condensingK: 310 })).toEqual([])
    expect(without({})).toEqual([])
    expect(without({ suctionPressurePa: 1 }, {})).toEqual([])
  })
  it('a superheat under its floor is a danger, whatever is true', () => {
    const floor = profile.superheatFloorK.si
    expect(without({ superheatK: floor })).toEqual([])
    expect(without({ superheatK: floor - 0.01 })).toEqual([
      expect.objectContaining({
        code: 'superheatUnderFloor',
        severity: 'danger',
        consequence: 'neverIn',
        habits: ['superheatFloorK', 'dangerShare'],
        values: [{ name: 'superheat', dimension: 'temperatureDifference', si: floor - 0.01 }],
      }),
    ])
  })
  it('by an instrument that leaves a doubt, from where it is likelier than not; a note from one in twenty', () => {
    const floor = profile.superheatFloorK.si
    const at = (sigmas: number) =>
      collect(contradictions, {
        facts: {},
        measured: { superheatK: floor + 0.5 * sigmas },
        profile,
        standard: { superheatK: 0.5 },
        checks: [],
      }).map(({ code, severity, probability }) => [code, severity, probability && Number(probability.toFixed(2))])
    expect(at(2)).toEqual([])
    expect(at(1)).toEqual([['superheatNearFloor', 'note', 0.16]])
    expect(at(0.1)).toEqual([['superheatNearFloor', 'note', 0.46]])
    expect(at(-0.1)).toEqual([['superheatUnderFloor', 'danger', 0.54]])
    // surer than that nobody says how sure
    expect(at(-3)).toEqual([['superheatUnderFloor', 'danger', undefined]])
  })
})

describe('what both coils say', () => {
  const mid = (a: number, b: number) => (a + b) / 2
  const superheat = { low: profile.valveSuperheatLowK.si, high: profile.valveSuperheatHighK.si }
  const pistonSub = { low: profile.pistonSubcoolingLowK.si, high: profile.pistonSubcoolingHighK.si }
  const valveSub = { low: profile.usualSubcoolingLowK.si, high: profile.usualSubcoolingHighK.si }
  const notes = (
    metering: string | undefined,
    superheatK: number | undefined,
    subcoolingK: number | undefined,
    more: object = {},
    standard: object = { superheatK: 0.1, subcoolingK: 0.1 },
    target: object = { ok: false },
  ) =>
    collect(coils, {
      facts: { metering },
      measured: { superheatK, subcoolingK, ...more },
      target,
      profile,
      standard,
    }).map((f) => [f.code, Number(f.probability?.toFixed(2))])
  const over = superheat.high + 2
  const under = superheat.low - 2
  it('behind a piston: five of nine pairs', () => {
    const at = (s: number, c: number) => notes('fixedOrifice', s, c).map(([code]) => code)
    const sound = mid(superheat.low, superheat.high)
    const middle = mid(pistonSub.low, pistonSub.high)
    const [much, little] = [pistonSub.high + 2, pistonSub.low - 2]
    expect(at(over, little)).toEqual(['coilsSayShort'])
    expect(at(over, much)).toEqual(['coilsSayStarved'])
    expect(at(under, much)).toEqual(['coilsSayOver'])
    expect(at(under, little)).toEqual(['coilsSayOverfed'])
    expect(at(sound, much)).toEqual(['coilsSayHighHead'])
    for (const [s, c] of [
      [sound, middle],
      [over, middle],
      [under, middle],
      [sound, little],
    ] as const)
      expect(at(s, c)).toEqual([])
  })
  it('behind a valve a high superheat with a usual subcooling is starved, too', () => {
    const middle = mid(valveSub.low, valveSub.high)
    expect(notes('expansionValve', over, middle)).toEqual([['coilsSayStarved', 1]])
    expect(notes('expansionValve', under, middle)).toEqual([])
    expect(notes('expansionValve', under, middle, { coilK: profile.evaporatingLowK.si - 0.1 })).toEqual([
      ['coilsSayAirflow', 1],
    ])
    expect(notes('expansionValve', under, middle, { coilK: profile.evaporatingLowK.si + 0.1 })).toEqual([])
    const wide = profile.splitToleranceK.si
    expect(notes('expansionValve', under, middle, { splitK: 10 + wide + 0.1, expectedSplitK: 10 })).toEqual([
      ['coilsSayAirflow', 1],
    ])
    expect(notes('expansionValve', under, middle, { splitK: 10 + wide - 0.1, expectedSplitK: 10 })).toEqual([])
    expect(notes('expansionValve', under, middle, { splitK: 40 })).toEqual([])
  })
  it('only from three quarters on: half a pair is no pair, and what the instruments leave open is said', () => {
    const little = valveSub.low - 2
    expect(notes('expansionValve', superheat.high, little)).toEqual([])
    // 0.674 standard uncertainties beyond an edge are three quarters, on one side
    const sure = (sigmas: number) => notes('expansionValve', superheat.high + 0.1 * sigmas, little)
    expect(sure(0.66)).toEqual([])
    expect(sure(0.69)).toEqual([['coilsSayShort', expect.closeTo(0.75, 1)]])
    // unknown instruments count as three tenths of a kelvin
    expect(notes('expansionValve', superheat.high + 0.3 * 0.69, little, {}, {})).toHaveLength(1)
    expect(notes('expansionValve', superheat.high + 0.3 * 0.66, little, {}, {})).toEqual([])
  })
  it('by the unit’s own target where there is one', () => {
    const target = { ok: true, deciding: 'superheat', lowK: 20, highK: 24 }
    expect(notes('fixedOrifice', 22, pistonSub.low - 2, {}, undefined, target)).toEqual([])
    expect(notes('fixedOrifice', 26, pistonSub.low - 2, {}, undefined, target)).toEqual([['coilsSayShort', 1]])
    const other = { ok: true, deciding: 'subcooling', lowK: 20, highK: 24 }
    expect(notes('expansionValve', over, 15, {}, undefined, other)).toEqual([['coilsSayShort', 1]])
    expect(notes('expansionValve', over, 22, {}, undefined, other)).toEqual([['coilsSayStarved', 1]])
  })
  it('nothing where one of them or the device isn’t known', () => {
    expect(notes('fixedOrifice', undefined, 0)).toEqual([])
    expect(notes('fixedOrifice', over, undefined)).toEqual([])
    expect(notes(undefined, over, valveSub.low - 2)).toEqual([])
  })
  it('with both figures and the habits that they were held against', () => {
    const measured = { superheatK: over, subcoolingK: pistonSub.low - 2 }
    const [found] = collect(coils, {
      facts: { metering: 'fixedOrifice' },
      measured,
      target: { ok: false },
      profile,
      standard: {},
    })
    expect(found!.values.map((v) => v.name)).toEqual(['superheat', 'subcooling'])
    expect(found!.habits).toEqual([
      'valveSuperheatLowK',
      'valveSuperheatHighK',
      'pistonSubcoolingLowK',
      'pistonSubcoolingHighK',
    ])
  })
})
