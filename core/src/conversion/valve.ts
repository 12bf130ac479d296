import { meanPressurePa } from '../refrigerant/coilMean'
import type { Refrigerant } from '../refrigerant/refrigerants'
import { saturationPressurePa, saturationTemperatureK, type CoilMeanK } from '../refrigerant/saturation'

export interface ValveQuestion {
  /** what its bulb is filled to follow */
  readonly bulb: Refrigerant
  readonly newRefrigerant: Refrigerant
  /** mean of the coil */
  readonly evaporatingK: CoilMeanK
  /** that it held with the refrigerant of its bulb */
  readonly superheatK: number
}

export interface ValveAnswer {
  /** that it will hold if nobody turns its stem; below zero it lets liquid through */
  readonly superheatK: number
  /** pressure of the spring, Pa: what the stem would have to lose (below zero: gain) to hold the old superheat */
  readonly springPa: number
  readonly turnByPa: number
  /** keep: near what it held; turn: by its stem; change: no stem reaches that far */
  readonly answer: 'keep' | 'turn' | 'change'
}

/** superheat may wander by so much before a stem is turned, K */
const NEAR_K = 2
/** stems reach about so far either way, K */
const STEM_K = 6

/**
 * What a thermostatic valve made for one refrigerant holds with another: its bulb follows the saturation curve of what it was made for, and opens against the coil's pressure and its spring, so
 * p_bulb(T) = p_coil + spring. A charge that crosses (most are mixed so that they do) is a little off; the maker's table of bulb charges wins.
 *
 * @returns undefined where a refrigerant has no data there
 * Source: ASHRAE Handbook, Refrigeration: thermostatic expansion valves, balance of pressures at the diaphragm.
 */
export function valveSuperheat({
  bulb,
  newRefrigerant,
  evaporatingK,
  superheatK,
}: ValveQuestion): ValveAnswer | undefined {
  const ownPa = meanPressurePa(bulb, evaporatingK)
  const coilPa = meanPressurePa(newRefrigerant, evaporatingK)
  const ownDewK = ownPa === undefined ? undefined : saturationTemperatureK(bulb, 'dew', ownPa)
  const dewK = coilPa === undefined ? undefined : saturationTemperatureK(newRefrigerant, 'dew', coilPa)
  if (ownPa === undefined || coilPa === undefined || ownDewK === undefined || dewK === undefined) return undefined
  const bulbPa = (k: number) => saturationPressurePa(bulb, 'dew', k)
  const atOld = bulbPa(ownDewK + superheatK)
  const wanted = bulbPa(dewK + superheatK)
  if (atOld === undefined || wanted === undefined) return undefined
  const springPa = atOld - ownPa
  const bulbK = saturationTemperatureK(bulb, 'dew', coilPa + springPa)
  if (bulbK === undefined) return undefined
  const held = bulbK - dewK
  const off = Math.abs(held - superheatK)
  return {
    superheatK: held,
    springPa,
    turnByPa: springPa - (wanted - coilPa),
    answer: off <= NEAR_K ? 'keep' : off <= STEM_K ? 'turn' : 'change',
  }
}
