import { causeOf, type CauseTerms, type DecayCause } from './decayBelief'
import type { DecayCurve, DecayFit } from './decayModels'

/** The curve to draw and to report: of the models that mean the named cause, the one with the least AICc; of all where none does, or none is named. */
export function chosenCurve(
  fits: readonly DecayFit[],
  cause: DecayCause | 'inconclusive',
  terms: CauseTerms,
): DecayCurve {
  const sorted = [...fits].sort((a, b) => a.aicc - b.aicc)
  return (sorted.find((f) => means(f, cause, terms)) ?? sorted[0]!).curve
}

function means(fit: DecayFit, cause: DecayCause | 'inconclusive', terms: CauseTerms): boolean {
  if (cause === 'inconclusive' || !Number.isFinite(fit.aicc)) return false
  const { startPa, risePa, leakPaPerS, creeps } = fit.curve
  if (creeps) return causeOf(fit.curve, terms) === cause
  const plain: Record<DecayCause, boolean> = {
    tight: leakPaPerS * terms.harmlessS <= terms.limitPa,
    leak: leakPaPerS > 0 && (risePa === 0 || startPa + risePa < terms.limitPa),
    moisture: leakPaPerS === 0,
    both: leakPaPerS > 0 && risePa > 0,
  }
  return plain[cause]
}
