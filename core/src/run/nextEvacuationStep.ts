import type { DecayResult } from '../vacuum/decayResult'
import { isJudged } from '../vacuum/holdVerdict'
import { isWet, type VacuumRun } from './vacuumRun'

/** What a hand does next: reads the gauge, lets the decay be judged, or turns something. */
export type EvacuationStep = 'log' | 'judge' | 'pumpOn' | 'valvedOff' | 'nitrogenBreak'

/**
 * The one thing to do next in an evacuation: with live readings its next step, else logging what the gauge shows.
 *
 * @param recorded what a recording says of the hold that runs, if there is one
 * @param live readings come by themselves; `typing`: they are typed
 * @returns undefined where there is nothing to do but wait, or to choose a file
 */
export function nextEvacuationStep(
  { phase, verdict, decay, breaksLeft }: VacuumRun,
  { recorded, live, typing }: { recorded?: DecayResult; live: boolean; typing: boolean },
): EvacuationStep | undefined {
  const told = recorded !== undefined && recorded.cause !== 'inconclusive'
  const settled = isJudged(verdict) && (decay?.cause !== 'inconclusive' || !told)
  if (settled && live) return decay && isWet(decay) ? 'nitrogenBreak' : 'pumpOn'
  if (phase === 'holding' && recorded && !settled)
    return recorded.complete || (told && recorded.verdict === 'out') ? 'judge' : typing ? 'log' : undefined
  if (!live) return typing ? 'log' : undefined
  if (phase === 'pulling') return breaksLeft > 0 ? 'nitrogenBreak' : 'valvedOff'
  return 'pumpOn'
}
