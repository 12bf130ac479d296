import { acrTubes, allowanceFor, labelGives, type ModelLabel } from '@zetesis/core'
import { quantityText } from '@/ui/quantityInput'
import type { PrepareInput } from './form'

/** What a model's label fills into the form: only what it says. A typed target gives way where the label's own lookup replaces it. */
export function fromLabel(label: ModelLabel, liquidLine: string | undefined): Partial<PrepareInput> {
  const tube = acrTubes.find((t) => t.name === liquidLine)
  const [only, ...more] = label.allowances ?? []
  const allowance = tube ? allowanceFor(label, tube.outsideDiameterM) : more.length === 0 ? only?.allowance : undefined
  return {
    model: label.name,
    ...(label.refrigerant ? { refrigerant: label.refrigerant } : {}),
    ...(label.metering ? { metering: label.metering } : {}),
    ...(label.mode ? { mode: label.mode } : {}),
    ...(label.charge ? { labelCharge: quantityText(label.charge) } : {}),
    ...(label.includedLength ? { includedLength: quantityText(label.includedLength) } : {}),
    ...(allowance ? { allowance: quantityText(allowance) } : {}),
    ...(labelGives(label, 'subcooling') ? { targetSubcooling: { text: '' } } : {}),
    ...(labelGives(label, 'superheat') ? { superheatSource: undefined } : {}),
    ...(label.subcoolingTolerance ? { subcoolingTolerance: { text: '' } } : {}),
    ...(label.superheatTolerance ? { superheatTolerance: { text: '' } } : {}),
  }
}
