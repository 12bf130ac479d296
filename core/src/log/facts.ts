import { elevationLimitsM } from '../air/atmosphere'
import { conversionRefusal, type ConversionRefusal } from '../conversion/suitability'
import { customaryProfile, type MethodProfile } from '../method/profile'
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
  | 'targetSubcooling'
  | 'superheatSource'
  | 'targetSuperheat'

/** What is still unknown, in the order of the form; nothing here blocks, it says what to ask and where it will matter. */
export function missingFacts(facts: UnitFacts): MissingFact[] {
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
    ['targetSubcooling', facts.metering === 'expansionValve'],
    ['superheatSource', facts.metering === 'fixedOrifice'],
    ['targetSuperheat', facts.metering === 'fixedOrifice' && facts.superheatSource === 'typed'],
  ]
  return asked.filter(([key, applies]) => applies && facts[key] === undefined).map(([key]) => key)
}

/** Why this unit must not be converted, where it must not. */
export function refusalOf({ work, oldRefrigerant, refrigerant }: UnitFacts): ConversionRefusal | undefined {
  if (work !== 'conversion' || !oldRefrigerant || !refrigerant) return undefined
  return conversionRefusal({ from: oldRefrigerant, to: refrigerant })
}

/** Limit and length of the decay hold: the unit's own, else the profile's for new or older work. */
export function decayTerms(facts: UnitFacts, profile: MethodProfile = customaryProfile) {
  const old = facts.work === 'retrofit' || facts.work === 'conversion'
  const habit = old ? profile.decayLimitOldPa : profile.decayLimitNewPa
  return {
    limitPa: facts.decayLimit ? toSi('vacuum', facts.decayLimit) : habit.si,
    limitSource: facts.decayLimit ? 'set for this unit' : habit.source,
    holdS: facts.decayHold ? toSi('duration', facts.decayHold) : profile.decayHoldS.si,
    holdSource: facts.decayHold ? 'set for this unit' : profile.decayHoldS.source,
  }
}

/** The unit's own elevation, else the job site's, else sea level. */
export function siteElevationM(facts: UnitFacts, jobElevationM = 0): number {
  const elevation = facts.elevation ? toSi('elevation', facts.elevation) : jobElevationM
  return Math.min(Math.max(elevation, elevationLimitsM.low), elevationLimitsM.high)
}
