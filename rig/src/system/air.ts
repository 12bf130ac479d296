/** Moist air as the model's coils see it: kg of water a kg of dry air, J/kg of dry air, at one pressure. */

const ZERO_C = 273.15
/** dry air and water vapour, J/(kg·K), and heat of evaporation at 0 °C, J/kg (ASHRAE Handbook Fundamentals ch. 1) */
export const AIR_J_PER_KG_K = 1006
const VAPOUR_J_PER_KG_K = 1860
export const WATER_LATENT_J_PER_KG = 2.501e6

/** Vapour pressure of water over liquid, Pa (Magnus form, Alduchov & Eskridge 1996; 0.4 % between 0 and 45 °C). */
export function waterPa(k: number): number {
  const c = k - ZERO_C
  return 610.94 * Math.exp((17.625 * c) / (c + 243.04))
}

export function saturatedHumidity(k: number, pressurePa: number): number {
  const e = Math.min(waterPa(k), 0.5 * pressurePa)
  return (0.62198 * e) / (pressurePa - e)
}

export function humidityOf(k: number, relative: number, pressurePa: number): number {
  const e = relative * waterPa(k)
  return (0.62198 * e) / (pressurePa - e)
}

export function relativeHumidityOf(k: number, humidity: number, pressurePa: number): number {
  const e = (humidity * pressurePa) / (0.62198 + humidity)
  return e / waterPa(k)
}

export function enthalpyJPerKg(k: number, humidity: number): number {
  const c = k - ZERO_C
  return AIR_J_PER_KG_K * c + humidity * (WATER_LATENT_J_PER_KG + VAPOUR_J_PER_KG_K * c)
}

/** Dry air in a cubic metre, kg. */
export const airDensity = (k: number, pressurePa: number) => pressurePa / (287.055 * k)
