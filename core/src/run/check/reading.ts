import { absolutePressurePa } from '../../air/atmosphere'
import type { UnitFacts } from '../../facts/unitFacts'
import { anyToSi, toSi } from '../../quantity/unit'
import { channelTable, readingChannels, type ReadingValues } from '../../reading/channels'
import { pressureRangePa } from '../../refrigerant/saturation'
import type { EntryProblem } from './problem'

/** What is wrong with a reading's values taken alone, with the refrigerant's data where it is known. */
export function checkReading(values: ReadingValues, facts: UnitFacts, elevationM: number): EntryProblem[] {
  if (Object.values(values).every((v) => v === undefined)) return [{ code: 'emptyReading', path: '' }]
  const problems: EntryProblem[] = []
  for (const key of readingChannels) {
    const value = values[key]
    if (value && channelTable[key].dimension === 'temperature' && anyToSi('temperature', value) <= 0)
      problems.push({ code: 'belowAbsoluteZero', path: `values.${key}` })
  }
  const { returnDryBulb, returnWetBulb, returnHumidity } = values
  if (returnHumidity) {
    const ratio = toSi('ratio', returnHumidity)
    if (!(ratio >= 0 && ratio <= 1)) problems.push({ code: 'outsideHumidity', path: 'values.returnHumidity' })
  }
  if (
    returnDryBulb &&
    returnWetBulb &&
    toSi('temperature', returnWetBulb) > toSi('temperature', returnDryBulb) + 1e-9
  ) {
    problems.push({ code: 'wetBulbAboveDryBulb', path: 'values.returnWetBulb' })
  }
  for (const key of ['staticPressure', 'voltage', 'amps', 'capacitor'] as const) {
    if ((values[key]?.value ?? 0) < 0) problems.push({ code: 'negative', path: `values.${key}` })
  }
  problems.push(...checkPressure('suctionPressure', 'dew'), ...checkPressure('liquidPressure', 'bubble'))
  return problems

  function checkPressure(key: 'suctionPressure' | 'liquidPressure', curve: 'bubble' | 'dew'): EntryProblem[] {
    const quantity = values[key]
    if (!quantity) return []
    const path = `values.${key}`
    const absolutePa = absolutePressurePa({ gaugePa: toSi('gaugePressure', quantity), elevationM })
    if (absolutePa <= 0) return [{ code: 'belowVacuum', path }]
    if (!facts.refrigerant) return []
    const { lowPa, highPa } = pressureRangePa(facts.refrigerant, curve)
    if (absolutePa >= lowPa && absolutePa <= highPa) return []
    const atmospherePa = absolutePressurePa({ gaugePa: 0, elevationM })
    return [
      {
        code: 'pressureOutsideData',
        path,
        refrigerant: facts.refrigerant,
        lowGaugePa: lowPa - atmospherePa,
        highGaugePa: highPa - atmospherePa,
      },
    ]
  }
}
