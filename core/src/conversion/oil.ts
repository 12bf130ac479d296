import { refrigerantInfo, type Refrigerant } from '../refrigerant/refrigerants'

export const oils = ['mineral', 'alkylbenzene', 'polyolester', 'polyvinylether'] as const
export type Oil = (typeof oils)[number]

/** asIs: runs with what is in it; residual: bears what is left of it after a change; change: carries none of it home */
export type OilAnswer = 'asIs' | 'residual' | 'change'

/**
 * Whether a refrigerant brings the oil that is in the machine back to the compressor, by its usual oils. Blends with a hydrocarbon in them thin mineral oil; the others
 * dissolve none of it, and it stays in coil and lines.
 *
 * Source: the reference's table of usual oils by refrigerant; ASHRAE Handbook, Refrigeration: lubricants in refrigerant systems.
 */
export function oilAnswer(refrigerant: Refrigerant, oil: Oil): OilAnswer {
  if (oil === 'polyolester') return 'asIs'
  const usual = refrigerantInfo(refrigerant)!.oil
  if (oil === 'polyvinylether') return /PVE|POE/.test(usual) ? 'asIs' : 'change'
  if (/residual/.test(usual)) return 'residual'
  return /^mineral|^alkylbenzene/.test(usual) ? 'asIs' : 'change'
}

/** The usual oil of equipment for a refrigerant, where nobody read the plate. */
export const usualOil = (refrigerant: Refrigerant): Oil =>
  /^mineral/.test(refrigerantInfo(refrigerant)!.oil) ? 'mineral' : 'polyolester'
