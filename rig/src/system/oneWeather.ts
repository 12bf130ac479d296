import type { Metering, Refrigerant } from '@zetesis/core'
import { pistonSystem, valveSystem } from './conditions'
import { createModel } from './model'
import type { Truth } from './truth'
import type { Converted, SystemSpec } from './systemSpec'

/** What a running system has about it: outdoor air, and what comes back from the house. */
export interface Weather {
  readonly outdoorK: number
  readonly returnK: number
  /** relative, 0 to 1 */
  readonly returnHumidity: number
}

/** How readings move from one weather to another: mean and standard deviation over machines of several makes and charges. */
export interface Shift {
  readonly by: number
  readonly standard: number
}
export interface WeatherShift {
  readonly superheatK: Shift
  readonly subcoolingK: Shift
  readonly suctionPa: Shift
  readonly liquidPa: Shift
  readonly splitK: Shift
}

const RUN_S = 2400
/** sound machines, and ones that are a little or a good deal short: what an old one is like */
const machines: readonly Partial<SystemSpec>[] = [
  {},
  { condensingOverK: 7.5 },
  { condensingOverK: 12 },
  { evaporatorWetted: 0.84 },
  { chargeShare: 0.92 },
  { chargeShare: 0.82 },
]

/** One machine, steady, in one weather; with a house that nothing moves. */
export function steady(spec: SystemSpec, weather: Weather): Truth {
  const model = createModel({
    ...spec,
    day: {
      ...spec.day,
      outdoorK: weather.outdoorK,
      outdoorDriftKPerS: 0,
      roomK: weather.returnK,
      roomHumidity: weather.returnHumidity,
      houseJPerK: 1e12,
      houseAirKg: 1e9,
    },
  })
  model.run(true)
  model.advance(RUN_S)
  return model.look()
}

/**
 * How a machine's readings would move if the weather of one day were that of another: what stands beside each other of before and after a conversion was read on two days.
 * It is a model's answer: the spread over its machines is said with it, and what the model can't know (dirt, wind, sun) is in neither.
 */
export function weatherShift(
  { refrigerant, metering, converted }: { refrigerant: Refrigerant; metering: Metering; converted?: Converted },
  from: Weather,
  to: Weather,
): WeatherShift {
  const base = metering === 'expansionValve' ? valveSystem : pistonSystem
  const moved = machines.map((part) => {
    const spec = { ...base, ...part, refrigerant, ...(converted ? { converted } : {}) }
    const [a, b] = [steady(spec, from), steady(spec, to)]
    return {
      superheatK: b.superheatK - a.superheatK,
      subcoolingK: b.subcoolingK - a.subcoolingK,
      suctionPa: b.suctionPa - a.suctionPa,
      liquidPa: b.liquidPa - a.liquidPa,
      splitK: b.returnK - b.supplyK - (a.returnK - a.supplyK),
    }
  })
  const shift = (key: keyof (typeof moved)[number]): Shift => {
    const by = moved.reduce((sum, m) => sum + m[key], 0) / moved.length
    const variance = moved.reduce((sum, m) => sum + (m[key] - by) ** 2, 0) / (moved.length - 1)
    return { by, standard: Math.sqrt(variance) }
  }
  return {
    superheatK: shift('superheatK'),
    subcoolingK: shift('subcoolingK'),
    suctionPa: shift('suctionPa'),
    liquidPa: shift('liquidPa'),
    splitK: shift('splitK'),
  }
}
