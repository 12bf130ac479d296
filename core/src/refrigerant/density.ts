import { toSi } from '../quantity/unit'
import { evaluate, makeCurve, type Curve } from './curve'
import { refrigerantInfo, type Refrigerant } from './refrigerants'

export type Phase = 'liquid' | 'vapour'

const unitDensity = toSi('density', { value: 1, unit: 'lb/ft³' })
const curves = new Map<string, Curve>()

/**
 * Density of the saturated liquid (at its bubble point) or vapour (at its dew point).
 *
 * @returns kg/m³; undefined outside the data (−60 °F to 150 °F)
 * Source: as `saturationTemperatureK`.
 */
export function saturatedDensityKgPerM3(
  refrigerant: Refrigerant,
  phase: Phase,
  temperatureK: number,
): number | undefined {
  const data = refrigerantInfo(refrigerant)
  if (!data) return undefined
  const key = `${refrigerant} ${phase}`
  const column = phase === 'liquid' ? data.liquidLbPerFt3 : data.vapourLbPerFt3
  const curve =
    curves.get(key) ??
    makeCurve(
      data.firstF,
      data.stepF,
      column.map((d) => Math.log(d * unitDensity)),
    )
  curves.set(key, curve)
  const logDensity = evaluate(curve, temperatureK * 1.8 - 459.67)
  return logDensity === undefined ? undefined : Math.exp(logDensity)
}
