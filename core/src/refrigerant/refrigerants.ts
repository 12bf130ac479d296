import { refrigerantData, type Refrigerant, type RefrigerantData } from './data.generated'

const byName = new Map<string, RefrigerantData>(refrigerantData.map((data) => [data.name, data]))

/** What the data file says of a refrigerant; undefined for a name that isn't in it. */
export function refrigerantInfo(refrigerant: string): RefrigerantData | undefined {
  return byName.get(refrigerant)
}

/** Every refrigerant with saturation data, in the order of the reference. */
export const refrigerants: readonly Refrigerant[] = refrigerantData.map((data) => data.name)

/** The ones put on a form: those whose data could be verified. */
export const offeredRefrigerants: readonly Refrigerant[] = refrigerantData.filter((d) => d.offered).map((d) => d.name)

/**
 * What a unit may be charged with, those of split systems first: offered ones without the components of blends, which are in no unit by themselves.
 */
export const unitRefrigerants: readonly Refrigerant[] = [
  // split systems built today, and those that run
  ...(['R-410A', 'R-32', 'R-454B', 'R-452B', 'R-22', 'R-407C'] as const),
  // what replaces R-22 in them
  ...(['R-422D', 'R-438A', 'R-421A', 'R-427A', 'R-407A'] as const),
  // other equipment
  ...(['R-134a', 'R-404A', 'R-1234yf', 'R-290', 'R-600a'] as const),
]

/** Flammable by ISO 817 / ASHRAE 34: class A2L, A2, A3 (or B). */
export function isFlammable(refrigerant: Refrigerant): boolean {
  return !refrigerantInfo(refrigerant)!.safetyClass.endsWith('1')
}

/** A blend whose bubble and dew temperatures differ enough to mix them up (over half a degree Fahrenheit). */
export function hasGlide(refrigerant: Refrigerant): boolean {
  return refrigerantInfo(refrigerant)!.glideF > 0.5
}

/** A mixture leaves the cylinder as liquid or its composition shifts; single substances have one temperature at a pressure. */
export function isBlend(refrigerant: Refrigerant): boolean {
  return refrigerantInfo(refrigerant)!.dewPsia !== null
}

export type { Refrigerant }
