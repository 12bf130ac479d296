import type { PlausibilityCheck } from '../measurement/checkPlausibility'
import type { SettlingResult } from '../measurement/detectSettling'
import type { Metering } from '../label/equipment'
import type { MethodProfile } from '../method/profile'
import type { StepAdvice } from '../charge/adviseStep'
import type { Target } from './chargeTarget'
import type { RankedCause } from './diagnose'
import type { FaultCause } from './faultSignatures'
import type { Measured } from './measured'

/** Each of `chargeGateCodes`, with what it rests on. */
export type ChargeGate =
  | { readonly code: 'contradiction'; readonly checks: readonly PlausibilityCheck[] }
  | { readonly code: 'noTarget' }
  | { readonly code: 'outsideWindow'; readonly outdoorK?: number }
  | { readonly code: 'coilFreezing' }
  | { readonly code: 'drierBlocked'; readonly dropK: number }
  | { readonly code: 'notSettled'; readonly settling: SettlingResult }
  | { readonly code: 'airflowNotKnownGood' }
  | { readonly code: 'otherCauseLeads'; readonly cause: FaultCause; readonly probability: number }
  | { readonly code: 'onlyOneCoil' }

export interface GateQuestion {
  readonly action: StepAdvice['action']
  readonly measured: Measured
  readonly target: Target
  readonly metering: Metering
  readonly settling: SettlingResult
  readonly checks: readonly PlausibilityCheck[]
  readonly ranked: readonly RankedCause[]
  readonly airflowKnownGood: boolean
  /** temperature lost over the drier, where it was measured */
  readonly drierDropK?: number
  readonly profile: MethodProfile
}

/**
 * Why nothing may be added (or taken out) on this reading, most important first; empty: nothing speaks against the step.
 *
 * Never add when readings contradict each other, outside the conditions window, with a freezing coil, before it settled, with airflow
 * not seen to, when another cause leads, or when the other coil doesn't agree. Taking out asks less: it is never wrong for want of airflow.
 */
export function chargeGates(q: GateQuestion): ChargeGate[] {
  const { measured: m, profile, action } = q
  const gates: ChargeGate[] = []
  if (q.checks.length > 0) gates.push({ code: 'contradiction', checks: q.checks })
  if (!q.target.ok) gates.push({ code: 'noTarget' })
  const tooCold = m.outdoorK === undefined || m.outdoorK < profile.outdoorFloorK.si
  const tooHot = m.outdoorK !== undefined && m.outdoorK > profile.outdoorCeilingK.si
  if (tooCold || tooHot) gates.push({ code: 'outsideWindow', outdoorK: m.outdoorK })
  if (m.evaporatingK !== undefined && m.evaporatingK < profile.freezeK.si && action === 'add')
    gates.push({ code: 'coilFreezing' })
  // whatever else is wrong: liquid that cools over a drier boils in it
  if (q.drierDropK !== undefined && q.drierDropK > profile.drierDropK.si)
    gates.push({ code: 'drierBlocked', dropK: q.drierDropK })
  if (q.settling.state !== 'settled' && q.settling.state !== 'hunting')
    gates.push({ code: 'notSettled', settling: q.settling })
  if (action !== 'add' && action !== 'remove') return gates
  if (action === 'add' && !q.airflowKnownGood) gates.push({ code: 'airflowNotKnownGood' })
  const charge: FaultCause = action === 'add' ? 'undercharge' : 'overcharge'
  const own = q.ranked.find((r) => r.cause === charge)?.probability ?? 0
  const other = q.ranked.find((r) => r.cause !== charge && r.cause !== 'none')
  if (other && other.probability > profile.otherCauseShare.si * own)
    gates.push({ code: 'otherCauseLeads', cause: other.cause, probability: other.probability })
  if (action === 'add' && !otherCoilAgrees(q)) gates.push({ code: 'onlyOneCoil' })
  return gates
}

/** Undercharge shows on both coils: on an orifice subcooling isn't above its usual range, on a valve superheat isn't below its own. */
function otherCoilAgrees({ measured: m, metering, profile }: GateQuestion): boolean {
  if (metering === 'fixedOrifice')
    return m.subcoolingK !== undefined && m.subcoolingK <= profile.usualSubcoolingHighK.si
  return m.superheatK !== undefined && m.superheatK >= profile.superheatFloorK.si
}
