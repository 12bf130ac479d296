import { gasHeat } from './gasHeat.generated'
import { GAS_OVER_K, gasHeatAtK, gasOverK } from './gasHeatGrid'
import type { Refrigerant } from './refrigerants'

/** What gas has over its dew point at one pressure. */
export interface GasOverDew {
  /** K over it, from 0 */
  readonly overK: readonly number[]
  /** more of enthalpy, J/kg */
  readonly heat: readonly number[]
  /** and of entropy, J/kg·K */
  readonly entropy: readonly number[]
}

/**
 * Gas at a pressure, from its dew point to 96 K over it.
 *
 * @param dewK dew temperature at that pressure, 0 to 140 °F
 * @returns undefined outside the table
 * Source: the reference's equations of state (scripts/reference/coefficients.json); entropy as dh/T along the isobar.
 */
export function gasOverDew(refrigerant: Refrigerant, dewK: number): GasOverDew | undefined {
  const table = gasHeat[refrigerant] as (typeof gasHeat)[Refrigerant] | undefined
  const i = gasHeatAtK.findIndex((k) => k >= dewK)
  if (!table || i < 0 || !(dewK >= gasHeatAtK[0]!)) return undefined
  const before = Math.max(i - 1, 0)
  const [a, b] = [table[before], table[i]]
  if (!a || !b) return undefined
  const [from, to] = [gasHeatAtK[before]!, gasHeatAtK[i]!]
  const share = to > from ? (dewK - from) / (to - from) : 1
  const overK = [0, ...gasOverK]
  const heat = [0, ...a.map((j, n) => j + (b[n]! - j) * share)]
  const entropy = [0]
  for (let n = 1; n < heat.length; n++) {
    const [low, high] = [dewK + overK[n - 1]!, dewK + overK[n]!]
    entropy.push(entropy[n - 1]! + ((heat[n]! - heat[n - 1]!) * Math.log(high / low)) / (high - low))
  }
  return { overK, heat, entropy }
}

/**
 * Mean heat capacity at constant pressure of gas from its dew point to 24 K over it, J/kg·K.
 *
 * @param dewK dew temperature at that pressure, 0 to 140 °F
 * @returns undefined outside the table
 * Source: as `gasOverDew`.
 */
export function gasHeatJPerKgK(refrigerant: Refrigerant, dewK: number): number | undefined {
  const gas = gasOverDew(refrigerant, dewK)
  return gas && gas.heat[gas.overK.indexOf(GAS_OVER_K)]! / GAS_OVER_K
}
