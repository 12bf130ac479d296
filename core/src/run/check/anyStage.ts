import type { AnyStageEntry } from '../../entry/anyStage'
import { isInRecord, isStrikable, type UnitRecord } from '../../log/fold'
import { requestsOf } from '../requests'
import { nothing, refused, type Checks } from './asked'
import type { EntryProblem } from './problem'

export const anyStageChecks: Checks<AnyStageEntry['kind']> = {
  note: nothing,
  gatePassed: ({ stage }, asked) => (stage === 'prepare' ? refused(asked) : []),
  struck: ({ strikes }, { whole }) => checkStrike(whole, strikes),
  asked: ({ what, stage }, asked) => {
    if ((what === 'gate') !== (stage !== undefined)) return [{ code: 'whichGate', path: 'stage' }]
    if (stage === 'prepare') return refused(asked)
    return []
  },
  answered: ({ asks }, asked) => {
    const request = requestsOf(asked.record).find((r) => r.ask.entry.id === asks)
    if (!request) return [{ code: 'unknownRequest', path: 'asks' }]
    if (request.answer) return [{ code: 'answeredBefore', path: 'asks', by: request.answer.author.name }]
    return request.ask.entry.stage === 'prepare' ? refused(asked) : []
  },
}

function checkStrike(record: UnitRecord, id: string): EntryProblem[] {
  if (!isInRecord(record, id) || record.strikes[id]) return [{ code: 'unknownEntry', path: 'strikes' }]
  const before = record.atSeal && Object.values(record.atSeal).flat()
  if (before?.some((item) => item.entry.id === id)) return [{ code: 'sealedBefore', path: 'strikes' }]
  const target = Object.values(record.items)
    .flat()
    .find((item) => item.entry.id === id)
  return target && !isStrikable(target.entry) ? [{ code: 'cannotStrike', path: 'strikes' }] : []
}
