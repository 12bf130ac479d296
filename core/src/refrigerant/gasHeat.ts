import { gasHeat } from './gasHeat.generated'
import { gasHeatAtK } from './gasHeatGrid'
import type { Refrigerant } from './refrigerants'

/**
 * Mean heat capacity at constant pressure of gas from its dew point to 24 K over it, J/kg·K.
 *
 * @param dewK dew temperature at that pressure, 0 to 140 °F
 * @returns undefined outside the table
 * Source: the reference's equations of state (scripts/reference/coefficients.json).
 */
export function gasHeatJPerKgK(refrigerant: Refrigerant, dewK: number): number | undefined {
  const i = gasHeatAtK.findIndex((k) => k >= dewK)
  if (i < 0 || !(dewK >= gasHeatAtK[0]!)) return undefined
  const before = Math.max(i - 1, 0)
  const [a, b] = [gasHeat[refrigerant][before], gasHeat[refrigerant][i]]
  if (typeof a !== 'number' || typeof b !== 'number') return undefined
  const [from, to] = [gasHeatAtK[before]!, gasHeatAtK[i]!]
  return to > from ? a + ((b - a) * (dewK - from)) / (to - from) : b
}
