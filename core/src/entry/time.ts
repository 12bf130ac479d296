import type { LogItem } from './entry'

/** When it happened, by the time that the lead may have corrected; ms since 1970. */
export const timeOf = (item: LogItem): number => Date.parse(item.entry.at)

/** In the order of their own times; what happened at once stays in the log's order. */
export const byTime = <T extends LogItem>(items: readonly T[]): T[] => [...items].sort((a, b) => timeOf(a) - timeOf(b))

/** When the last of them happened; undefined where there is none. */
export const lastTime = (items: readonly LogItem[]): number | undefined =>
  items.length === 0 ? undefined : Math.max(...items.map(timeOf))
