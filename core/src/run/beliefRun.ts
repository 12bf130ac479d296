import { assessCold, coldSlope } from '../cold/assessCold'
import { chargeBelief, type ChargeBelief, type ChargeWitness, type WeightKnown } from '../charge/chargeBelief'
import { timeOf } from '../entry/time'
import type { UnitRecord } from '../log/fold'
import { assess } from '../tuning/assess'
import { chargeWitnesses, witness } from '../tuning/chargeWitnesses'
import { stepKg } from './chargeBalance'
import type { ColdRun } from './coldRun'
import type { InForceHere } from './inForce'
import type { JudgedItem } from './judgedReadings'
import { learntSteps, type TuningRun } from './tuningRun'

interface Told {
  readonly weight: WeightKnown | undefined
  readonly tuning: TuningRun
  readonly cold: ColdRun
  /** judged, oldest first: in cooling, and in either mode */
  readonly all: readonly JudgedItem[]
  readonly both: readonly JudgedItem[]
}

/** The one belief about a unit's charge, from its log: label, line set, scale, both coils, what was read on a cold day, and the steps made. */
export function beliefRun(record: UnitRecord, told: Told, here: InForceHere): ChargeBelief | undefined {
  if (!told.weight) return undefined
  const warm = witnessesOf(record, told, here)
  return chargeBelief(told.weight, warm.length > 0 ? warm : coldWitness(record, told, here))
}

/** What the latest settled reading in cooling says, moved on by what was put in since. */
function witnessesOf(record: UnitRecord, { tuning, all }: Told, here: InForceHere): ChargeWitness[] {
  const { facts, label } = here
  const { totalChargeKg, beside } = tuning
  const last = all.filter((r) => r.settled && r.judged.verdict !== 'none').at(-1)
  if (!last || totalChargeKg === undefined || !(totalChargeKg > 1e-4)) return []
  const { judged, item } = last
  if (judged.checks.length > 0 || !judged.target.ok || judged.findings.some((f) => f.consequence === 'notSettled'))
    return []
  const { ranked } = assess({
    judged,
    settling: { state: 'settled' },
    facts,
    ...(label ? { label } : {}),
    beside,
    steps: learntSteps(tuning.steps),
    totalChargeKg,
  })
  const since = record.items.weighed.filter((w) => timeOf(w) > timeOf(item))
  const sinceKg = since.reduce((sum, { entry }) => sum + stepKg(entry), 0)
  return chargeWitnesses({ judged, ranked, facts, beside, steps: learntSteps(tuning.steps), totalChargeKg }).map(
    (w) => ({ ...w, offKg: w.offKg + sinceKg }),
  )
}

/** On a cold day, by the way that was chosen for it. */
function coldWitness(record: UnitRecord, { cold, tuning, both }: Told, here: InForceHere): ChargeWitness[] {
  const { facts, label, elevationM, method } = here
  const { school } = cold
  const { totalChargeKg } = tuning
  if (school === 'weighInOnly' || totalChargeKg === undefined || !(totalChargeKg > 1e-4)) return []
  const mode = school === 'restrictedCondenser' ? 'cooling' : 'heating'
  const last = both.filter((r) => r.settled && r.item.entry.mode === mode).at(-1)
  if (!last || (cold.chosen && timeOf(last.item) < timeOf(cold.chosen))) return []
  const { values, instruments, kit = [] } = last.item.entry
  const question = {
    school,
    unit: { facts, ...(label ? { label } : {}), elevationM },
    reading: { mode, values, ...(instruments ? { instruments } : {}) },
    kit,
    profile: method,
    settled: true,
    steps: cold.steps,
    totalChargeKg,
    airflowKnownGood: true,
  } as const
  const found = assessCold(question)
  const { valueK, targetK, standardK, against } = found
  const silent = against.some((a) => a.code !== 'airflowNotKnownGood' && a.code !== 'beyondWeighed')
  const slope = coldSlope(question, found)
  if (silent || valueK === undefined || targetK === undefined || standardK === undefined || !slope) return []
  const since = record.items.weighed.filter((w) => timeOf(w) > timeOf(last.item))
  const sinceKg = since.reduce((sum, { entry }) => sum + stepKg(entry), 0)
  return witness('cold', { deviationK: valueK - targetK, standardK }, slope).map((w) => ({
    ...w,
    offKg: w.offKg + sinceKg,
  }))
}
