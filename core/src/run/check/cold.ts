import type { ColdEntry } from '../../entry/cold'
import { coldRun } from '../coldRun'
import { notStarted, type Checks } from './asked'

export const coldChecks: Checks<ColdEntry['kind']> = {
  coldWayChosen: ({ school }, { here }) =>
    here.method.coldSchools.includes(school) || school === 'weighInOnly'
      ? []
      : [{ code: 'coldWayNotAllowed', path: 'school' }],
  covered: ({ on }, asked) => [
    ...notStarted(asked),
    ...(on === (coldRun(asked.record).cover !== undefined)
      ? [{ code: 'coveredSo' as const, path: 'on' as const }]
      : []),
  ],
}
