import type { GateQuestion } from './chargeGates'
import type { Beside } from './deviations'
import type { DiagnosticFindings } from './diagnose'

/** Causes that somebody looked into: what was seen to, and what a reading of its own speaks of. */
export function lookedAt(beside: Beside, { deviations }: DiagnosticFindings): GateQuestion['looked'] {
  const device = beside.deviceChecked === true
  const drier = deviations.drierDrop
  return {
    lowAirflow: beside.airflowKnownGood === true,
    dirtyCondenser: beside.condenserClean === true,
    starvedDevice: device,
    overfeeding: device,
    // a drop that two clamps can't explain away isn't nothing found
    restriction: drier !== undefined && drier.deviation < drier.standard,
    air: deviations.restPressure !== undefined,
    weakCompressor: deviations.amps !== undefined,
  }
}
