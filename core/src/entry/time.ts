import type { LogItem } from './entry'

/** When it happened, by the time that the lead may have corrected; ms since 1970. */
export function timeOf({ entry }: LogItem): number {
  const kept = times.get(entry)
  if (kept !== undefined) return kept
  const ms = Date.parse(entry.at)
  times.set(entry, ms)
  return ms
}
/** an entry never changes, and its time is asked for again and again */
const times = new WeakMap<LogItem['entry'], number>()

/** In the order of their own times; what happened at once stays in the log's order. */
export function byTime<T extends LogItem>(items: readonly T[]): T[] {
  const isInOrder = items.every((item, i) => i === 0 || timeOf(items[i - 1]!) <= timeOf(item))
  return isInOrder ? [...items] : [...items].sort((a, b) => timeOf(a) - timeOf(b))
}

/** When the last of them happened; undefined where there is none. */
export const lastTime = (items: readonly LogItem[]): number | undefined =>
  items.length === 0 ? undefined : Math.max(...items.map(timeOf))
