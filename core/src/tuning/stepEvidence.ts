import { estimateSlope, type ChargeStep } from '../charge/adviseStep'
import type { Metering } from '../label/equipment'
import type { MethodProfile } from '../method/profile'

/** What the unit's own steps did to superheat, against what they should have done; K, signed as charge moves it. */
export interface StepAnswer {
  readonly expectedK: number
  readonly movedK: number
  /** of what was read, by scatter and instruments */
  readonly standardK: number
}

/**
 * How superheat behind an orifice answered the steps that were made, all together: a system that is short answers, one whose coil is starved hardly does. Undefined without a step that was read on both
 * sides, and behind a valve, which holds its superheat whatever is in the system.
 */
export function stepAnswer(
  steps: readonly ChargeStep[],
  {
    metering,
    totalChargeKg,
    profile,
  }: { readonly metering: Metering; readonly totalChargeKg: number | undefined; readonly profile: MethodProfile },
): StepAnswer | undefined {
  if (metering !== 'fixedOrifice' || !(totalChargeKg !== undefined && totalChargeKg > 1e-4 && totalChargeKg < 1e5))
    return undefined
  const { kPerKg } = estimateSlope([], 'superheat', { totalChargeKg, meteringDevice: metering, profile })
  const read = steps.filter(
    ({ before, after, amountKg }) =>
      Math.abs((after.superheatK ?? NaN) - (before.superheatK ?? NaN)) < MOST_K && Math.abs(amountKg) < totalChargeKg,
  )
  if (read.length === 0) return undefined
  const [first, last] = [read[0]!.before, read.at(-1)!.after]
  const repeats = (u: number | undefined) =>
    Math.hypot(profile.readingRepeatsK.si, profile.repeatShare.si * Math.min(Math.max(u ?? 0, 0), MOST_K))
  return {
    expectedK: kPerKg * read.reduce((sum, s) => sum + s.amountKg, 0),
    movedK: read.reduce((sum, s) => sum + s.after.superheatK! - s.before.superheatK!, 0),
    standardK: Math.hypot(repeats(first.standardK), repeats(last.standardK)),
  }
}
const MOST_K = 1e3
