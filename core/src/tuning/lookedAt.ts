import type { GateQuestion } from './chargeGates'
import type { Beside } from './deviations'
import type { DiagnosticFindings } from './diagnose'

/** Causes that somebody looked into: what was seen to, and what a reading of its own speaks of. */
export function lookedAt(beside: Beside, { deviations }: DiagnosticFindings): GateQuestion['looked'] {
  const device = beside.deviceChecked === true
  return {
    lowAirflow: beside.airflowKnownGood === true,
    dirtyCondenser: beside.condenserClean === true,
    starvedDevice: device,
    overfeeding: device,
    // measured is looked at, whatever it lost: the drop itself speaks in the diagnosis
    restriction: deviations.drierDrop !== undefined,
    lineRestriction: beside.lineChecked === true,
    air: deviations.restPressure !== undefined,
    weakCompressor: deviations.amps !== undefined,
  }
}
