import { waterVapourPressurePa } from '../air/water'
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
/** a rise whose later half is this much slower bends */
const BENDS = 0.6
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
  // at the gauge's end stop nothing moves any more: until there
  const top = calm.reduce((high, s) => Math.max(high, s.pressurePa), 0)
  const rising = calm.slice(0, calm.findIndex((s) => s.pressurePa >= 0.98 * top) + 1)
  const end = rising.at(-1)!
  if (end.pressurePa <= 2 * first.pressurePa || end.timeS <= first.timeS) return undefined
  const rate = (a: VacuumSample, b: VacuumSample) =>
    (b.pressurePa - a.pressurePa) / Math.max(b.timeS - a.timeS, LEAST_STEP_S)
  const ratePaPerS = rate(first, end)
  if (ratePaPerS < grossPaPerS) return undefined
  if (top > waterVapourPressurePa(WARMEST_K)!) return { ratePaPerS, confidence: SURE }
  // what stands at the end stop was there before it was read: it would bend the steepest rise
  const stopped = calm.filter((s) => s.pressurePa >= 0.98 * top).length > 2
  const free = stopped && rising.length > 2 ? rising.slice(0, -1) : rising
  if (free.length < 3)
    return { ratePaPerS, confidence: !stopped && top > waterVapourPressurePa(ROOM_K)! ? SURE : LIKELY }
  const until = free.at(-1)!
  const half = (first.timeS + until.timeS) / 2
  const split = free.findIndex((s) => s.timeS >= half)
  const middle = free[Math.min(Math.max(split, 1), free.length - 2)]!
  const [early, late] = [rate(first, middle), rate(middle, until)]
  if (late < grossPaPerS || late < BENDS * early) return undefined
  return { ratePaPerS: (early + late) / 2, confidence: late > 0.8 * early ? SURE : LIKELY }
}
