import type { LogItem } from '../entry/entry'
import { timeOf } from '../entry/time'
import type { Weighed } from '../entry/weighIn'
import type { UnitRecord } from '../log/fold'

/** Something that a chart over time shows as a mark. */
export interface TuningEvent {
  readonly what: 'started' | 'stepIn' | 'stepOut' | 'reading' | 'disturbed' | 'exchanged' | 'lookedInto' | 'cameOff'
  readonly atMs: number
}

/** What happened from the start on, by its own time. */
export function tuningEvents({ items }: UnitRecord): TuningEvent[] {
  const at = (what: TuningEvent['what'], list: readonly LogItem[]) => list.map((i) => ({ what, atMs: timeOf(i) }))
  const steps = items.weighed.filter((w) => w.entry.running === true)
  const isIn = (w: LogItem<Weighed>) => w.entry.direction === 'add'
  return [
    ...at('started', items.started),
    ...at('stepIn', steps.filter(isIn)),
    ...at(
      'stepOut',
      steps.filter((w) => !isIn(w)),
    ),
    ...at('reading', items.reading),
    ...at('disturbed', items.disturbed),
    ...at('exchanged', items.probesExchanged),
    ...at('lookedInto', items.lookedInto),
    ...at('cameOff', items.cameOff),
  ].sort((a, b) => a.atMs - b.atMs)
}
