import { psychrolib } from './psychrolib'

const ZERO_C = 273.15

/**
 * Vapour pressure of water, over ice below 0.01 °C.
 * @returns Pa; undefined outside −100 to 200 °C
 * Source: Hyland & Wexler 1983 as in ASHRAE Handbook Fundamentals 2017, ch. 1, eqns 5 and 6, through psychrolib.
 * @example waterVapourPressurePa(294.26) // 2503 Pa: 18 800 micron at 70 °F
 */
export function waterVapourPressurePa(temperatureK: number): number | undefined {
  const celsius = temperatureK - ZERO_C
  return celsius >= -100 && celsius <= 200 ? psychrolib.GetSatVapPres(celsius) : undefined
}

/**
 * Temperature at which water boils (ice sublimates) at a pressure; the inverse of `waterVapourPressurePa`.
 * @returns K; undefined for pressures below 0.0014 Pa or above 1.55 MPa
 */
export function waterBoilingPointK(pressurePa: number): number | undefined {
  let low = ZERO_C - 100
  let high = ZERO_C + 200
  if (!(pressurePa >= waterVapourPressurePa(low)! && pressurePa <= waterVapourPressurePa(high)!)) return undefined
  while (high - low > 1e-7) {
    const middle = (low + high) / 2
    if (waterVapourPressurePa(middle)! <= pressurePa) low = middle
    else high = middle
  }
  return (low + high) / 2
}
