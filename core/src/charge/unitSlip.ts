import { anyToSi, toSi, unitTable, type Quantity } from '../quantity/unit'

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
  if (before.unit !== after.unit || (typed < FAR * open && open < FAR * typed)) return undefined
  return Object.keys(unitTable('mass'))
    .map((unit) => ({ unit, kg: Math.abs(anyToSi('mass', { value: before.value - after.value, unit })) }))
    .find(({ kg }) => Math.abs(kg - open) < NEAR * open)
}
