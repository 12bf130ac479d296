import { evaluate, makeCurve, type Curve } from './curve'
import { saturatedDensityKgPerM3, type Phase } from './density'
import { refrigerantHeat } from './heat.generated'
import { refrigerantInfo, type Refrigerant } from './refrigerants'
import { saturationPressurePa } from './saturation'

/** International Table Btu per pound, J/kg */
const BTU_PER_LB = 2326
const GAS_CONSTANT = 8.314462618
const GRAMS = 1000
const curves = new Map<string, Curve>()

/**
 * Enthalpy of the saturated liquid (at its bubble point) or vapour (at its dew point), zero for saturated liquid at −40 °F.
 *
 * @returns J/kg; undefined outside the data (−60 °F to 150 °F)
 * Source: as `saturationTemperatureK`.
 */
export function saturatedEnthalpyJPerKg(
  refrigerant: Refrigerant,
  phase: Phase,
  temperatureK: number,
): number | undefined {
  const info = refrigerantInfo(refrigerant)
  const heat = refrigerantHeat[refrigerant] as (typeof refrigerantHeat)[Refrigerant] | undefined
  if (!info || !heat) return undefined
  const key = `${refrigerant} ${phase}`
  const curve =
    curves.get(key) ??
    makeCurve(info.firstF, info.stepF, phase === 'liquid' ? heat.liquidBtuPerLb : heat.vapourBtuPerLb)
  curves.set(key, curve)
  const btu = evaluate(curve, temperatureK * 1.8 - 459.67)
  return btu === undefined ? undefined : btu * BTU_PER_LB
}

/** half the step of the derivative of the virial coefficient, K */
const HALF_STEP_K = 1

/**
 * Enthalpy of superheated vapour: that of saturated vapour at the same temperature, brought down from its dew pressure to the pressure that is asked for along the
 * isotherm, dh/dp at constant T = B − T·dB/dT with the second virial coefficient B = v − RT/p of the saturated vapour. Good to a few tenths of a percent of the latent heat up to
 * some 25 K of superheat below 60 % of the critical pressure.
 *
 * @param pressurePa absolute, at most the dew pressure at this temperature
 * @returns J/kg; undefined outside the data
 * Source: Smith, Van Ness & Abbott, Introduction to Chemical Engineering Thermodynamics: virial equation truncated to two terms.
 */
export function vapourEnthalpyJPerKg(
  refrigerant: Refrigerant,
  temperatureK: number,
  pressurePa: number,
): number | undefined {
  const saturated = saturatedEnthalpyJPerKg(refrigerant, 'vapour', temperatureK)
  const dewPa = saturationPressurePa(refrigerant, 'dew', temperatureK)
  const at = virial(refrigerant, temperatureK)
  // one-sided at the ends of the data
  const below = virial(refrigerant, temperatureK - HALF_STEP_K)
  const above = virial(refrigerant, temperatureK + HALF_STEP_K)
  if (saturated === undefined || dewPa === undefined || at === undefined || !Number.isFinite(pressurePa))
    return undefined
  const slope =
    below !== undefined && above !== undefined
      ? (above - below) / (2 * HALF_STEP_K)
      : above !== undefined
        ? (above - at) / HALF_STEP_K
        : below !== undefined
          ? (at - below) / HALF_STEP_K
          : undefined
  if (slope === undefined) return undefined
  return saturated - (at - temperatureK * slope) * (dewPa - pressurePa)
}

/** B by mass, m³/kg, with what higher coefficients add at saturation in it */
function virial(refrigerant: Refrigerant, temperatureK: number): number | undefined {
  const density = saturatedDensityKgPerM3(refrigerant, 'vapour', temperatureK)
  const pressure = saturationPressurePa(refrigerant, 'dew', temperatureK)
  if (density === undefined || pressure === undefined) return undefined
  return 1 / density - (GAS_CONSTANT * GRAMS * temperatureK) / (refrigerantHeat[refrigerant].molarMass * pressure)
}
