import { chargeCauses, starvingCauses, type FaultCause } from './faultSignatures'
import type { DiagnosticFindings, RankedCause } from './diagnose'

/** Causes that what was read doesn't tell apart. */
export interface Unparted {
  /** likeliest first */
  readonly causes: readonly FaultCause[]
  /** that it is one of them */
  readonly probability: number
}

/**
 * Too little charge and what starves the coil read alike on the low side: until the liquid side was read, or the line's temperatures, neither is named before the other.
 *
 * @returns undefined where the likeliest cause is another, or the liquid side has spoken
 * Source: textbooks on service diagnosis, e.g. A. D. Althouse et al., Modern Refrigeration and Air Conditioning: subcooling tells a short system from a restricted one.
 */
export function unparted(
  { deviations }: Pick<DiagnosticFindings, 'deviations'>,
  ranked: readonly RankedCause[],
): Unparted | undefined {
  if (deviations.subcooling || deviations.drierDrop || deviations.lineDrop) return undefined
  const alike = [...chargeCauses.add, ...starvingCauses]
  if (!ranked[0] || !alike.includes(ranked[0].cause)) return undefined
  const open = ranked.filter((r) => alike.includes(r.cause) && r.probability >= TELLING)
  const [short, starved] = [chargeCauses.add, starvingCauses].map((of) => open.some((r) => of.includes(r.cause)))
  if (!short || !starved) return undefined
  return { causes: open.map((r) => r.cause), probability: open.reduce((sum, r) => sum + r.probability, 0) }
}

/** a cause that is less likely isn't spoken of */
const TELLING = 0.02
