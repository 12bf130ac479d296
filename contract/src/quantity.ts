import { unitTable, type Dimension, type Quantity, type UnitOf } from '@zetesis/core'
import { z } from 'zod'

/** A value as typed: a finite number and a unit of the right kind. */
export function quantity<D extends Dimension>(dimension: D) {
  const units = Object.keys(unitTable(dimension)) as [UnitOf<D>, ...UnitOf<D>[]]
  return z.strictObject({
    value: z.number({ error: 'Type a number.' }).min(-1e9).max(1e9),
    unit: z.enum(units, { error: `Give the unit: ${units.join(', ')}.` }),
  }) as unknown as z.ZodType<Quantity<D>>
}

/** Text that a person typed: trimmed, bounded, without characters that no store or paper takes. */
export const text = (max: number, min = 0) =>
  z
    .string()
    .trim()
    .min(min, min === 1 ? 'Write something here.' : `At least ${min} letters.`)
    .max(max, `At most ${max} letters.`)
    .regex(/^[^\u0000-\u0008\u000b\u000c\u000e-\u001f\ud800-\udfff]*$/u, 'Leave out control characters.')
