import canonicalize from 'canonicalize'
import type { FactsPatch, UnitFacts } from './unitFacts'

/** Facts that belong together when they are copied from one unit to others. */
export const factGroups = {
  label: [
    'model',
    'indoorModel',
    'orientation',
    'stage',
    'mode',
    'circuit',
    'refrigerant',
    'metering',
    'labelCharge',
    'labelItems',
    'includedLength',
    'allowance',
    'testPressure',
    'targetSubcooling',
    'subcoolingTolerance',
    'superheatSource',
    'targetSuperheat',
    'targetSuperheatReason',
    'superheatTolerance',
  ],
  work: ['work', 'age', 'oldRefrigerant', 'builtFor', 'oil', 'oldBore', 'highSideDesign', 'lawNote'],
  line: ['lineLength', 'liquidLine', 'vapourLine', 'lift', 'sections', 'longLineReason'],
  site: ['decayLimit', 'decayHold', 'instrumentClass', 'elevation'],
} as const satisfies Readonly<Record<string, readonly (keyof UnitFacts)[]>>
export type FactGroup = keyof typeof factGroups

/** Of one unit alone, never copied: what it is called, where it stands, its number, what came out of it. */
export const factsOfOneUnit = ['tag', 'place', 'serial', 'recovered'] as const satisfies readonly (keyof UnitFacts)[]

export interface FactsCopy {
  /** what the other unit's log is given; empty where it says all of it already */
  readonly patch: FactsPatch
  /** of it, what the other unit had otherwise, and loses */
  readonly replaces: readonly (keyof UnitFacts)[]
}

/** What copying groups of facts gives another unit: only what is known of the first, and only where the other doesn't say the same; a group that there isn't gives none. */
export function copyFacts(from: UnitFacts, to: UnitFacts, groups: readonly FactGroup[]): FactsCopy {
  const keys = groups.flatMap((group): readonly (keyof UnitFacts)[] => factGroups[group] ?? [])
  const moved = keys.filter((key) => from[key] !== undefined && canonicalize(from[key]) !== canonicalize(to[key]))
  return {
    patch: Object.fromEntries(moved.map((key) => [key, from[key]])),
    replaces: moved.filter((key) => to[key] !== undefined),
  }
}
