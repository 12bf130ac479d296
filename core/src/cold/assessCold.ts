import {
  adviseStep,
  estimateSlope,
  type ChargeStep,
  type Slope,
  type StepAdvice,
  type StepReason,
} from '../charge/adviseStep'
import { chargeBelief, shortBeyondDoubtKg, type ChargeBelief, type WeightKnown } from '../charge/chargeBelief'
import { meteringIn } from '../heatpump/circuit'
import type { PlausibilityCheck } from '../measurement/plausibility'
import { checkPlausibility } from '../measurement/checkPlausibility'
import type { Instrument } from '../measurement/instrument'
import { judge } from '../measurement/judge'
import type { ColdSchool, MethodProfile } from '../method/profile'
import { toSi } from '../quantity/unit'
import type { CoilMeanK } from '../refrigerant/saturation'
import { channelStandardK } from '../tuning/chargeUncertainty'
import {
  judgeCharge,
  type ChargeReading,
  type ChargeUnit,
  type ChargeVerdict,
  type JudgedReading,
} from '../tuning/judgeCharge'
import { witness } from '../tuning/chargeWitnesses'
import { countedClass } from '../tuning/countedClass'
import { plausibilityMargins, plausibleOf } from '../tuning/plausible'
import { verdictThresholds } from '../tuning/verdictThresholds'

export type ProvisionalSchool = Exclude<ColdSchool, 'weighInOnly'>
export type ColdQuantity = 'superheat' | 'subcooling' | 'dischargeOverOutdoor'

export interface ColdQuestion {
  readonly school: ProvisionalSchool
  readonly unit: ChargeUnit
  readonly reading: ChargeReading
  readonly kit: readonly Instrument[]
  readonly profile: MethodProfile
  readonly settled: boolean
  /** this unit's steps, read by the quantity of the school: as `superheatK` where it falls with charge, as `subcoolingK` where it rises */
  readonly steps: readonly ChargeStep[]
  /** right charge by label and line set, and what the scale says is in it, kg */
  readonly totalChargeKg?: number
  readonly weighedKg?: number
  /** the same with its doubts: then reading and scale are weighed together */
  readonly weight?: WeightKnown
  readonly airflowKnownGood: boolean
}

/** Why nothing is put in or taken out now. */
export type ColdAgainst =
  | { readonly code: 'contradiction'; readonly checks: readonly PlausibilityCheck[] }
  | { readonly code: 'notSettled' }
  | { readonly code: 'noReading' }
  | { readonly code: 'noTotal' }
  | { readonly code: 'airflowNotKnownGood' }
  /** the scale's word stands: in the cold no reading carries the charge further from it */
  | { readonly code: 'beyondWeighed'; readonly action: 'add' | 'remove'; readonly shareAllowed: number }
  /** suction gas arrives wet: liquid enough is in it, and discharge stands where it stands whatever more there is */
  | { readonly code: 'wetSuction'; readonly superheatK: number; readonly floorK: number }
  /** covered: more liquid stands before the orifice than on the warm day, and superheat reads low: nothing is taken out on that */
  | { readonly code: 'readsLow' }
  /** covered, behind a valve: what of the coil is left open subcools more than on the warm day; nothing is taken out on that either */
  | { readonly code: 'readsHigh' }
  | { readonly code: 'coverMore' | 'coverLess'; readonly condensingK: CoilMeanK; readonly wantedK: number }

export interface ColdAssessment {
  readonly school: ProvisionalSchool
  readonly quantity: ColdQuantity
  /** what else the reading says; with the condenser covered, judged for the weather that its condensing stands for */
  readonly judged: JudgedReading
  readonly valueK?: number
  readonly targetK?: number
  readonly lowK?: number
  readonly highK?: number
  readonly standardK?: number
  /** never more than provisional */
  readonly verdict: ChargeVerdict
  readonly probabilityIn?: number
  /** label, line set, scale and this reading together */
  readonly belief?: ChargeBelief
  readonly advice?: StepAdvice
  readonly against: readonly ColdAgainst[]
  /** outdoor air that a covered condenser's condensing stands for */
  readonly standsForK?: number
}

/** The outdoor air of the warm day that a condenser's mean stands for: less by what condensers usually lie over it. */
export const standsForOutdoorK = (condenserK: CoilMeanK, method: MethodProfile): number =>
  condenserK - (method.condensingOverOutdoorLowK.si + method.condensingOverOutdoorHighK.si) / 2

/** Discharge over outdoor air in heating: the label's, else the method's habit, which no maker of this unit said. */
export function dischargeOffset({ label }: Pick<ChargeUnit, 'label'>, method: MethodProfile) {
  const own = label?.dischargeOverOutdoor
  return own
    ? { offsetK: toSi('temperatureDifference', own), source: 'label' as const }
    : { offsetK: method.dischargeOverOutdoorK.si, source: 'habit' as const }
}

/**
 * A reading on a cold day, judged by one of the ways that are open then: what the charge seems to be, and the next small step. Whatever it says is provisional.
 *
 * The target follows the weather: it is worked out anew from each reading. Nothing is put in beyond what the scale and the label say by the method's share, so that no cold reading
 * overcharges; a habit of the trade in place of the label's own figure carries the uncertainty of that.
 *
 * Sources: label or habit for the targets; JCGM 100 and 106 for uncertainty and verdict; `adviseStep` for the step.
 */
export function assessCold(question: ColdQuestion): ColdAssessment {
  const found = measured(question)
  const against = againstOf(question, found)
  const silent = against.some((a) => a.code !== 'airflowNotKnownGood')
  const belief = believed(question, found, silent)
  const advised = byScale(question, belief, silent, silent ? undefined : stepOf(question, found))
  const { advice, over } = withinWeighed(question, advised)
  const misread = question.school === 'restrictedCondenser' && advice?.action === 'remove'
  const barred = misread || (against.length > 0 && advice?.action === 'add')
  return {
    ...found,
    // short beyond doubt by scale and reading together is out, whatever the band of a cold reading by itself says
    ...(advised?.reasons[0]?.code === 'byWeight' ? { verdict: 'out' as const, probabilityIn: undefined } : {}),
    school: question.school,
    ...(belief ? { belief } : {}),
    ...(advice && !barred ? { advice } : {}),
    against: [
      // taking out asks less: it is never wrong for want of airflow
      ...against.filter((a) => a.code !== 'airflowNotKnownGood' || advice?.action === 'add'),
      ...(over ? [over] : []),
      ...(misread ? [{ code: found.quantity === 'subcooling' ? ('readsHigh' as const) : ('readsLow' as const) }] : []),
    ],
  }
}

type Found = Omit<ColdAssessment, 'school' | 'advice' | 'against' | 'belief'>

function measured(q: ColdQuestion): Found {
  switch (q.school) {
    case 'discharge':
      return byDischarge(q)
    case 'labelHeating': {
      const judged = judgeCharge(q.unit, { ...q.reading, mode: 'heating' }, q.kit, q.profile)
      return byTarget(judged, judged.uncertainty?.standardK)
    }
    case 'restrictedCondenser':
      return byCover(q)
  }
}

function byTarget(judged: JudgedReading, standardK: number | undefined): Found {
  const { target, decidingValueK } = judged
  const quantity = target.deciding ?? 'superheat'
  if (!target.ok || decidingValueK === undefined || standardK === undefined)
    return { judged, quantity, verdict: 'none' }
  const stopped = judged.findings.some((f) => f.consequence === 'noVerdict')
  const { lowK, highK, targetK } = target
  const decided = judge({
    value: decidingValueK,
    standardUncertainty: standardK,
    low: lowK,
    high: highK,
    thresholds: verdictThresholds(judged.method, standardK, { lowK, highK }),
  })
  return {
    judged,
    quantity,
    valueK: decidingValueK,
    targetK,
    lowK,
    highK,
    standardK,
    ...(stopped ? { verdict: 'none' } : decided),
  }
}

function byDischarge({ unit, reading, kit, profile }: ColdQuestion): Found {
  const judged = judgeCharge(unit, { ...reading, mode: 'heating' }, kit, profile)
  const { method, dischargeK, outdoorK } = judged
  const { offsetK, source } = dischargeOffset(unit, method)
  const quantity = 'dischargeOverOutdoor' as const
  if (dischargeK === undefined || outdoorK === undefined) return { judged, quantity, targetK: offsetK, verdict: 'none' }
  const instruments = {
    used: reading.instruments ?? {},
    kit,
    assumed: countedClass(unit.facts, reading.values, reading.live).of,
    profile: method,
  } as const
  const standardK = Math.hypot(
    channelStandardK('discharge', dischargeK, instruments) ?? 0,
    channelStandardK('outdoor', outdoorK, instruments) ?? 0,
    source === 'habit' ? method.dischargeHabitSpreadK.si : 0,
  )
  const valueK = dischargeK - outdoorK
  const lowK = offsetK - method.dischargeToleranceK.si
  const highK = offsetK + method.dischargeToleranceK.si
  const stopped = judged.findings.some((f) => f.consequence === 'noVerdict')
  const decided = judge({
    value: valueK,
    standardUncertainty: standardK,
    low: lowK,
    high: highK,
    thresholds: verdictThresholds(method, standardK, { lowK, highK }),
  })
  const silent = stopped || isWet({ school: 'discharge' }, judged)
  return {
    judged,
    quantity,
    valueK,
    targetK: offsetK,
    lowK,
    highK,
    standardK,
    ...(silent ? { verdict: 'none' } : decided),
  }
}

function byCover({ unit, reading, kit, profile }: ColdQuestion): Found {
  const plain = judgeCharge(unit, { ...reading, mode: 'cooling' }, kit, profile)
  const { condenserK, method } = plain
  if (condenserK === undefined) return { judged: plain, quantity: 'superheat', verdict: 'none' }
  const standsForK = standsForOutdoorK(condenserK, method)
  const judged = judgeCharge(
    unit,
    { ...reading, mode: 'cooling', values: { ...reading.values, outdoor: { value: standsForK, unit: 'K' } } },
    kit,
    profile,
  )
  const slope = judged.target.ok ? (judged.target.slopes.outdoor ?? 0) : 0
  // what the covered coil really stands for is known to half of what condensers lie apart
  const spreadK = (method.condensingOverOutdoorHighK.si - method.condensingOverOutdoorLowK.si) / Math.sqrt(12)
  const own = judged.uncertainty?.standardK
  return {
    ...byTarget(judged, own === undefined ? undefined : Math.hypot(own, slope * spreadK, method.restrictedSpreadK.si)),
    standsForK,
  }
}

function againstOf(q: ColdQuestion, { judged, valueK, targetK }: Found): ColdAgainst[] {
  const { school, settled, totalChargeKg, unit } = q
  const { outdoor } = q.reading.values
  const { method, condenserK, mode } = judged
  const checks = checkPlausibility(
    // of the air that is there, not of the day that a cover stands for
    plausibleOf(
      { ...judged, ...(outdoor ? { outdoorK: toSi('temperature', outdoor) } : {}) },
      { facts: unit.facts, running: true, mode },
    ),
    plausibilityMargins(method, judged.standard),
  )
  const wantedK = method.restrictedCondensingK.si
  const off = school === 'restrictedCondenser' && condenserK !== undefined ? condenserK - wantedK : 0
  return [
    ...(checks.length > 0 ? [{ code: 'contradiction' as const, checks }] : []),
    ...(valueK === undefined || targetK === undefined ? [{ code: 'noReading' as const }] : []),
    ...(settled ? [] : [{ code: 'notSettled' as const }]),
    ...(totalChargeKg === undefined ? [{ code: 'noTotal' as const }] : []),
    ...(Math.abs(off) > method.restrictedWithinK.si
      ? [{ code: off < 0 ? ('coverMore' as const) : ('coverLess' as const), condensingK: condenserK!, wantedK }]
      : []),
    ...(isWet(q, judged)
      ? [{ code: 'wetSuction' as const, superheatK: judged.superheatK!, floorK: method.superheatFloorK.si }]
      : []),
    ...(q.airflowKnownGood ? [] : [{ code: 'airflowNotKnownGood' as const }]),
  ]
}

/** By discharge, with liquid on its way to the compressor: nothing is said then. */
const isWet = ({ school }: Pick<ColdQuestion, 'school'>, { superheatK, method }: JudgedReading): boolean =>
  school === 'discharge' && superheatK !== undefined && superheatK < method.superheatFloorK.si

/** what a whole charge moves discharge over outdoor air, K, behind a piston; with how little is known of it */
const DISCHARGE = { perChargeK: -30, relative: 0.6 }

/** The device by whose slope a way's quantity follows the charge. */
function deviceOf({ school, unit }: Pick<ColdQuestion, 'school' | 'unit'>, { quantity }: Pick<Found, 'quantity'>) {
  if (quantity === 'subcooling') return 'expansionValve' as const
  return school === 'labelHeating' ? meteringIn('heating', unit.facts, unit.label) : ('fixedOrifice' as const)
}

/** What an amount of charge moves a way's quantity by, as far as this unit's steps and experience say; undefined where the device isn't known. */
export function coldSlope(
  q: Pick<ColdQuestion, 'school' | 'unit' | 'steps' | 'totalChargeKg' | 'profile'>,
  found: Pick<Found, 'quantity'>,
): Slope | undefined {
  const { totalChargeKg, steps, profile } = q
  const meteringDevice = deviceOf(q, found)
  if (!meteringDevice || totalChargeKg === undefined || !(totalChargeKg > 1e-4 && totalChargeKg < 1e5)) return undefined
  const { quantity } = found
  return estimateSlope(steps, quantity === 'subcooling' ? 'subcooling' : 'superheat', {
    totalChargeKg,
    meteringDevice,
    profile,
    ...(quantity === 'dischargeOverOutdoor' ? { prior: DISCHARGE } : {}),
  })
}

/** Scale and reading weighed together; the scale alone where the reading says nothing. */
function believed(q: ColdQuestion, found: Found, silent: boolean): ChargeBelief | undefined {
  if (!q.weight) return undefined
  const { valueK, targetK, standardK } = found
  const slope = coldSlope(q, found)
  if (silent || !slope || valueK === undefined || targetK === undefined || standardK === undefined)
    return chargeBelief(q.weight)
  return chargeBelief(q.weight, witness('cold', { deviationK: valueK - targetK, standardK }, slope))
}

/** What the reading can't settle the scale may: short beyond doubt by both together is weighed in. */
function byScale(
  { totalChargeKg, profile }: ColdQuestion,
  belief: ChargeBelief | undefined,
  silent: boolean,
  advice: StepAdvice | undefined,
): StepAdvice | undefined {
  const shortKg = belief && shortBeyondDoubtKg(belief, profile)
  if (silent || shortKg === undefined || totalChargeKg === undefined || advice?.action !== 'stop') return advice
  const open: readonly StepReason['code'][] = ['inBand', 'withinUncertainty']
  if (!open.includes(advice.reasons[0]!.code)) return advice
  const amountKg = Math.min(shortKg, profile.stepCapShare.si * totalChargeKg)
  return { action: 'add', amountKg, reasons: [{ code: 'byWeight', shortKg, standardKg: belief!.standardKg }] }
}

function stepOf(q: ColdQuestion, found: Found): StepAdvice | undefined {
  const { valueK, targetK, highK, standardK, quantity, judged } = found
  const { totalChargeKg } = q
  if (valueK === undefined || targetK === undefined || highK === undefined || totalChargeKg === undefined)
    return undefined
  const rises = quantity === 'subcooling'
  const metering = deviceOf(q, found)
  if (!metering) return undefined
  return adviseStep({
    history: q.steps,
    current: {
      ...(rises ? { subcoolingK: valueK } : { superheatK: valueK }),
      settled: q.settled,
      ...(standardK === undefined ? {} : { standardK }),
    },
    target: targetK,
    tolerance: highK - targetK,
    totalChargeKg,
    meteringDevice: metering,
    profile: judged.method,
    alwaysSmall: true,
    ...(quantity === 'dischargeOverOutdoor' ? { prior: DISCHARGE } : {}),
  })
}

/** The scale is the better witness: the charge stays within the method's share of label and line set, or of where the scale says that it is. */
function withinWeighed(
  { totalChargeKg, weighedKg, profile }: ColdQuestion,
  advice: StepAdvice | undefined,
): { advice?: StepAdvice; over?: Extract<ColdAgainst, { code: 'beyondWeighed' }> } {
  const { action, amountKg } = advice ?? {}
  if ((action !== 'add' && action !== 'remove') || amountKg === undefined || totalChargeKg === undefined)
    return advice ? { advice } : {}
  const share = profile.coldOverShare.si
  const inIt = weighedKg ?? totalChargeKg
  const room = action === 'add' ? totalChargeKg * (1 + share) - inIt : inIt - totalChargeKg * (1 - share)
  if (room >= amountKg) return { advice: advice! }
  if (room >= Math.min(profile.stepLeastKg.si, amountKg)) return { advice: { ...advice!, amountKg: room } }
  return { over: { code: 'beyondWeighed', action, shareAllowed: share } }
}
