import type { MethodProfile } from '../method/profile'
import type { ErrorShape } from './errorShape'

export type InstrumentClass = 'analog' | 'digital'
export const instrumentClasses = ['analog', 'digital'] as const satisfies readonly InstrumentClass[]

/** What a reading is of, as far as an unnamed instrument's accuracy goes. */
export type ClassedQuantity = 'lowPressure' | 'highPressure' | 'line' | 'air' | 'humidity'

/**
 * The error of a reading whose instrument nobody named: that of its class, from the profile. Nothing is exact.
 *
 * @param si what was read, SI; a pressure as gauge
 * @returns bare limits: a rectangle
 * Source: habits of the profile; EN 837-1 for dial gauges, usual makers' statements for the rest.
 */
export function classError(
  quantity: ClassedQuantity,
  si: number,
  of: InstrumentClass,
  profile: MethodProfile,
): ErrorShape {
  return { normal: 0, rectangular: [halfWidth(quantity, si, of === 'analog', profile)] }
}

function halfWidth(quantity: ClassedQuantity, si: number, analog: boolean, p: MethodProfile): number {
  switch (quantity) {
    case 'lowPressure':
      return analog ? p.analogLowSidePa.si : p.digitalPressureShare.si * Math.abs(si)
    case 'highPressure':
      return analog ? p.analogHighSidePa.si : p.digitalPressureShare.si * Math.abs(si)
    case 'line':
      return (analog ? p.analogLineK : p.digitalLineK).si
    case 'air':
      return (analog ? p.analogAirK : p.digitalAirK).si
    case 'humidity':
      return (analog ? p.analogHumidityShare : p.digitalHumidityShare).si
  }
}
