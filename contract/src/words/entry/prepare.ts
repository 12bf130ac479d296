import { showTyped, type CircuitFacts, type PrepareEntry, type Quantity, type UnitFacts } from '@zetesis/core'
import { circuitText } from '../heatPump'
import { habitWords } from '../library'
import { missingWords } from '../stages'
import { valueWords } from '../values'
import type { EntryWords } from './entryWords'

/** The log's line of each kind. */
export const prepareLines: EntryWords<PrepareEntry> = {
  opened: (entry) => `Opened as ${entry.tag}`,
  handedOver: (entry) => `Check-up of ${entry.tag}, handed over ${entry.sealedAt.slice(0, 10)}`,
  moved: () => 'Moved to another job',
  archived: (entry) => `${entry.back ? 'Taken out of the archive' : 'Archived'}: ${entry.reason}`,
  facts: (entry) =>
    Object.entries(entry.facts)
      .map(
        ([key, value]) =>
          `${factWords[key as keyof UnitFacts]}: ${key === 'circuit' && value ? circuitText(value as CircuitFacts) : factText(value)}`,
      )
      .join(' · '),
  label: (entry) => `Label taken: ${entry.label.name}`,
  method: (entry) => `Method: ${entry.profile.name}${entry.reason ? `, ${entry.reason}` : ''}`,
  override: (entry) =>
    entry.quantity
      ? `${habitWords[entry.habit]} for this unit: ${showTyped(entry.quantity)}, ${entry.reason}`
      : `${habitWords[entry.habit]} back to the method: ${entry.reason}`,
}

/** A fact by its name, in a sentence. */
export const factWords: Record<keyof UnitFacts, string> = {
  ...missingWords,
  age: 'age of the machine',
  mode: 'mode',
  tag: 'tag',
  place: 'place',
  model: 'model',
  serial: 'serial number',
  stage: 'stage',
  allowance: 'allowance',
  subcoolingTolerance: 'subcooling tolerance',
  targetSuperheatReason: 'reason for the target',
  longLineReason: 'long line charged by',
  superheatTolerance: 'superheat tolerance',
  vapourLine: 'vapour-line size',
  lift: 'height between the units',
  sections: 'further sections',
  labelItems: 'label items',
  builtFor: 'built for',
  oil: 'oil in it',
  oldBore: 'bore of the orifice',
  highSideDesign: 'high-side design pressure',
  lawNote: 'law here',
  circuit: 'circuit',
  testPressure: 'highest test pressure',
  decayLimit: 'decay limit',
  decayHold: 'decay hold',
  elevation: 'elevation',
  metering: 'metering device',
  superheatSource: 'superheat target',
  instrumentClass: 'instruments that aren’t named',
}

const isQuantity = (value: unknown): value is Quantity => typeof value === 'object' && value !== null && 'unit' in value
const sectionText = (value: object): string =>
  Object.values(value)
    .map((part) => (isQuantity(part) ? showTyped(part) : String(part)))
    .join(' ')
const factText = (value: unknown): string =>
  value === null
    ? 'unknown'
    : Array.isArray(value)
      ? value.map((part) => sectionText(part as object)).join(', ') || 'none'
      : isQuantity(value)
        ? showTyped(value)
        : (valueWords[String(value)] ?? String(value))
