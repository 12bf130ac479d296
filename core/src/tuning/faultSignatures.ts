import type { Metering } from '../label/equipment'

/** What a reading is held against: deviations from what a sound system would show here and now; K, amps in % of what is expected. */
export type Symptom =
  | 'superheat'
  | 'subcooling'
  | 'evaporating'
  | 'condensingOver'
  | 'split'
  | 'amps'
  /** standing, saturation over the air around it: before the start */
  | 'restPressure'
  /** temperature lost over the drier */
  | 'drierDrop'
export const symptoms = [
  'superheat',
  'subcooling',
  'evaporating',
  'condensingOver',
  'split',
  'amps',
  'restPressure',
  'drierDrop',
] as const satisfies readonly Symptom[]

export type FaultCause =
  | 'none'
  | 'undercharge'
  | 'overcharge'
  | 'restriction'
  | 'starvedDevice'
  | 'overfeeding'
  | 'weakCompressor'
  | 'lowAirflow'
  | 'dirtyCondenser'
  | 'air'
  | 'coldOutdoors'

/** Mean and spread of each symptom's deviation for a middling case; K, amps in %. */
export type Signature = { readonly [S in Symptom]: readonly [mean: number, spread: number] }

const row = (
  superheat: readonly [number, number],
  subcooling: readonly [number, number],
  evaporating: readonly [number, number],
  condensingOver: readonly [number, number],
  split: readonly [number, number],
  amps: readonly [number, number],
  more: { restPressure?: readonly [number, number]; drierDrop?: readonly [number, number] } = {},
): Signature => ({
  superheat,
  subcooling,
  evaporating,
  condensingOver,
  split,
  amps,
  restPressure: more.restPressure ?? [0, 0.4],
  drierDrop: more.drierDrop ?? [0, 0.4],
})

const blocked = { drierDrop: [7, 4] } as const
const withAir = { restPressure: [3, 1.2] } as const

/**
 * Read off the system rig: means and spreads over random systems, days and severities, seeds 1000 to 1059 (the study's seeds are others). They
 * agree with the table of causes in textbooks of service diagnosis in sign everywhere; sizes are the rig's. docs/methods/diagnosis.md.
 */
export const signatures: Record<Metering, Record<FaultCause, Signature>> = {
  fixedOrifice: {
    none: row([0, 0.4], [0, 0.3], [0, 0.3], [0, 0.3], [0, 0.3], [0, 1]),
    undercharge: row([7.8, 2.2], [-3.1, 0.9], [-1.8, 0.8], [-1.1, 0.4], [-1, 0.4], [-2.7, 1.5]),
    overcharge: row([-5.3, 1.4], [2, 0.8], [1, 0.5], [1.1, 0.5], [0.2, 0.3], [2.5, 1.5]),
    restriction: row([16, 3.5], [1.2, 0.5], [-6.2, 2], [-1, 0.6], [-3, 0.9], [-4.5, 2], blocked),
    starvedDevice: row([15, 3.5], [1.2, 0.5], [-5.5, 2], [-0.9, 0.6], [-2.8, 0.9], [-4, 2]),
    overfeeding: row([-7.4, 2], [-1.6, 0.7], [3.7, 1.3], [0.5, 0.4], [-1.1, 0.7], [0.8, 2]),
    weakCompressor: row([-7.6, 2], [-1.9, 0.7], [6.8, 2.4], [-1.4, 0.5], [-2.9, 1.4], [-19, 6]),
    lowAirflow: row([-5.8, 1.6], [-0.9, 0.4], [-1.4, 0.7], [-0.7, 0.4], [3.2, 0.9], [-1.7, 1.5]),
    dirtyCondenser: row([-5.4, 1.5], [0.4, 0.7], [1.5, 0.6], [5.6, 2], [-0.1, 0.3], [12, 5]),
    air: row([-7, 2], [3, 1.1], [2.4, 0.9], [4.4, 1.4], [-0.4, 0.5], [10, 4], withAir),
    coldOutdoors: row([8, 3], [-1, 1.5], [-4, 2], [0, 1.5], [-0.5, 0.8], [-5, 4]),
  },
  expansionValve: {
    none: row([0, 0.4], [0, 0.3], [0, 0.3], [0, 0.3], [0, 0.3], [0, 1]),
    undercharge: row([0.6, 0.5], [-4.3, 1.3], [0, 0.5], [-0.9, 0.4], [-0.2, 0.3], [-2, 1.5]),
    overcharge: row([-0.2, 0.4], [2.5, 0.9], [0, 0.4], [1, 0.5], [0, 0.2], [2.2, 1.5]),
    restriction: row([13, 4], [0.9, 0.4], [-4.8, 2.2], [-0.4, 0.5], [-2.5, 0.9], [-3, 2], blocked),
    starvedDevice: row([15, 4.5], [1, 0.4], [-6, 2.5], [-0.9, 0.6], [-2.9, 0.9], [-4.5, 2]),
    overfeeding: row([-5.8, 0.5], [-1.9, 1], [3.4, 2], [0.5, 0.6], [-0.8, 1], [0.6, 2]),
    weakCompressor: row([-0.3, 0.4], [-0.6, 0.4], [2.7, 0.9], [-1.9, 0.6], [-1.2, 0.5], [-18, 5]),
    lowAirflow: row([0, 0.4], [-0.4, 0.3], [-2.6, 0.8], [-0.8, 0.4], [3.4, 1], [-2.2, 1.5]),
    dirtyCondenser: row([-0.2, 0.4], [1.1, 0.5], [0.5, 0.5], [5.5, 2], [-0.3, 0.2], [11.5, 5]),
    air: row([-0.3, 0.4], [4, 1.2], [0.2, 0.4], [4.2, 1.5], [0, 0.2], [8.5, 4], withAir),
    coldOutdoors: row([0, 1], [0, 1], [-2, 2], [0, 1.5], [0, 0.8], [-5, 4]),
  },
}

/** Standard uncertainty that a further reading of this symptom would usually have; K, amps in %. */
export const typicalUncertainty: Record<Symptom, number> = {
  superheat: 0.6,
  subcooling: 0.6,
  evaporating: 1.2,
  condensingOver: 1.6,
  split: 0.9,
  amps: 8,
  restPressure: 0.7,
  drierDrop: 0.6,
}
