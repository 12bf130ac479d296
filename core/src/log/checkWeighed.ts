import { takesRecovered, type Cylinder } from '../charge/cylinder'
import { recoveryFillLimitKg } from '../charge/recoveryFillLimit'
import type { MethodProfile } from '../method/profile'
import { anyToSi, toSi, unitTable, type Quantity } from '../quantity/unit'
import type { Refrigerant } from '../refrigerant/refrigerants'
import { refrigerantOut, weighingUncertaintyKg } from './charge'
import type { Weighed } from './entry'
import { unitFacts } from './facts'
import type { UnitRecord } from './fold'
import { unitMethod } from './method'

export type WeighedProblem =
  | { code: 'negative'; path: string }
  | { code: 'afterHeavier'; path: 'after' }
  | { code: 'afterLighter'; path: 'after' }
  /** a hard stop: what is in the cylinder isn't what the unit takes */
  | { code: 'wrongRefrigerant'; path: 'cylinder'; holds: Refrigerant; wants: Refrigerant }
  /** a hard stop: two refrigerants in one cylinder */
  | { code: 'mixing'; path: 'cylinder'; holds: Refrigerant; comes: Refrigerant }
  /** a hard stop: recovered refrigerant goes into a recovery cylinder, and new refrigerant comes from one that is known */
  | { code: 'notForRecovery'; path: 'cylinder' }
  | { code: 'emptyCylinder'; path: 'cylinder' }
  /** a hard stop */
  | { code: 'overfilled'; path: 'after'; limitKg: number; kg: number }
  | { code: 'belowTare'; path: 'after'; tareKg: number; contentKg: number }

/** What is in a cylinder by the company's book, kg; undefined where the book isn't at hand. */
export type BookedKg = (cylinderId: string) => number | undefined

/**
 * What speaks against a weighing: the scale's own logic, then the cylinder that stands on it.
 * @param booked the book as it is now; where it isn't at hand the entry's own `booked` counts
 */
export function checkWeighed(record: UnitRecord, entry: Weighed, booked?: BookedKg): WeighedProblem[] {
  const beforeKg = toSi('mass', entry.before)
  const afterKg = toSi('mass', entry.after)
  const negative: WeighedProblem[] = [
    ...(beforeKg < 0 ? [{ code: 'negative', path: 'before' } as const] : []),
    ...(afterKg < 0 ? [{ code: 'negative', path: 'after' } as const] : []),
  ]
  if (negative.length > 0) return negative
  if (entry.direction === 'add' && afterKg > beforeKg) return [{ code: 'afterHeavier', path: 'after' }]
  if (entry.direction === 'remove' && afterKg < beforeKg) return [{ code: 'afterLighter', path: 'after' }]
  return entry.vessel ? checkVessel(record, entry, entry.vessel, booked?.(entry.vessel.id)) : []
}

function checkVessel(
  record: UnitRecord,
  entry: Weighed,
  vessel: Cylinder,
  bookedKg: number | undefined,
): WeighedProblem[] {
  const method = unitMethod(record)
  const wants = unitFacts(record).refrigerant
  const tareKg = toSi('mass', vessel.tare)
  const [beforeKg, afterKg] = [toSi('mass', entry.before), toSi('mass', entry.after)]
  const u = weighingUncertaintyKg(entry, method)
  if (entry.direction === 'add') {
    if (vessel.state === 'empty' || !vessel.refrigerant) return [{ code: 'emptyCylinder', path: 'cylinder' }]
    if (wants && vessel.refrigerant !== wants)
      return [{ code: 'wrongRefrigerant', path: 'cylinder', holds: vessel.refrigerant, wants }]
    // with the whole cylinder on the scale nothing can leave it but what is in it
    if (beforeKg > tareKg && afterKg < tareKg - 2 * u)
      return [{ code: 'belowTare', path: 'after', tareKg, contentKg: beforeKg - tareKg }]
    return []
  }
  if (!takesRecovered(vessel)) return [{ code: 'notForRecovery', path: 'cylinder' }]
  const comes = refrigerantOut(record)
  if (vessel.refrigerant && comes && vessel.refrigerant !== comes)
    return [{ code: 'mixing', path: 'cylinder', holds: vessel.refrigerant, comes }]
  const limitKg = fillLimitKg(vessel, comes ?? vessel.refrigerant, method)
  const contentKg = recoveredContentKg(record, entry, vessel, bookedKg)
  if (limitKg !== undefined && contentKg > limitKg)
    return [{ code: 'overfilled', path: 'after', limitKg, kg: contentKg }]
  return []
}

/**
 * What is in a recovery cylinder after a weighing: by the book, plus what was weighed, whatever the scale was set to zero with; and not less than what the
 * scale itself shows over the tare. Without a book: what this unit's log put into it before.
 */
function recoveredContentKg(
  record: UnitRecord,
  entry: Weighed,
  vessel: Cylinder,
  bookedKg: number | undefined,
): number {
  const afterKg = toSi('mass', entry.after)
  const weighedKg = afterKg - toSi('mass', entry.before)
  const beforeKg = bookedKg ?? (entry.booked && toSi('mass', entry.booked)) ?? recoveredBefore(record, entry, vessel.id)
  return Math.max(Math.max(beforeKg, 0) + weighedKg, afterKg - toSi('mass', vessel.tare))
}

const recoveredBefore = ({ items }: UnitRecord, { id }: Weighed, vesselId: string) =>
  items.weighed
    .filter(({ entry }) => entry.id !== id && entry.vessel?.id === vesselId && entry.direction === 'remove')
    .reduce((sum, { entry }) => sum + toSi('mass', entry.after) - toSi('mass', entry.before), 0)

/** The most that a cylinder may hold by the method: its share of the volume at the warmest it may get, kg. */
export function fillLimitKg(vessel: Cylinder, refrigerant: Refrigerant | undefined, method: MethodProfile) {
  if (!vessel.waterCapacity || !refrigerant) return undefined
  return recoveryFillLimitKg({
    refrigerant,
    waterCapacityKg: toSi('mass', vessel.waterCapacity),
    temperatureK: method.recoveryWarmK.si,
    fraction: method.cylinderFillShare.si,
  })
}

/** Off by more than this from what is open, a weighing may be a slip of units; and right within so much in another one. */
const FAR = 4
const NEAR = 0.2

/**
 * Whether a weighing looks like a slip of units: far from what is open, but about that in another unit of mass.
 * @param openKg still due, kg
 * @returns the unit that would fit, and what the step would be in it, kg
 * @example 24 oz are open, 1.5 oz were typed: in lb it would be 24 oz
 */
export function unitSlip(
  { before, after }: { before: Quantity<'mass'>; after: Quantity<'mass'> },
  openKg: number,
): { unit: string; kg: number } | undefined {
  const typed = Math.abs(toSi('mass', before) - toSi('mass', after))
  const open = Math.abs(openKg)
  if (before.unit !== after.unit || typed === 0 || open === 0) return undefined
  if (typed < FAR * open && open < FAR * typed) return undefined
  return Object.keys(unitTable('mass'))
    .map((unit) => ({ unit, kg: Math.abs(anyToSi('mass', { value: before.value - after.value, unit })) }))
    .find(({ unit, kg }) => unit !== before.unit && Math.abs(kg - open) <= NEAR * open)
}
