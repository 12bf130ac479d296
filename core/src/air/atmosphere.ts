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
  return STANDARD_ATMOSPHERE_PA * Math.max(0, 1 - 2.25577e-5 * elevationM) ** 5.25588
}

/** Inhabited elevations with a margin; outside it somebody typed feet as metres or the like. */
export const elevationLimitsM = { low: -450, high: 6000 } as const

/** Gauge to absolute, Pa, at a site. */
export function absolutePressurePa({ gaugePa, elevationM }: { gaugePa: number; elevationM: number }): number {
  return gaugePa + atmosphericPressurePa(elevationM)
}
