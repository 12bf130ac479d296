import type { Entry } from '../entry/entry'
import { fold, type UnitRecord } from '../log/fold'
import type { ChargeVerdict } from '../tuning/judgeCharge'
import { summarise, type UnitSummary } from './summary'

/** What a unit's verdict was, and what it becomes. */
export interface VerdictMove {
  readonly before: ChargeVerdict
  readonly after: ChargeVerdict
}

/** What an entry would make of a unit's verdict, without writing it: what a page warns with before a correction. */
export function verdictMove(
  record: UnitRecord,
  entry: Entry,
  options: { nowMs: number; jobElevationM?: number },
): VerdictMove {
  const after = fold(record, { seq: null, author: { id: '', name: '' }, entry })
  return { before: summarise(record, options).verdict, after: summarise(after, options).verdict }
}

/** Heights closer than this are the same one, typed in feet and metres. */
const SAME_HEIGHT_M = 0.5

/** Whether a unit's pressures go by its job's elevation, so that a correction of that is meant for it, too: it has none of its own, or the job's. */
export function followsJob(
  { sealed, archived, ownElevationM }: Pick<UnitSummary, 'sealed' | 'archived' | 'ownElevationM'>,
  jobElevationM: number,
): boolean {
  if (sealed || archived) return false
  return ownElevationM === undefined || Math.abs(ownElevationM - jobElevationM) < SAME_HEIGHT_M
}
