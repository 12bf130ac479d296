// @ts-expect-error the package ships no types
import untyped from 'psychrolib'

/** The functions used of psychrolib (ASHRAE psychrometrics), in SI: °C, Pa, ratios. */
interface Psychrolib {
  readonly SI: unknown
  SetUnitSystem(system: unknown): void
  GetTWetBulbFromRelHum(dryBulbC: number, relativeHumidity: number, pressurePa: number): number
  GetRelHumFromTWetBulb(dryBulbC: number, wetBulbC: number, pressurePa: number): number
}

export const psychrolib: Psychrolib = untyped
psychrolib.SetUnitSystem(psychrolib.SI)
