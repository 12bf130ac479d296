import { isOldMachine } from '../facts/isOldMachine'
import { adviseStep, type ChargeStep, type StepAdvice } from '../charge/adviseStep'
import type { UnitFacts } from '../facts/unitFacts'
import type { ModelLabel } from '../label/modelLabel'
import type { SettlingResult } from '../measurement/detectSettling'
import type { PlausibilityCheck } from '../measurement/plausibility'
import { suggestSwap, type ProbeSwap } from '../measurement/suggestSwap'
import { toSi } from '../quantity/unit'
import { chargeGates, type ChargeGate } from './chargeGates'
import { coldOf, deviationsOf, type Beside } from './deviations'
import { decide, type Act } from './decide'
import { diagnose, separatingReading, type RankedCause } from './diagnose'
import { chargeCauses, starvingCauses, type FaultCause, type Symptom } from './faultSignatures'
import type { JudgedReading } from './judgeCharge'
import { lookedAt } from './lookedAt'
import { plausibilityMargins, plausibleOf } from './plausible'
import { stepAnswer } from './stepEvidence'
import { unparted, type Unparted } from './unparted'
import { wrongOrifice } from './wrongOrifice'

/** A judged reading with all that is known of its unit beside it. */
export interface AssessQuestion {
  readonly judged: JudgedReading
  readonly settling: SettlingResult
  readonly facts: UnitFacts
  readonly label?: ModelLabel
  /** what was seen to before the start and looked into after it */
  readonly beside: Beside
  /** this unit's own charge steps, oldest first */
  readonly steps: readonly ChargeStep[]
  readonly totalChargeKg?: number
  /** short by label, line set and scale beyond doubt, kg */
  readonly shortKg?: number
  /** false: standing, before the start */
  readonly running?: boolean
}

/** What a reading says beyond its verdict. */
export interface Assessment {
  readonly checks: readonly PlausibilityCheck[]
  readonly swap?: ProbeSwap
  readonly ranked: readonly RankedCause[]
  readonly separating?: { readonly symptom: Symptom; readonly between: readonly [FaultCause, FaultCause] }
  /** the likeliest causes, where nothing that was read tells them apart */
  readonly unparted?: Unparted
  readonly advice?: StepAdvice
  readonly gates: readonly ChargeGate[]
  /** what all of it comes to; absent where no charge follows from the reading: standing, in heating, or without a metering device */
  readonly act?: Act
}

/**
 * What a judged reading says beyond its verdict: whether it can be true, what is probably wrong, the next charge step and what speaks against it. Everybody asks here: a reading while it
 * is typed, the live page's worker, the log, the papers; what they show can't differ.
 *
 * @returns no causes and no step where nothing can be told: standing, in heating (its figure is a check), or while the metering device isn't known
 */
export function assess(question: AssessQuestion): Assessment {
  const { judged, facts, running = true } = question
  const { checks, method, mode } = judged
  const swap =
    checks.length > 0
      ? suggestSwap(plausibleOf(judged, { facts, running, mode }), plausibilityMargins(method, judged.standard))
      : undefined
  const told = { checks, ...(swap ? { swap } : {}) }
  if (!running || !facts.metering || mode === 'heating') return { ...told, ranked: [], gates: [] }
  const found = { ...told, ...tuned(question) }
  const { shortKg } = question
  return { ...found, act: decide({ judged, ...found, ...(shortKg === undefined ? {} : { shortKg }) }) }
}

/** Diagnosis, step and gates of a reading in cooling. */
function tuned({ judged, settling, facts, label, beside, steps, totalChargeKg }: AssessQuestion) {
  const { target, method, standard, checks } = judged
  const { refrigerant } = facts
  const metering = facts.metering!
  const standardK = judged.uncertainty?.standardK
  const ratedAmpsA = label?.ratedAmps && toSi('current', label.ratedAmps)
  const findings = deviationsOf({ measured: judged, target, metering, refrigerant, standard }, method, {
    ratedAmpsA,
    standardK,
    oldMachine: isOldMachine(facts),
    ...beside,
  })
  const answered = stepAnswer(steps, { metering, totalChargeKg, profile: method })
  const ranked = checks.length > 0 ? [] : diagnose({ ...findings, probabilityIn: judged.probabilityIn, answered })
  const open = unparted(findings, ranked)
  const separating = open
    ? ({ symptom: 'subcooling', between: partedBySubcooling(open) } as const)
    : separatingReading(findings, ranked)
  const settled = settling.state === 'settled' || settling.state === 'hunting'
  const advice =
    target.ok && totalChargeKg !== undefined
      ? adviseStep({
          history: steps,
          current: {
            superheatK: judged.superheatK,
            subcoolingK: judged.subcoolingK,
            settled,
            standardK,
            isIn: judged.verdict === 'in',
          },
          target: target.targetK,
          tolerance: target.tolerance.si,
          totalChargeKg,
          meteringDevice: metering,
          profile: method,
          alwaysSmall: facts.work === 'conversion',
        })
      : undefined
  const orifice = settled
    ? wrongOrifice({
        measured: judged,
        target,
        metering,
        orifice: beside.orifice,
        steps,
        totalChargeKg,
        standardK,
        profile: method,
      })
    : undefined
  const gates = chargeGates({
    action: advice?.action ?? 'stop',
    measured: judged,
    target,
    metering,
    settling,
    checks,
    ranked,
    airflowKnownGood: beside.airflowKnownGood ?? false,
    cold: coldOf(judged, refrigerant),
    looked: lookedAt(beside, findings),
    lineMeasured: beside.lineDropK !== undefined,
    steps,
    ...(advice?.amountKg === undefined ? {} : { amountKg: advice.amountKg }),
    ...(totalChargeKg === undefined ? {} : { totalChargeKg }),
    orifice,
    drierDropK: beside.drierDropK,
    profile: method,
  })
  return {
    ranked,
    gates,
    ...(open ? { unparted: open } : {}),
    ...(separating ? { separating } : {}),
    ...(advice ? { advice } : {}),
  }
}

/** Of those that the liquid side would tell apart: the likeliest of too little charge, and of what starves. */
function partedBySubcooling({ causes }: Unparted): readonly [FaultCause, FaultCause] {
  const short = causes.find((c) => chargeCauses.add.includes(c))!
  const starved = causes.find((c) => starvingCauses.includes(c))!
  return causes.indexOf(short) < causes.indexOf(starved) ? [short, starved] : [starved, short]
}
