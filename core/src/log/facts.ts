import { elevationLimitsM } from '../air/atmosphere'
import { conversionRefusal, type ConversionRefusal } from '../conversion/suitability'
import type { ModelLabel } from '../label/modelLabel'
import type { MethodProfile } from '../method/profile'
import { toSi } from '../quantity/unit'
import type { UnitFacts } from './entry'
import type { UnitRecord } from './fold'

/** The unit's facts: every patch laid over the ones before, in the order of the log. */
export function unitFacts(record: UnitRecord): UnitFacts {
  const facts: Record<string, unknown> = {}
  const opened = record.items.opened[0]
  if (opened) facts.tag = opened.entry.tag
  for (const { entry } of record.items.facts) {
    for (const [key, value] of Object.entries(entry.facts)) {
      if (value === null) delete facts[key]
      else if (value !== undefined) facts[key] = value
    }
  }
  return facts as UnitFacts
}

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
  const asked: [MissingFact, boolean][] = [
    ['work', true],
    ['mode', true],
    ['refrigerant', true],
    ['oldRefrigerant', conversion],
    ['recovered', conversion],
    ['metering', true],
    ['labelCharge', true],
    ['lineLength', true],
    ['includedLength', true],
    ['liquidLine', facts.allowance === undefined],
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

/** Why this unit must not be converted, where it must not: by refrigerants, by the plate's design pressure where its label says it. */
export function refusalOf(
  { work, oldRefrigerant, refrigerant }: UnitFacts,
  { label, method }: { label?: ModelLabel; method?: MethodProfile } = {},
): ConversionRefusal | undefined {
  if (work !== 'conversion' || !oldRefrigerant || !refrigerant) return undefined
  const design = label?.highSideDesign
  return conversionRefusal({
    from: oldRefrigerant,
    to: refrigerant,
    ...(design ? { highSideDesignPa: toSi('gaugePressure', design) } : {}),
    ...(method ? { profile: method } : {}),
  })
}

/** Limit and length of the decay hold by the method in force, for new or for older work. */
export function decayTerms(facts: Pick<UnitFacts, 'work'>, method: MethodProfile) {
  const old = facts.work === 'retrofit' || facts.work === 'conversion'
  const limit = old ? method.decayLimitOldPa : method.decayLimitNewPa
  const hold = method.decayHoldS
  return { limitPa: limit.si, limitSource: limit.source, holdS: hold.si, holdSource: hold.source }
}

/** The unit's own elevation, else the job site's, else sea level. */
export function siteElevationM(facts: UnitFacts, jobElevationM = 0): number {
  const elevation = facts.elevation ? toSi('elevation', facts.elevation) : jobElevationM
  return Math.min(Math.max(elevation, elevationLimitsM.low), elevationLimitsM.high)
}
