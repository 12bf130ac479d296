import type { ChargeMode } from '../label/equipment'
import { expectedPressures } from '../label/labelTarget'
import type { ModelLabel } from '../label/modelLabel'
import type { UnitFacts } from '../log/entry'
import { instrumentWarnings, type Instrument, type InstrumentWarning } from '../measurement/instrument'
import type { HabitKey } from '../method/habits'
import type { MethodProfile } from '../method/profile'
import { toSi, type Dimension } from '../quantity/unit'
import { hasGlide } from '../refrigerant/refrigerants'
import type { Target } from './chargeTarget'
import type { Measured } from './measured'

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
  | 'coilBelowFreezing'
  | 'coolOutdoors'
  | 'hotOutdoors'
  | 'outdoorNotMeasured'
  | 'heatingIsACheck'
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

export interface FindingValue {
  readonly name: string
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
}

interface Circumstances {
  readonly facts: UnitFacts
  readonly label?: ModelLabel
  readonly measured: Measured
  readonly target: Target
  readonly mode: ChargeMode
  readonly profile: MethodProfile
}

type Value = readonly [name: string, dimension: Dimension, si: number | undefined]
const HAIR = 1e-9
const below = (a: number | undefined, b: number | undefined) => a !== undefined && b !== undefined && a < b - HAIR

/** Everything that speaks for or against a reading, each with what was measured and the habits it was held against. */
export function findingsOf(c: Circumstances): Finding[] {
  const found: Finding[] = []
  const when = (
    applies: boolean | undefined,
    severity: Severity,
    code: FindingCode,
    values: readonly Value[] = [],
    habits: readonly HabitKey[] = [],
  ) => {
    if (applies) found.push(makeFinding(code, severity, { values, habits }))
  }
  contradictions(c, when)
  conditions(c, when)
  airAndCoils(c, when)
  electrical(c, when)
  return found
}

function makeFinding(
  code: FindingCode,
  severity: Severity,
  more: { values?: readonly Value[]; habits?: readonly HabitKey[]; instrument?: string } = {},
): Finding {
  const { values = [], habits = [], instrument } = more
  const known = values.flatMap(([name, dimension, si]) => (si === undefined ? [] : [{ name, dimension, si }]))
  return {
    code,
    severity,
    consequence: consequences[severity],
    values: known,
    habits,
    ...(instrument ? { instrument } : {}),
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
) => void

/** What can't be true together: wrong refrigerant, swapped or loose probes, an unzeroed gauge. Never a charge fault. */
function contradictions({ facts, measured: m, mode, profile }: Circumstances, when: When): void {
  const noSaturation = (pa: number | undefined, k: number | undefined) => pa !== undefined && k === undefined
  const cooling = mode === 'cooling'
  const t = 'temperature'
  when(
    facts.refrigerant &&
      (noSaturation(m.suctionPressurePa, m.evaporatingK) || noSaturation(m.liquidPressurePa, m.condensingK)),
    'stop',
    'pressureOutsideData',
  )
  when(below(m.liquidPressurePa, m.suctionPressurePa), 'stop', 'suctionAboveLiquidPressure')
  when(below(m.superheatK, 0), 'stop', 'negativeSuperheat', [['superheat', 'temperatureDifference', m.superheatK]])
  when(below(m.subcoolingK, 0), 'stop', 'negativeSubcooling', [['subcooling', 'temperatureDifference', m.subcoolingK]])
  when(cooling && below(m.liquidLineK, m.suctionLineK), 'stop', 'suctionLineAboveLiquidLine', [
    ['suctionLine', t, m.suctionLineK],
    ['liquidLine', t, m.liquidLineK],
  ])
  const air: Value[] = [
    ['supply', t, m.supplyK],
    ['return', t, m.returnK],
  ]
  when(cooling && below(m.returnK, m.supplyK), 'stop', 'supplyAboveReturn', air)
  when(!cooling && below(m.supplyK, m.returnK), 'stop', 'supplyBelowReturn', air)
  when(cooling && below(m.condensingK, m.outdoorK), 'stop', 'condensingBelowOutdoor', [
    ['condensing', t, m.condensingK],
    ['outdoor', t, m.outdoorK],
  ])
  when(
    below(m.superheatK, profile.superheatFloorK.si) && !below(m.superheatK, 0),
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
  when(
    cooling && below(m.evaporatingK, profile.freezeK.si),
    'hold',
    'coilBelowFreezing',
    [['evaporating', 'temperature', m.evaporatingK]],
    ['freezeK'],
  )
  when(cooling && below(m.outdoorK, profile.outdoorFloorK.si), 'hold', 'coolOutdoors', outdoor, ['outdoorFloorK'])
  when(cooling && below(profile.outdoorCeilingK.si, m.outdoorK), 'hold', 'hotOutdoors', outdoor, ['outdoorCeilingK'])
  // a field left empty must not let a cold-day reading settle the charge
  when(
    cooling && m.outdoorK === undefined && (m.superheatK ?? m.subcoolingK) !== undefined,
    'hold',
    'outdoorNotMeasured',
  )
  when(
    cooling && (below(m.returnK, profile.indoorLowK.si) || below(profile.indoorHighK.si, m.returnK)),
    'note',
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
    outside(m.evaporatingK, 'evaporatingLowK', 'evaporatingHighK') && !below(m.evaporatingK, profile.freezeK.si),
    'note',
    'evaporatingOffHabit',
    [['evaporating', 'temperature', m.evaporatingK]],
    ['evaporatingLowK', 'evaporatingHighK'],
  )
  const over: Value[] = [['condensingOverOutdoor', d, m.condensingOverOutdoorK]]
  const near =
    below(m.condensingOverOutdoorK, profile.condensingOverOutdoorLowK.si) && !below(m.condensingOverOutdoorK, 0)
  when(near, 'note', 'condensingNearOutdoor', over, ['condensingOverOutdoorLowK'])
  when(below(profile[headHigh].si, m.condensingOverOutdoorK), 'note', 'condensingFarOverOutdoor', over, [headHigh])
  split(c, when)
  when(
    facts.metering === 'expansionValve' && outside(m.superheatK, 'valveSuperheatLowK', 'valveSuperheatHighK'),
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
  when(below(m.splitK, low) && !below(m.splitK, 0), 'note', 'lowSplit', values, habits)
}

/** Before anything is added the other coil must agree: what superheat and subcooling say together. */
function coils({ facts, measured: m, target, profile }: Circumstances, when: When): void {
  const { superheatK, subcoolingK } = m
  if (superheatK === undefined || subcoolingK === undefined || superheatK < 0 || subcoolingK < 0 || !facts.metering)
    return
  const side = (value: number, low: number, high: number) => (below(value, low) ? -1 : below(high, value) ? 1 : 0)
  const decides = (quantity: 'superheat' | 'subcooling') => target.ok && target.deciding === quantity
  const superheat =
    target.ok && decides('superheat')
      ? side(superheatK, target.lowK, target.highK)
      : side(superheatK, profile.valveSuperheatLowK.si, profile.valveSuperheatHighK.si)
  const subcooling =
    target.ok && decides('subcooling')
      ? side(subcoolingK, target.lowK, target.highK)
      : side(subcoolingK, profile.usualSubcoolingLowK.si, profile.usualSubcoolingHighK.si)
  const said = coilTable[`${superheat},${subcooling}`]
  when(
    said !== undefined,
    'note',
    said!,
    [
      ['superheat', 'temperatureDifference', superheatK],
      ['subcooling', 'temperatureDifference', subcoolingK],
    ],
    ['valveSuperheatLowK', 'valveSuperheatHighK', 'usualSubcoolingLowK', 'usualSubcoolingHighK'],
  )
}

/** superheat side, subcooling side → what it looks like; one coil alone off its habit says nothing by itself */
const coilTable: Readonly<Record<string, CoilsCode | undefined>> = {
  '1,-1': 'coilsSayShort',
  '1,0': 'coilsSayStarved',
  '1,1': 'coilsSayStarved',
  '-1,1': 'coilsSayOver',
  '-1,-1': 'coilsSayOverfed',
  '-1,0': 'coilsSayAirflow',
  '0,1': 'coilsSayHighHead',
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

/** What has to be said of the instruments: overdue, never zeroed, or not named at all. */
export function instrumentFindings(
  instruments: readonly Instrument[],
  unknown: number,
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
  return unknown > 0 ? [...warned, makeFinding('instrumentUnknown', 'note')] : warned
}
