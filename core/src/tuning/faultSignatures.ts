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
  /** temperature lost along the whole liquid line, drier and all, from the outdoor unit to right before the metering device */
  | 'lineDrop'
  /** in it by label, line set and scale, over what is right; % of the right charge */
  | 'weighed'
export const symptoms = [
  'superheat',
  'subcooling',
  'evaporating',
  'condensingOver',
  'split',
  'amps',
  'restPressure',
  'drierDrop',
  'lineDrop',
  'weighed',
] as const satisfies readonly Symptom[]

export type FaultCause =
  | 'none'
  | 'undercharge'
  | 'nearlyEmpty'
  | 'overcharge'
  /** the drier, blocked */
  | 'restriction'
  /** elsewhere before the device: a kinked line, a plugged screen, a valve half open */
  | 'lineRestriction'
  | 'starvedDevice'
  | 'overfeeding'
  | 'weakCompressor'
  | 'lowAirflow'
  | 'dirtyCondenser'
  | 'air'
  | 'coldOutdoors'

/** What charge is wrong, and which way it says to go. */
export const chargeCauses: Record<'add' | 'remove', readonly FaultCause[]> = {
  add: ['undercharge', 'nearlyEmpty'],
  remove: ['overcharge'],
}

/** What holds the refrigerant back before the coil: alike on both coils, told apart by where temperature is lost. */
export const starvingCauses: readonly FaultCause[] = ['restriction', 'lineRestriction', 'starvedDevice']

/** Mean effect of a middling case on each symptom, and what it varies by beside that in proportion; K, amps in %. */
export type Signature = { readonly [S in Symptom]: readonly [mean: number, spread: number] }

type Effects = readonly [
  superheat: number,
  subcooling: number,
  evaporating: number,
  condensingOver: number,
  split: number,
  amps: number,
]

/** Sizes differ from machine to machine by about half, and no effect is exactly nothing. */
const OF_SIZE = 0.45
export const leastSpread: Readonly<Record<Symptom, number>> = {
  superheat: 0.5,
  subcooling: 0.4,
  evaporating: 0.4,
  condensingOver: 0.4,
  split: 0.4,
  amps: 2,
  restPressure: 0.3,
  drierDrop: 0.4,
  // a bare line loses or takes up by itself what the air around it makes of it
  lineDrop: 0.9,
  weighed: 1,
}

const row = (
  [superheat, subcooling, evaporating, condensingOver, split, amps]: Effects,
  more: { restPressure?: number; drierDrop?: number; lineDrop?: number; weighed?: number } = {},
): Signature => {
  const means: Record<Symptom, number> = {
    superheat,
    subcooling,
    evaporating,
    condensingOver,
    split,
    amps,
    restPressure: more.restPressure ?? 0,
    drierDrop: more.drierDrop ?? 0,
    lineDrop: more.lineDrop ?? 0,
    weighed: more.weighed ?? 0,
  }
  const of = (symptom: Symptom) =>
    [
      means[symptom],
      means[symptom] === 0 ? leastSpread[symptom] : Math.hypot(leastSpread[symptom], OF_SIZE * means[symptom]),
    ] as const
  return Object.fromEntries(symptoms.map((s) => [s, of(s)])) as unknown as Signature
}

/**
 * Signs from the tables of causes in textbooks on service diagnosis (e.g. A. D. Althouse et al., Modern Refrigeration and Air Conditioning); sizes
 * between those of the system rig and those of published tests on split systems, spread by half so that no make is held to them.
 * docs/methods/diagnosis.md.
 */
export const signatures: Record<Metering, Record<FaultCause, Signature>> = {
  fixedOrifice: {
    none: row([0, 0, 0, 0, 0, 0]),
    undercharge: row([7.5, -3, -1.7, -1.3, -0.9, -3], { weighed: -17 }),
    nearlyEmpty: row([15, -6, -7, -3.5, -4, -12], { weighed: -40 }),
    overcharge: row([-5.2, 2.6, 1, 1.3, 0.1, 3], { weighed: 13 }),
    restriction: row([13, 2, -6, -1.1, -2.8, -5], { drierDrop: 4.5, lineDrop: 4.5 }),
    lineRestriction: row([13, 2, -6, -1.1, -2.8, -5], { lineDrop: 4.5 }),
    starvedDevice: row([12, 2, -5.5, -1, -2.7, -4.5]),
    overfeeding: row([-6.5, -1.9, 3.5, 0.4, -1.1, 1]),
    weakCompressor: row([-5.5, -1.4, 6, -2.2, -2.8, -20]),
    lowAirflow: row([-5.4, -0.6, -3, -0.9, 3.3, -2]),
    dirtyCondenser: row([-4.8, 0.3, 1.5, 6.5, -0.3, 12]),
    air: row([-5.8, 3.8, 1.9, 5.5, -0.4, 10], { restPressure: 3.6 }),
    coldOutdoors: row([8, -1, -4, -0.5, -0.8, -6]),
  },
  expansionValve: {
    none: row([0, 0, 0, 0, 0, 0]),
    undercharge: row([0.4, -3.8, -0.2, -1.1, -0.3, -2.5], { weighed: -17 }),
    nearlyEmpty: row([9, -6, -6, -3.5, -4, -12], { weighed: -40 }),
    overcharge: row([-0.1, 3, 0.1, 1.3, 0, 3], { weighed: 13 }),
    restriction: row([12, 1.8, -5.5, -0.9, -2.7, -4], { drierDrop: 4.5, lineDrop: 4.5 }),
    lineRestriction: row([12, 1.8, -5.5, -0.9, -2.7, -4], { lineDrop: 4.5 }),
    starvedDevice: row([12.5, 1.8, -6, -1.1, -2.8, -4.5]),
    overfeeding: row([-5, -1.9, 3.3, 0.4, -1, 1]),
    weakCompressor: row([-0.3, -1, 4.8, -2.3, -2.2, -20]),
    lowAirflow: row([-0.4, -0.4, -3.7, -0.9, 3.4, -2]),
    dirtyCondenser: row([-0.1, 0.5, 0.9, 6.5, -0.3, 12]),
    air: row([-0.2, 4.3, 0.8, 5.3, -0.1, 9], { restPressure: 3.6 }),
    coldOutdoors: row([0, 0, -2, 0, 0, -5]),
  },
}

/** Standard uncertainty that a further reading of this symptom would usually have; K, amps in %. */
export const typicalUncertainty: Record<Symptom, number> = {
  superheat: 0.6,
  subcooling: 0.6,
  evaporating: 1.9,
  condensingOver: 2.9,
  split: 1.3,
  amps: 15,
  restPressure: 0.7,
  drierDrop: 0.4,
  lineDrop: 0.6,
  weighed: 4,
}
