import type { LogItem, Reading, ReturnVisit } from './entry'
import type { UnitRecord } from './fold'

/**
 * The return visit that is still open: the last one promised, unless a settled reading came out In after it.
 * @param readings those of the log with whether they had settled and what came out
 */
export function openReturnVisit(
  { items }: UnitRecord,
  readings: readonly { readonly item: LogItem<Reading>; readonly settled: boolean; readonly in: boolean }[],
): LogItem<ReturnVisit> | undefined {
  const promised = [...items.returnVisit].sort((a, b) => a.entry.at.localeCompare(b.entry.at)).at(-1)
  if (!promised) return undefined
  const kept = readings.some((r) => r.settled && r.in && r.item.entry.at > promised.entry.at)
  return kept ? undefined : promised
}
