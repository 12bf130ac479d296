import { toSi } from '../quantity/unit'
import { evaluate, invertRising, makeCurve, type Curve } from './curve'
import { refrigerantInfo, type Refrigerant } from './refrigerants'

/** bubble: first vapour appears in the liquid, for subcooling; dew: last liquid goes, for superheat. Equal for single substances. */
export type SaturationCurve = 'bubble' | 'dew'

const psiPa = toSi('absolutePressure', { value: 1, unit: 'psia' })
const curves = new Map<string, Curve>()

/** ln(pressure) over temperature in °F is nearly straight, so a cubic through the reference grid is good to a thousandth of a degree. */
function logPressureCurve(refrigerant: string, curve: SaturationCurve): Curve | undefined {
  const key = `${refrigerant} ${curve}`
  const known = curves.get(key)
  if (known) return known
  const data = refrigerantInfo(refrigerant)
  if (!data) return undefined
  const psia = (curve === 'dew' && data.dewPsia) || data.bubblePsia
  const made = makeCurve(
    data.firstF,
    data.stepF,
    psia.map((p) => Math.log(p * psiPa)),
  )
  curves.set(key, made)
  return made
}

const fahrenheitK = (f: number) => (f + 459.67) / 1.8
const kelvinF = (k: number) => k * 1.8 - 459.67

/**
 * Saturation temperature at a pressure.
 *
 * @param pressurePa absolute; add the site's atmospheric pressure to a gauge reading first
 * @returns K; undefined outside the data (−60 °F to 150 °F), for a pressure that isn't a number and for an unknown refrigerant
 * Source: tables from the published equations of state cited in the refrigerant's data, interpolated in ln p.
 * @example saturationTemperatureK('R-22', 'dew', 101325) // 232.35 K (−41.4 °F, its normal boiling point)
 */
export function saturationTemperatureK(
  refrigerant: Refrigerant,
  curve: SaturationCurve,
  pressurePa: number,
): number | undefined {
  if (!(pressurePa > 0)) return undefined
  const table = logPressureCurve(refrigerant, curve)
  const temperatureF = table && invertRising(table, Math.log(pressurePa))
  return temperatureF === undefined ? undefined : fahrenheitK(temperatureF)
}

/**
 * Saturation pressure at a temperature; the inverse of `saturationTemperatureK`.
 *
 * @returns Pa absolute; undefined outside the data
 */
export function saturationPressurePa(
  refrigerant: Refrigerant,
  curve: SaturationCurve,
  temperatureK: number,
): number | undefined {
  const table = logPressureCurve(refrigerant, curve)
  const logPressure = table && evaluate(table, kelvinF(temperatureK))
  return logPressure === undefined ? undefined : Math.exp(logPressure)
}

/** The absolute pressures between which a refrigerant's data can answer, Pa. */
export function pressureRangePa(refrigerant: Refrigerant, curve: SaturationCurve): { lowPa: number; highPa: number } {
  const { values } = logPressureCurve(refrigerant, curve)!
  return { lowPa: Math.exp(values[0]!), highPa: Math.exp(values.at(-1)!) }
}
