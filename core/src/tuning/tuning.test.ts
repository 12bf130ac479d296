import fc from 'fast-check'
import type { ReadingValues } from '../reading/channels'
import type { UnitFacts } from '../facts/unitFacts'
import { customaryProfile } from '../method/readyProfiles'
import { withHabits } from '../method/testing'
import { offeredRefrigerants } from '../refrigerant/refrigerants'
import { saturationPressurePa } from '../refrigerant/saturation'
import type { FindingCode } from './finding'
import { judgeCharge } from './judgeCharge'
import { requiredLiquidLineK, requiredSuctionLineK } from './requiredLine'
import { subcoolingK } from './subcooling'
import { superheatK } from './superheat'
import { targetSuperheat } from './targetSuperheat'
import { readingWorkings } from './working'

const kelvin = (f: number) => (f + 459.67) / 1.8
const dF = (k: number | undefined) => (k === undefined ? undefined : k * 1.8)
const rule = (wetBulb: number, outdoor: number, dryBulb?: number) =>
  targetSuperheat({
    indoorWetBulbK: kelvin(wetBulb),
    outdoorDryBulbK: kelvin(outdoor),
    indoorDryBulbK: dryBulb === undefined ? undefined : kelvin(dryBulb),
  })

describe('superheat and subcooling', () => {
  it('agree with hand arithmetic: R-410A, 118 psig and 52 °F, 350 psig and 96 °F at sea level', () => {
    // the reference table brackets 132.7 psia between 40 °F and 42 °F of dew, and 364.7 psia between 106 °F and 108 °F of bubble
    const suction = superheatK({
      refrigerant: 'R-410A',
      suctionPressurePa: 118 * 6894.757 + 101325,
      suctionLineK: kelvin(52),
    })
    const liquid = subcoolingK({
      refrigerant: 'R-410A',
      liquidPressurePa: 350 * 6894.757 + 101325,
      liquidLineK: kelvin(96),
    })
    expect(dF(suction)!).toBeGreaterThan(52 - 42)
    expect(dF(suction)!).toBeLessThan(52 - 39)
    expect(dF(liquid)!).toBeGreaterThan(104 - 96)
    expect(dF(liquid)!).toBeLessThan(109 - 96)
  })

  it('undo what the required line asks for', () => {
    const k = fc.double({ min: 0.5, max: 20, noNaN: true })
    fc.assert(
      fc.property(
        fc.constantFrom(...offeredRefrigerants),
        fc.double({ min: 20, max: 55, noNaN: true }),
        k,
        (refrigerant, f, targetK) => {
          const suctionPressurePa = saturationPressurePa(refrigerant, 'dew', kelvin(f))!
          const suctionLineK = requiredSuctionLineK({ refrigerant, suctionPressurePa, targetK })!
          expect(superheatK({ refrigerant, suctionPressurePa, suctionLineK })).toBeCloseTo(targetK, 8)
          const liquidPressurePa = saturationPressurePa(refrigerant, 'bubble', kelvin(f + 60))!
          const liquidLineK = requiredLiquidLineK({ refrigerant, liquidPressurePa, targetK })!
          expect(subcoolingK({ refrigerant, liquidPressurePa, liquidLineK })).toBeCloseTo(targetK, 8)
        },
      ),
    )
  })

  it('are undefined outside the data, never NaN', () => {
    expect(superheatK({ refrigerant: 'R-410A', suctionPressurePa: 1, suctionLineK: 290 })).toBeUndefined()
    expect(superheatK({ refrigerant: 'R-410A', suctionPressurePa: 9e5, suctionLineK: NaN })).toBeUndefined()
    expect(subcoolingK({ refrigerant: 'R-410A', liquidPressurePa: 1e9, liquidLineK: 300 })).toBeUndefined()
    expect(requiredSuctionLineK({ refrigerant: 'R-32', suctionPressurePa: NaN, targetK: 5 })).toBeUndefined()
    expect(requiredLiquidLineK({ refrigerant: 'R-32', liquidPressurePa: -1, targetK: 5 })).toBeUndefined()
  })
})

describe('target superheat by the common rule', () => {
  it.each([
    [67, 95, 13],
    [65, 90, 12.5],
    [63, 75, 17],
    [60, 90, 5],
    [76, 55, 46.5],
  ])('%d °F wet bulb, %d °F outdoors: %d °F', (wetBulb, outdoor, target) => {
    const found = rule(wetBulb, outdoor)
    expect(found.ok && dF(found.targetK)).toBeCloseTo(target, 9)
  })
  it.each([
    [59.9, 90, 'targetBelowFloor'],
    [62, 115.1, 'outdoorOutsideRule'],
    [62, 54.9, 'outdoorOutsideRule'],
    [49.9, 60, 'wetBulbOutsideRule'],
    [76.1, 95, 'wetBulbOutsideRule'],
    [NaN, 95, 'notANumber'],
  ])('%d °F wet bulb, %d °F outdoors is refused: %s', (wetBulb, outdoor, reason) => {
    expect(rule(wetBulb, outdoor)).toEqual({ ok: false, reason })
  })
  it('takes its limits from the profile', () => {
    const strict = withHabits({ superheatFloorK: { value: 14, unit: '°F' } })
    expect(targetSuperheat({ indoorWetBulbK: kelvin(67), outdoorDryBulbK: kelvin(95) }, strict)).toEqual({
      ok: false,
      reason: 'targetBelowFloor',
    })
  })
  it('cautions a cool return on a cool day, and only then', () => {
    expect(rule(58, 62, 68)).toMatchObject({ cautions: ['coilMayFreeze'] })
    expect(rule(58, 62, 72)).toMatchObject({ cautions: [] })
    expect(rule(66, 90, 68)).toMatchObject({ cautions: [] })
  })
  it('refuses a wet bulb above dry bulb', () => {
    expect(rule(70, 90, 69)).toEqual({ ok: false, reason: 'wetBulbAboveDryBulb' })
  })
  it('rises with wet bulb and falls with outdoor temperature', () => {
    const f = (min: number, max: number) => fc.double({ min, max, noNaN: true })
    fc.assert(
      fc.property(f(66, 74), f(60, 100), (wetBulb, outdoor) => {
        const [here, wetter, hotter] = [rule(wetBulb, outdoor), rule(wetBulb + 1, outdoor), rule(wetBulb, outdoor + 1)]
        if (!here.ok || !wetter.ok || !hotter.ok) throw new Error('inside the rule')
        expect(dF(wetter.targetK - here.targetK)).toBeCloseTo(1.5, 6)
        expect(dF(hotter.targetK - here.targetK)).toBeCloseTo(-0.5, 6)
      }),
    )
  })
})

describe('judging a reading', () => {
  const valve: UnitFacts = {
    refrigerant: 'R-410A',
    metering: 'expansionValve',
    targetSubcooling: { value: 10, unit: '°F' },
  }
  const piston: UnitFacts = { refrigerant: 'R-410A', metering: 'fixedOrifice', superheatSource: 'commonRule' }
  const psig = (curve: 'bubble' | 'dew', f: number) => ({
    value: (saturationPressurePa('R-410A', curve, kelvin(f))! - 101325) / 6894.757293168,
    unit: 'psig' as const,
  })
  const degF = (value: number) => ({ value, unit: '°F' as const })
  const reading = (superheat: number, subcooling: number, more: ReadingValues = {}): ReadingValues => ({
    suctionPressure: psig('dew', 42),
    suctionLine: degF(42 + superheat),
    liquidPressure: psig('bubble', 110),
    liquidLine: degF(110 - subcooling),
    returnDryBulb: degF(76),
    returnWetBulb: degF(65),
    supply: degF(57),
    outdoor: degF(90),
    ...more,
  })
  const judge = (facts: UnitFacts, values: ReadingValues) =>
    judgeCharge({ facts, elevationM: 0 }, { mode: 'cooling', values }, [], customaryProfile)
  const codes = (facts: UnitFacts, values: ReadingValues) => judge(facts, values).findings.map((f) => f.code)

  it('charges an expansion valve by subcooling and a piston by superheat', () => {
    expect(judge(valve, reading(11, 10))).toMatchObject({
      verdict: 'in',
      target: { deciding: 'subcooling', source: 'plate' },
    })
    expect(judge(piston, reading(12.5, 8))).toMatchObject({
      verdict: 'in',
      target: { deciding: 'superheat', source: 'commonRule' },
    })
  })
  it.each([
    [8.5, 'in'],
    [7.5, 'tooClose'],
    [12.8, 'tooClose'],
    [5.5, 'out'],
    [14.5, 'out'],
  ])(
    'subcooling %d of 10 ± 3 is %s: instruments that nobody named count as their class, never as exact',
    (subcooling, verdict) => {
      expect(judge(valve, reading(11, subcooling)).verdict).toBe(verdict)
    },
  )
  it('takes the label’s tolerance over the habit', () => {
    const strict = { ...valve, subcoolingTolerance: { value: 1.5, unit: '°F' as const } }
    expect(judge(strict, reading(11, 13)).verdict).toBe('out')
    expect(judge(valve, reading(11, 11)).verdict).toBe('in')
  })
  it('has no default target: without a label value, no verdict', () => {
    const bare: UnitFacts = { ...valve, targetSubcooling: undefined }
    expect(judge(bare, reading(11, 10))).toMatchObject({
      verdict: 'none',
      target: { ok: false, reason: 'noLabelTarget' },
    })
    expect(judge({ refrigerant: 'R-410A' }, reading(11, 10))).toMatchObject({
      verdict: 'none',
      target: { reason: 'noMetering' },
    })
    expect(judge({ ...piston, superheatSource: undefined }, reading(11, 10))).toMatchObject({
      target: { reason: 'noSuperheatSource' },
    })
    expect(judge({ ...piston, superheatSource: 'typed' }, reading(11, 10))).toMatchObject({
      target: { reason: 'noTypedTarget' },
    })
    expect(judge(piston, reading(12, 8, { returnWetBulb: undefined }))).toMatchObject({
      target: { reason: 'needsWetBulb' },
    })
    expect(judge(piston, reading(12, 8, { outdoor: undefined }))).toMatchObject({ target: { reason: 'needsOutdoor' } })
  })
  it('computes wet bulb from humidity where that was measured', () => {
    const judged = judge(
      piston,
      reading(12.5, 8, { returnWetBulb: undefined, returnHumidity: { value: 56, unit: '%' } }),
    )
    expect(dF(judged.returnWetBulbK! - kelvin(65))!).toBeCloseTo(0, 0)
    expect(judged.verdict).toBe('in')
  })
  it('never takes the tolerance of an orifice under the floor', () => {
    const low: UnitFacts = { ...piston, superheatSource: 'typed', targetSuperheat: { value: 6, unit: '°F' } }
    const judged = judge(low, reading(6, 8))
    expect(judged.target.ok && dF(judged.target.lowK)).toBeCloseTo(5, 9)
  })

  const contradictions: [string, ReadingValues, FindingCode][] = [
    ['negative superheat', reading(-2, 10), 'negativeSuperheat'],
    ['negative subcooling', reading(10, -2), 'negativeSubcooling'],
    [
      'swapped hoses',
      reading(11, 10, { suctionPressure: psig('bubble', 110), liquidPressure: psig('dew', 42) }),
      'suctionAboveLiquidPressure',
    ],
    ['swapped clamps', reading(11, 10, { suctionLine: degF(100), liquidLine: degF(53) }), 'suctionLineAboveLiquidLine'],
    ['swapped air probes', reading(11, 10, { supply: degF(80) }), 'supplyAboveReturn'],
    ['condensing below outdoor', reading(11, 10, { outdoor: degF(112) }), 'condensingBelowOutdoor'],
    [
      'a pressure off the table',
      reading(11, 10, { liquidPressure: { value: 2000, unit: 'psig' } }),
      'pressureOutsideData',
    ],
  ]
  it.each(contradictions)('%s: no verdict, and said', (_, values, code) => {
    const judged = judge(valve, values)
    expect(judged.findings).toContainEqual(
      expect.objectContaining({ code, severity: 'stop', consequence: 'noVerdict' }),
    )
    expect(judged.verdict).toBe('none')
  })

  it('is never In with superheat under the floor, even at the right subcooling', () => {
    expect(judge(valve, reading(3, 10))).toMatchObject({ verdict: 'out' })
    expect(codes(valve, reading(3, 10))).toContain('superheatUnderFloor')
  })
  it('says what makes a day wrong for charging, and what is worth knowing', () => {
    expect(codes(valve, reading(11, 10, { outdoor: degF(60) }))).toContain('coolOutdoors')
    expect(codes(valve, reading(11, 10, { suctionPressure: psig('dew', 30), suctionLine: degF(41) }))).toContain(
      'coilBelowFreezing',
    )
    expect(codes(valve, reading(11, 10, { supply: degF(50) }))).toContain('highSplit')
    expect(codes(valve, reading(11, 10, { supply: degF(63) }))).toContain('lowSplit')
    expect(codes(valve, reading(11, 10, { outdoor: undefined }))).toEqual(['outdoorNotMeasured', 'instrumentUnknown'])
    expect(codes(valve, reading(20, 10))).toContain('valveSuperheatOffHabit')
    expect(codes({ ...valve, refrigerant: 'R-407C' }, {})).toContain('bubbleAndDewDiffer')
    expect(codes(valve, reading(11, 10))).toEqual(['instrumentUnknown'])
  })
  it('uses dew for superheat and bubble for subcooling in a blend with glide', () => {
    const pa = saturationPressurePa('R-407C', 'dew', kelvin(42))!
    const judged = judge(
      { ...piston, refrigerant: 'R-407C' },
      { suctionPressure: { value: (pa - 101325) / 1000, unit: 'kPa' } },
    )
    expect(judged.evaporatingK).toBeCloseTo(kelvin(42), 4)
  })
  it('takes the site’s elevation into the gauge reading', () => {
    const at = (elevationM: number) =>
      judgeCharge(
        { facts: valve, elevationM },
        { mode: 'cooling', values: { suctionPressure: psig('dew', 42) } },
        [],
        customaryProfile,
      ).evaporatingK!
    expect(dF(at(0) - at(1609.344))).toBeGreaterThan(1)
    expect(dF(at(0) - at(1609.344))).toBeLessThan(1.6)
  })

  it('opens every number to the values put in', () => {
    const values = reading(12.5, 8, { returnWetBulb: undefined, returnHumidity: { value: 56, unit: '%' } })
    const judged = judge(piston, values)
    const workings = readingWorkings({ values, elevationM: 0, judged })
    const byCode = Object.fromEntries(workings.map((w) => [w.code, w]))
    expect(Object.keys(byCode)).toEqual([
      'suctionAbsolute',
      'liquidAbsolute',
      'evaporating',
      'condensing',
      'superheat',
      'subcooling',
      'wetBulb',
      'targetCommonRule',
      'requiredSuctionLine',
      'uncertainty',
      'split',
      'condensingOverOutdoor',
      'expectedSplit',
      'approach',
      'freezeMargin',
    ])
    const [line, evaporating] = byCode.superheat!.terms
    expect(line!.si - evaporating!.si).toBeCloseTo(byCode.superheat!.result.si, 12)
    expect(readingWorkings({ values: {}, elevationM: 0, judged: judge(piston, {}) })).toEqual([])
  })
})
