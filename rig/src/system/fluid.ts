import {
  refrigerantInfo,
  saturatedDensityKgPerM3,
  saturationPressurePa,
  saturationTemperatureK,
  type Refrigerant,
} from '@zetesis/core'

/** What the model asks of a refrigerant, by temperature; K, Pa, kg/m³, J/kg. */
export interface Fluid {
  readonly dewPa: (k: number) => number
  readonly bubblePa: (k: number) => number
  readonly bubbleK: (pa: number) => number
  readonly liquidKgPerM3: (k: number) => number
  readonly vapourKgPerM3: (k: number) => number
  /** latent heat, from Clapeyron's equation and the saturation data */
  readonly latentJPerKg: (k: number) => number
  readonly liquidJPerKgK: number
  readonly vapourJPerKgK: number
  /** dew less mean, and mean less bubble, at a mean temperature; without it a coil has one temperature */
  readonly halfGlideK?: (k: number) => number
}

const LOW_K = 224
const HIGH_K = 338
const STEP_K = 1

/** Tables at whole kelvins, straight between: the model asks a dozen times a step. Outside them the last two go on. */
export function table(of: (k: number) => number): (k: number) => number {
  const values = filled(Array.from({ length: (HIGH_K - LOW_K) / STEP_K + 1 }, (_, i) => of(LOW_K + i * STEP_K)))
  return (k) => {
    const at = Math.min(Math.max((k - LOW_K) / STEP_K, 0), values.length - 1.001)
    const i = Math.floor(at)
    return values[i]! + (values[i + 1]! - values[i]!) * (at - i)
  }
}

/** where the data end the last two go on */
function filled(values: number[]): number[] {
  const first = values.findIndex((v) => Number.isFinite(v))
  for (let i = first - 1; i >= 0; i--) values[i] = 2 * values[i + 1]! - values[i + 2]!
  for (let i = Math.max(first, 0) + 1; i < values.length; i++)
    if (!Number.isFinite(values[i])) values[i] = 2 * values[i - 1]! - values[i - 2]!
  return values
}

/** a straight line through the logarithm is nearly what saturation pressure does */
export function logTable(of: (k: number) => number) {
  const log = table((k) => Math.log(of(k)))
  return (k: number) => Math.exp(log(k))
}

const known = new Map<string, Fluid>()

/**
 * A refrigerant as the model sees it.
 * Source: core's saturation and density data; latent heat h = T·(1/ρv − 1/ρl)·dp/dT (Clapeyron). Specific heats are constants by
 * kind of refrigerant, good to about 15 % (ASHRAE Handbook Fundamentals ch. 30 at 40 °C liquid, 10 °C vapour).
 */
export function fluidOf(refrigerant: Refrigerant): Fluid {
  const before = known.get(refrigerant)
  if (before) return before
  if (!refrigerantInfo(refrigerant)) throw new Error(`no data for ${refrigerant}`)
  const dewPa = (k: number) => saturationPressurePa(refrigerant, 'dew', k)!
  const bubblePa = (k: number) => saturationPressurePa(refrigerant, 'bubble', k)!
  const liquid = (k: number) => saturatedDensityKgPerM3(refrigerant, 'liquid', k)!
  const vapour = (k: number) => saturatedDensityKgPerM3(refrigerant, 'vapour', k)!
  const slope = (k: number) => (dewPa(k + 0.5) - dewPa(k - 0.5) + bubblePa(k + 0.5) - bubblePa(k - 0.5)) / 2
  const heats = specificHeats[refrigerant] ?? { liquid: 1600, vapour: 1000 }
  const fluid: Fluid = {
    dewPa: logTable(dewPa),
    bubblePa: logTable(bubblePa),
    bubbleK: (pa) => saturationTemperatureK(refrigerant, 'bubble', pa) ?? HIGH_K,
    liquidKgPerM3: table(liquid),
    vapourKgPerM3: logTable(vapour),
    latentJPerKg: table((k) => k * (1 / vapour(k) - 1 / liquid(k)) * slope(k)),
    liquidJPerKgK: heats.liquid,
    vapourJPerKgK: heats.vapour,
  }
  known.set(refrigerant, fluid)
  return fluid
}

const specificHeats: Partial<Record<Refrigerant, { liquid: number; vapour: number }>> = {
  'R-22': { liquid: 1300, vapour: 770 },
  'R-410A': { liquid: 1800, vapour: 1120 },
  'R-32': { liquid: 2050, vapour: 1300 },
  'R-454B': { liquid: 1850, vapour: 1150 },
  'R-407C': { liquid: 1580, vapour: 920 },
  'R-134a': { liquid: 1480, vapour: 930 },
}
