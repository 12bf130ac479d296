import { bounded } from '../quantity/bounded'
import { saturatedDensityKgPerM3, type Phase } from '../refrigerant/density'
import type { Refrigerant } from '../refrigerant/refrigerants'

export interface Hose {
  readonly boreM: number
  readonly lengthM: number
  readonly phase: Phase
  readonly refrigerant: Refrigerant
  readonly temperatureK: number
}

/**
 * What a hose holds: π/4 · bore² · length · density of the saturated liquid or vapour at its temperature.
 *
 * @param hose bore and length in m, 0 or more
 * @returns kg; undefined outside the refrigerant's data or for a length that can't be
 * Source: geometry; density as `saturatedDensityKgPerM3`. A hose that is part liquid lies between the two.
 * @example 1.5 m of 5 mm bore with liquid R-410A at 35 °C: 0.029 kg
 */
export function hoseContentKg({ boreM, lengthM, phase, refrigerant, temperatureK }: Hose): number | undefined {
  if (!(boreM >= 0 && lengthM >= 0 && Number.isFinite(boreM * lengthM))) return undefined
  const density = saturatedDensityKgPerM3(refrigerant, phase, temperatureK)
  return density === undefined ? undefined : (Math.PI / 4) * bounded(boreM, 1e6) ** 2 * bounded(lengthM, 1e9) * density
}
