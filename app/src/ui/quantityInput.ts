import { outOfRangeWords, parseProblemWords } from '@zetesis/contract'
import {
  formatNumber,
  inPhysicalRange,
  parseQuantity,
  type Dimension,
  type Quantity,
  type UnitOf,
  type UnitSystem,
} from '@zetesis/core'
import { z } from 'zod'
import { assumedUnit, type QuantityText } from './QuantityField'

/** A form's schema for one quantity: text and unit in, the quantity as typed out; undefined when left empty. */
export function quantityInput<D extends Dimension>(dimension: D, system: UnitSystem, { required = false } = {}) {
  return z
    .object({ text: z.string(), unit: z.string().optional() })
    .transform((value, context): Quantity<D> | undefined => {
      if (value.text.trim() === '' && !required) return undefined
      const parsed = parseQuantity(value.text, dimension, assumedUnit(dimension, value, system) as UnitOf<D>)
      if (parsed.ok && inPhysicalRange(dimension, parsed.quantity)) return parsed.quantity
      const message = parsed.ok ? outOfRangeWords(dimension, parsed.quantity) : parseProblemWords(parsed.problem)
      context.addIssue({ code: 'custom', message })
      return z.NEVER
    })
}

/** A stored quantity back in a field, as it was typed. */
export function quantityText(quantity: { value: number; unit: string } | undefined): QuantityText {
  return quantity ? { text: String(quantity.value).replace('-', '−'), unit: quantity.unit } : { text: '' }
}

export const percent = (share: number) => `${formatNumber(share * 100, 0)} %`
