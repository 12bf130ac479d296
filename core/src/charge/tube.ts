const inch = 0.0254

/**
 * Copper tube for refrigeration service (ACR), by outside diameter; wall thicknesses by ASTM B280.
 * Sizes in metres.
 */
export const acrTubes = [
  { name: '1/4', outsideDiameterM: 0.25 * inch, wallM: 0.03 * inch },
  { name: '5/16', outsideDiameterM: 0.3125 * inch, wallM: 0.032 * inch },
  { name: '3/8', outsideDiameterM: 0.375 * inch, wallM: 0.032 * inch },
  { name: '1/2', outsideDiameterM: 0.5 * inch, wallM: 0.032 * inch },
  { name: '5/8', outsideDiameterM: 0.625 * inch, wallM: 0.035 * inch },
  { name: '3/4', outsideDiameterM: 0.75 * inch, wallM: 0.035 * inch },
  { name: '7/8', outsideDiameterM: 0.875 * inch, wallM: 0.045 * inch },
  { name: '1 1/8', outsideDiameterM: 1.125 * inch, wallM: 0.05 * inch },
] as const

/** The table's tube of this outside diameter, within a tenth of a millimetre (9.5 mm is 3/8 in); undefined if none. */
export function acrTube(outsideDiameterM: number) {
  return acrTubes.find((tube) => Math.abs(tube.outsideDiameterM - outsideDiameterM) < 1.01e-4)
}
