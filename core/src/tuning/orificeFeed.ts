import type { Refrigerant } from '../refrigerant/refrigerants'
import { saturationPressurePa } from '../refrigerant/saturation'

/** Standard rating of cooling: condensing some 20 °F over 95 °F outdoors, evaporating at 45 °F. A piston is sized for the difference there. */
const RATED_CONDENSING_K = (115 + 459.67) / 1.8
const RATED_EVAPORATING_K = (45 + 459.67) / 1.8
/** how far a unit condenses over outdoor air where nobody measured it, K: the middle of 10–20 °F */
const USUAL_LIFT_K = 15 / 1.8

/**
 * How well the head feeds a fixed orifice, against what it was sized for: flow through a short tube goes with the square root of the pressure
 * difference. Cold air outdoors lowers the head, the evaporator starves, and superheat rises with the right charge in it.
 *
 * @param state pressures absolute; without a liquid pressure the outdoor air stands in
 * @returns 1 as rated, less in the cold; undefined where neither is known or the refrigerant has no data there
 * Source: flow through short tubes, ASHRAE Handbook Refrigeration, refrigerant-control devices; rating point of AHRI 210/240.
 * @example R-410A condensing at 80 °F, evaporating at 40 °F: 0.67
 */
export function orificeFeed({
  refrigerant,
  suctionPressurePa,
  liquidPressurePa,
  outdoorK,
}: {
  readonly refrigerant: Refrigerant
  readonly suctionPressurePa?: number
  readonly liquidPressurePa?: number
  readonly outdoorK?: number
}): number | undefined {
  const high =
    liquidPressurePa ??
    (outdoorK === undefined ? undefined : saturationPressurePa(refrigerant, 'bubble', outdoorK + USUAL_LIFT_K))
  const low = suctionPressurePa ?? saturationPressurePa(refrigerant, 'dew', RATED_EVAPORATING_K - 5 / 1.8)
  const [ratedHigh, ratedLow] = [
    saturationPressurePa(refrigerant, 'bubble', RATED_CONDENSING_K),
    saturationPressurePa(refrigerant, 'dew', RATED_EVAPORATING_K),
  ]
  if (high === undefined || low === undefined || !ratedHigh || !ratedLow) return undefined
  return Math.sqrt(Math.max(high - low, 0) / (ratedHigh - ratedLow))
}

/** Fed with less than this share of its rated flow an orifice starves the coil whatever the charge: condensing near 75 °F. */
const STARVING_FEED = 0.62
/** how softly that sets in */
const SOFT_FEED = 0.012
/** Without head-pressure control a condenser isn't run under some 60–65 °F outdoors: its head can't be trusted there, unless it is seen to be held up. */
const LOW_AMBIENT_K = (62 + 459.67) / 1.8
const SOFT_AMBIENT_K = 0.6
/** held up: condensing over 95 °F, as with a restricted condenser */
const HELD_UP_FEED = 0.8

/**
 * How far cold weather by itself explains a high superheat behind a fixed orifice: 0 on a warm day, 1 when it is cold, graded between. Physics, so no
 * habit moves it: a method may let readings of colder days decide, but it doesn't feed the orifice on them.
 *
 * Source: low-ambient operation in textbooks of refrigeration (head-pressure control from about 60–65 °F down), e.g. W. C. Whitman et al.,
 * Refrigeration and Air Conditioning Technology; `orificeFeed`.
 */
export function coldExplains({ feed, outdoorK }: { readonly feed?: number; readonly outdoorK?: number }): number {
  const byHead = feed === undefined ? 0 : soft((STARVING_FEED - feed) / SOFT_FEED)
  const held = feed !== undefined && feed >= HELD_UP_FEED
  const byAir = outdoorK === undefined || held ? 0 : soft((LOW_AMBIENT_K - outdoorK) / SOFT_AMBIENT_K)
  return Math.max(byHead, byAir)
}

const soft = (x: number) => 1 / (1 + Math.exp(-x))
