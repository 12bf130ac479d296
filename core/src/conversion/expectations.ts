import type { Refrigerant } from '../refrigerant/refrigerants'
import { meanPressurePa } from '../refrigerant/coilMean'
import type { CoilMeanK } from '../refrigerant/saturation'

export interface ExpectationQuestion {
  readonly refrigerant: Refrigerant
  /** by the last settled reading: mean coil temperatures, and the outdoor air then */
  readonly evaporatingK: CoilMeanK
  readonly condensingK: CoilMeanK
  readonly outdoorK: number
  readonly atmosphericPa: number
  /** outdoor temperatures that are asked for */
  readonly at: readonly number[]
}

export interface Expectation {
  readonly outdoorK: number
  /** Pa gauge */
  readonly suctionPa: number
  readonly liquidPa: number
  /** the condenser's mean */
  readonly condensingK: CoilMeanK
}

/** how good they are over twenty kelvins of weather, K of condensing */
export const EXPECTED_TO_K = 3

/** the evaporator follows the weather outdoors by about this, K/K: less is pumped against more head */
const EVAPORATOR_FOLLOWS = 0.1

/**
 * Pressures that this unit should show at other outdoor temperatures, from one settled reading: condensing stays as far over the outdoor air, the evaporator follows a tenth of it. Good to about
 * ± 3 K of condensing over twenty kelvins of weather with the same house; the charge isn't judged by it.
 *
 * Source: the linear form of air-cooled condensers at constant load, ASHRAE Handbook, Systems and Equipment: condensers.
 */
export function expectedAt({
  refrigerant,
  evaporatingK,
  condensingK,
  outdoorK,
  atmosphericPa,
  at,
}: ExpectationQuestion): Expectation[] {
  return at.flatMap((there): Expectation[] => {
    const high = condensingK + (there - outdoorK)
    const low = evaporatingK + EVAPORATOR_FOLLOWS * (there - outdoorK)
    const [suction, liquid] = [meanPressurePa(refrigerant, low), meanPressurePa(refrigerant, high)]
    if (suction === undefined || liquid === undefined) return []
    return [
      { outdoorK: there, suctionPa: suction - atmosphericPa, liquidPa: liquid - atmosphericPa, condensingK: high },
    ]
  })
}

/** outdoor air that a unit's expectations are said for: 75 to 115 °F */
const DAYS_K: readonly number[] = [75, 85, 95, 105, 115].map((f) => (f + 459.67) / 1.8)

/** What the gauges should show on five days, from what a reading measured; empty where it lacks a pressure or the outdoor air, and while the charge is Out: nobody is to expect what is still to change. */
export function expectationsOf(
  refrigerant: Refrigerant | undefined,
  {
    coilK,
    condenserK,
    outdoorK,
    atmosphericPa,
    verdict,
  }: { coilK?: CoilMeanK; condenserK?: CoilMeanK; outdoorK?: number; atmosphericPa?: number; verdict?: string },
): Expectation[] {
  if (
    !refrigerant ||
    verdict === 'out' ||
    coilK === undefined ||
    condenserK === undefined ||
    outdoorK === undefined ||
    atmosphericPa === undefined
  )
    return []
  return expectedAt({ refrigerant, evaporatingK: coilK, condensingK: condenserK, outdoorK, atmosphericPa, at: DAYS_K })
}
