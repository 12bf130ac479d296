import { conditionsWindow } from './conditionsWindow'
import type { PlausibilityCheck } from '../measurement/plausibility'
import type { SettlingResult } from '../measurement/detectSettling'
import type { Metering } from '../label/equipment'
import type { MethodProfile } from '../method/profile'
import type { ChargeStep, StepAdvice } from '../charge/adviseStep'
import type { Target } from './chargeTarget'
import type { RankedCause } from './diagnose'
import { chargeCauses, type FaultCause } from './faultSignatures'
import type { WrongOrifice } from './wrongOrifice'
import type { Measured } from './measured'

/** Each of `chargeGateCodes`, with what it rests on. */
export type ChargeGate =
  | { readonly code: 'contradiction'; readonly checks: readonly PlausibilityCheck[] }
  | { readonly code: 'noTarget' }
  | { readonly code: 'outsideWindow'; readonly outdoorK?: number }
  | { readonly code: 'indoorsOutsideWindow'; readonly returnK: number }
  /** too little head to feed the orifice: what a superheat says of the charge is the weather's */
  | { readonly code: 'headTooLow'; readonly outdoorK?: number }
  | { readonly code: 'coilFreezing' }
  | { readonly code: 'drierBlocked'; readonly dropK: number }
  | { readonly code: 'notSettled'; readonly settling: SettlingResult }
  | { readonly code: 'airflowNotKnownGood' }
  | { readonly code: 'otherCauseLeads'; readonly cause: FaultCause; readonly probability: number }
  | { readonly code: 'condenserNotKnownClean' }
  /** piston or valve against the label, bulb and screen: what starves or floods a coil reads like charge */
  | { readonly code: 'deviceNotCompared'; readonly metering: Metering }
  /** read a little out, it is in more likely than not: how likely, 0 to 1 */
  | { readonly code: 'soundLikelier'; readonly probability: number }
  | { readonly code: 'onlyOneCoil' }
  /** of a converted machine: no charge mends it */
  | ({ readonly code: 'wrongOrifice' } & WrongOrifice)

export interface GateQuestion {
  readonly action: StepAdvice['action']
  readonly measured: Measured
  readonly target: Target
  readonly metering: Metering
  readonly settling: SettlingResult
  readonly checks: readonly PlausibilityCheck[]
  readonly ranked: readonly RankedCause[]
  readonly airflowKnownGood: boolean
  /** how far the cold by itself explains a high superheat (`coldExplains`) */
  readonly cold?: number
  /** this unit's own steps, oldest first: both coils must have moved the way charge moves them */
  readonly steps?: readonly ChargeStep[]
  /** causes that somebody looked into, and found nothing */
  readonly looked?: { readonly [C in FaultCause]?: boolean }
  /** temperature lost over the drier, where it was measured */
  readonly drierDropK?: number
  /** what the reading says of a converted machine's orifice */
  readonly orifice?: WrongOrifice
  readonly profile: MethodProfile
}

/**
 * Why nothing may be added (or taken out) on this reading, most important first; empty: nothing speaks against the step.
 *
 * Never add when readings contradict each other, outside the conditions window, before it settled, with airflow, condenser or metering device
 * not seen to, when another cause leads, when the other coil doesn't agree, or (behind a valve, before the first step) while nothing wrong is likelier by far. Taking out asks less: it is never wrong for want of airflow.
 */
export function chargeGates(q: GateQuestion): ChargeGate[] {
  const { measured: m, profile, action } = q
  const gates: ChargeGate[] = []
  if (q.checks.length > 0) gates.push({ code: 'contradiction', checks: q.checks })
  if (!q.target.ok) gates.push({ code: 'noTarget' })
  if (q.orifice) gates.push({ code: 'wrongOrifice', ...q.orifice })
  const today = conditionsWindow(m, profile)
  if (today.outdoor !== 'inside') gates.push({ code: 'outsideWindow', outdoorK: m.outdoorK })
  if (today.indoor === 'outside' && m.returnK !== undefined)
    gates.push({ code: 'indoorsOutsideWindow', returnK: m.returnK })
  // physics, not habit: a method that allows colder days doesn't feed the orifice on them
  if (action === 'add' && q.metering === 'fixedOrifice' && (q.cold ?? 0) > 0.5)
    gates.push({ code: 'headTooLow', ...(m.outdoorK === undefined ? {} : { outdoorK: m.outdoorK }) })
  // with air known good a cold coil is what too little charge makes, and charge warms it; what else makes it gates below
  if (m.coilK !== undefined && m.coilK < profile.freezeK.si && action === 'add' && !q.airflowKnownGood)
    gates.push({ code: 'coilFreezing' })
  // whatever else is wrong: liquid that cools over a drier boils in it
  if (q.drierDropK !== undefined && q.drierDropK > profile.drierDropK.si)
    gates.push({ code: 'drierBlocked', dropK: q.drierDropK })
  if (q.settling.state !== 'settled' && q.settling.state !== 'hunting')
    gates.push({ code: 'notSettled', settling: q.settling })
  if (action !== 'add' && action !== 'remove') return gates
  if (action === 'add') gates.push(...notSeenTo(q))
  const charge = chargeCauses[action]
  const own = q.ranked.filter((r) => charge.includes(r.cause)).reduce((sum, r) => sum + r.probability, 0)
  const others = q.ranked.filter((r) => r.cause !== 'none' && !allCharge.includes(r.cause))
  const leads = action === 'add' ? inTheWay(others, own, q) : others.find((r) => r.probability > own)
  // the orifice's own gate says what starves
  if (leads && !(q.orifice && starving.includes(leads.cause)))
    gates.push({ code: 'otherCauseLeads', cause: leads.cause, probability: leads.probability })
  if (action === 'add' && !q.orifice && !otherCoilAgrees(q)) gates.push({ code: 'onlyOneCoil' })
  const sound = q.ranked.find((r) => r.cause === 'none')?.probability ?? 0
  const begun = (q.steps?.length ?? 0) > 0
  if (action === 'add' && q.metering === 'expansionValve' && !begun && sound > profile.soundFirstTimes.si * own)
    gates.push({ code: 'soundLikelier', probability: sound })
  return gates
}

/** Filter, coils, airflow and the device, in that order, come before any charge; each asks for a look, once. */
function notSeenTo({ airflowKnownGood, looked = {}, orifice, metering }: GateQuestion): ChargeGate[] {
  return [
    ...(airflowKnownGood ? [] : [{ code: 'airflowNotKnownGood' as const }]),
    ...(looked.dirtyCondenser ? [] : [{ code: 'condenserNotKnownClean' as const }]),
    ...(looked.starvedDevice || orifice ? [] : [{ code: 'deviceNotCompared' as const, metering }]),
  ]
}

/**
 * What else it may be that bars adding, likeliest first: what was looked into and found good, by all such causes together against the method's share; what
 * nobody looked into yet, by its own against a smaller one, so that it is asked about first. Taking out asks less: it can go in again.
 */
function inTheWay(
  others: readonly RankedCause[],
  own: number,
  { metering, profile, looked = {} }: GateQuestion,
): RankedCause | undefined {
  const total = others.reduce((sum, r) => sum + r.probability, 0)
  if (total > profile.otherCauseShare.si * own) return others[0]
  return others.find(({ cause, probability }) => {
    const starves = starving.includes(cause)
    // behind a piston no subcooling tells short charge from a starved coil; a valve's superheat does
    const share = starves && metering === 'fixedOrifice' ? profile.starvingShare.si : profile.unaskedShare.si
    return !looked[cause] && probability > share * own
  })
}
const starving: readonly FaultCause[] = ['restriction', 'starvedDevice']

const allCharge: readonly FaultCause[] = [...chargeCauses.add, ...chargeCauses.remove]

/**
 * Undercharge shows on both coils, and charge moves both. On a valve superheat isn't below its floor; behind a piston subcooling is nobody's
 * figure, only more than any sound one shows says that liquid stands in the condenser. Once there are steps, they must have moved both the right way.
 */
function otherCoilAgrees({ measured: m, metering, profile, steps = [] }: GateQuestion): boolean {
  const shows =
    metering === 'fixedOrifice'
      ? m.subcoolingK !== undefined && m.subcoolingK <= profile.pistonSubcoolingHighK.si
      : m.superheatK !== undefined && m.superheatK >= profile.superheatFloorK.si
  return shows && !movedWrongWay(steps, profile)
}

/** From here on a move against the charge is no scatter. */
const WRONG_SIGMAS = 2

function movedWrongWay(steps: readonly ChargeStep[], profile: MethodProfile): boolean {
  const last = steps.at(-1)
  if (!last) return false
  const repeats = Math.SQRT2 * profile.readingRepeatsK.si
  const way = Math.sign(last.amountKg)
  const against = (before: number | undefined, after: number | undefined, sign: number) =>
    before !== undefined && after !== undefined && sign * way * (after - before) < -WRONG_SIGMAS * repeats
  return (
    against(last.before.subcoolingK, last.after.subcoolingK, 1) ||
    against(last.before.superheatK, last.after.superheatK, -1)
  )
}
