import {
  nitrogenRigs,
  scaleRigs,
  systemRigs,
  vacuumRigs,
  type NitrogenRigName,
  type RigChoice,
  type ScaleRigName,
  type SystemRigName,
  type VacuumRigName,
} from '@zetesis/rig'
import { systemChannels, type TraceChannel } from '@zetesis/core'

type Names = { evacuation: VacuumRigName; nitrogen: NitrogenRigName; scale: ScaleRigName; system: SystemRigName }
export type RigKind = RigChoice['kind']

/** What each rig plays, in words. */
export const rigWords: { readonly [K in RigKind]: Readonly<Record<Names[K], string>> } = {
  evacuation: {
    tight: 'Tight and dry',
    wet: 'Wet line set',
    slowLeak: 'Slow leak',
    wetAndLeaking: 'Wet and leaking',
    coresIn: 'Cores left in',
    oldOil: 'Gas in old oil',
    tiredPump: 'Tired pump',
  },
  nitrogen: {
    tightEvening: 'Tight, evening cools',
    tight: 'Tight',
    slowLeak: 'Slow leak',
    looseFlare: 'Loose flare',
  },
  scale: {
    calm: 'Quiet yard',
    windy: 'Wind on the plate',
    nearlyEmpty: 'Cylinder nearly empty',
    recovery: 'Recovery cylinder',
  },
  system: {
    right: 'Sound, rightly charged',
    short: 'A fifth of the charge short',
    over: 'Overcharged',
    restricted: 'Drier nearly blocked',
    lineRestricted: 'Liquid line kinked',
    starved: 'Metering device starves',
    overfeeding: 'Metering device overfeeds',
    hunting: 'Valve hunts',
    swappedClamps: 'Line clamps swapped',
    sunOnLine: 'Sun on the liquid clamp',
    lowAirflow: 'Low airflow indoors',
    dirtyCondenser: 'Dirty condenser',
    weakCompressor: 'Worn compressor',
    air: 'Air in the system',
    coldDay: 'Sound, 45 °F outdoors',
    reversed: 'Reversing valve wired wrong',
    leaksThrough: 'Reversing valve leaks through',
    checkLeaks: 'Check valve leaks',
  },
}

const names = {
  evacuation: Object.keys(vacuumRigs),
  nitrogen: Object.keys(nitrogenRigs),
  scale: Object.keys(scaleRigs),
  system: Object.keys(systemRigs),
}

/** The rigs of a kind, as choices. */
export const rigChoices = (kind: RigKind) =>
  names[kind].map((name) => ({ value: name, label: (rigWords[kind] as Record<string, string>)[name]! }))

export const rigName = ({ kind, name }: RigChoice) => (rigWords[kind] as Record<string, string>)[name]!

/** What each rig measures. */
export const rigChannels: { readonly [K in RigKind]: readonly TraceChannel[] } = {
  evacuation: ['vacuum'],
  nitrogen: ['testPressure', 'ambient'],
  scale: ['mass'],
  system: systemChannels,
}
