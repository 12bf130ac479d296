import {
  gasHeatJPerKgK,
  glideAt,
  meanPressurePa,
  saturatedDensityKgPerM3,
  saturatedEnthalpyJPerKg,
  saturationTemperatureK,
  type Refrigerant,
} from '@zetesis/core'
import { logTable, table, type Fluid } from './fluid'

const MIDDLE_K = 280
const LIQUID_K = 311
const known = new Map<Refrigerant, Fluid>()

/**
 * A refrigerant with its glide, all of it from the reference's data: temperatures of coils are means, pressures those at which a coil has that mean, and boiling ends at the dew point, condensing at the bubble
 * point. Used where two refrigerants are compared in one machine; `fluidOf` is the simpler one.
 *
 * @throws RangeError where the refrigerant has no data at an evaporator's temperature
 */
export function realFluid(refrigerant: Refrigerant): Fluid {
  const before = known.get(refrigerant)
  if (before) return before
  const pressure = logTable((k) => meanPressurePa(refrigerant, k) ?? NaN)
  const half = table((k) => {
    const pa = meanPressurePa(refrigerant, k)
    return pa === undefined ? NaN : (glideAt(refrigerant, pa) ?? NaN) / 2
  })
  const vapourHeat = gasHeatJPerKgK(refrigerant, MIDDLE_K)
  const liquid = (k: number) => saturatedEnthalpyJPerKg(refrigerant, 'liquid', k)
  const [h0, h1] = [liquid(LIQUID_K - 5), liquid(LIQUID_K + 5)]
  if (vapourHeat === undefined || h0 === undefined || h1 === undefined)
    throw new RangeError(`no data for ${refrigerant} at an evaporator's temperature`)
  const fluid: Fluid = {
    dewPa: pressure,
    bubblePa: pressure,
    bubbleK: (pa) =>
      saturationTemperatureK(refrigerant, 'bubble', pa) ?? saturationTemperatureK(refrigerant, 'dew', pa) ?? 338,
    liquidKgPerM3: table((k) => saturatedDensityKgPerM3(refrigerant, 'liquid', k) ?? NaN),
    vapourKgPerM3: logTable((k) => saturatedDensityKgPerM3(refrigerant, 'vapour', k + half(k)) ?? NaN),
    latentJPerKg: table((k) => {
      const [l, v] = [liquid(k - half(k)), saturatedEnthalpyJPerKg(refrigerant, 'vapour', k + half(k))]
      return l === undefined || v === undefined ? NaN : v - l
    }),
    liquidJPerKgK: (h1 - h0) / 10,
    vapourJPerKgK: vapourHeat,
    halfGlideK: half,
  }
  known.set(refrigerant, fluid)
  return fluid
}
