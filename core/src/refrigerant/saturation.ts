import { toSi } from '../quantity/unit'
import { evaluate, invertRising, makeCurve, slopeAt, type Curve } from './curve'
import { refrigerantInfo, type Refrigerant } from './refrigerants'

/** bubble: first vapour appears in the liquid, for subcooling; dew: last liquid goes, for superheat. Equal for single substances. */
export type SaturationCurve = 'bubble' | 'dew'

const psiPa = toSi('absolutePressure', { value: 1, unit: 'psia' })

interface Saturation {
  /** ln(pressure in Pa) over temperature in °F */
  readonly logPressure: Curve
  /** temperature in K over ln(pressure), at equal steps, for lookups without a search */
  readonly temperature: Curve
}

const tables: Record<SaturationCurve, Map<string, Saturation>> = { bubble: new Map(), dew: new Map() }
/** fine enough that the inverse is the forward curve's to a millionth of a degree */
const INVERSE_CELLS = 512

/** ln(pressure) over temperature is nearly straight, so a cubic through the reference grid is good to a thousandth of a degree. */
function saturation(refrigerant: string, curve: SaturationCurve): Saturation | undefined {
  const known = tables[curve].get(refrigerant)
  if (known) return known
  const data = refrigerantInfo(refrigerant)
  if (!data) return undefined
  const psia = (curve === 'dew' && data.dewPsia) || data.bubblePsia
  const logPressure = makeCurve(
    data.firstF,
    data.stepF,
    psia.map((p) => Math.log(p * psiPa)),
  )
  const first = logPressure.values[0]!
  const step = (logPressure.values.at(-1)! - first) / INVERSE_CELLS
  const nodes = Array.from({ length: INVERSE_CELLS + 1 }, (_, i) =>
    fahrenheitK(invertRising(logPressure, Math.min(first + i * step, logPressure.values.at(-1)!))!),
  )
  const made = { logPressure, temperature: makeCurve(first, step, nodes) }
  tables[curve].set(refrigerant, made)
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
  const table = saturation(refrigerant, curve)
  return table && evaluate(table.temperature, Math.log(pressurePa))
}

/**
 * How much the saturation temperature moves with pressure, dT/dp.
 * @returns K/Pa; undefined outside the data
 */
export function saturationSlopeKPerPa(
  refrigerant: Refrigerant,
  curve: SaturationCurve,
  pressurePa: number,
): number | undefined {
  if (!(pressurePa > 0)) return undefined
  const table = saturation(refrigerant, curve)
  const perLog = table && slopeAt(table.temperature, Math.log(pressurePa))
  return perLog === undefined ? undefined : perLog / pressurePa
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
  const table = saturation(refrigerant, curve)
  const logPressure = table && evaluate(table.logPressure, kelvinF(temperatureK))
  return logPressure === undefined ? undefined : Math.exp(logPressure)
}

/** The absolute pressures between which a refrigerant's data can answer, Pa. */
export function pressureRangePa(refrigerant: Refrigerant, curve: SaturationCurve): { lowPa: number; highPa: number } {
  const { values } = saturation(refrigerant, curve)!.logPressure
  return { lowPa: Math.exp(values[0]!), highPa: Math.exp(values.at(-1)!) }
}
