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
