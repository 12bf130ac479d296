import type { Refrigerant } from '../refrigerant/refrigerants'
import { circuitOf } from '../reading/systemState'

export interface SuctionReading {
  readonly refrigerant: Refrigerant
  readonly suctionPressurePa: number
  readonly suctionLineK: number
}

/**
 * Superheat of the vapour leaving the evaporator: how far the suction line is above the dew point at suction pressure.
 *
 * @param suctionPressurePa absolute, at the port where the line temperature is taken
 * @param suctionLineK line temperature
 * @returns kelvin of difference (5 °F is 2.78); negative means the readings contradict each other, see `judgeReading`;
 *          undefined where the pressure is outside the refrigerant's data
 */
export const superheatK = (reading: SuctionReading): number | undefined => circuitOf(reading).superheatK
