// @ts-expect-error the package ships no types
import untyped from 'psychrolib'

/** The functions used of psychrolib (ASHRAE psychrometrics), in SI: °C, Pa, ratios. */
interface Psychrolib {
  readonly SI: unknown
  SetUnitSystem(system: unknown): void
  GetTWetBulbFromRelHum(dryBulbC: number, relativeHumidity: number, pressurePa: number): number
  GetRelHumFromTWetBulb(dryBulbC: number, wetBulbC: number, pressurePa: number): number
  GetHumRatioFromTWetBulb(dryBulbC: number, wetBulbC: number, pressurePa: number): number
  GetSatHumRatio(dryBulbC: number, pressurePa: number): number
  /** J per kg of dry air */
  GetMoistAirEnthalpy(dryBulbC: number, humidityRatio: number): number
  /** m³ per kg of dry air */
  GetMoistAirVolume(dryBulbC: number, humidityRatio: number, pressurePa: number): number
  GetSatVapPres(temperatureC: number): number
}

export const psychrolib: Psychrolib = untyped
psychrolib.SetUnitSystem(psychrolib.SI)
