import type { LogItem } from '../entry/entry'
import type { ReturnVisit } from '../entry/startUp'
import { byTime, timeOf } from '../entry/time'
import type { UnitRecord } from '../log/fold'
import type { JudgedItem } from './judgedReadings'

/** The return visit that is still open: the last one promised, unless a settled reading came out In after it. */
export function openReturnVisit(
  { items }: UnitRecord,
  readings: readonly JudgedItem[],
): LogItem<ReturnVisit> | undefined {
  const promised = byTime(items.returnVisit).at(-1)
  if (!promised) return undefined
  const kept = readings.some((r) => r.settled && r.judged.verdict === 'in' && timeOf(r.item) > timeOf(promised))
  return kept ? undefined : promised
}
