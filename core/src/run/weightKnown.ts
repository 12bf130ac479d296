import type { WeightKnown } from '../charge/chargeBelief'
import type { UnitRecord } from '../log/fold'
import { countedWeighings, weighingUncertaintyKg, type ChargeBalance } from './chargeBalance'
import type { InForce } from './inForce'

/** What label, line set and scale say of the charge, each with its doubt; undefined while what is right isn't known, or an emptied system wasn't filled yet. */
export function weightKnown(
  record: UnitRecord,
  { due, weighedKg }: Pick<ChargeBalance, 'due' | 'weighedKg'>,
  here: InForce,
): WeightKnown | undefined {
  const { facts, method } = here
  if (!due.ok || due.totalKg === undefined || due.labelChargeKg === undefined) return undefined
  const weighed = countedWeighings(record, here)
  const emptied = due.startShare !== undefined
  if (emptied && !weighed.some(({ entry }) => entry.direction === 'add')) return undefined
  const scaleKg = Math.hypot(...weighed.map(({ entry }) => weighingUncertaintyKg(entry, method)))
  const fillShare = (facts.work ?? 'new') === 'new' ? method.factoryChargeShare : method.unweighedShare
  const inItKg = (emptied ? 0 : due.labelChargeKg) + weighedKg
  const rightStandardKg =
    facts.work === 'conversion'
      ? method.conversionRightShare.si * due.totalKg
      : Math.hypot(
          method.rightChargeShare.si * due.labelChargeKg,
          method.allowanceShare.si * Math.abs(due.lineSet.adjustmentKg),
        )
  return {
    inItKg: Math.max(inItKg, 0),
    inItStandardKg: emptied ? scaleKg : Math.hypot(scaleKg, fillShare.si * due.labelChargeKg),
    rightKg: Math.max(due.totalKg, 0),
    rightStandardKg,
  }
}

/** Weight alone as the diagnosis takes it: shares of the right charge. */
export function weighedBeside(known: WeightKnown | undefined) {
  if (!known || !(known.rightKg > 0)) return {}
  return {
    weighedOffShare: (known.inItKg - known.rightKg) / known.rightKg,
    weighedStandardShare: Math.hypot(known.inItStandardKg, known.rightStandardKg) / known.rightKg,
  }
}
