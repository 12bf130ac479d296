import { labelFacts, labelGives, type ModelLabel } from '@zetesis/core'
import { quantityText } from '@/ui/quantityInput'
import type { PrepareInput } from './form'

/** What a model's label fills into the form: only what it says. A typed target gives way where the label's own lookup replaces it. */
export function fromLabel(label: ModelLabel, liquidLine: string | undefined): Partial<PrepareInput> {
  const facts = Object.entries(labelFacts(label, liquidLine))
  return {
    ...Object.fromEntries(
      facts.map(([key, said]) => [key, typeof said === 'object' && said ? quantityText(said as never) : said]),
    ),
    ...(labelGives(label, 'subcooling') ? { targetSubcooling: { text: '' } } : {}),
    ...(labelGives(label, 'superheat') ? { superheatSource: undefined } : {}),
    ...(label.subcoolingTolerance ? { subcoolingTolerance: { text: '' } } : {}),
    ...(label.superheatTolerance ? { superheatTolerance: { text: '' } } : {}),
  }
}
