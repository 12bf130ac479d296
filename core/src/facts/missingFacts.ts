import type { ModelLabel } from '../label/modelLabel'
import { isCheck } from './terms'
import type { UnitFacts } from './unitFacts'

export type MissingFact =
  | 'work'
  | 'mode'
  | 'refrigerant'
  | 'oldRefrigerant'
  | 'recovered'
  | 'metering'
  | 'labelCharge'
  | 'includedLength'
  | 'lineLength'
  | 'liquidLine'
  | 'orientation'
  | 'indoorModel'
  | 'targetSubcooling'
  | 'superheatSource'
  | 'targetSuperheat'

/** What is still unknown, in the order of the form; nothing here blocks, it says what to ask and where it will matter. */
export function missingFacts(facts: UnitFacts, label?: ModelLabel): MissingFact[] {
  const conversion = facts.work === 'conversion'
  // a running machine is judged by its readings: what a charge is reckoned from isn't asked for
  const whole = !isCheck(facts)
  const asked: [MissingFact, boolean][] = [
    ['work', true],
    ['mode', whole],
    // of a conversion it is chosen later, among candidates held side by side
    ['refrigerant', !conversion],
    ['oldRefrigerant', conversion],
    ['metering', true],
    ['labelCharge', whole],
    ['lineLength', whole],
    ['includedLength', whole],
    ['liquidLine', whole && facts.allowance === undefined],
    ['orientation', label?.tables?.some((t) => t.rows.some((row) => row.orientation)) ?? false],
    ['indoorModel', asksForIndoor(label)],
    ['targetSubcooling', facts.metering === 'expansionValve' && !labelGives(label, 'subcooling')],
    ['superheatSource', facts.metering === 'fixedOrifice' && !labelGives(label, 'superheat')],
    ['targetSuperheat', facts.metering === 'fixedOrifice' && facts.superheatSource === 'typed'],
  ]
  return asked.filter(([key, applies]) => applies && facts[key] === undefined).map(([key]) => key)
}

const sheetGives = { superheat: ['superheatGrid'], subcooling: ['subcoolingCurve', 'requiredLine'] } as const

/** Whether a label holds a target in cooling for this quantity, whatever it is looked up by. */
export function labelGives(label: ModelLabel | undefined, quantity: 'superheat' | 'subcooling'): boolean {
  const shapes: readonly string[] = sheetGives[quantity]
  return (
    (label?.tables?.some((t) => t.quantity === quantity && t.rows.some((row) => row.cooling)) ?? false) ||
    (label?.sheets?.some((s) => s.mode === 'cooling' && shapes.includes(s.shape)) ?? false)
  )
}

/** Only where every line of what the label gives is for a particular indoor unit. */
function asksForIndoor(label: ModelLabel | undefined): boolean {
  const lines = [...(label?.tables?.flatMap((t) => t.rows) ?? []), ...(label?.sheets ?? [])]
  return lines.length > 0 && lines.every((line) => line.indoor)
}
