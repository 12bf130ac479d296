import type { AnyStageEntry } from '../../entry/anyStage'
import { isInRecord, isStrikable, type UnitRecord } from '../../log/fold'
import { nothing, refused, type Checks } from './asked'
import type { EntryProblem } from './problem'

export const anyStageChecks: Checks<AnyStageEntry['kind']> = {
  note: nothing,
  gatePassed: ({ stage }, asked) => (stage === 'prepare' ? refused(asked) : []),
  struck: ({ strikes }, { record }) => checkStrike(record, strikes),
}

function checkStrike(record: UnitRecord, id: string): EntryProblem[] {
  if (!isInRecord(record, id) || record.strikes[id]) return [{ code: 'unknownEntry', path: 'strikes' }]
  const target = Object.values(record.items)
    .flat()
    .find((item) => item.entry.id === id)
  return target && !isStrikable(target.entry) ? [{ code: 'cannotStrike', path: 'strikes' }] : []
}
