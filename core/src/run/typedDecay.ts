import { instrumentUncertainty, type Instrument } from '../measurement/instrument'
import type { MethodProfile } from '../method/profile'
import { analyseDecay } from '../vacuum/analyseDecay'
import type { DecayHabits } from '../vacuum/decayHabits'
import { decayResult, type DecayResult } from '../vacuum/decayResult'

/** The profile's habits for judging a decay, resolved. */
export const decayHabits = (method: MethodProfile): DecayHabits => ({
  wellUnderShare: method.decayWellUnderShare.si,
  harmlessS: method.decayHarmlessS.si,
  smallRiseShare: method.decaySmallRiseShare.si,
  besideMoistureShare: method.decayBesideMoistureShare.si,
  sureShare: method.decaySureShare.si,
  grossPaPerS: method.grossLeakPaPerS.si,
  inProbability: method.testInProbability.si,
  outProbability: method.outProbability.si,
})

/** Standard uncertainty of a micron gauge as a share of what it reads, where that matters: at the limit. */
export function gaugeShareOf(gauge: Instrument, limitPa: number): number | undefined {
  const found = limitPa > 0 ? instrumentUncertainty(gauge, 'vacuum', limitPa) : undefined
  return found && Math.min(found.standard / limitPa, 1e3)
}

interface TypedTerms {
  limitPa: number
  holdS: number
  volumeM3?: number
  gaugeShare?: number
  method: MethodProfile
}

/** Judging takes some milliseconds and a page asks every second: the latest are kept by what was asked. */
const judgedBefore = new Map<string, DecayResult | undefined>()
const MOST_KEPT = 60

/** The decay that typed readings show; undefined where they are too few. */
export function typedDecay(
  typed: readonly { timeS: number; pressurePa: number }[],
  { limitPa, holdS, volumeM3, gaugeShare, method }: TypedTerms,
): DecayResult | undefined {
  const after = typed.filter((s) => s.timeS >= 0)
  const habits = decayHabits(method)
  const key = JSON.stringify([typed, limitPa, holdS, volumeM3, gaugeShare, habits])
  if (judgedBefore.has(key)) return judgedBefore.get(key)
  const analysis = analyseDecay(typed, { limitPa, holdS, volumeM3, gaugeShare, habits })
  const result = decayResult(analysis, { samples: after.length, limitPa, holdS, volumeM3 })
  if (judgedBefore.size >= MOST_KEPT) judgedBefore.delete(judgedBefore.keys().next().value!)
  judgedBefore.set(key, result)
  return result
}
