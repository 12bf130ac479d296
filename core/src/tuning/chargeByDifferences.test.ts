// What a reading's distance from its target follows, and by how much: by moving each channel a little and judging again, not by the slopes that the code keeps.
import type { ModelLabel } from '../label/modelLabel'
import { superheatGrid } from '../label/testing'
import type { UnitFacts } from '../facts/unitFacts'
import type { Instrument } from '../measurement/instrument'
import { customaryProfile as p } from '../method/readyProfiles'
import { anyToSi } from '../quantity/unit'
import { channelDimensions, type ReadingChannel, type ReadingValues } from '../reading/channels'
import { saturationPressurePa } from '../refrigerant/saturation'
import { channelKinds, channelStandardK, serves, type chargeUncertainty } from './chargeUncertainty'
import { judgeCharge, type ChargeReading } from './judgeCharge'
import { coilGlides, measure, weatherOf } from './measured'

const kelvin = (f: number) => (f + 459.67) / 1.8
const degF = (value: number) => ({ value, unit: '°F' as const })
const psig = (value: number) => ({ value, unit: 'psig' as const })
const percent = (value: number) => ({ value, unit: '%' as const })
const PSI = 6894.757293168

const running: ReadingValues = {
  suctionPressure: psig(122),
  suctionLine: degF(56),
  liquidPressure: psig(345),
  liquidLine: degF(96),
  returnDryBulb: degF(76),
  outdoor: degF(88),
}
const wet: ReadingValues = { ...running, returnWetBulb: degF(64.5) }
const humid: ReadingValues = { ...running, returnHumidity: percent(52) }
const piston: UnitFacts = { refrigerant: 'R-410A', metering: 'fixedOrifice' }
const byRule: UnitFacts = { ...piston, superheatSource: 'commonRule' }
const valve: UnitFacts = { refrigerant: 'R-410A', metering: 'expansionValve' }
const chart: ModelLabel = { name: 'x', sheets: [superheatGrid] }
const dryChart: ModelLabel = {
  name: 'x',
  sheets: [{ ...superheatGrid, indoorAxis: 'dryBulb', rows: { unit: '°F', values: [70, 74, 78, 82] } }],
}
const curve: ModelLabel = {
  name: 'x',
  sheets: [
    {
      shape: 'subcoolingCurve',
      mode: 'cooling',
      columns: { unit: '°F', values: [70, 100] },
      rows: { unit: '', values: [0] },
      cells: { unit: '°F', values: [[12, 9]] },
    },
  ],
}
const required: ModelLabel = {
  name: 'x',
  sheets: [
    {
      shape: 'requiredLine',
      mode: 'cooling',
      columns: { unit: 'psig', values: [300, 400] },
      rows: { unit: '', values: [0] },
      cells: { unit: '°F', values: [[85, 107]] },
    },
  ],
}
const judge = (
  unit: { facts: UnitFacts; label?: ModelLabel },
  values: ReadingValues,
  { kit = [], ...reading }: Partial<ChargeReading> & { kit?: readonly Instrument[] } = {},
) => judgeCharge({ elevationM: 0, ...unit }, { mode: 'cooling', atMs: 0, ...reading, values }, kit, p)

/** kept beside the shares for what would settle it */
const contributionsOf = ({ uncertainty }: Pick<ReturnType<typeof judge>, 'uncertainty'>) =>
  (uncertainty as ReturnType<typeof chargeUncertainty>).contributions

function distanceK(unit: Parameters<typeof judge>[0], values: ReadingValues): number {
  const { target, decidingValueK } = judge(unit, values)
  if (!target.ok || decidingValueK === undefined) throw new Error(`no target: ${JSON.stringify(target)}`)
  return decidingValueK - target.targetK
}

describe('sensitivities', () => {
  it.each<[string, Parameters<typeof judge>[0], ReadingValues, ReadingChannel[]]>([
    ['a piston by the rule', { facts: byRule }, wet, ['suctionLine', 'suctionPressure', 'outdoor', 'returnWetBulb']],
    [
      'a piston by the rule, wet bulb out of humidity',
      { facts: byRule },
      humid,
      ['suctionLine', 'suctionPressure', 'outdoor', 'returnHumidity', 'returnDryBulb'],
    ],
    [
      'a piston by its chart',
      { facts: piston, label: chart },
      wet,
      ['suctionLine', 'suctionPressure', 'outdoor', 'returnWetBulb'],
    ],
    [
      'a piston by its chart, wet bulb out of humidity',
      { facts: piston, label: chart },
      humid,
      ['suctionLine', 'suctionPressure', 'outdoor', 'returnHumidity', 'returnDryBulb'],
    ],
    [
      'a piston by a dry-bulb chart',
      { facts: piston, label: dryChart },
      humid,
      ['suctionLine', 'suctionPressure', 'outdoor', 'returnDryBulb'],
    ],
    ['a valve by a plate', { facts: { ...valve, targetSubcooling: degF(10) } }, wet, ['liquidLine', 'liquidPressure']],
    ['a valve by a weather curve', { facts: valve, label: curve }, wet, ['liquidLine', 'liquidPressure', 'outdoor']],
    ['a valve by its required liquid line', { facts: valve, label: required }, wet, ['liquidLine', 'liquidPressure']],
  ])('%s', (_, unit, values, moving) => {
    const contributions = contributionsOf(judge(unit, values))
    expect(contributions.map((c) => c.channel).sort()).toEqual([...moving, 'refrigerantData'].sort())
    for (const { channel, sensitivity } of contributions) {
      if (channel === 'refrigerantData') continue
      const quantity = values[channel]!
      const by = (step: number): ReadingValues => ({
        ...values,
        [channel]: { ...quantity, value: quantity.value + step },
      })
      const si = (v: ReadingValues) => anyToSi(channelDimensions[channel], v[channel]!)
      const step = 0.02
      const slope = (distanceK(unit, by(step)) - distanceK(unit, by(-step))) / (si(by(step)) - si(by(-step)))
      expect([channel, sensitivity / slope]).toEqual([channel, expect.closeTo(1, 1)])
      expect(Math.abs(sensitivity / slope - 1)).toBeLessThan(0.03)
    }
  })
})

const gauge = (id: string, psi: number, kind: Instrument['kind'] = 'pressureGauge'): Instrument => ({
  id,
  name: id,
  kind,
  accuracies: [{ dimension: 'gaugePressure', absolute: psig(psi), stated: 'rectangular' }],
})
const clamp = (id: string, f: number): Instrument => ({
  id,
  name: id,
  kind: 'lineClamp',
  accuracies: [{ dimension: 'temperature', absolute: { value: f, unit: '°F' }, stated: 'rectangular' }],
})

describe('uncertainty', () => {
  const unit = { facts: { ...valve, targetSubcooling: degF(10) } }
  const slopeK = (psi: number, curve: 'bubble' | 'dew') => {
    // from the pressures themselves: how much a kelvin is there
    const at = (f: number) => saturationPressurePa('R-410A', curve, kelvin(f))!
    let f = -40
    while (at(f) < psi * PSI + 101_325) f += 0.01
    return 1 / ((at(f + 0.1) - at(f - 0.1)) / (0.2 / 1.8))
  }
  it('is the root of squares of gauge, clamp and the refrigerant’s data', () => {
    const kit = [gauge('g', 3), clamp('c', 1)]
    const { uncertainty, standard } = judge(unit, wet, {
      kit,
      instruments: { liquidPressure: 'g', liquidLine: 'c', suctionPressure: 'g', suctionLine: 'c' },
    })
    const data = contributionsOf({ uncertainty }).find((c) => c.channel === 'refrigerantData')!.standardUncertainty
    const by = (slope: number) => Math.hypot((slope * 3 * PSI) / Math.sqrt(3), 1 / 1.8 / Math.sqrt(3), data)
    expect(uncertainty!.standardK).toBeCloseTo(by(slopeK(345, 'bubble')), 3)
    expect(standard.subcoolingK).toBeCloseTo(by(slopeK(345, 'bubble')), 3)
    expect(standard.superheatK).toBeCloseTo(by(slopeK(122, 'dew')), 3)
    expect(uncertainty!.unknown).toEqual([])
    expect(uncertainty!.shares.reduce((sum, s) => sum + s.share, 0)).toBeCloseTo(1, 9)
  })
  it('counts a channel without an instrument as its class, and says so', () => {
    const { uncertainty } = judge(unit, wet, { kit: [gauge('g', 3)], instruments: { liquidPressure: 'g' } })
    // read to half degrees and half psi at the finest, which a dial shows, too: the worse class
    expect(uncertainty).toMatchObject({ unknown: ['liquidLine'], assumed: 'analog' })
    const analog = judge({ facts: { ...unit.facts, instrumentClass: 'analog' } }, wet).uncertainty!
    expect(analog.unknown).toEqual(['liquidLine', 'liquidPressure'])
    expect(analog.standardK).toBeGreaterThan(
      judge({ facts: { ...unit.facts, instrumentClass: 'digital' } }, wet).uncertainty!.standardK,
    )
    expect(analog.standardK).toBe(judge(unit, wet).uncertainty!.standardK)
  })
  it('of superheat or subcooling is known once both of its readings are', () => {
    const { standard } = judge(unit, { liquidPressure: running.liquidPressure, suctionLine: running.suctionLine })
    expect(standard).toEqual({ superheatK: undefined, subcoolingK: undefined })
    expect(
      judge(unit, { suctionPressure: running.suctionPressure, suctionLine: running.suctionLine }).standard,
    ).toEqual({
      superheatK: expect.any(Number),
      subcoolingK: undefined,
    })
  })
  it('of one temperature is its instrument’s, else its class’s; of none where it has no class', () => {
    const instruments = { used: { suctionLine: 'c' }, kit: [clamp('c', 1)], assumed: 'digital' as const, profile: p }
    expect(channelStandardK('suctionLine', 285, instruments)).toBeCloseTo(1 / 1.8 / Math.sqrt(3), 9)
    expect(channelStandardK('liquidLine', 285, instruments)).toBeGreaterThan(0)
    expect(channelStandardK('voltage', 230, instruments)).toBeUndefined()
  })
})

describe('what would settle it', () => {
  // 7.7 °F against 10 ± 3: too close by a gauge of ± 9 psi
  const unit = { facts: { ...valve, targetSubcooling: degF(10) } }
  const near: ReadingValues = { ...wet, liquidLine: degF(97.6) }
  const settled = (kit: readonly Instrument[], values = near) =>
    judge(unit, values, {
      kit: [gauge('coarse', 9), clamp('c', 0.2), ...kit],
      instruments: { liquidPressure: 'coarse', liquidLine: 'c' },
    })
  it('is what weighs most, with the accuracy that just decides', () => {
    const { settling, verdict } = settled([])
    expect(verdict).toBe('tooClose')
    expect(settling).toMatchObject({ ok: true, channel: 'liquidPressure' })
    if (!settling?.ok) throw new Error('one gauge settles it')
    const psi = settling.halfWidth / PSI
    expect(settled([]).settling).toEqual(settling)
    const again = (just: number) =>
      judge(unit, near, {
        kit: [gauge('just', just), clamp('c', 0.2)],
        instruments: { liquidPressure: 'just', liquidLine: 'c' },
      }).verdict
    expect([again(psi * 0.98), again(psi * 1.02)]).toEqual(['in', 'tooClose'])
  })
  it('names what is in the kit, the best first, and nothing of another kind or too coarse', () => {
    const { settling } = settled([
      gauge('good', 1.5),
      gauge('best', 0.4),
      gauge('clamped', 0.1, 'lineClamp'),
      gauge('poor', 8.99),
    ])
    expect(settling?.ok && settling.instruments.map((i) => i.id)).toEqual(['best', 'good'])
    expect(settled([{ ...gauge('silent', 1), accuracies: [] }]).settling).toMatchObject({ instruments: [] })
  })
  it('is a better clamp where that weighs most', () => {
    const { settling } = judge(unit, near, {
      kit: [gauge('g', 0.5), clamp('loose', 3), clamp('good', 0.3)],
      instruments: { liquidPressure: 'g', liquidLine: 'loose' },
    })
    expect(settling).toMatchObject({ ok: true, channel: 'liquidLine', instruments: [{ id: 'good' }] })
  })
  it('is no single one where two are as coarse', () => {
    const { settling, verdict } = judge(unit, near, {
      kit: [gauge('g', 9), clamp('loose', 3)],
      instruments: { liquidPressure: 'g', liquidLine: 'loose' },
    })
    expect([verdict, settling]).toEqual(['tooClose', { ok: false, reason: 'severalCoarse' }])
  })
  it('each channel by instruments of its kinds alone', () => {
    expect(serves({ kind: 'psychrometer' }, 'returnWetBulb')).toBe(true)
    expect(serves({ kind: 'airProbe' }, 'returnWetBulb')).toBe(false)
    for (const [channel, kinds] of Object.entries(channelKinds))
      for (const kind of kinds) expect(serves({ kind }, channel as ReadingChannel)).toBe(true)
  })
})

describe('a verdict', () => {
  const unit = { facts: { ...valve, targetSubcooling: degF(10) } }
  const exact = { kit: [gauge('g', 0.5), clamp('c', 0.2)], instruments: { liquidPressure: 'g', liquidLine: 'c' } }
  it('is none of a reading that can’t be, and that is found', () => {
    const { verdict, findings, habits } = judge(
      unit,
      { ...wet, suctionLine: wet.liquidLine, liquidLine: wet.suctionLine },
      exact,
    )
    expect(verdict).toBe('none')
    expect(findings.map((f) => f.code)).toContain('impossible')
    expect(habits).not.toContain('inProbability')
    expect(judge(unit, wet, exact).findings.map((f) => f.code)).not.toContain('impossible')
  })
  it('is as sure as the method asks for', () => {
    const near = { ...wet, liquidLine: degF(98.4) }
    const { probabilityIn } = judge(unit, near, exact)
    const by = (si: number) =>
      judgeCharge({ elevationM: 0, ...unit }, { mode: 'cooling', atMs: 0, ...exact, values: near }, exact.kit, {
        ...p,
        inProbability: { ...p.inProbability, si },
      }).verdict
    expect([by(probabilityIn! - 1e-6), by(probabilityIn! + 1e-6)]).toEqual(['in', 'tooClose'])
  })
})

describe('a target’s band', () => {
  const tolerance = p.superheatToleranceK.si * 1.8
  const typed = (f: number) =>
    judge({ facts: { ...piston, superheatSource: 'typed', targetSuperheat: degF(f) } }, wet).target
  const plate = (f: number) => judge({ facts: { ...valve, targetSubcooling: degF(f) } }, wet).target
  const floor = p.superheatFloorK.si * 1.8
  it('of superheat is cut at the floor, and says by what', () => {
    const just = typed(floor)
    expect(just).toMatchObject({ ok: true, floor: p.superheatFloorK, lowK: p.superheatFloorK.si })
    expect(just.ok && just.highK * 1.8).toBeCloseTo(floor + tolerance, 9)
    expect(typed(floor + tolerance + 1)).toMatchObject({ ok: true, floor: undefined })
    expect(typed(floor - 0.1)).toMatchObject({ ok: false, reason: 'targetBelowFloor', deciding: 'superheat' })
  })
  it('of subcooling is cut at nothing at all, and is none where all of it lies under that', () => {
    expect(plate(1)).toMatchObject({ ok: true, lowK: 0, floor: undefined })
    expect(plate(-10)).toEqual({ ok: false, reason: 'bandUnderFloor', deciding: 'subcooling' })
    expect(plate(-1)).toMatchObject({ ok: true, lowK: 0 })
  })
  it('is given by slopes and habits of the rule, where that gives it', () => {
    const { target, habits } = judge({ facts: byRule }, wet)
    expect(target).toMatchObject({
      source: 'commonRule',
      slopes: { wetBulb: 1.5, outdoor: -0.5 },
      humidityUnknown: false,
    })
    for (const key of [
      'ruleOutdoorLowK',
      'ruleWetBulbHighK',
      'superheatToleranceK',
      'superheatFloorK',
      'inProbability',
    ])
      expect(habits).toContain(key)
    const none = judge({ facts: valve }, wet)
    expect(none.habits).not.toContain('inProbability')
    expect(judge({ facts: { ...valve, targetSubcooling: degF(10) } }, wet).habits).toContain('subcoolingToleranceK')
    expect(judge({ facts: { ...valve, targetSubcooling: degF(10) } }, wet).habits).not.toContain('superheatFloorK')
  })
  it('asks for what the rule needs', () => {
    expect(judge({ facts: byRule }, running).target).toMatchObject({ ok: false, reason: 'needsWetBulb' })
    expect(judge({ facts: byRule }, { ...wet, outdoor: undefined }).target).toMatchObject({
      ok: false,
      reason: 'needsOutdoor',
    })
  })
  it('gives the line temperature that would be on target', () => {
    const tight = judge({ facts: { ...valve, targetSubcooling: degF(10) } }, wet)
    expect(tight.requiredLineK).toBeCloseTo(tight.condensingK! - 10 / 1.8, 9)
    const loose = judge({ facts: byRule }, wet)
    expect(loose.requiredLineK).toBeCloseTo(loose.evaporatingK! + (loose.target.ok ? loose.target.targetK : NaN), 9)
    expect(judge({ facts: byRule }, { ...wet, suctionPressure: undefined }).requiredLineK).toBeUndefined()
    expect(
      judge({ facts: { ...valve, targetSubcooling: degF(10) } }, { ...wet, liquidPressure: undefined }).requiredLineK,
    ).toBeUndefined()
    expect(judge({ facts: valve }, wet).requiredLineK).toBeUndefined()
  })
})

describe('what a reading gives', () => {
  const of = (values: ReadingValues, facts: UnitFacts = valve, more: object = {}) =>
    measure({ facts, values, elevationM: 0, profile: p, ...more })
  it('the coil between its inlet and its outlet, where both are known', () => {
    const glide = of(running, { ...valve, refrigerant: 'R-407C' })
    expect(glide.coilK).toBeCloseTo((glide.coilInletK! + glide.evaporatingK!) / 2, 9)
    expect(glide.coilInletK!).toBeLessThan(glide.evaporatingK! - 3)
    expect(coilGlides(glide)).toBe(true)
    expect(coilGlides(of(running))).toBe(false)
    expect(coilGlides({ coilInletK: 280, evaporatingK: 280.3 + 1e-6 })).toBe(true)
    expect(coilGlides({ coilInletK: 280, evaporatingK: 280.29 })).toBe(false)
    for (const part of [{ coilInletK: 280 }, { evaporatingK: 280 }, {}]) expect(coilGlides(part)).toBe(false)
    expect(of({ outdoor: degF(90) })).toMatchObject({
      coilK: undefined,
      coilInletK: undefined,
      freezeMarginK: undefined,
    })
    expect(of(running, { metering: 'expansionValve' })).toMatchObject({ coilK: undefined, coilInletK: undefined })
  })
  it('humidity out of the wet bulb and the other way round', () => {
    const known = of(wet)
    expect(known.returnHumidity).toBeGreaterThan(0.4)
    const back = of({ ...running, returnHumidity: percent(known.returnHumidity! * 100) })
    expect(back.returnWetBulbK).toBeCloseTo(kelvin(64.5), 2)
    expect(of(running)).toMatchObject({ returnWetBulbK: undefined, returnHumidity: undefined })
    const bare = of({ returnWetBulb: degF(64) })
    expect(bare).toMatchObject({ returnWetBulbK: kelvin(64), returnHumidity: undefined })
    expect(of({ returnHumidity: percent(50) })).toMatchObject({ returnWetBulbK: undefined, returnHumidity: 0.5 })
  })
  it('an expected split by the humid school alone, in cooling', () => {
    expect(of(wet).expectedSplitK).toBeGreaterThan(5)
    const rangeSchool = { ...p, splitSchool: 'range' as typeof p.splitSchool }
    expect(of(wet, valve, { profile: rangeSchool }).expectedSplitK).toBeUndefined()
    expect(of({ ...running, supply: degF(56) }).expectedSplitK).toBeUndefined()
    const heating = of({ ...wet, supply: degF(100) }, valve, { mode: 'heating' })
    expect(heating).not.toHaveProperty('expectedSplitK')
    expect(heating.riseK! * 1.8).toBeCloseTo(24, 9)
    expect(heating).not.toHaveProperty('splitK')
    expect(of({ ...wet, supply: degF(56) }).splitK! * 1.8).toBeCloseTo(20, 9)
  })
  it('in heating what it condenses over return air and boils under outdoor air', () => {
    const heating = of({ ...running, outdoor: degF(47) }, { ...valve, circuit: undefined }, { mode: 'heating' })
    for (const [key, wanted] of [
      ['condensingOverReturnK', heating.condensingK === undefined ? undefined : heating.condensingK - kelvin(76)],
      ['evaporatingUnderOutdoorK', heating.evaporatingK === undefined ? undefined : kelvin(47) - heating.evaporatingK],
    ] as const)
      expect([key, heating[key]]).toEqual([key, wanted])
  })
  it('its weather, once all three are known', () => {
    const all = { outdoorK: 300, returnK: 297, returnHumidity: 0.5 }
    expect(weatherOf(all)).toEqual(all)
    for (const key of Object.keys(all)) expect(weatherOf({ ...all, [key]: undefined })).toBeUndefined()
  })
})
