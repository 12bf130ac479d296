import { toSi } from '../quantity/unit'
import { evaluate, fastSlope, fastValue, invertRising, makeCurve, makeFast, type Curve, type FastCurve } from './curve'
import { refrigerantInfo, type Refrigerant } from './refrigerants'

/** bubble: first vapour appears in the liquid, for subcooling; dew: last liquid goes, for superheat. Equal for single substances. */
export type SaturationCurve = 'bubble' | 'dew'

declare const of: unique symbol
/**
 * A saturation temperature that knows where in the glide it lies: at the bubble point, at the dew point, or (`mean`) midway between them, which is a coil's
 * mean. One can't be handed in for another; a plain number, of a form or a habit, can be handed in for any.
 */
export type SaturationK<C extends SaturationCurve | 'mean'> = number & { readonly [of]?: C }
export type BubbleK = SaturationK<'bubble'>
export type DewK = SaturationK<'dew'>
export type CoilMeanK = SaturationK<'mean'>

const psiPa = toSi('absolutePressure', { value: 1, unit: 'psia' })

interface Saturation {
  /** ln(pressure in Pa) over temperature in °F */
  readonly logPressure: Curve
  /** temperature in K over the fourth root of pressure, at equal steps: no search and no logarithm in a lookup */
  readonly temperature: FastCurve
}

const tables: Record<SaturationCurve, Map<string, Saturation>> = { bubble: new Map(), dew: new Map() }
/** A crew looks the same refrigerant up for hours: the last one of each curve is at hand. */
const last: Record<SaturationCurve, { name: string; table: Saturation | undefined }> = {
  bubble: { name: '', table: undefined },
  dew: { name: '', table: undefined },
}
/** fine enough that the inverse is the forward curve's to a millionth of a degree */
const INVERSE_CELLS = 1024

/** ln(pressure) over temperature is nearly straight, so a cubic through the reference grid is good to a thousandth of a degree. */
function saturation(refrigerant: string, curve: SaturationCurve): Saturation | undefined {
  const recent = last[curve]
  if (recent.name !== refrigerant) {
    recent.table = makeSaturation(refrigerant, curve)
    recent.name = refrigerant
  }
  return recent.table
}

function makeSaturation(refrigerant: string, curve: SaturationCurve): Saturation | undefined {
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
  const ends = [logPressure.values[0]!, logPressure.values.at(-1)!] as const
  const [first, end] = [fourthRoot(Math.exp(ends[0])), fourthRoot(Math.exp(ends[1]))]
  const step = (end - first) / INVERSE_CELLS
  const nodes = Array.from({ length: INVERSE_CELLS + 1 }, (_, i) => {
    const log = 4 * Math.log(first + i * step)
    return fahrenheitK(invertRising(logPressure, Math.min(Math.max(log, ends[0]), ends[1]))!)
  })
  const made = { logPressure, temperature: makeFast(makeCurve(first, step, nodes)) }
  tables[curve].set(refrigerant, made)
  return made
}

const fourthRoot = (x: number) => Math.sqrt(Math.sqrt(x))
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
export function saturationTemperatureK<C extends SaturationCurve>(
  refrigerant: Refrigerant,
  curve: C,
  pressurePa: number,
): SaturationK<C> | undefined {
  const table = saturation(refrigerant, curve)
  if (!table || !(pressurePa > 0)) return undefined
  const temperatureK = fastValue(table.temperature, fourthRoot(pressurePa))
  return temperatureK === temperatureK ? (temperatureK as SaturationK<C>) : undefined
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
  const table = saturation(refrigerant, curve)
  if (!table || !(pressurePa > 0)) return undefined
  const root = fourthRoot(pressurePa)
  const slope = (fastSlope(table.temperature, root) * root) / (4 * pressurePa)
  return Number.isNaN(slope) ? undefined : slope
}

/**
 * Saturation pressure at a temperature; the inverse of `saturationTemperatureK`.
 *
 * @returns Pa absolute; undefined outside the data
 */
export function saturationPressurePa<C extends SaturationCurve>(
  refrigerant: Refrigerant,
  curve: C,
  temperatureK: SaturationK<NoInfer<C>>,
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
