import { waterVapourPressurePa } from '../air/water'
import { decayBins, gaugeNoise } from './decayBins'
import { DEFAULT_NOISE, downweighted } from './decayBeforehand'
import { fitLinear, timeConstantGrid } from './decayModels'
import { withoutOutliers, type VacuumSample } from './sample'

/** A rise that no decay test is made for. */
export interface GrossRise {
  readonly ratePaPerS: number
  /** that it is a leak and not water boiling */
  readonly confidence: number
}

/** no pipe of a split system that is being evacuated is warmer, and no water over it stands at more */
const WARMEST_K = 313.15
const ROOM_K = 298.15
/** a rise whose end is this much slower than its beginning bends */
const BENDS = 0.75
/** a bend is one where it fits better by so much, in squares of standard uncertainties */
const BETTER = 9
/** from so many readings on a bend can be seen */
const SHOWS_A_BEND = 4
const LEAST_S = 15
/** two readings closer together than this say nothing of a rate */
const LEAST_STEP_S = 1
const SURE = 0.97
const LIKELY = 0.8

/**
 * Whether a pressure rises as no tight or wet system's does: at a thousand micron a minute and more (the profile's figure) and straight on, past what
 * water could stand at, or into the gauge's end stop. The answer then is the plain one: a leak too big for a decay test, or a valve or hose that is open.
 *
 * @param samples after valving off, rising in time, wild ones and runs at the end stop still in it
 * @param limitPa of the hold: what ends under it is no gross leak
 * @returns undefined where it doesn't rise like that; two readings a quarter of a minute apart are enough to say so
 */
export function grossRise(
  samples: readonly VacuumSample[],
  { grossPaPerS, limitPa }: { grossPaPerS: number; limitPa: number },
): GrossRise | undefined {
  const calm = withoutOutliers(samples)
  const first = calm[0]
  const last = calm.at(-1)
  if (!first || !last || last.pressurePa <= limitPa || last.timeS - first.timeS < LEAST_S) return undefined
  const top = topOf(calm)
  // at the gauge's end stop nothing moves any more: until there
  const stopped = calm.filter((s) => s.pressurePa >= 0.98 * top).length > 2
  const rising = stopped ? calm.slice(0, calm.findIndex((s) => s.pressurePa >= 0.98 * top) + 1) : calm
  const end = rising.at(-1)!
  if (top <= 2 * first.pressurePa || end.timeS <= first.timeS) return undefined
  const ratePaPerS = (end.pressurePa - first.pressurePa) / Math.max(end.timeS - first.timeS, LEAST_STEP_S)
  if (end.pressurePa > waterVapourPressurePa(WARMEST_K)! && ratePaPerS >= grossPaPerS)
    return { ratePaPerS, confidence: SURE }
  // what stands at the end stop was there before it was read: it would bend the steepest rise
  const free = stopped && rising.length > 2 ? rising.slice(0, -1) : rising
  if (free.length < SHOWS_A_BEND)
    return ratePaPerS < grossPaPerS
      ? undefined
      : { ratePaPerS, confidence: !stopped && top > waterVapourPressurePa(ROOM_K)! ? SURE : LIKELY }
  const line = straightness(free)
  if (!line || line.ratePaPerS < grossPaPerS || line.bends) return undefined
  return { ratePaPerS: line.ratePaPerS, confidence: line.straight ? SURE : LIKELY }
}

/** The highest that isn't one wild reading's: of many the third. */
function topOf(samples: readonly VacuumSample[]): number {
  const sorted = Float64Array.from(samples.map((s) => s.pressurePa)).sort()
  return sorted.at(samples.length < 12 ? -1 : -3)!
}

/** A straight line through a rise, and whether one that bends follows it better. */
function straightness(samples: readonly VacuumSample[]) {
  const bins = downweighted(decayBins(samples, gaugeNoise(samples, DEFAULT_NOISE), MOST_BINS))
  const spanS = bins.at(-1)!.timeS - bins[0]!.timeS
  const line = fitLinear(bins, 'straight', 1)
  if (!line) return undefined
  const bent = timeConstantGrid(spanS).flatMap((tau) => {
    const fit = fitLinear(bins, 'bending', tau)
    return fit && fit.curve.risePa > 0 ? [{ slows: Math.exp(-spanS / tau), chiSquared: fit.chiSquared }] : []
  })
  const least = Math.min(line.chiSquared, ...bent.map((b) => b.chiSquared))
  const allowed = bent.filter((b) => b.chiSquared < least + BETTER)
  return {
    ratePaPerS: line.curve.leakPaPerS,
    bends: line.chiSquared > least + BETTER && allowed.every((b) => b.slows < BENDS),
    straight: allowed.every((b) => b.slows > BENDS),
  }
}
const MOST_BINS = 40
