import type { Refrigerant } from '../refrigerant/refrigerants'
import { saturationTemperatureK } from '../refrigerant/saturation'

/**
 * The suction-line temperature that would make superheat exactly its target at this pressure (dew + target).
 * @returns K; undefined where the pressure is outside the refrigerant's data
 */
export function requiredSuctionLineK({
  refrigerant,
  suctionPressurePa,
  targetK,
}: {
  refrigerant: Refrigerant
  suctionPressurePa: number
  targetK: number
}): number | undefined {
  const dewK = saturationTemperatureK(refrigerant, 'dew', suctionPressurePa)
  return dewK === undefined ? undefined : dewK + targetK
}

/**
 * The liquid-line temperature that would make subcooling exactly its target at this pressure (bubble − target).
 * @returns K; undefined where the pressure is outside the refrigerant's data
 */
export function requiredLiquidLineK({
  refrigerant,
  liquidPressurePa,
  targetK,
}: {
  refrigerant: Refrigerant
  liquidPressurePa: number
  targetK: number
}): number | undefined {
  const bubbleK = saturationTemperatureK(refrigerant, 'bubble', liquidPressurePa)
  return bubbleK === undefined ? undefined : bubbleK - targetK
}
