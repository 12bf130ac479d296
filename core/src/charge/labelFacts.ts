import type { FactsPatch } from '../facts/unitFacts'
import { acrTubes } from './tube'
import { allowanceFor, type ModelLabel } from '../label/modelLabel'

/**
 * What a model's label says of a unit that it is taken for: only what it says.
 * @param tubeName of the liquid line, where it is known: a label may give an allowance for each
 */
export function labelFacts(label: ModelLabel, tubeName?: string): FactsPatch {
  const tube = acrTubes.find((t) => t.name === tubeName)
  const [only, ...more] = label.allowances ?? []
  const allowance = tube ? allowanceFor(label, tube.outsideDiameterM) : more.length === 0 ? only?.allowance : undefined
  return {
    model: label.name,
    ...(label.refrigerant ? { refrigerant: label.refrigerant } : {}),
    ...(label.metering ? { metering: label.metering } : {}),
    ...(label.mode ? { mode: label.mode } : {}),
    ...(label.charge ? { labelCharge: label.charge } : {}),
    ...(label.includedLength ? { includedLength: label.includedLength } : {}),
    ...(allowance ? { allowance } : {}),
  }
}
