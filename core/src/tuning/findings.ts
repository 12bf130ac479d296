import { conditionsWindow } from './conditionsWindow'
import { unitCircuit } from '../heatpump/circuit'
import { readableIn, type NotReadable } from '../heatpump/readable'
import type { ChargeMode } from '../label/equipment'
import { expectedPressures } from '../label/labelTarget'
import type { ModelLabel } from '../label/modelLabel'
import type { UnitFacts } from '../facts/unitFacts'
import type { PlausibilityCheck, PlausibilityCode } from '../measurement/checkPlausibility'
import { instrumentWarnings, type Instrument, type InstrumentWarning } from '../measurement/instrument'
import type { InstrumentClass } from '../measurement/instrumentClass'
import { normalCdf } from '../measurement/normal'
import type { HabitKey } from '../method/habits'
import type { MethodProfile } from '../method/profile'
import { bounded } from '../quantity/bounded'
import { toSi, type Dimension } from '../quantity/unit'
import { hasGlide } from '../refrigerant/refrigerants'
import type { Target } from './chargeTarget'
import type { ChargeUncertainty } from './chargeUncertainty'
import { coilGlides, type Measured } from './measured'

export type FindingCode =
  | 'impossible'
  | 'pressureOutsideData'
  | 'negativeSuperheat'
  | 'negativeSubcooling'
  | 'suctionAboveLiquidPressure'
  | 'suctionLineAboveLiquidLine'
  | 'supplyAboveReturn'
  | 'supplyBelowReturn'
  | 'condensingBelowOutdoor'
  | 'superheatUnderFloor'
  | 'heatsInsteadOfCooling'
  | 'coilBelowFreezing'
  | 'coilInletFreezes'
  | 'coolOutdoors'
  | 'hotOutdoors'
  | 'outdoorNotMeasured'
  | 'heatingIsACheck'
  | 'coolsInsteadOfHeating'
  | 'evaporatingAboveOutdoor'
  | 'condensingBelowReturn'
  | 'suctionLineAboveOutdoor'
  | 'outdoorCoilFarUnder'
  | 'condensingFarOverReturn'
  | `notRead.${NotReadable}`
  | 'indoorsOutsideWindow'
  | 'liquidLineBelowOutdoor'
  | 'evaporatingOffHabit'
  | 'condensingNearOutdoor'
  | 'condensingFarOverOutdoor'
  | 'highSplit'
  | 'lowSplit'
  | 'valveSuperheatOffHabit'
  | 'coilMayFreeze'
  | 'bubbleAndDewDiffer'
  | 'humidityUnknownOnChart'
  | 'suctionOffLabel'
  | 'liquidOffLabel'
  | 'staticOverLabel'
  | 'ampsOverRated'
  | 'voltageOff'
  | 'capacitorOff'
  | CoilsCode
  | `instrument.${InstrumentWarning}`
  | 'instrumentUnknown'

/** What both coils say together, handbook of charging in one word each. */
export type CoilsCode =
  'coilsSayShort' | 'coilsSayStarved' | 'coilsSayOver' | 'coilsSayOverfed' | 'coilsSayAirflow' | 'coilsSayHighHead'

export type Severity = 'stop' | 'danger' | 'hold' | 'note'

/** stop: no verdict; danger: never In; hold: it doesn't settle the charge today; note: look at it before you charge. */
export type Consequence = 'noVerdict' | 'neverIn' | 'notSettled' | 'lookFirst'
const consequences: Record<Severity, Consequence> = {
  stop: 'noVerdict',
  danger: 'neverIn',
  hold: 'notSettled',
  note: 'lookFirst',
}

/** What a finding was measured by. */
export type FindingValueName =
  | 'superheat'
  | 'subcooling'
  | 'suctionLine'
  | 'liquidLine'
  | 'supply'
  | 'return'
  | 'condensing'
  | 'outdoor'
  | 'evaporating'
  | 'coilMean'
  | 'coilInlet'
  | 'approach'
  | 'condensingOverOutdoor'
  | 'condensingOverReturn'
  | 'evaporatingUnderOutdoor'
  | 'split'
  | 'expectedSplit'
  | 'measured'
  | 'expected'
  | 'rated'

export interface FindingValue {
  readonly name: FindingValueName
  readonly dimension: Dimension
  readonly si: number
}

export interface Finding {
  readonly code: FindingCode
  readonly severity: Severity
  readonly consequence: Consequence
  /** what was measured, in the order of the sentence */
  readonly values: readonly FindingValue[]
  /** the habits it was judged by */
  readonly habits: readonly HabitKey[]
  /** the instrument it is about */
  readonly instrument?: string
  /** class that unnamed instruments count as */
  readonly assumed?: InstrumentClass
  /** how sure, where the instruments leave a doubt: 0 to 1 */
  readonly probability?: number
}

interface Circumstances {
  readonly facts: UnitFacts
  readonly label?: ModelLabel
  readonly measured: Measured
  readonly target: Target
  readonly mode: ChargeMode
  readonly profile: MethodProfile
  readonly checks: readonly PlausibilityCheck[]
  readonly standard: { readonly superheatK?: number; readonly subcoolingK?: number }
}

type Value = readonly [name: FindingValueName, dimension: Dimension, si: number | undefined]
const HAIR = 1e-9
const below = (a: number | undefined, b: number | undefined, margin = HAIR) =>
  a !== undefined && b !== undefined && a < b - margin

/** Everything that speaks for or against a reading, each with what was measured and the habits it was held against. */
export function findingsOf(c: Circumstances): Finding[] {
  const found: Finding[] = []
  const when = (
    applies: boolean | undefined,
    severity: Severity,
    code: FindingCode,
    values: readonly Value[] = [],
    habits: readonly HabitKey[] = [],
    probability?: number,
  ) => {
    if (applies) found.push(makeFinding(code, severity, { values, habits, probability }))
  }
  contradictions(c, when)
  conditions(c, when)
  if (c.mode === 'heating') inHeating(c, when)
  airAndCoils(c, when)
  electrical(c, when)
  return found
}

function makeFinding(
  code: FindingCode,
  severity: Severity,
  more: {
    values?: readonly Value[]
    habits?: readonly HabitKey[]
    instrument?: string
    assumed?: InstrumentClass
    probability?: number
  } = {},
): Finding {
  const { values = [], habits = [], instrument, assumed, probability } = more
  const known = values.flatMap(([name, dimension, si]) =>
    si === undefined || !Number.isFinite(si) ? [] : [{ name, dimension, si: bounded(si) }],
  )
  return {
    code,
    severity,
    consequence: consequences[severity],
    values: known,
    habits,
    ...(instrument ? { instrument } : {}),
    ...(assumed ? { assumed } : {}),
    ...(probability === undefined ? {} : { probability }),
  }
}

/** `checkPlausibility` says what can't be; here it only takes the verdict away. */
export const impossibleFinding = makeFinding('impossible', 'stop', { habits: ['clampsAgreeK', 'suctionOverReturnK'] })

type When = (
  applies: boolean | undefined,
  severity: Severity,
  code: FindingCode,
  values?: readonly Value[],
  habits?: readonly HabitKey[],
  probability?: number,
) => void

/** The contradictions that a finding names; whether there is one, `checkPlausibility` alone says, within the readings' uncertainty. */
const contradictionOf: { readonly [C in PlausibilityCode]?: FindingCode } = {
  suctionNotBelowLiquid: 'suctionAboveLiquidPressure',
  negativeSuperheat: 'negativeSuperheat',
  negativeSubcooling: 'negativeSubcooling',
  suctionLineNotCooler: 'suctionLineAboveLiquidLine',
  supplyNotBelowReturn: 'supplyAboveReturn',
  condensingNotOverOutdoor: 'condensingBelowOutdoor',
  heatsInsteadOfCooling: 'heatsInsteadOfCooling',
  coolsInsteadOfHeating: 'coolsInsteadOfHeating',
  supplyNotOverReturn: 'supplyBelowReturn',
  evaporatingNotUnderOutdoor: 'evaporatingAboveOutdoor',
  condensingNotOverReturn: 'condensingBelowReturn',
  suctionLineOverOutdoor: 'suctionLineAboveOutdoor',
}

/** What can't be true together: wrong refrigerant, swapped or loose probes, an unzeroed gauge. Never a charge fault. */
function contradictions({ facts, measured: m, profile, checks }: Circumstances, when: When): void {
  const noSaturation = (pa: number | undefined, k: number | undefined) => pa !== undefined && k === undefined
  const t = 'temperature'
  when(
    facts.refrigerant &&
      (noSaturation(m.suctionPressurePa, m.evaporatingK) || noSaturation(m.liquidPressurePa, m.condensingK)),
    'stop',
    'pressureOutsideData',
  )
  const air: Value[] = [
    ['supply', t, m.supplyK],
    ['return', t, m.returnK],
  ]
  const seen: { readonly [C in FindingCode]?: Value[] } = {
    negativeSuperheat: [['superheat', 'temperatureDifference', m.superheatK]],
    negativeSubcooling: [['subcooling', 'temperatureDifference', m.subcoolingK]],
    suctionLineAboveLiquidLine: [
      ['suctionLine', t, m.suctionLineK],
      ['liquidLine', t, m.liquidLineK],
    ],
    supplyAboveReturn: air,
    heatsInsteadOfCooling: air,
    coolsInsteadOfHeating: air,
    supplyBelowReturn: air,
    evaporatingAboveOutdoor: [
      ['evaporating', t, m.evaporatingK],
      ['outdoor', t, m.outdoorK],
    ],
    condensingBelowReturn: [
      ['condensing', t, m.condensingK],
      ['return', t, m.returnK],
    ],
    suctionLineAboveOutdoor: [
      ['suctionLine', t, m.suctionLineK],
      ['outdoor', t, m.outdoorK],
    ],
    condensingBelowOutdoor: [
      ['condensing', t, m.condensingK],
      ['outdoor', t, m.outdoorK],
    ],
  }
  for (const { code } of checks) {
    const finding = contradictionOf[code]
    if (finding) when(true, 'stop', finding, seen[finding])
  }
  // liquid that reaches the compressor is a danger whether or not the figure under zero can be true
  when(
    below(m.superheatK, profile.superheatFloorK.si),
    'danger',
    'superheatUnderFloor',
    [['superheat', 'temperatureDifference', m.superheatK]],
    ['superheatFloorK'],
  )
}

/** Whether this weather and this load let a reading settle the charge. */
function conditions({ facts, measured: m, target, mode, profile }: Circumstances, when: When): void {
  const cooling = mode === 'cooling'
  const outdoor: Value[] = [['outdoor', 'temperature', m.outdoorK]]
  when(!cooling, 'hold', 'heatingIsACheck')
  const coil: Value[] = [
    ['coilMean', 'temperature', m.coilK],
    ['coilInlet', 'temperature', coilGlides(m) ? m.coilInletK : undefined],
  ]
  const freezes = below(m.coilK, profile.freezeK.si)
  when(cooling && freezes, 'hold', 'coilBelowFreezing', coil, ['freezeK'])
  when(
    cooling && !freezes && coilGlides(m) && below(m.coilInletK, profile.freezeK.si),
    'note',
    'coilInletFreezes',
    coil,
    ['freezeK'],
  )
  const today = conditionsWindow(m, profile)
  when(cooling && today.outdoor === 'tooCold', 'hold', 'coolOutdoors', outdoor, ['outdoorFloorK'])
  when(cooling && today.outdoor === 'tooHot', 'hold', 'hotOutdoors', outdoor, ['outdoorCeilingK'])
  // a field left empty must not let a cold-day reading settle the charge
  when(
    cooling && m.outdoorK === undefined && (m.superheatK ?? m.subcoolingK) !== undefined,
    'hold',
    'outdoorNotMeasured',
  )
  when(
    cooling && today.indoor === 'outside',
    'hold',
    'indoorsOutsideWindow',
    [['return', 'temperature', m.returnK]],
    ['indoorLowK', 'indoorHighK'],
  )
  when(
    target.ok && target.cautions.includes('coilMayFreeze'),
    'note',
    'coilMayFreeze',
    [],
    ['ruleCoolReturnK', 'coolOutdoorsK'],
  )
  when(
    target.ok && target.humidityUnknown,
    'note',
    'humidityUnknownOnChart',
    [],
    ['chartHumidityLow', 'chartHumidityHigh'],
  )
  when(facts.refrigerant && hasGlide(facts.refrigerant), 'note', 'bubbleAndDewDiffer')
}

/** What both coils and the ports say in heating. A high subcooling isn't among it: the indoor coil holds liquid back. */
function inHeating({ facts, label, measured: m, profile }: Circumstances, when: When): void {
  for (const why of readableIn('heating', unitCircuit(facts, label)).why) when(true, 'note', `notRead.${why}`)
  const d = 'temperatureDifference'
  when(
    below(profile.heatingEvaporatingMostK.si, m.evaporatingUnderOutdoorK),
    'note',
    'outdoorCoilFarUnder',
    [['evaporatingUnderOutdoor', d, m.evaporatingUnderOutdoorK]],
    ['heatingEvaporatingMostK'],
  )
  when(
    below(profile.heatingCondensingMostK.si, m.condensingOverReturnK),
    'note',
    'condensingFarOverReturn',
    [['condensingOverReturn', d, m.condensingOverReturnK]],
    ['heatingCondensingMostK'],
  )
}

/** Supporting readings of both coils and the air: what to look at before any charge. */
function airAndCoils(c: Circumstances, when: When): void {
  const { facts, label, measured: m, mode, profile } = c
  if (mode !== 'cooling') return
  const d = 'temperatureDifference'
  const old = facts.work === 'retrofit' || facts.work === 'conversion'
  const headHigh: HabitKey = old ? 'condensingOverOutdoorOldK' : 'condensingOverOutdoorHighK'
  const outside = (value: number | undefined, low: HabitKey, high: HabitKey) =>
    below(value, profile[low].si) || below(profile[high].si, value)
  when(
    below(m.approachK, -profile.liquidUnderOutdoorK.si),
    'note',
    'liquidLineBelowOutdoor',
    [['approach', d, m.approachK]],
    ['liquidUnderOutdoorK'],
  )
  when(
    outside(m.coilK, 'evaporatingLowK', 'evaporatingHighK') && !below(m.coilK, profile.freezeK.si),
    'note',
    'evaporatingOffHabit',
    [['coilMean', 'temperature', m.coilK]],
    ['evaporatingLowK', 'evaporatingHighK'],
  )
  const over: Value[] = [['condensingOverOutdoor', d, m.condensingOverOutdoorK]]
  const near =
    below(m.condensingOverOutdoorK, profile.condensingOverOutdoorLowK.si) && !below(m.condensingOverOutdoorK, 0)
  when(near, 'note', 'condensingNearOutdoor', over, ['condensingOverOutdoorLowK'])
  when(below(profile[headHigh].si, m.condensingOverOutdoorK), 'note', 'condensingFarOverOutdoor', over, [headHigh])
  split(c, when)
  // off by more than the instruments leave in doubt
  const u = c.standard.superheatK ?? 0
  when(
    facts.metering === 'expansionValve' &&
      (below(m.superheatK, profile.valveSuperheatLowK.si - u) ||
        below(profile.valveSuperheatHighK.si + u, m.superheatK)),
    'note',
    'valveSuperheatOffHabit',
    [['superheat', d, m.superheatK]],
    ['valveSuperheatLowK', 'valveSuperheatHighK'],
  )
  coils(c, when)
  if (!label || m.outdoorK === undefined) return
  const expected = expectedPressures(label, { outdoorK: m.outdoorK, mode, indoorModel: facts.indoorModel })
  const off = (code: FindingCode, absolutePa: number | undefined, expectedPa: number | undefined) => {
    if (absolutePa === undefined || expectedPa === undefined) return
    const gaugePa = absolutePa - m.atmosphericPa
    const values: Value[] = [
      ['measured', 'gaugePressure', gaugePa],
      ['expected', 'gaugePressure', expectedPa],
    ]
    const apart = Math.abs(gaugePa - expectedPa) > profile.expectedPressureShare.si * absolutePa
    when(apart, 'note', code, values, ['expectedPressureShare'])
  }
  off('suctionOffLabel', m.suctionPressurePa, expected?.suctionPa)
  off('liquidOffLabel', m.liquidPressurePa, expected?.liquidPa)
}

function split({ measured: m, profile }: Circumstances, when: When): void {
  const humid = profile.splitSchool === 'humidity'
  if (m.splitK === undefined || (humid && m.expectedSplitK === undefined)) return
  const low = humid ? m.expectedSplitK! - profile.splitToleranceK.si : profile.splitLowK.si
  const high = humid ? m.expectedSplitK! + profile.splitToleranceK.si : profile.splitHighK.si
  const values: Value[] = [
    ['split', 'temperatureDifference', m.splitK],
    ['expectedSplit', 'temperatureDifference', m.expectedSplitK],
  ]
  const habits: HabitKey[] = humid ? ['splitToleranceK', 'nominalAirflowM3PerJ'] : ['splitLowK', 'splitHighK']
  when(below(high, m.splitK), 'note', 'highSplit', values, habits)
  when(below(m.splitK, low) && !below(m.splitK, 0, profile.clampsAgreeK.si), 'note', 'lowSplit', values, habits)
}

/** from this joint probability on a pair of coils is said to say something; readings at an edge say nothing */
const COILS_SURE = 0.75
const UNKNOWN_K = 0.3

/**
 * Before anything is added the other coil must agree: what superheat and subcooling say together, as sure as the instruments allow. Behind a piston
 * subcooling is nobody's target: between the ends of its wide range it says nothing.
 */
function coils({ facts, measured: m, target, profile, standard }: Circumstances, when: When): void {
  const { superheatK, subcoolingK } = m
  if (superheatK === undefined || subcoolingK === undefined || !facts.metering) return
  const piston = facts.metering === 'fixedOrifice'
  const own = (quantity: 'superheat' | 'subcooling') =>
    target.ok && target.deciding === quantity ? ([target.lowK, target.highK] as const) : undefined
  const habitual = (low: HabitKey, high: HabitKey) => [profile[low].si, profile[high].si] as const
  const superheat = own('superheat') ?? habitual('valveSuperheatLowK', 'valveSuperheatHighK')
  const usual: [HabitKey, HabitKey] = piston
    ? ['pistonSubcoolingLowK', 'pistonSubcoolingHighK']
    : ['usualSubcoolingLowK', 'usualSubcoolingHighK']
  const subcooling = own('subcooling') ?? habitual(...usual)
  const sides = (value: number, [from, to]: readonly [number, number], u = UNKNOWN_K) => {
    const under = normalCdf((from - value) / Math.max(u, 1e-6))
    const over = 1 - normalCdf((to - value) / Math.max(u, 1e-6))
    return { '-1': under, '0': Math.max(0, 1 - under - over), '1': over }
  }
  const [bySuperheat, bySubcooling] = [
    sides(superheatK, superheat, standard.superheatK),
    sides(subcoolingK, subcooling, standard.subcoolingK),
  ]
  const table = piston ? pistonTable : valveTable
  for (const [key, said] of Object.entries(table)) {
    const [s, c] = key.split(',') as ['-1' | '0' | '1', '-1' | '0' | '1']
    const probability = bySuperheat[s] * bySubcooling[c]
    when(
      said !== undefined && probability >= COILS_SURE,
      'note',
      said!,
      [
        ['superheat', 'temperatureDifference', superheatK],
        ['subcooling', 'temperatureDifference', subcoolingK],
      ],
      ['valveSuperheatLowK', 'valveSuperheatHighK', ...usual],
      probability,
    )
  }
}

/** superheat side, subcooling side → what it looks like; one coil alone off its habit says nothing by itself */
const pistonTable: Readonly<Record<string, CoilsCode | undefined>> = {
  '1,-1': 'coilsSayShort',
  '1,1': 'coilsSayStarved',
  '-1,1': 'coilsSayOver',
  '-1,-1': 'coilsSayOverfed',
  '0,1': 'coilsSayHighHead',
}
const valveTable: Readonly<Record<string, CoilsCode | undefined>> = {
  ...pistonTable,
  '1,0': 'coilsSayStarved',
  '-1,0': 'coilsSayAirflow',
}

/** Fan, motor and line against the label. */
function electrical({ label, measured: m, profile }: Circumstances, when: When): void {
  const { maximumStatic, ratedAmps, ratedVoltage, capacitor } = label ?? {}
  const pair = (dimension: Dimension, measured: number | undefined, rated: number): Value[] => [
    ['measured', dimension, measured],
    ['rated', dimension, rated],
  ]
  if (maximumStatic) {
    const most = toSi('staticPressure', maximumStatic)
    when(below(most, m.staticPa), 'note', 'staticOverLabel', pair('staticPressure', m.staticPa, most))
  }
  if (ratedAmps) {
    const most = toSi('current', ratedAmps)
    when(below(most, m.ampsA), 'note', 'ampsOverRated', pair('current', m.ampsA, most))
  }
  const off = (value: number | undefined, rated: number, share: number) =>
    value !== undefined && Math.abs(value - rated) > share * rated + HAIR * rated
  if (ratedVoltage) {
    const rated = toSi('voltage', ratedVoltage)
    when(
      off(m.voltageV, rated, profile.voltageTolerance.si),
      'note',
      'voltageOff',
      pair('voltage', m.voltageV, rated),
      ['voltageTolerance'],
    )
  }
  if (capacitor) {
    const rated = toSi('capacitance', capacitor)
    when(
      off(m.capacitorF, rated, profile.capacitorTolerance.si),
      'note',
      'capacitorOff',
      pair('capacitance', m.capacitorF, rated),
      ['capacitorTolerance'],
    )
  }
}

const classHabits: Record<InstrumentClass, readonly HabitKey[]> = {
  analog: ['analogLowSidePa', 'analogHighSidePa', 'analogLineK', 'analogAirK', 'analogHumidityShare'],
  digital: ['digitalPressureShare', 'digitalLineK', 'digitalAirK', 'digitalHumidityShare'],
}

/** What has to be said of the instruments: overdue, never zeroed, or not named and counted as one of their class. */
export function instrumentFindings(
  instruments: readonly Instrument[],
  uncertainty: Pick<ChargeUncertainty, 'unknown' | 'assumed'> | undefined,
  { atMs, profile }: { atMs: number | undefined; profile: MethodProfile },
): Finding[] {
  const warned =
    atMs === undefined
      ? []
      : instruments.flatMap((instrument) =>
          instrumentWarnings(instrument, atMs, profile).map((warning) =>
            makeFinding(`instrument.${warning}`, 'note', { instrument: instrument.name }),
          ),
        )
  if (!uncertainty || uncertainty.unknown.length === 0) return warned
  const { assumed } = uncertainty
  return [...warned, makeFinding('instrumentUnknown', 'note', { assumed, habits: classHabits[assumed] })]
}
