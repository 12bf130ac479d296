import type { CylinderMovement } from '../charge/balanceCylinder'
import { timeOf } from '../entry/time'
import type { UnitRecord } from '../log/fold'
import { toSi } from '../quantity/unit'
import { refrigerantOut, stepKg, weighingUncertaintyKg } from '../run/chargeBalance'
import { inForce } from '../run/inForce'

/** What a unit's weighings did to cylinders of the book, for the book. */
export function unitMovements(record: UnitRecord, unitId: string) {
  const { facts, method } = inForce(record)
  const { refrigerant } = facts
  return record.items.weighed.flatMap((item): UnitMovement[] => {
    const { entry, author } = item
    const { vessel } = entry
    if (!vessel) return []
    const tareKg = toSi('mass', vessel.tare)
    const [before, after] = [toSi('mass', entry.before), toSi('mass', entry.after)]
    // a mere difference says nothing of what is in the cylinder; a scale set to zero with it on shows less than the cylinder alone weighs
    const whole =
      !entry.net && Math.max(before, after) > tareKg && Math.min(before, after) > method.wholeCylinderShare.si * tareKg
    const out =
      entry.direction === 'remove' ? refrigerantOut(record, timeOf(item)) : (vessel.refrigerant ?? refrigerant)
    return [
      {
        id: entry.id,
        atMs: Date.parse(entry.at),
        kind: entry.direction === 'add' ? 'charged' : 'recovered',
        kg: -stepKg(entry),
        standardUncertaintyKg: weighingUncertaintyKg(entry, method),
        ...(out ? { refrigerant: out } : {}),
        ...(whole ? { beforeKg: before - tareKg, afterKg: after - tareKg } : {}),
        unitId,
        cylinderId: vessel.id,
        by: author.name,
      },
    ]
  })
}

export interface UnitMovement extends CylinderMovement {
  readonly cylinderId: string
  readonly by: string
}
