import type { DecayAnalysis } from './analyseDecay'
import type { DecayCause } from './decayBelief'
import type { DecayCurve } from './decayModels'

/** A judged decay as a log keeps it: numbers in SI, without the fits that led to it. */
export interface DecayResult {
  readonly cause: DecayCause | 'inconclusive'
  readonly verdict: 'in' | 'out' | 'tooClose'
  readonly confidence: number
  readonly likelihood: Readonly<Record<DecayCause, number>>
  readonly samples: number
  readonly startPa: number
  readonly endPa: number
  readonly highestPa: number
  /** seconds from valving off to the last reading */
  readonly endS: number
  readonly limitPa: number
  readonly holdS: number
  readonly leakPaPerS: number
  readonly leakUpToPaPerS?: number
  readonly leakBeside?: true
  readonly overWaterPa?: number
  readonly plateauPa?: number
  readonly timeConstantS?: number
  readonly predictedAtHoldPa: number
  readonly predictedAt24hPa?: number
  readonly volumeM3?: number
  readonly leakPaM3PerS?: number
  readonly moreMinutes?: number
  readonly settledAfterS: number
  readonly curve?: DecayCurve
  /** pressure at the end of the hold that its readings show, once it is over */
  readonly complete: boolean
}

/** What an analysis comes to for the log; undefined while there is no reading after valving off. */
export function decayResult(
  a: DecayAnalysis,
  { samples, limitPa, holdS, volumeM3 }: { samples: number; limitPa: number; holdS: number; volumeM3?: number },
): DecayResult | undefined {
  const { firstPa, lastPa } = a
  if (firstPa === undefined || lastPa === undefined || samples === 0) return undefined
  const optional = {
    leakUpToPaPerS: a.leakUpToPaPerS,
    leakBeside: a.leakBeside,
    overWaterPa: a.overWaterPa,
    plateauPa: a.plateauPa,
    timeConstantS: a.timeConstantS,
    predictedAt24hPa: a.predictedAt24hPa,
    volumeM3,
    leakPaM3PerS: a.leakPaM3PerS,
    moreMinutes: a.moreMinutes,
    curve: a.curve,
  }
  return {
    cause: a.cause,
    verdict: a.verdict,
    confidence: a.confidence,
    likelihood: a.likelihood,
    samples,
    startPa: firstPa,
    endPa: lastPa,
    highestPa: Math.max(firstPa, lastPa),
    endS: a.lastS,
    limitPa,
    holdS,
    leakPaPerS: a.leakPaPerS,
    predictedAtHoldPa: a.predictedAtHoldPa ?? lastPa,
    settledAfterS: a.settledAfterS,
    complete: a.lastS >= holdS - COMPLETE_SLACK_S,
    ...(Object.fromEntries(Object.entries(optional).filter(([, v]) => v !== undefined)) as typeof optional),
  }
}

/** A recording's last sample may lie this much before the hold's end. */
const COMPLETE_SLACK_S = 5
