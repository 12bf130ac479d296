import { takesRecovered, type Cylinder } from '../../charge/cylinder'
import { recoveryFillLimitKg } from '../../charge/recoveryFillLimit'
import type { HoseLeft, Weighed, WeighInEntry } from '../../entry/weighIn'
import type { UnitRecord } from '../../log/fold'
import type { MethodProfile } from '../../method/profile'
import { toSi } from '../../quantity/unit'
import type { Refrigerant } from '../../refrigerant/refrigerants'
import { refrigerantOut, weighingUncertaintyKg } from '../chargeBalance'
import { inForce } from '../inForce'
import { refused, type BookedKg, type Checks } from './asked'
import { positive, type EntryProblem, type WeighedProblem } from './problem'

export const weighInChecks: Checks<WeighInEntry['kind']> = {
  weighed: (entry, asked) => [
    ...(entry.direction === 'add' ? refused(asked) : []),
    ...checkWeighed(asked.record, entry, asked.booked),
  ],
  hoseLeft: checkHose,
}

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
  const { facts, method } = inForce(record)
  const wants = facts.refrigerant
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

function checkHose({ bore, length, temperature, mass }: HoseLeft): EntryProblem[] {
  return [
    ...positive('tube', bore, 'bore'),
    ...positive('length', length, 'length'),
    ...positive('temperature', temperature, 'temperature'),
    ...(toSi('mass', mass) < 0 ? [{ code: 'negative', path: 'mass' } as const] : []),
  ]
}
