import { byTime, timeOf } from '../entry/time'
import { isCheck } from '../facts/terms'
import type { UnitRecord } from '../log/fold'
import type { InForce } from './inForce'

/**
 * Since when it runs; undefined where it doesn't as far as the log says. One that was found running has run as long as a reading needs; once a check became a
 * retrofit that start counts no more: it was opened since.
 */
export function startedAt(record: UnitRecord, { facts, method }: InForce): number | undefined {
  const { visiting, items } = record
  const ran = isCheck(facts) || visiting !== undefined
  const start = byTime(items.started)
    .filter(({ entry }) => ran || !entry.foundRunning)
    .at(-1)
  if (!start || !isOfToday(record, timeOf(start))) return undefined
  return timeOf(start) - (start.entry.foundRunning ? method.settleAfterStartS.si * 1000 : 0)
}

/** On a return visit it begins anew: what ran, and hung on it, weeks ago tells nothing of today. */
export function isOfToday({ visiting, items }: UnitRecord, ms: number): boolean {
  const there = visiting === undefined ? undefined : byTime(items.cameBack).at(-1)
  return there === undefined || ms > timeOf(there)
}
