import { assessSuitability } from '../../conversion/assessSuitability'
import { orificeThousandths } from '../../conversion/orifice'
import type { ConversionEntry, DeviceFitted } from '../../entry/conversion'
import type { UnitFacts } from '../../facts/unitFacts'
import { toSi } from '../../quantity/unit'
import { usualOil } from '../../conversion/oil'
import { usualConditions } from '../../conversion/usualConditions'
import { refused, type Asked, type Checks } from './asked'
import { positive, type EntryProblem } from './problem'

const SHORTEST_REASON = 3
const converted = ({ here }: Asked): EntryProblem[] =>
  here.facts.work === 'conversion' ? [] : [{ code: 'notConversion', path: '' }]
const said = (words: string | undefined, path: string): EntryProblem[] =>
  (words?.trim().length ?? 0) < SHORTEST_REASON ? [{ code: 'wordsMissing', path }] : []

export const conversionChecks: Checks<ConversionEntry['kind']> = {
  conversionWhy: ({ cause, words }, asked) => [...converted(asked), ...(cause === 'other' ? said(words, 'words') : [])],
  candidateChosen: (entry, asked) => [
    ...converted(asked),
    ...said(entry.reason, 'reason'),
    ...(isCharged(asked) ? [{ code: 'alreadyCharged', path: 'refrigerant' } as const] : []),
    ...refusedCandidate(entry.refrigerant, asked.here.facts, asked),
  ],
  refitted: ({ done, words }, asked) => [...converted(asked), ...(done ? [] : said(words, 'words'))],
  deviceFitted: (entry, asked) => [...converted(asked), ...checkDevice(entry)],
  pumpedDown: ({ suctionPressure }, asked) => [
    ...converted(asked),
    ...(toSi('gaugePressure', suctionPressure) < 0
      ? [{ code: 'pumpedIntoVacuum', path: 'suctionPressure' } as const]
      : []),
  ],
  relabelled: ({ name, charge, oldCrossedOut }, asked) => [
    ...converted(asked),
    ...refused(asked),
    ...said(name, 'name'),
    ...positive('mass', charge, 'charge'),
    ...(oldCrossedOut ? [] : [{ code: 'oldLabelStands', path: 'oldCrossedOut' } as const]),
    ...(isCharged(asked) ? [] : [{ code: 'notCharged', path: '' } as const]),
  ],
  conversionLeft: ({ reason }, asked) => [...converted(asked), ...said(reason, 'reason')],
  turnedBack: ({ reason }, asked) => [
    ...converted(asked),
    ...said(reason, 'reason'),
    ...(asked.record.items.candidateChosen.length > 0 ? [] : [{ code: 'nothingToTurnBack', path: '' } as const]),
  ],
}

/** The new refrigerant is in it. */
const isCharged = ({ record }: Asked): boolean => record.items.weighed.some(({ entry }) => entry.direction === 'add')

function refusedCandidate(
  candidate: NonNullable<UnitFacts['refrigerant']>,
  facts: UnitFacts,
  { here }: Asked,
): EntryProblem[] {
  const from = facts.oldRefrigerant
  if (!from) return [{ code: 'noOldRefrigerant', path: 'refrigerant' }]
  const plate = facts.highSideDesign ?? here.label?.highSideDesign
  const { stop } = assessSuitability({
    oldRefrigerant: from,
    candidate,
    equipment: {
      ...(facts.builtFor ? { builtFor: facts.builtFor } : {}),
      ...(plate ? { highSideDesignPa: toSi('gaugePressure', plate) } : {}),
      oil: facts.oil ?? usualOil(from),
    },
    conditions: usualConditions(here.method),
    profile: here.method,
  })
  return stop ? [{ code: 'refusedStop', path: 'refrigerant', refusal: stop }] : []
}

function checkDevice({ device, was, bore, lengthWas, length, bulb }: DeviceFitted): EntryProblem[] {
  const size = (path: 'was' | 'bore', q: typeof bore): EntryProblem[] =>
    q === undefined || orificeThousandths(toSi('bore', q)) !== undefined ? [] : [{ code: 'notAnOrifice', path }]
  if (device === 'piston')
    return [
      ...size('was', was),
      ...size('bore', bore),
      ...(bore ? [] : [{ code: 'boreMissing', path: 'bore' } as const]),
    ]
  if (device === 'capillary')
    return [
      ...(lengthWas ? positive('length', lengthWas, 'lengthWas') : []),
      ...(length ? positive('length', length, 'length') : [{ code: 'lengthMissing', path: 'length' } as const]),
    ]
  return bulb ? [] : [{ code: 'bulbMissing', path: 'bulb' }]
}
