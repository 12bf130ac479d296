import { judge } from '../measurement/judge'
import { predict, type CauseTerms } from './decayBelief'
import type { Bin } from './decayBins'
import type { DecayHabits } from './decayHabits'
import { decayPressurePa, type DecayCurve } from './decayModels'
import { nameCause } from './nameCause'

const LONGEST_WAIT_S = 8 * 3600

/**
 * Minutes until the same judgement on readings that go on along the likeliest curve would be clear.
 * @returns undefined where eight more hours wouldn't do
 */
export function minutesToDecide(
  bins: readonly Bin[],
  curve: DecayCurve,
  { terms, habits, holdS, gaugeShare }: { terms: CauseTerms; habits: DecayHabits; holdS: number; gaugeShare: number },
): number | undefined {
  const { limitPa } = terms
  const first = bins[0]!
  const last = bins.at(-1)!
  const span = last.timeS - first.timeS
  const apart = span / Math.max(bins.length - 1, 1)
  const relative = last.sigmaPa / last.pressurePa
  for (const factor of [1.25, 1.6, 2.2, 3.2, 5, 8, 13, 20]) {
    const addedS = span * (factor - 1)
    if (addedS > LONGEST_WAIT_S) return undefined
    const extra = Math.min(Math.ceil(addedS / apart), 40)
    const more = Array.from({ length: extra }, (_, i): Bin => {
      const timeS = last.timeS + (addedS * (i + 1)) / extra
      const pressurePa = decayPressurePa(curve, timeS)
      const merged = Math.max(addedS / apart / extra, 1)
      return { timeS, pressurePa, sigmaPa: (relative * pressurePa) / Math.sqrt(merged), count: 1 }
    })
    const { named, possible } = nameCause([...bins, ...more], terms, habits)
    const atHold = predict(possible, holdS, limitPa)
    const u = Math.hypot(atHold.standardUncertaintyPa, gaugeShare * atHold.meanPa)
    const thresholds = { in: habits.inProbability, out: habits.outProbability }
    const clear =
      judge({ value: atHold.meanPa, standardUncertainty: u, low: -Infinity, high: limitPa, thresholds }).verdict !==
      'tooClose'
    if (named.cause !== 'inconclusive' && clear) return addedS / 60
  }
  return undefined
}
