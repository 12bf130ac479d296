import type { MethodProfile } from '../method/profile'
import { bounded } from '../quantity/bounded'

/** What one witness says of the charge: how far it is off the right one, kg (below zero: short), and how well it knows. */
export interface ChargeWitness {
  readonly source: 'weight' | 'superheat' | 'subcooling' | 'cold'
  readonly offKg: number
  readonly standardKg: number
}

/** What is in the system and how far off the right charge that is, by all that is known; standard uncertainties beside both. */
export interface ChargeBelief {
  readonly inItKg: number
  readonly inItStandardKg: number
  readonly offKg: number
  readonly standardKg: number
  /** each by itself, weight first */
  readonly witnesses: readonly ChargeWitness[]
}

export interface WeightKnown {
  /** in it by label and scale, and how well that is known, kg */
  readonly inItKg: number
  readonly inItStandardKg: number
  /** right by label and line set, and how well that is known, kg */
  readonly rightKg: number
  readonly rightStandardKg: number
}

/** nothing is known better than to this, kg: a hundredth of a gram */
const LEAST_KG = 1e-5

/**
 * One belief about the charge: label, line set and scale say what is in it and what should be, each with its doubt; readings say how far the one is from the other. They are weighed together by how well each knows.
 *
 * Two unknowns, what is in it and what is right, start from weight; each reading is a measurement of their difference. A system that was emptied and weighed in keeps its weight, and the readings move what is right; one whose factory
 * charge nobody weighed moves itself.
 *
 * @param readings of the running system, independent of the scale and of each other
 * @returns kg; undefined where a weight is no number or no charge
 * Source: conditioning of a normal distribution on linear measurements, e.g. C. M. Bishop, Pattern Recognition and Machine Learning, 2.3.3; JCGM 100 for the parts.
 * @example 90 oz ± 2 in it where 96 ± 3 are right, superheat that says 4 short ± 4: 4.9 short, known to 2.7
 */
export function chargeBelief(
  { inItKg, inItStandardKg, rightKg, rightStandardKg }: WeightKnown,
  readings: readonly ChargeWitness[] = [],
): ChargeBelief | undefined {
  const sound = (kg: number) => kg >= 0 && kg < 1e5
  if (![inItKg, inItStandardKg, rightKg, rightStandardKg].every(sound)) return undefined
  let [m, r] = [inItKg, rightKg]
  let [vm, vr] = [Math.max(inItStandardKg, LEAST_KG) ** 2, Math.max(rightStandardKg, LEAST_KG) ** 2]
  let shared = 0
  const heard: ChargeWitness[] = [{ source: 'weight', offKg: m - r, standardKg: Math.sqrt(vm + vr) }]
  for (const witness of readings) {
    const { offKg, standardKg } = witness
    if (!(Math.abs(offKg) < 1e5 && standardKg >= 0 && standardKg < 1e5)) continue
    const s2 = Math.max(standardKg, LEAST_KG) ** 2
    // of m and r, by the measurement m − r
    const [cm, cr] = [vm - shared, shared - vr]
    const total = cm - cr + s2
    const miss = offKg - (m - r)
    m += (cm / total) * miss
    r += (cr / total) * miss
    vm -= cm ** 2 / total
    vr -= cr ** 2 / total
    shared -= (cm * cr) / total
    heard.push(witness)
  }
  const root = (v: number) => Math.sqrt(Math.max(bounded(v), 0))
  return {
    inItKg: m,
    inItStandardKg: root(vm),
    offKg: m - r,
    standardKg: root(vm + vr - 2 * shared),
    witnesses: heard,
  }
}

/** so many standard uncertainties short it is short: one in forty otherwise */
const BEYOND_DOUBT = 2

/** How much is missing, kg, where it is beyond doubt and more than a customary weighing is off by; undefined else. */
export function shortBeyondDoubtKg(
  { offKg, standardKg }: Pick<ChargeBelief, 'offKg' | 'standardKg'>,
  { weighInToleranceKg }: Pick<MethodProfile, 'weighInToleranceKg'>,
): number | undefined {
  return -offKg > Math.max(BEYOND_DOUBT * standardKg, weighInToleranceKg.si) ? -offKg : undefined
}
