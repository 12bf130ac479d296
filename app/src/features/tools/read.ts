import { entryProblemWords, parseProblemWords } from '@zetesis/contract'
import { elevationLimitsM, parseQuantity, toSi, type Dimension, type UnitOf, type UnitSystem } from '@zetesis/core'
import { assumedUnit, type QuantityText } from '@/ui/QuantityField'

export interface ReadField {
  readonly si?: number
  /** as typed, for an entry */
  readonly quantity?: { readonly value: number; readonly unit: string }
  /** what can't be read; nothing for an empty field */
  readonly problem?: string
}

/** A tool's field: its value in SI, or the sentence for it. */
export function readField(dimension: Dimension, value: QuantityText, system: UnitSystem): ReadField {
  if (value.text.trim() === '') return {}
  const parsed = parseQuantity(value.text, dimension, assumedUnit(dimension, value, system) as UnitOf<Dimension>)
  if (!parsed.ok) return { problem: parseProblemWords(parsed.problem) }
  const si = toSi(dimension, parsed.quantity)
  if (dimension === 'elevation' && (si < elevationLimitsM.low || si > elevationLimitsM.high)) {
    return { problem: entryProblemWords({ code: 'elevationOutside', path: '' }, system) }
  }
  return { si, quantity: parsed.quantity }
}
