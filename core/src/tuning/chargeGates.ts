import { conditionsWindow } from './conditionsWindow'
import type { PlausibilityCheck } from '../measurement/plausibility'
import type { SettlingResult } from '../measurement/detectSettling'
import type { Metering } from '../label/equipment'
import type { MethodProfile } from '../method/profile'
import { estimateSlope, type ChargeStep, type StepAdvice } from '../charge/adviseStep'
import { leastCost, type Look } from '../decision/leastCost'
import type { Target } from './chargeTarget'
import type { RankedCause } from './diagnose'
import { chargeCauses, starvingCauses, type FaultCause } from './faultSignatures'
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
  /** `asks`: nobody looked into it yet, and a look is cheaper than a step in vain */
  | {
      readonly code: 'otherCauseLeads'
      readonly cause: FaultCause
      readonly probability: number
      readonly asks?: true
    }
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
  /** the liquid line was measured at both its ends */
  readonly lineMeasured?: boolean
  /** temperature lost over the drier, where it was measured */
  readonly drierDropK?: number
  /** what the step would be, and the right charge by label and line set */
  readonly amountKg?: number
  readonly totalChargeKg?: number
  /** what the reading says of a converted machine's orifice */
  readonly orifice?: WrongOrifice
  readonly profile: MethodProfile
}

/**
 * Why nothing may be added (or taken out) on this reading, most important first; empty: nothing speaks against the step.
 *
 * Never add when readings contradict each other, outside the conditions window, before it settled, below freezing with air not seen to, over a blocked drier, or when the other coil speaks against it.
 * All else is weighed by what it costs (`leastCost`): a look is asked for where it is expected to save more than its minutes, and a small step on a probable undercharge goes before a question about
 * two per cent. What is likelier than the charge is followed first. Taking out asks less: it is never wrong for want of airflow.
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
  // the orifice's own gate says what starves, and that no charge mends it
  gates.push(...byCost(q, action).filter((gate) => !q.orifice || saysMoreThanOrifice(gate)))
  if (action === 'add' && !q.orifice && !otherCoilAgrees(q)) gates.push({ code: 'onlyOneCoil' })
  return gates
}

/** What the least expected cost says of the step, and the gate that a look or a hold is. */
function byCost(q: GateQuestion, action: 'add' | 'remove'): ChargeGate[] {
  const { ranked, profile } = q
  if (ranked.length === 0) return []
  const right = chargeCauses[action]
  const decided = leastCost({
    belief: ranked,
    right,
    regretMinutes: action === 'add' ? stepRegret(q) : () => (profile.costStepS.si + profile.costTakeOutS.si) / 60,
    // too much charge isn't left in it, nor too little
    heldMinutes: (action === 'add' ? profile.costHeldS : profile.costCallBackS).si / 60,
    looks: looksLeft(q),
  })
  if (decided.act === 'look') return [lookGate(decided.cause, decided.probability, q.metering)]
  const own = shareOf(ranked, right)
  // whatever a small step costs: what is likelier than the charge is followed first
  const likelier = ranked.find(
    (r) => r.cause !== 'none' && !allCharge.includes(r.cause) && shareOf(ranked, familyOf(r.cause)) > own,
  )
  if (likelier) return [{ code: 'otherCauseLeads', cause: likelier.cause, probability: likelier.probability }]
  if (decided.act === 'step') return []
  const { cause, probability } = decided
  return [cause === 'none' ? { code: 'soundLikelier', probability } : { code: 'otherCauseLeads', cause, probability }]
}

const saysMoreThanOrifice = (gate: ChargeGate) =>
  gate.code !== 'soundLikelier' && !(gate.code === 'otherCauseLeads' && starvingCauses.includes(gate.cause))

/** A look as the gate that asks for it. */
function lookGate(cause: FaultCause, probability: number, metering: Metering): ChargeGate {
  if (cause === 'lowAirflow') return { code: 'airflowNotKnownGood' }
  if (cause === 'dirtyCondenser') return { code: 'condenserNotKnownClean' }
  if (cause === 'starvedDevice' || cause === 'overfeeding') return { code: 'deviceNotCompared', metering }
  return { code: 'otherCauseLeads', cause, probability, asks: true }
}

/** What nobody looked into yet, and what that costs. */
function looksLeft({
  looked = {},
  lineMeasured,
  airflowKnownGood,
  orifice,
  profile,
}: GateQuestion): Look<FaultCause>[] {
  const { costLookS, costDrierS, costLineS, costStandingS, costClampS, lookFindsShare } = profile
  const drier = looked.restriction === true
  const costs: readonly (readonly [Look<FaultCause>['causes'], number, boolean])[] = [
    [['lowAirflow'], costLookS.si, airflowKnownGood],
    [['dirtyCondenser'], costLookS.si, looked.dirtyCondenser === true],
    // the orifice's own gate says what starves
    [['starvedDevice'], costLookS.si, looked.starvedDevice === true || orifice !== undefined],
    [['overfeeding'], costLookS.si, looked.overfeeding === true || orifice !== undefined],
    [['restriction'], costDrierS.si, drier],
    // one reading before the device speaks of all that lies before it
    [drier ? ['lineRestriction'] : ['lineRestriction', 'restriction'], costLineS.si, lineMeasured === true],
    // where it lost something, hand and eye find where; valves half open and kinks are seen
    [['lineRestriction'], costLineS.si, lineMeasured !== true || looked.lineRestriction === true],
    [['air'], costStandingS.si, looked.air === true],
    [['weakCompressor'], costClampS.si, looked.weakCompressor === true],
  ]
  return costs.flatMap(([causes, seconds, done]) =>
    done ? [] : [{ causes, minutes: seconds / 60, finds: lookFindsShare.si }],
  )
}

/**
 * What a step costs where the charge wasn't it: the step itself, and taking out again as much of what was added as is more than the tolerance bears. Each further step has the earlier ones
 * behind it, so it is the dearer the more is in. Where nothing is wrong a step that goes no further than the tolerance costs its own time: what reads a little out is moved towards the middle.
 */
function stepRegret({ profile, amountKg, totalChargeKg, steps = [], metering, target }: GateQuestion) {
  const { costStepS, costTakeOutS } = profile
  const minutes = (over: number) => (costStepS.si + Math.min(Math.max(0, over), MOST_OVER) * costTakeOutS.si) / 60
  if (amountKg === undefined || totalChargeKg === undefined || !target.ok) return () => minutes(1)
  const quantity = metering === 'fixedOrifice' ? 'superheat' : 'subcooling'
  const { kPerKg } = estimateSlope(steps, quantity, { totalChargeKg, meteringDevice: metering, profile })
  const perKg = Math.abs(kPerKg) / Math.max(target.highK - target.lowK, 1e-3)
  const added = steps.reduce((sum, s) => sum + s.amountKg, 0) + amountKg
  return (cause: FaultCause) => minutes(cause === 'none' ? perKg * amountKg - 1 : perKg * added)
}
/** beyond so many tolerances it is recovered whole, whatever the number */
const MOST_OVER = 4

const shareOf = (ranked: readonly RankedCause[], causes: readonly FaultCause[]) =>
  ranked.reduce((sum, r) => (causes.includes(r.cause) ? sum + r.probability : sum), 0)

/** causes that starve a coil are one another's neighbours: together they are weighed against the charge */
const familyOf = (cause: FaultCause) => (starvingCauses.includes(cause) ? starvingCauses : [cause])

const allCharge: readonly FaultCause[] = [...chargeCauses.add, ...chargeCauses.remove]

/**
 * Undercharge shows on both coils, and charge moves both. On a valve superheat isn't below its floor; behind a piston subcooling is nobody's
 * figure, only more than any sound one shows says that liquid stands in the condenser; a coil that wasn't read speaks against nothing. Once there are steps, they must have moved both the right way.
 */
function otherCoilAgrees({ measured: m, metering, profile, steps = [] }: GateQuestion): boolean {
  const shows =
    metering === 'fixedOrifice'
      ? m.subcoolingK === undefined || m.subcoolingK <= profile.pistonSubcoolingHighK.si
      : m.superheatK === undefined || m.superheatK >= profile.superheatFloorK.si
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
