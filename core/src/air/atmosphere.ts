import { bounded } from '../quantity/bounded'

/** At sea level, ISA. */
export const STANDARD_ATMOSPHERE_PA = 101325

/**
 * Atmospheric pressure at an elevation.
 *
 * @param elevationM metres above sea level; good from −500 to 11 000 m
 * @returns Pa; undefined is never returned, absurd elevations are refused where they are typed (`elevationLimitsM`)
 * Source: ICAO standard atmosphere (ISA), troposphere.
 * @example atmosphericPressurePa(0) // 101325
 * @example atmosphericPressurePa(1609.344) // 83 436, about 2.6 psi less than at sea level
 */
export function atmosphericPressurePa(elevationM: number): number {
  const m = Math.min(Math.max(elevationM, LOWEST_M), HIGHEST_M)
  return STANDARD_ATMOSPHERE_PA * (1 - 2.25577e-5 * m) ** 5.25588
}

/** where the formula ends: an elevation beyond is taken for its end */
const LOWEST_M = -5000
const HIGHEST_M = 11_000

/** Inhabited elevations with a margin; outside it somebody typed feet as metres or the like. */
export const elevationLimitsM = { low: -450, high: 6000 } as const

/** Gauge to absolute, Pa, at a site. */
export function absolutePressurePa({ gaugePa, elevationM }: { gaugePa: number; elevationM: number }): number {
  return bounded(gaugePa) + atmosphericPressurePa(elevationM)
}
