import { usualSi } from '../method/profile'
import { saturatedDensityKgPerM3 } from '../refrigerant/density'
import type { Refrigerant } from '../refrigerant/refrigerants'

/** Water at 60 °F: a cylinder's water capacity is the mass of it that fills the cylinder, kg/m³ (CRC Handbook). */
const WATER_KG_PER_M3 = 999.1

export interface FillLimitInput {
  readonly refrigerant: Refrigerant
  readonly waterCapacityKg: number
  /** of the liquid: the warmest that the cylinder will see decides */
  readonly temperatureK: number
  /** share of the volume that liquid may take; the customary 80 % where left out */
  readonly fraction?: number
}

/**
 * The most a recovery cylinder may hold: fraction · volume · density of the liquid at the temperature.
 *
 * @param input water capacity in kg, above 0; fraction from 0 to 1
 * @returns kg; undefined outside the refrigerant's data or for a capacity or fraction that can't be
 * Source: the customary 80 % by volume; water capacity as stamped on the cylinder, at 60 °F; density as `saturatedDensityKgPerM3`.
 * @example R-410A, 47.7 lb of water, 77 °F: 40.2 lb
 */
export function recoveryFillLimitKg(input: FillLimitInput): number | undefined {
  const { refrigerant, waterCapacityKg, temperatureK, fraction = usualSi('cylinderFillShare') } = input
  if (!(waterCapacityKg > 0 && waterCapacityKg < 1e12 && fraction > 0 && fraction <= 1)) return undefined
  const density = saturatedDensityKgPerM3(refrigerant, 'liquid', temperatureK)
  return density === undefined ? undefined : (fraction * waterCapacityKg * density) / WATER_KG_PER_M3
}
