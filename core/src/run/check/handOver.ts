import type { HandOverEntry } from '../../entry/handOver'
import { passableStages, type PassableStage } from '../../entry/stage'
import { isCheck } from '../../facts/terms'
import { hasInk } from '../../log/seal'
import { unitView } from '../unitView'
import { isFinal, wasRead } from '../judgedReadings'
import { gatesClosed, uncovered, type Asked, type Checks } from './asked'
import type { EntryProblem } from './problem'

export const handOverChecks: Checks<HandOverEntry['kind']> = {
  sealed: ({ signature }, asked) => [
    ...(hasInk(signature) ? [] : [{ code: 'emptySignature', path: 'signature' } as const]),
    ...uncovered(asked),
    ...gatesClosed(asked, toFinish(asked)),
    ...visitMissing(asked),
  ],
  amendment: ({ visitId, name, signature }, asked) => {
    const { record } = asked
    if (record.items.sealed.length === 0) return [{ code: 'notSealed', path: '' }]
    if (visitId === undefined) return []
    // closes a visit again: whoever was there signs, and leaves nothing covered
    if (record.visiting !== visitId) return [{ code: 'notVisiting', path: 'visitId' }]
    return [
      ...((name ?? '').trim() === '' ? [{ code: 'nameMissing', path: 'name' } as const] : []),
      ...(hasInk(signature ?? []) ? [] : [{ code: 'emptySignature', path: 'signature' } as const]),
      ...uncovered(asked),
    ]
  },
}

/** A check is done once it was read, whatever it found: what is left as it is stands on its paper. */
function toFinish({ whole, here, nowMs, jobElevationM }: Asked): readonly PassableStage[] {
  if (!isCheck(here.facts)) return passableStages
  return wasRead(unitView(whole, { nowMs, jobElevationM })) ? [] : ['startUp']
}

/** What was come to in the cold is provisional: it is handed over with the visit that makes it final, or with the reason why none is needed. */
function visitMissing({ whole, nowMs, jobElevationM }: Asked): EntryProblem[] {
  const { cold, visit, reading } = unitView(whole, { nowMs, jobElevationM })
  return cold.chosen && !visit && !(reading && isFinal(reading)) ? [{ code: 'visitMissing', path: '' }] : []
}
