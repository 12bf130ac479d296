import type { Refrigerant } from '../refrigerant/refrigerants'
import { circuitOf } from '../reading/systemState'

export interface LiquidReading {
  readonly refrigerant: Refrigerant
  readonly liquidPressurePa: number
  readonly liquidLineK: number
}

/**
 * Subcooling of the liquid leaving the condenser: how far the liquid line is below the bubble point at liquid pressure.
 *
 * @param liquidPressurePa absolute, at the port where the line temperature is taken
 * @param liquidLineK line temperature
 * @returns kelvin of difference; negative means the readings contradict each other, see `judgeReading`;
 *          undefined where the pressure is outside the refrigerant's data
 */
export const subcoolingK = (reading: LiquidReading): number | undefined => circuitOf(reading).subcoolingK
