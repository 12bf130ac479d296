import { isOldMachine } from '../facts/isOldMachine'
import { conditionsWindow } from './conditionsWindow'
import { unitCircuit } from '../heatpump/circuit'
import { readableIn } from '../heatpump/readable'
import { expectedPressures } from '../label/labelTarget'
import { anyInfrared } from '../measurement/infrared'
import { instrumentWarnings, type Instrument } from '../measurement/instrument'
import type { InstrumentClass } from '../measurement/instrumentClass'
import type { HabitKey } from '../method/habits'
import type { MethodProfile } from '../method/profile'
import { hasGlide } from '../refrigerant/refrigerants'
import type { ChargeUncertainty } from './chargeUncertainty'
import { coils } from './coilFindings'
import type { CountedClass } from './countedClass'
import { contradictions } from './contradictions'
import { electrical } from './electricalFindings'
import {
  below,
  makeFinding,
  type Circumstances,
  type Finding,
  type FindingCode,
  type Value,
  type When,
} from './finding'
import { inHeating } from './heatingFindings'
import { coilGlides } from './measured'
import { splitLimits } from './splitLimits'

/** Everything that speaks for or against a reading, each with what was measured and the habits it was held against. */
export function findingsOf(c: Circumstances): Finding[] {
  const found: Finding[] = []
  const when: When = (applies, severity, code, values = [], habits = [], probability) => {
    if (applies) found.push(makeFinding(code, severity, { values, habits, probability }))
  }
  contradictions(c, when)
  conditions(c, when)
  if (c.mode === 'heating') inHeating(c, when)
  else notReadInCooling(c, when)
  airAndCoils(c, when)
  electrical(c, when)
  return found
}

/** `checkPlausibility` says what can't be; here it only takes the verdict away. */
export const impossibleFinding = makeFinding('impossible', 'stop', { habits: ['clampsAgreeK', 'suctionOverReturnK'] })

/** Where it meters outdoors in cooling, too, the line set carries what boils already: said, and nothing is computed from it. */
function notReadInCooling({ facts, label }: Circumstances, when: When): void {
  for (const why of readableIn('cooling', unitCircuit(facts, label)).why) when(true, 'note', `notRead.${why}`)
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
  // whatever decides reads: it ices over, and what it reads then is the ice's
  when(cooling && freezes, 'danger', 'coilBelowFreezing', coil, ['freezeK'])
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

/** Supporting readings of both coils and the air: what to look at before any charge. */
function airAndCoils(c: Circumstances, when: When): void {
  const { facts, label, measured: m, mode, profile } = c
  if (mode !== 'cooling') return
  const d = 'temperatureDifference'
  const headHigh: HabitKey = isOldMachine(facts) ? 'condensingOverOutdoorOldK' : 'condensingOverOutdoorHighK'
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
  // beyond what the instruments leave in doubt
  const doubtK = c.standard.subcoolingK ?? 0
  when(below(profile[headHigh].si + doubtK, m.condensingOverOutdoorK), 'note', 'condensingFarOverOutdoor', over, [
    headHigh,
  ])
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
  const limits = splitLimits(m, profile)
  if (!limits) return
  const values: Value[] = [
    ['split', 'temperatureDifference', m.splitK],
    ['expectedSplit', 'temperatureDifference', m.expectedSplitK],
  ]
  when(below(limits.highK, m.splitK), 'note', 'highSplit', values, limits.habits)
  const low = below(m.splitK, limits.lowK) && !below(m.splitK, 0, profile.clampsAgreeK.si)
  when(low, 'note', 'lowSplit', values, limits.habits)
}

const classHabits: Record<InstrumentClass, readonly HabitKey[]> = {
  analog: ['analogLowSidePa', 'analogHighSidePa', 'analogLineK', 'analogAirK', 'analogHumidityShare'],
  digital: ['digitalPressureShare', 'digitalLineK', 'digitalAirK', 'digitalHumidityShare'],
}

/** What has to be said of the instruments: overdue, never zeroed, or not named and counted as one of their class. */
export function instrumentFindings(
  instruments: readonly Instrument[],
  uncertainty: Pick<ChargeUncertainty, 'unknown' | 'assumed'> | undefined,
  {
    atMs,
    profile,
    because = 'said',
  }: { atMs: number | undefined; profile: MethodProfile; because?: CountedClass['because'] },
): Finding[] {
  const warned =
    atMs === undefined
      ? []
      : instruments
          .filter((i) => i.id !== anyInfrared.id)
          .flatMap((instrument) =>
            instrumentWarnings(instrument, atMs, profile).map((warning) =>
              makeFinding(`instrument.${warning}`, 'note', { instrument: instrument.name }),
            ),
          )
  const infrared = instruments.find((i) => i.kind === 'infrared')
  if (infrared)
    warned.push(makeFinding('lineByInfrared', 'note', { instrument: infrared.name, habits: ['infraredLineK'] }))
  if (!uncertainty || uncertainty.unknown.length === 0) return warned
  const { assumed } = uncertainty
  return [...warned, makeFinding('instrumentUnknown', 'note', { assumed, because, habits: classHabits[assumed] })]
}
