import { timeOf } from '../entry/time'
import type { UnitRecord } from '../log/fold'

/** Whether the log leaves gauges on a unit: it was started, read or hoses were hung on, and nobody logged them off since. */
export function gaugesOn({ items }: UnitRecord): boolean {
  const on = [...items.started, ...items.reading, ...items.hosesOn].map(timeOf)
  return on.length > 0 && Math.max(...on) > Math.max(-Infinity, ...items.cameOff.map(timeOf))
}
