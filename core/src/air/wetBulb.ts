import { psychrolib } from './psychrolib'

const ZERO_C = 273.15
const BONE_DRY = 1e-4
const inRange = (k: number) => k >= ZERO_C - 50 && k <= ZERO_C + 100
const plausiblePressure = (pa: number) => pa > 40000 && pa < 120000

/**
 * Thermodynamic wet-bulb temperature of moist air.
 *
 * @param relativeHumidity 0..1
 * @param pressurePa absolute, the site's
 * @returns K; undefined outside −50..100 °C, outside 0..1 and for a pressure no site has
 * Source: ASHRAE Handbook Fundamentals 2017, ch. 1, eqns 33 and 35, through psychrolib.
 * @example wetBulbK({ dryBulbK: 297.04, relativeHumidity: 0.5, pressurePa: 101325 }) // 290.2: 75 °F at 50 % is 62.6 °F
 */
export function wetBulbK({
  dryBulbK,
  relativeHumidity,
  pressurePa,
}: {
  dryBulbK: number
  relativeHumidity: number
  pressurePa: number
}): number | undefined {
  if (!inRange(dryBulbK) || !plausiblePressure(pressurePa) || !(relativeHumidity >= 0 && relativeHumidity <= 1)) {
    return undefined
  }
  // the package has an equation for ice and one for water: at and above freezing the result is the latter's
  const celsius = psychrolib.GetTWetBulbFromRelHum(dryBulbK - ZERO_C, relativeHumidity, pressurePa)
  return Number.isFinite(celsius) ? celsius + ZERO_C : undefined
}

/**
 * Relative humidity (0..1) from dry and wet bulb; undefined where wet bulb is above dry bulb or out of range.
 * Source: as `wetBulbK`.
 */
export function relativeHumidity({
  dryBulbK,
  wetBulbK,
  pressurePa,
}: {
  dryBulbK: number
  wetBulbK: number
  pressurePa: number
}): number | undefined {
  if (!inRange(dryBulbK) || !inRange(wetBulbK) || wetBulbK > dryBulbK || !plausiblePressure(pressurePa))
    return undefined
  const ratio = psychrolib.GetRelHumFromTWetBulb(dryBulbK - ZERO_C, wetBulbK - ZERO_C, pressurePa)
  // the package holds humidity above a floor: a wet bulb lower than bone-dry air could have lands on it
  return ratio > BONE_DRY && ratio <= 1 ? ratio : undefined
}
