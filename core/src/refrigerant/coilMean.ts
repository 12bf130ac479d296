import type { Refrigerant } from './refrigerants'
import { pressureRangePa, saturationTemperatureK, type CoilMeanK } from './saturation'

/** Both ends of a blend's glide at one pressure, K; undefined outside the data. */
function ends(refrigerant: Refrigerant, pressurePa: number) {
  const [bubble, dew] = [
    saturationTemperatureK(refrigerant, 'bubble', pressurePa),
    saturationTemperatureK(refrigerant, 'dew', pressurePa),
  ]
  return bubble === undefined || dew === undefined ? undefined : { bubble, dew }
}

/**
 * Mean of a coil at one pressure: midway between bubble and dew, which is what its air sees.
 * @param pressurePa absolute
 * @returns K; undefined outside the data
 * @example meanCoilK('R-407C', 2.335e6) // 327.6 K (130 °F), where its bubble point is 126 °F
 */
export function meanCoilK(refrigerant: Refrigerant, pressurePa: number): CoilMeanK | undefined {
  const at = ends(refrigerant, pressurePa)
  return at && (at.bubble + at.dew) / 2
}

/** Dew less bubble temperature at one pressure, K; undefined outside the data. */
export function glideAt(refrigerant: Refrigerant, pressurePa: number): number | undefined {
  const at = ends(refrigerant, pressurePa)
  return at && at.dew - at.bubble
}

const HALVINGS = 60

/**
 * Pressure at which a coil's mean temperature is this one; the inverse of `meanCoilK`.
 * @returns Pa absolute; undefined outside the data
 * @example meanPressurePa('R-407C', 327.59) // 324 psig at 130 °F; by its bubble point it would be 341
 */
export function meanPressurePa(refrigerant: Refrigerant, meanK: CoilMeanK): number | undefined {
  // where both curves have data
  const [bubble, dew] = [pressureRangePa(refrigerant, 'bubble'), pressureRangePa(refrigerant, 'dew')]
  let [low, high] = [Math.max(bubble.lowPa, dew.lowPa), Math.min(bubble.highPa, dew.highPa)]
  const [first, last] = [meanCoilK(refrigerant, low), meanCoilK(refrigerant, high)]
  if (first === undefined || last === undefined || !(meanK >= first && meanK <= last)) return undefined
  for (let i = 0; i < HALVINGS; i++) {
    const middle = Math.sqrt(low * high)
    if (meanCoilK(refrigerant, middle)! < meanK) low = middle
    else high = middle
  }
  return Math.sqrt(low * high)
}
