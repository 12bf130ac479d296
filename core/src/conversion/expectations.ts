import type { Refrigerant } from '../refrigerant/refrigerants'
import { saturationTemperatureK } from '../refrigerant/saturation'
import { meanPressurePa } from './orifice'

export interface ExpectationQuestion {
  readonly refrigerant: Refrigerant
  /** by the last settled reading: mean coil temperatures, and the outdoor air then */
  readonly evaporatingK: number
  readonly condensingK: number
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
  readonly condensingK: number
}

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

/** Mean of a coil at one pressure: midway between bubble and dew, K; undefined outside the data. */
export function meanCoilK(refrigerant: Refrigerant, pressurePa: number): number | undefined {
  const [bubble, dew] = [
    saturationTemperatureK(refrigerant, 'bubble', pressurePa),
    saturationTemperatureK(refrigerant, 'dew', pressurePa),
  ]
  return bubble === undefined || dew === undefined ? undefined : (bubble + dew) / 2
}
