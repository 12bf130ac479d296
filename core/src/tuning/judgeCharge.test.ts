import fc from 'fast-check'
import type { ModelLabel } from '../label/modelLabel'
import type { InstrumentsUsed, ReadingValues } from '../reading/channels'
import type { UnitFacts } from '../facts/unitFacts'
import { anyInfrared } from '../measurement/infrared'
import type { Accuracy, Instrument } from '../measurement/instrument'
import { customaryProfile } from '../method/readyProfiles'
import { withHabits } from '../method/testing'
import { saturationPressurePa } from '../refrigerant/saturation'
import { chargeMethod } from './chargeMethod'
import { judgeCharge, type ChargeReading, type ChargeUnit } from './judgeCharge'

const kelvin = (f: number) => (f + 459.67) / 1.8
const degF = (value: number) => ({ value, unit: '°F' as const })
const psig = (curve: 'bubble' | 'dew', f: number) => ({
  value: (saturationPressurePa('R-410A', curve, kelvin(f))! - 101325) / 6894.757293168,
  unit: 'psig' as const,
})
const values = (superheat: number, subcooling: number, more: ReadingValues = {}): ReadingValues => ({
  suctionPressure: psig('dew', 42),
  suctionLine: degF(42 + superheat),
  liquidPressure: psig('bubble', 107),
  liquidLine: degF(107 - subcooling),
  returnDryBulb: degF(76),
  returnWetBulb: degF(64),
  supply: degF(56),
  outdoor: degF(91),
  ...more,
})

const instrument = (id: string, kind: Instrument['kind'], ...accuracies: Accuracy[]): Instrument => ({
  id,
  name: id,
  kind,
  accuracies,
  dueOn: '2027-01-31',
  zeroedAt: '2026-07-14T07:00:00.000Z',
})
const ofFullScale = (percent: number, full: number, step: number): Accuracy => ({
  dimension: 'gaugePressure',
  ofFullScale: { value: percent, unit: '%' },
  fullScale: { value: full, unit: 'psig' },
  resolution: { value: step, unit: 'psig' },
  stated: 'rectangular',
})
const plusMinusF = (f: number): Accuracy => ({
  dimension: 'temperature',
  absolute: { value: f, unit: '°F' },
  stated: 'rectangular',
})
const analog = instrument('analog', 'pressureGauge', ofFullScale(1, 500, 5))
const digital = instrument('digital', 'pressureGauge', {
  dimension: 'gaugePressure',
  ofReading: { value: 0.5, unit: '%' },
  resolution: { value: 0.1, unit: 'psig' },
  stated: 'rectangular',
})
const clamp = instrument('clamp', 'lineClamp', plusMinusF(0.5))
const air = instrument('air', 'airProbe', plusMinusF(0.7))
const wet = instrument('wet', 'psychrometer', plusMinusF(0.9), {
  dimension: 'ratio',
  absolute: { value: 2, unit: '%' },
  stated: 'rectangular',
})
const kit = [analog, digital, clamp, air, wet]
const used = (gauge: Instrument): InstrumentsUsed => ({
  suctionPressure: gauge.id,
  liquidPressure: gauge.id,
  suctionLine: 'clamp',
  liquidLine: 'clamp',
  outdoor: 'air',
  supply: 'air',
  returnDryBulb: 'wet',
  returnWetBulb: 'wet',
  returnHumidity: 'wet',
})
const atMs = Date.parse('2026-07-14T15:00:00.000Z')
const judge = (unit: Omit<ChargeUnit, 'elevationM'>, reading: Partial<ChargeReading>, profile = customaryProfile) =>
  judgeCharge({ elevationM: 0, ...unit }, { mode: 'cooling', values: {}, atMs, ...reading }, kit, profile)

const byOrientation: ModelLabel = {
  name: 'Kelvane 24',
  subcoolingTolerance: degF(1.5),
  tables: [
    {
      quantity: 'subcooling',
      rows: [
        { orientation: 'up', cooling: degF(10), heating: degF(26) },
        { orientation: 'down', cooling: degF(8) },
      ],
    },
  ],
}
const valve: UnitFacts = { refrigerant: 'R-410A', metering: 'expansionValve', orientation: 'up' }
const piston: UnitFacts = { refrigerant: 'R-410A', metering: 'fixedOrifice' }
const chart: ModelLabel = {
  name: 'Ostrel 30-P',
  superheatTolerance: degF(3),
  sheets: [
    {
      shape: 'superheatGrid',
      mode: 'cooling',
      indoorAxis: 'wetBulb',
      columns: { unit: '°F', values: [75, 85, 95, 105] },
      rows: { unit: '°F', values: [57, 62, 67, 72] },
      cells: {
        unit: '°F',
        values: [
          [10, 6, null, null],
          [17, 13, 8, 5],
          [23, 19, 15, 11],
          [29, 26, 22, 19],
        ],
      },
    },
  ],
}

describe('an expansion valve by its orientation table, ±1.5 °F', () => {
  it('is too close to call with an analog gauge near the middle, and In with a digital one', () => {
    const coarse = judge(
      { facts: valve, label: byOrientation },
      { values: values(11, 11.1), instruments: used(analog) },
    )
    expect(coarse.verdict).toBe('tooClose')
    expect(coarse.uncertainty!.shares[0]).toMatchObject({ channel: 'liquidPressure' })
    expect(coarse.uncertainty!.shares[0]!.share).toBeGreaterThan(0.75)
    const fine = judge({ facts: valve, label: byOrientation }, { values: values(11, 10), instruments: used(digital) })
    expect(fine).toMatchObject({
      verdict: 'in',
      target: { source: 'label', used: { kind: 'table', table: 0, row: 0 } },
    })
    expect(fine.probabilityIn).toBeGreaterThan(0.99)
    expect(fine.settling).toBeUndefined()
  })
  it('says which accuracy would settle it, and what in the kit has it; with that the verdict comes', () => {
    const { settling } = judge(
      { facts: valve, label: byOrientation },
      { values: values(11, 11.1), instruments: used(analog) },
    )
    expect(settling).toMatchObject({ channel: 'liquidPressure', instruments: [{ id: 'digital' }] })
    if (!settling?.ok) throw new Error('one gauge settles it')
    const just = instrument('just', 'pressureGauge', {
      dimension: 'gaugePressure',
      absolute: { value: (settling.halfWidth * 0.99) / 6894.757293168, unit: 'psig' },
      stated: 'rectangular',
    })
    const again = judgeCharge(
      { facts: valve, label: byOrientation, elevationM: 0 },
      { mode: 'cooling', values: values(11, 10.4), instruments: used(just) },
      [...kit, just],
      customaryProfile,
    )
    expect(again.verdict).toBe('in')
  })
  it('says nothing would settle it where the value stands on the limit', () => {
    const edge = judge({ facts: valve, label: byOrientation }, { values: values(11, 11.5), instruments: used(digital) })
    expect(edge).toMatchObject({ verdict: 'tooClose', settling: { ok: false, reason: 'onLimit' } })
    expect(edge.probabilityIn).toBeCloseTo(0.5, 1)
  })
  it('is Out by a coarse gauge, too, where it is far out', () => {
    expect(
      judge({ facts: valve, label: byOrientation }, { values: values(11, 17), instruments: used(analog) }).verdict,
    ).toBe('out')
  })
  it('asks for the orientation, and has no figure for one that the label leaves out', () => {
    const at = (facts: UnitFacts) => judge({ facts, label: byOrientation }, { values: values(11, 10) }).target
    expect(at({ ...valve, orientation: undefined })).toMatchObject({ ok: false, reason: 'needsOrientation' })
    expect(at({ ...valve, orientation: 'left' })).toMatchObject({ ok: false, reason: 'rowNotOnLabel' })
    expect(judge({ facts: valve }, { values: values(11, 10) }).target).toMatchObject({ reason: 'noLabelTarget' })
  })
  it('takes what was read off this unit’s own plate before the model’s label', () => {
    const facts: UnitFacts = { ...valve, targetSubcooling: degF(12), subcoolingTolerance: degF(1) }
    const { target } = judge({ facts, label: byOrientation }, { values: values(11, 10) })
    expect(target).toMatchObject({ source: 'plate', tolerance: { origin: 'unit' } })
    expect(target.ok && (target.highK - target.lowK) * 1.8).toBeCloseTo(2, 9)
  })
})

describe('a piston by its chart', () => {
  it('is judged by the cells that the weather picks', () => {
    const { target, verdict } = judge(
      { facts: piston, label: chart },
      { values: values(14, 9, { outdoor: degF(90) }), instruments: used(digital) },
    )
    expect(target.ok && target.targetK * 1.8).toBeCloseTo(((13 + 8) / 2) * 0.6 + ((19 + 15) / 2) * 0.4, 9)
    expect(target).toMatchObject({ source: 'label', used: { kind: 'sheet', sheet: 0 } })
    expect(target.ok && target.used?.kind === 'sheet' && target.used.cells.map((c) => [c.row, c.column])).toEqual([
      [1, 1],
      [1, 2],
      [2, 1],
      [2, 2],
    ])
    expect(verdict).toBe('in')
  })
  it('refuses outside the chart and on its blanks, and the rule doesn’t step in', () => {
    const at = (outdoor: number, wetBulb: number) =>
      judge(
        { facts: { ...piston, superheatSource: 'commonRule' }, label: chart },
        { values: values(14, 9, { outdoor: degF(outdoor), returnWetBulb: degF(wetBulb) }) },
      )
    expect(at(108, 64).target).toMatchObject({ ok: false, reason: 'outsideChart' })
    expect(at(100, 58).target).toMatchObject({ ok: false, reason: 'blankCell' })
    expect(at(108, 64).verdict).toBe('none')
  })
  it('carries the wet bulb’s uncertainty, more so where it comes from humidity', () => {
    const measured = judge({ facts: piston, label: chart }, { values: values(14, 9), instruments: used(digital) })
    const computed = judge(
      { facts: piston, label: chart },
      {
        values: values(14, 9, { returnWetBulb: undefined, returnHumidity: { value: 53, unit: '%' } }),
        instruments: used(digital),
      },
    )
    const share = (j: typeof measured, channel: string) =>
      j.uncertainty!.shares.find((s) => s.channel === channel)?.share ?? 0
    expect(share(measured, 'returnWetBulb')).toBeGreaterThan(0.3)
    expect(share(computed, 'returnWetBulb')).toBe(0)
    expect(share(computed, 'returnHumidity')).toBeGreaterThan(0.2)
    expect(share(computed, 'returnDryBulb')).toBeGreaterThan(0.02)
  })
  it('takes a typed figure with its reason before the chart, where the method allows it', () => {
    const facts: UnitFacts = {
      ...piston,
      superheatSource: 'typed',
      targetSuperheat: degF(14),
      targetSuperheatReason: 'maker’s letter',
    }
    expect(judge({ facts, label: chart }, { values: values(14, 9) }).target).toMatchObject({ source: 'typed' })
    const strict = withHabits({}, { choices: { ...customaryProfile, superheatOrder: ['label'] } })
    expect(judge({ facts, label: chart }, { values: values(14, 9) }, strict).target).toMatchObject({
      reason: 'sourceNotAllowed',
    })
    expect(
      judge({ facts: { ...piston, superheatSource: 'commonRule' } }, { values: values(14, 9) }, strict).target,
    ).toMatchObject({ reason: 'sourceNotAllowed' })
  })
})

describe('which quantity decides', () => {
  it('refuses a superheat target on an expansion valve, and subcooling on an orifice, each with its reason', () => {
    expect(judge({ facts: valve, label: byOrientation }, { values: values(11, 10), asked: 'superheat' })).toMatchObject(
      {
        verdict: 'none',
        target: { ok: false, reason: 'superheatOnValve' },
      },
    )
    expect(chargeMethod({ metering: 'fixedOrifice', asked: 'subcooling' })).toEqual({
      ok: false,
      reason: 'subcoolingOnOrifice',
    })
    expect(chargeMethod({ metering: 'fixedOrifice', asked: 'superheat' })).toMatchObject({
      ok: true,
      because: 'orificeBySuperheat',
    })
    expect(chargeMethod({ metering: undefined })).toEqual({ ok: false, reason: 'noMetering' })
  })
  it('checks against the heating column in heating, and says that it is a check', () => {
    const looked: UnitFacts = {
      ...valve,
      mode: 'heatPump',
      circuit: { outdoorDevice: 'thermostatic', liquidPort: 'lineSide', trueSuction: true },
    }
    const reading = {
      mode: 'heating',
      values: values(11, 26, { supply: degF(100), outdoor: degF(60) }),
      instruments: used(digital),
    } as const
    const heating = judge({ facts: looked, label: byOrientation }, reading)
    expect(heating).toMatchObject({ verdict: 'in', target: { deciding: 'subcooling' } })
    expect(heating.findings.find((f) => f.code === 'heatingIsACheck')).toMatchObject({ consequence: 'notSettled' })
    const reason = (circuit: UnitFacts['circuit'], label: ModelLabel = byOrientation) => {
      const { target } = judge({ facts: { ...looked, ...(circuit ? { circuit } : {}) }, label }, reading)
      return target.ok ? 'ok' : target.reason
    }
    expect(reason({ liquidPort: 'lineSide', trueSuction: true })).toBe('noOutdoorDevice')
    expect(reason({ outdoorDevice: 'thermostatic', liquidPort: 'coilSide' })).toBe('liquidPortTwoPhase')
    expect(reason({ outdoorDevice: 'thermostatic' })).toBe('liquidPortUnknown')
    expect(reason({ outdoorDevice: 'piston', liquidPort: 'lineSide' })).toBe('noTrueSuction')
    expect(reason({ outdoorDevice: 'piston', liquidPort: 'lineSide', trueSuction: true })).toBe('noHeatingTarget')
    expect(reason(undefined, { name: 'cools by its label' })).toBe('noHeatingTarget')
  })
})

describe('what supports a reading or speaks against it', () => {
  const label: ModelLabel = {
    ...byOrientation,
    outdoorLow: degF(70),
    outdoorHigh: degF(100),
    maximumStatic: { value: 0.5, unit: 'in wc' },
    ratedAmps: { value: 14, unit: 'A' },
    ratedVoltage: { value: 230, unit: 'V' },
    capacitor: { value: 45, unit: 'µF' },
  }
  const codes = (more: ReadingValues, facts: UnitFacts = valve) =>
    judge({ facts, label }, { values: values(11, 10, more), instruments: used(digital) }).findings.map((f) => f.code)
  it.each([
    [{ staticPressure: { value: 0.7, unit: 'in wc' } }, 'staticOverLabel'],
    [{ amps: { value: 15.2, unit: 'A' } }, 'ampsOverRated'],
    [{ voltage: { value: 205, unit: 'V' } }, 'voltageOff'],
    [{ capacitor: { value: 41, unit: 'µF' } }, 'capacitorOff'],
    [{ outdoor: degF(68) }, 'coolOutdoors'],
    [{ outdoor: degF(101) }, 'hotOutdoors'],
    [{ supply: degF(49) }, 'highSplit'],
    [{ supply: degF(63) }, 'lowSplit'],
    [{ outdoor: degF(84) }, 'condensingFarOverOutdoor'],
    [{ outdoor: degF(99) }, 'condensingNearOutdoor'],
    [{ suctionPressure: psig('dew', 33.5), suctionLine: degF(44) }, 'evaporatingOffHabit'],
    [{ suctionLine: degF(60), liquidLine: degF(103) }, 'coilsSayShort'],
    [{ suctionLine: degF(60) }, 'coilsSayStarved'],
    [{ suctionLine: degF(48.5), liquidLine: degF(90) }, 'coilsSayOver'],
    [{ suctionLine: degF(48.5), liquidLine: degF(103) }, 'coilsSayOverfed'],
    [{ suctionLine: degF(48.5), supply: degF(49) }, 'coilsSayAirflow'],
    [{ suctionPressure: psig('dew', 34), suctionLine: degF(39.5) }, 'coilsSayAirflow'],
    [{ liquidLine: degF(91.5) }, 'coilsSayHighHead'],
  ] as [ReadingValues, string][])('%j: %s', (more, code) => expect(codes(more)).toContain(code))
  it('a valve that overfeeds a little isn’t taken for too little air: then the split is wide or the coil cold', () => {
    const said = codes({ suctionLine: degF(48.5), supply: degF(57) })
    expect(said).toContain('valveSuperheatOffHabit')
    expect(said.filter((code) => code.startsWith('coilsSay'))).toEqual([])
  })
  it('has nothing to say of a good reading', () => {
    expect(
      codes({
        staticPressure: { value: 0.45, unit: 'in wc' },
        voltage: { value: 236, unit: 'V' },
        amps: { value: 11, unit: 'A' },
        capacitor: { value: 44.2, unit: 'µF' },
      }),
    ).toEqual([])
  })
  it('carries what was measured and the habits it was held against', () => {
    const { findings, habits } = judge({ facts: valve, label }, { values: values(11, 10, { outdoor: degF(68) }) })
    const cool = findings.find((f) => f.code === 'coolOutdoors')!
    expect(cool).toMatchObject({ severity: 'hold', consequence: 'notSettled', habits: ['outdoorFloorK'] })
    expect(cool.values[0]!.si).toBeCloseTo(kelvin(68), 9)
    expect(habits).toEqual(expect.arrayContaining(['subcoolingToleranceK', 'inProbability', 'outdoorFloorK']))
  })
  it('allows old equipment more head, and judges the split by the school of the profile', () => {
    expect(codes({ outdoor: degF(82) }, { ...valve, work: 'retrofit' })).not.toContain('condensingFarOverOutdoor')
    const fixed = withHabits({}, { choices: { ...customaryProfile, splitSchool: 'fixed' } })
    const moist = values(11, 10, { returnWetBulb: degF(71), supply: degF(61) })
    const said = (profile: typeof fixed) =>
      judge({ facts: valve, label }, { values: moist }, profile).findings.map((f) => f.code)
    expect(said(fixed)).toContain('lowSplit')
    expect(said(customaryProfile)).not.toContain('lowSplit')
  })
  it('says an instrument is overdue or unzeroed by name, and that a channel names none', () => {
    const old = { ...analog, dueOn: '2026-05-01', zeroedAt: undefined }
    const { findings } = judgeCharge(
      { facts: valve, label: byOrientation, elevationM: 0 },
      { mode: 'cooling', values: values(11, 10), instruments: { liquidPressure: 'analog' }, atMs },
      [old],
      customaryProfile,
    )
    expect(findings.filter((f) => f.instrument).map((f) => [f.code, f.instrument])).toEqual([
      ['instrument.overdue', 'analog'],
      ['instrument.neverZeroed', 'analog'],
    ])
    expect(findings.map((f) => f.code)).toContain('instrumentUnknown')
  })
})

it('is never In when a worse gauge would be, nor loses its value by one: only the confidence moves', () => {
  const n = (min: number, max: number) => fc.double({ min, max, noNaN: true })
  fc.assert(
    fc.property(n(9, 11), n(0.05, 3), (subcooling, percent) => {
      const gauge = (share: number) =>
        instrument('g', 'pressureGauge', {
          dimension: 'gaugePressure',
          ofReading: { value: share, unit: '%' },
          stated: 'rectangular',
        })
      const p = (share: number) =>
        judgeCharge(
          { facts: valve, label: byOrientation, elevationM: 0 },
          {
            mode: 'cooling',
            values: values(11, subcooling),
            instruments: { liquidPressure: 'g', liquidLine: 'clamp' },
          },
          [gauge(share), clamp],
          customaryProfile,
        )
      expect(p(percent * 1.5).probabilityIn!).toBeLessThanOrEqual(p(percent).probabilityIn! + 1e-9)
      expect(p(percent).decidingValueK! * 1.8).toBeCloseTo(subcooling, 5)
    }),
    { numRuns: 60 },
  )
})

describe('a line read by infrared', () => {
  const read = (line: Instrument, superheat = 10) =>
    judgeCharge(
      { elevationM: 0, facts: valve, label: byOrientation },
      {
        mode: 'cooling',
        atMs,
        values: values(superheat, 10),
        instruments: { ...used(digital), suctionLine: line.id, liquidLine: line.id },
      },
      [...kit, line],
      customaryProfile,
    )
  it('is marked, counts as wide as bare copper makes it, and is never In on a tight tolerance', () => {
    const [clamped, pointed] = [read(clamp), read(anyInfrared)]
    expect(clamped.verdict).toBe('in')
    expect(clamped.findings.map((f) => f.code)).not.toContain('lineByInfrared')
    expect(pointed.verdict).toBe('tooClose')
    expect(pointed.findings.map((f) => f.code)).toContain('lineByInfrared')
    // its best estimate is inside, and still it isn't near enough to sign: nobody measured the line
    expect([pointed.probabilityIn! < 0.5, pointed.nearEnough]).toEqual([true, false])
    // ±10 °F of copper and ±2 °F of its own, as rectangles
    const lineK = Math.hypot(10, 2) / Math.sqrt(3) / 1.8
    expect(pointed.uncertainty!.standardK).toBeGreaterThan(lineK)
    expect(pointed.uncertainty!.standardK).toBeLessThan(1.05 * lineK)
  })
  it('a finer one helps no more than its copper lets it: a clamp is what would settle it', () => {
    const fine = instrument('fine', 'infrared', plusMinusF(0.1))
    const { settling } = read(fine)
    expect(settling).toMatchObject({ ok: true })
    expect(settling!.ok && settling!.instruments.map((i) => i.id)).toEqual(['clamp'])
  })
  it('one that nobody entered in the kit isn’t asked for its check date', () => {
    expect(read(anyInfrared).findings.map((f) => f.code)).not.toContain('instrument.noCheckDate')
  })
})

describe('a machine that meters outdoors in both modes', () => {
  const facts = (liquidPort: 'lineSide' | 'coilSide'): UnitFacts => ({
    ...valve,
    circuit: { throttlesOutdoors: true, outdoorDevice: 'electronic', liquidPort },
  })
  it('has no subcooling where the port carries what boils already, and no verdict by it; before the device it has', () => {
    const read = (side: 'lineSide' | 'coilSide') =>
      judge({ facts: facts(side), label: byOrientation }, { values: values(10, 10), instruments: used(digital) })
    const behind = read('lineSide')
    expect(behind).toMatchObject({ verdict: 'none', target: { ok: false, reason: 'liquidPortTwoPhase' } })
    expect(behind.subcoolingK).toBeUndefined()
    expect(behind.condensingK).toBeUndefined()
    expect(behind.superheatK! * 1.8).toBeCloseTo(10, 1)
    expect(behind.findings.map((f) => f.code)).toContain('notRead.liquidPortTwoPhase')
    expect(read('coilSide')).toMatchObject({ verdict: 'in' })
    expect(
      judge(
        { facts: { ...valve, circuit: { outdoorDevice: 'electronic' } }, label: byOrientation },
        { values: values(10, 10), instruments: used(digital) },
      ).verdict,
    ).toBe('in')
  })
})

describe('an older machine', () => {
  /** condensing 26 °F over 91 °F outdoors */
  const far = (facts: UnitFacts) =>
    judge(
      { facts: { ...valve, ...facts } },
      { values: { ...values(10, 10), liquidPressure: psig('bubble', 117), liquidLine: degF(107) } },
    )
      .findings.map((f) => f.code)
      .includes('condensingFarOverOutdoor')
  it('may condense further over outdoors: as somebody said, or where nobody did what was there before', () => {
    expect(far({ work: 'new' })).toBe(true)
    expect(far({ work: 'retrofit' })).toBe(false)
    expect(far({ work: 'retrofit', age: 'recent' })).toBe(true)
    expect(far({ work: 'new', age: 'old' })).toBe(false)
  })
})
