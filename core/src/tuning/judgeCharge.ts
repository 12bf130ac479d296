import type { ChargeMode } from '../label/equipment'
import type { ChargedBy } from '../label/labelTarget'
import { labelHabits, type ModelLabel } from '../label/modelLabel'
import type { InstrumentsUsed, ReadingValues } from '../reading/channels'
import type { UnitFacts } from '../facts/unitFacts'
import { factHabits } from '../facts/factHabits'
import { checkPlausibility } from '../measurement/checkPlausibility'
import type { PlausibilityCheck } from '../measurement/plausibility'
import type { Instrument } from '../measurement/instrument'
import { judge, type ThreeWay } from '../measurement/judge'
import type { HabitKey } from '../method/habits'
import { overlay, type MethodProfile } from '../method/profile'
import { toSi } from '../quantity/unit'
import { countedClass } from './countedClass'
import { findTarget, type Target } from './chargeTarget'
import {
  chargeUncertainty,
  quantityStandardK,
  settling,
  type ChargeUncertainty,
  type Settling,
  type UsedInstruments,
} from './chargeUncertainty'
import type { Finding } from './finding'
import { findingsOf, impossibleFinding, instrumentFindings } from './findings'
import { measure, type Measured } from './measured'
import { plausibilityMargins, plausibleOf } from './plausible'
import { verdictThresholds } from './verdictThresholds'
import { requiredLiquidLineK, requiredSuctionLineK } from './requiredLine'

export interface ChargeUnit {
  readonly facts: UnitFacts
  readonly label?: ModelLabel
  readonly elevationM: number
}

export interface ChargeReading {
  readonly mode: ChargeMode
  readonly values: ReadingValues
  /** which instrument of the kit took which channel */
  readonly instruments?: InstrumentsUsed
  /** when; without it nothing is said about zeroing and due dates */
  readonly atMs?: number
  /** probes sent it: nobody read it off a dial */
  readonly live?: boolean
  /** false: standing; what can't be true is another question then */
  readonly running?: boolean
  /** the quantity that somebody wants to charge by; the wrong one for the metering device is refused with the reason */
  readonly asked?: ChargedBy
}

export type ChargeVerdict = ThreeWay | 'none'

export interface JudgedReading extends Measured {
  readonly mode: ChargeMode
  readonly target: Target
  readonly decidingValueK?: number
  readonly requiredLineK?: number
  readonly verdict: ChargeVerdict
  /** of being inside the tolerance; absent without a verdict */
  readonly probabilityIn?: number
  /** from which probability on these instruments let it be called In; 1 where they are too coarse for that */
  readonly inFrom?: number
  /** too close to call, its best estimate inside the tolerance and no danger: it may be signed as what it is, probably in */
  readonly nearEnough: boolean
  /** out because of a danger, though what decides may read inside its tolerance */
  readonly danger: boolean
  readonly uncertainty?: ChargeUncertainty
  /** standard uncertainty of superheat and of subcooling by their instruments, whichever decides; K */
  readonly standard: { readonly superheatK?: number; readonly subcoolingK?: number }
  /** for Too close to call: what would settle it */
  readonly settling?: Settling
  /** what can't be true together in it; empty for all that can */
  readonly checks: readonly PlausibilityCheck[]
  readonly findings: readonly Finding[]
  /** the habits that this judgement rests on, for the record */
  readonly habits: readonly HabitKey[]
  /** the method as it was applied, with label and unit laid over it */
  readonly method: MethodProfile
}

/**
 * Judges a start-up reading: which quantity decides and why, its target with source, its uncertainty from the instruments used, and a
 * verdict of In, Out or Too close to call; then everything that supports it or speaks against it.
 *
 * In goes by the risk of all readings that are called so (`verdictThresholds`); what is too close to call with its best estimate inside is near enough to be signed as that.
 * No verdict without a target (there is no default), without a refrigerant, or while the readings contradict each other; never In while
 * a reading is a danger. In heating a label's figure is a check: it gets its verdict, and a finding that it doesn't settle the charge.
 *
 * @param unit facts, the model's label if one was taken, elevation of the site
 * @param kit the instruments that `reading.instruments` names, and those that could settle a verdict
 * @param profile the method; the label's and the unit's own habits are laid over it here
 * Sources: superheat and subcooling from `saturationTemperatureK`; JCGM 100 and 106 for uncertainty and verdict.
 */
export function judgeCharge(
  unit: ChargeUnit,
  reading: ChargeReading,
  kit: readonly Instrument[],
  profile: MethodProfile,
): JudgedReading {
  const { facts, label, elevationM } = unit
  const { values, mode, instruments: used = {}, atMs, asked, running = true, live = false } = reading
  const method = overlay(profile, labelHabits(label), factHabits(facts))
  const measured = measure({ facts, values, elevationM, profile: method, mode, ...(label ? { label } : {}) })
  const liquidGaugePa = values.liquidPressure && toSi('gaugePressure', values.liquidPressure)
  const target = findTarget({ facts, label, measured, mode, asked, liquidGaugePa }, method)
  const decidingValueK = target.ok
    ? target.deciding === 'superheat'
      ? measured.superheatK
      : measured.subcoolingK
    : undefined
  const named = kit.filter((instrument) => Object.values(used).includes(instrument.id))
  const { refrigerant } = facts
  const counted = countedClass(facts, values, live)
  const instruments: UsedInstruments = { used, kit, assumed: counted.of, profile: method }
  const uncertainty =
    target.ok && decidingValueK !== undefined && refrigerant
      ? chargeUncertainty({ target, measured, values, refrigerant, ...instruments })
      : undefined
  const standard = refrigerant
    ? {
        superheatK: quantityStandardK('superheat', measured, values, refrigerant, instruments),
        subcoolingK: quantityStandardK('subcooling', measured, values, refrigerant, instruments),
      }
    : {}
  const checks = checkPlausibility(
    plausibleOf(measured, { facts, running, mode }),
    plausibilityMargins(method, standard),
  )
  const findings = [
    ...(checks.length > 0 ? [impossibleFinding] : []),
    ...findingsOf({ facts, label, measured, target, mode, profile: method, checks, standard }),
    ...instrumentFindings(named, uncertainty, { atMs, profile: method, because: counted.because }),
  ]
  const decided = decide(target, decidingValueK, uncertainty, method, findings)
  // assigned rather than spread: a reading is judged at every keystroke, and copying thirty properties is a third of the time
  return Object.assign(measured, {
    mode,
    target,
    decidingValueK,
    requiredLineK: requiredLine(facts, measured, target),
    verdict: decided.verdict,
    probabilityIn: decided.probabilityIn,
    inFrom: decided.inFrom,
    danger: decided.danger ?? false,
    nearEnough:
      decided.verdict === 'tooClose' &&
      // what was pointed at isn't a line temperature: unmeasured
      !decidesByInfrared(uncertainty, instruments) &&
      target.ok &&
      decidingValueK !== undefined &&
      decidingValueK >= target.lowK &&
      decidingValueK <= target.highK,
    uncertainty,
    standard,
    settling:
      decided.verdict === 'tooClose' && target.ok && uncertainty && decidingValueK !== undefined
        ? settling({ value: decidingValueK, target, uncertainty, values, kit, profile: method })
        : undefined,
    checks,
    findings,
    habits: habitsUsed(target, findings, decided.verdict),
    method,
  })
}

/** Whether a line that decides was read by infrared. */
const decidesByInfrared = (
  uncertainty: { readonly shares: ChargeUncertainty['shares'] } | undefined,
  { used, kit }: UsedInstruments,
): boolean =>
  (uncertainty?.shares ?? []).some(
    ({ channel }) => channel !== 'refrigerantData' && kit.find((i) => i.id === used[channel])?.kind === 'infrared',
  )

function decide(
  target: Target,
  value: number | undefined,
  uncertainty: ChargeUncertainty | undefined,
  method: MethodProfile,
  findings: readonly Finding[],
): { verdict: ChargeVerdict; probabilityIn?: number; inFrom?: number; danger?: boolean } {
  const stopped = findings.some((f) => f.consequence === 'noVerdict')
  if (!target.ok || value === undefined || !uncertainty || stopped) return { verdict: 'none' }
  const thresholds = verdictThresholds(method, uncertainty.standardK, target)
  const judged = judge({
    value,
    standardUncertainty: uncertainty.standardK,
    shape: uncertainty.shape,
    low: target.lowK,
    high: target.highK,
    thresholds,
  })
  const danger = findings.some((f) => f.consequence === 'neverIn')
  return {
    ...judged,
    inFrom: thresholds.in,
    ...(danger ? { verdict: 'out' as const, danger: judged.verdict !== 'out' } : {}),
  }
}

function habitsUsed(target: Target, findings: readonly Finding[], verdict: ChargeVerdict): HabitKey[] {
  const own: HabitKey[] = !target.ok
    ? []
    : target.deciding === 'superheat'
      ? ['superheatToleranceK', 'superheatFloorK']
      : ['subcoolingToleranceK']
  const rule: HabitKey[] =
    target.ok && target.source === 'commonRule'
      ? ['ruleOutdoorLowK', 'ruleOutdoorHighK', 'ruleWetBulbLowK', 'ruleWetBulbHighK']
      : []
  const thresholds: HabitKey[] =
    verdict === 'none' ? [] : ['inProbability', 'inTrulyShare', 'soundShare', 'outProbability']
  const always: HabitKey[] = ['outdoorFloorK', 'outdoorCeilingK']
  const all = [...own, ...rule, ...thresholds, ...always, ...findings.flatMap((f) => f.habits)]
  return all.filter((key, i) => all.indexOf(key) === i)
}

function requiredLine({ refrigerant }: UnitFacts, m: Measured, target: Target): number | undefined {
  if (!target.ok || !refrigerant) return undefined
  const { targetK } = target
  const { suctionPressurePa, liquidPressurePa } = m
  if (target.deciding === 'superheat') {
    return suctionPressurePa === undefined
      ? undefined
      : requiredSuctionLineK({ refrigerant, suctionPressurePa, targetK })
  }
  return liquidPressurePa === undefined ? undefined : requiredLiquidLineK({ refrigerant, liquidPressurePa, targetK })
}
