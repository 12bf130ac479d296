// Every hold and note of a reading: where it begins, what it was measured by, and the habits it was held against.
import type { ModelLabel } from '../label/modelLabel'
import type { Instrument } from '../measurement/instrument'
import { customaryProfile as p } from '../method/readyProfiles'
import type { Circumstances } from './finding'
import { findingsOf, instrumentFindings } from './findings'

const mid = (low: number, high: number) => (low + high) / 2
const AIR_PA = 101_325
const sound = {
  outdoorK: mid(p.outdoorFloorK.si, p.outdoorCeilingK.si),
  returnK: mid(p.indoorLowK.si, p.indoorHighK.si),
  coilK: mid(p.evaporatingLowK.si, p.evaporatingHighK.si),
  superheatK: mid(p.valveSuperheatLowK.si, p.valveSuperheatHighK.si),
  subcoolingK: mid(p.usualSubcoolingLowK.si, p.usualSubcoolingHighK.si),
  condensingOverOutdoorK: mid(p.condensingOverOutdoorLowK.si, p.condensingOverOutdoorHighK.si),
  approachK: 3,
  splitK: 11,
  expectedSplitK: 11,
  atmosphericPa: AIR_PA,
}
const found = (measured: object, more: object = {}) =>
  findingsOf({
    facts: { metering: 'expansionValve', refrigerant: 'R-410A' },
    measured: { ...sound, ...measured },
    target: { ok: false },
    mode: 'cooling',
    profile: p,
    checks: [],
    standard: {},
    ...more,
  } as unknown as Circumstances)
const codes = (...given: Parameters<typeof found>) => found(...given).map((f) => f.code)
const one = (code: string, ...given: Parameters<typeof found>) => found(...given).find((f) => f.code === code)
const S = 0.01

describe('what stands against nothing', () => {
  it('is said of nothing', () => expect(codes({})).toEqual([]))
})

describe('holds and notes in cooling, each a hundredth of a kelvin over its limit and under it', () => {
  it.each<[string, object, object, string[], [string, number][]]>([
    [
      'coolOutdoors',
      { outdoorK: p.outdoorFloorK.si - S },
      { outdoorK: p.outdoorFloorK.si },
      ['outdoorFloorK'],
      [['outdoor', p.outdoorFloorK.si - S]],
    ],
    [
      'hotOutdoors',
      { outdoorK: p.outdoorCeilingK.si + S },
      { outdoorK: p.outdoorCeilingK.si },
      ['outdoorCeilingK'],
      [['outdoor', p.outdoorCeilingK.si + S]],
    ],
    [
      'indoorsOutsideWindow',
      { returnK: p.indoorHighK.si + S },
      { returnK: p.indoorHighK.si },
      ['indoorLowK', 'indoorHighK'],
      [['return', p.indoorHighK.si + S]],
    ],
    [
      'coilBelowFreezing',
      { coilK: p.freezeK.si - S },
      { coilK: p.freezeK.si },
      ['freezeK'],
      [['coilMean', p.freezeK.si - S]],
    ],
    [
      'evaporatingOffHabit',
      { coilK: p.evaporatingHighK.si + S },
      { coilK: p.evaporatingHighK.si },
      ['evaporatingLowK', 'evaporatingHighK'],
      [['coilMean', p.evaporatingHighK.si + S]],
    ],
    [
      'evaporatingOffHabit',
      { coilK: p.evaporatingLowK.si - S },
      { coilK: p.evaporatingLowK.si },
      ['evaporatingLowK', 'evaporatingHighK'],
      [['coilMean', p.evaporatingLowK.si - S]],
    ],
    [
      'liquidLineBelowOutdoor',
      { approachK: -p.liquidUnderOutdoorK.si - S },
      { approachK: -p.liquidUnderOutdoorK.si },
      ['liquidUnderOutdoorK'],
      [['approach', -p.liquidUnderOutdoorK.si - S]],
    ],
    [
      'condensingNearOutdoor',
      { condensingOverOutdoorK: p.condensingOverOutdoorLowK.si - S },
      { condensingOverOutdoorK: p.condensingOverOutdoorLowK.si },
      ['condensingOverOutdoorLowK'],
      [['condensingOverOutdoor', p.condensingOverOutdoorLowK.si - S]],
    ],
    [
      'condensingFarOverOutdoor',
      { condensingOverOutdoorK: p.condensingOverOutdoorHighK.si + S },
      { condensingOverOutdoorK: p.condensingOverOutdoorHighK.si },
      ['condensingOverOutdoorHighK'],
      [['condensingOverOutdoor', p.condensingOverOutdoorHighK.si + S]],
    ],
    [
      'highSplit',
      { splitK: 11 + p.splitToleranceK.si + S },
      { splitK: 11 + p.splitToleranceK.si - S },
      ['splitToleranceK', 'nominalAirflowM3PerJ'],
      [
        ['split', 11 + p.splitToleranceK.si + S],
        ['expectedSplit', 11],
      ],
    ],
    [
      'lowSplit',
      { splitK: 11 - p.splitToleranceK.si - S },
      { splitK: 11 - p.splitToleranceK.si + S },
      ['splitToleranceK', 'nominalAirflowM3PerJ'],
      [
        ['split', 11 - p.splitToleranceK.si - S],
        ['expectedSplit', 11],
      ],
    ],
    [
      'valveSuperheatOffHabit',
      { superheatK: p.valveSuperheatHighK.si + S },
      { superheatK: p.valveSuperheatHighK.si },
      ['valveSuperheatLowK', 'valveSuperheatHighK'],
      [['superheat', p.valveSuperheatHighK.si + S]],
    ],
    [
      'valveSuperheatOffHabit',
      { superheatK: p.valveSuperheatLowK.si - S },
      { superheatK: p.valveSuperheatLowK.si },
      ['valveSuperheatLowK', 'valveSuperheatHighK'],
      [['superheat', p.valveSuperheatLowK.si - S]],
    ],
  ])('%s', (code, over, under, habits, values) => {
    const finding = one(code, over)!
    expect(finding.habits).toEqual(habits)
    expect(finding.values.map((v) => [v.name, v.si])).toEqual(values)
    expect(codes(under)).not.toContain(code)
  })
  it('none of them in heating, which is a check', () => {
    const cold = {
      outdoorK: p.outdoorFloorK.si - 30,
      returnK: 280,
      coilK: 260,
      splitK: 40,
      superheatK: 1 + p.superheatFloorK.si,
    }
    const said = codes(cold, { mode: 'heating', facts: { mode: 'heatPump', metering: 'expansionValve' } })
    expect(said).toContain('heatingIsACheck')
    for (const code of [
      'coolOutdoors',
      'indoorsOutsideWindow',
      'coilBelowFreezing',
      'highSplit',
      'evaporatingOffHabit',
      'valveSuperheatOffHabit',
    ])
      expect(said).not.toContain(code)
    expect(codes({})).not.toContain('heatingIsACheck')
  })
  it('a field left empty doesn’t let a cold day settle the charge; one that says nothing of charge may be empty', () => {
    const none = { outdoorK: undefined }
    expect(codes(none)).toContain('outdoorNotMeasured')
    expect(codes({ ...none, superheatK: undefined })).toContain('outdoorNotMeasured')
    expect(codes({ ...none, subcoolingK: undefined })).toContain('outdoorNotMeasured')
    expect(codes({ ...none, superheatK: undefined, subcoolingK: undefined })).not.toContain('outdoorNotMeasured')
    expect(codes(none, { mode: 'heating' })).not.toContain('outdoorNotMeasured')
  })
  it('a blend’s inlet freezes before its mean does', () => {
    const glides = { coilInletK: p.freezeK.si - 1, evaporatingK: p.freezeK.si + 6 }
    expect(one('coilInletFreezes', glides)!.values.map((v) => v.name)).toEqual(['coilMean', 'coilInlet'])
    expect(one('coilInletFreezes', glides)!.habits).toEqual(['freezeK'])
    expect(codes({ ...glides, coilInletK: p.freezeK.si + 1 })).not.toContain('coilInletFreezes')
    expect(codes({ coilInletK: p.freezeK.si - 1, evaporatingK: p.freezeK.si - 1 })).not.toContain('coilInletFreezes')
    expect(codes({ ...glides, coilK: p.freezeK.si - 1 })).not.toContain('coilInletFreezes')
    expect(codes(glides, { mode: 'heating' })).not.toContain('coilInletFreezes')
  })
  it('an old machine condenses further over the air', () => {
    const over = { condensingOverOutdoorK: p.condensingOverOutdoorHighK.si + S }
    for (const work of ['retrofit', 'conversion']) {
      const old = { facts: { work, metering: 'expansionValve' } }
      expect(codes(over, old)).not.toContain('condensingFarOverOutdoor')
      expect(
        one('condensingFarOverOutdoor', { condensingOverOutdoorK: p.condensingOverOutdoorOldK.si + S }, old)!.habits,
      ).toEqual(['condensingOverOutdoorOldK'])
    }
    // under the air outdoors it contradicts, which is said elsewhere
    expect(codes({ condensingOverOutdoorK: -1 })).not.toContain('condensingNearOutdoor')
  })
  it('a valve’s superheat is off by more than its instruments leave in doubt; a piston’s is nobody’s habit', () => {
    const off = { superheatK: p.valveSuperheatHighK.si + 0.5 }
    expect(codes(off, { standard: { superheatK: 0.4 } })).toContain('valveSuperheatOffHabit')
    expect(codes(off, { standard: { superheatK: 0.6 } })).not.toContain('valveSuperheatOffHabit')
    const low = { superheatK: p.valveSuperheatLowK.si - 0.5 }
    expect(codes(low, { standard: { superheatK: 0.4 } })).toContain('valveSuperheatOffHabit')
    expect(codes(low, { standard: { superheatK: 0.6 } })).not.toContain('valveSuperheatOffHabit')
    expect(codes(off, { facts: { metering: 'fixedOrifice' } })).not.toContain('valveSuperheatOffHabit')
  })
  it('what the target says of itself', () => {
    const target = (part: object) => ({
      target: { ok: true, cautions: [], deciding: 'subcooling', lowK: 0, highK: 99, ...part },
    })
    expect(one('coilMayFreeze', {}, target({ cautions: ['coilMayFreeze'] }))!.habits).toEqual([
      'ruleCoolReturnK',
      'coolOutdoorsK',
    ])
    expect(one('humidityUnknownOnChart', {}, target({ humidityUnknown: true }))!.habits).toEqual([
      'chartHumidityLow',
      'chartHumidityHigh',
    ])
    expect(codes({}, target({}))).toEqual([])
    expect(codes({}, { facts: { metering: 'expansionValve', refrigerant: 'R-407C' } })).toContain('bubbleAndDewDiffer')
  })
})

describe('against the label', () => {
  const label = {
    name: 'L',
    maximumStatic: { value: 125, unit: 'Pa' },
    ratedAmps: { value: 10, unit: 'A' },
    ratedVoltage: { value: 230, unit: 'V' },
    capacitor: { value: 45, unit: 'µF' },
    sheets: [
      {
        shape: 'pressureCurve',
        mode: 'cooling',
        columns: { unit: '°F', values: [60, 120] },
        rows: { unit: '', values: [0, 1] },
        cells: {
          unit: 'kPa',
          values: [
            [800, 800],
            [2000, 2000],
          ],
        },
      },
    ],
  } as unknown as ModelLabel
  const at = (measured: object, more: object = {}) => codes(measured, { label, ...more })
  it('static pressure and current over it; voltage and capacitor off it, either way', () => {
    const v = p.voltageTolerance.si
    const c = p.capacitorTolerance.si
    for (const [code, over, under] of [
      ['staticOverLabel', { staticPa: 125.1 }, { staticPa: 125 }],
      ['ampsOverRated', { ampsA: 10.01 }, { ampsA: 10 }],
      ['voltageOff', { voltageV: 230 * (1 + v) + 0.1 }, { voltageV: 230 * (1 + v) }],
      ['voltageOff', { voltageV: 230 * (1 - v) - 0.1 }, { voltageV: 230 * (1 - v) }],
      ['capacitorOff', { capacitorF: 45e-6 * (1 + c) * 1.001 }, { capacitorF: 45e-6 * (1 + c) }],
      ['capacitorOff', { capacitorF: 45e-6 * (1 - c) * 0.999 }, { capacitorF: 45e-6 * (1 - c) }],
    ] as const) {
      expect(at(over)).toContain(code)
      expect(at(under)).not.toContain(code)
      expect(one(code, over, { label })!.values.map((x) => x.name)).toEqual(['measured', 'rated'])
    }
    expect(one('voltageOff', { voltageV: 300 }, { label })!.habits).toEqual(['voltageTolerance'])
    expect(one('capacitorOff', { capacitorF: 1 }, { label })!.habits).toEqual(['capacitorTolerance'])
    expect(at({})).toEqual([])
  })
  it('pressures off what the label expects in this weather, by a share of the absolute', () => {
    const share = p.expectedPressureShare.si
    const off = (absolutePa: number) => ({ suctionPressurePa: absolutePa, evaporatingK: 280 })
    // gauge g against 800 kPa expected: apart by more than a share of g + air
    const edge = (800e3 + AIR_PA) / (1 - share)
    expect(at(off(edge * 1.001))).toContain('suctionOffLabel')
    expect(at(off(edge * 0.999))).not.toContain('suctionOffLabel')
    const finding = one('suctionOffLabel', off(2e6), { label })!
    expect(finding.values.map((x) => [x.name, Math.round(x.si)])).toEqual([
      ['measured', 2e6 - AIR_PA],
      ['expected', 800e3],
    ])
    expect(finding.habits).toEqual(['expectedPressureShare'])
    expect(at({ liquidPressurePa: 3e6, condensingK: 310 })).toContain('liquidOffLabel')
    expect(at({ liquidPressurePa: 2e6 + AIR_PA, condensingK: 310 })).not.toContain('liquidOffLabel')
    expect(at({ ...off(2e6), outdoorK: undefined })).not.toContain('suctionOffLabel')
    expect(codes(off(2e6))).not.toContain('suctionOffLabel')
  })
})

describe('in heating', () => {
  const pump = { mode: 'heating', facts: { mode: 'heatPump', metering: 'expansionValve' } }
  it('an outdoor coil far under its air, a condensing temperature far over the house', () => {
    const far = { evaporatingUnderOutdoorK: p.heatingEvaporatingMostK.si + S }
    expect(one('outdoorCoilFarUnder', far, pump)).toMatchObject({
      habits: ['heatingEvaporatingMostK'],
      values: [{ name: 'evaporatingUnderOutdoor' }],
    })
    expect(codes({ evaporatingUnderOutdoorK: p.heatingEvaporatingMostK.si }, pump)).not.toContain('outdoorCoilFarUnder')
    const over = { condensingOverReturnK: p.heatingCondensingMostK.si + S }
    expect(one('condensingFarOverReturn', over, pump)).toMatchObject({
      habits: ['heatingCondensingMostK'],
      values: [{ name: 'condensingOverReturn' }],
    })
    expect(codes({ condensingOverReturnK: p.heatingCondensingMostK.si }, pump)).not.toContain('condensingFarOverReturn')
    expect(codes({ ...far, ...over })).toEqual([])
  })
})

describe('what is said of the instruments', () => {
  const old: Instrument = { id: 'c', name: 'Clamp', kind: 'lineClamp', accuracies: [], dueOn: '2020-01-01' }
  const atMs = Date.parse('2026-07-14T12:00:00.000Z')
  it('overdue at the reading’s time, by name; nothing where the time isn’t known', () => {
    expect(instrumentFindings([old], undefined, { atMs, profile: p })).toEqual([
      expect.objectContaining({ code: 'instrument.overdue', severity: 'note', instrument: 'Clamp' }),
    ])
    expect(instrumentFindings([old], undefined, { atMs: undefined, profile: p })).toEqual([])
  })
  it('unnamed ones count as one of their class', () => {
    const of = (unknown: readonly string[], assumed: 'analog' | 'digital') =>
      instrumentFindings([], { unknown, assumed } as never, { atMs, profile: p })
    expect(of([], 'digital')).toEqual([])
    expect(of(['suctionPressure'], 'digital')[0]).toMatchObject({ code: 'instrumentUnknown', assumed: 'digital' })
    expect(of(['suctionPressure'], 'digital')[0]!.habits[0]).toBe('digitalPressureShare')
    expect(of(['suctionPressure'], 'analog')[0]!.habits[0]).toBe('analogLowSidePa')
  })
})
