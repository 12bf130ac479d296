import { needTraits } from '../run/need'
import type { Wait } from '../run/waits'
import { summaryAt, type UnitSummary } from './summary'

export interface AgendaUnit {
  readonly unitId: string
  readonly summary: UnitSummary
}

export interface Agenda {
  /** running waits, the next to end first */
  readonly waits: readonly { readonly unitId: string; readonly tag: string; readonly wait: Wait }[]
  /** units that a hand could move on now, the most urgent first */
  readonly todo: readonly { readonly unitId: string; readonly tag: string; readonly summary: UnitSummary }[]
}

/** What waits and what could be done next across units, by `needTraits`; of equal urgency the unit furthest along. */
export function agenda(units: readonly AgendaUnit[], nowMs: number): Agenda {
  const current = units.map(({ unitId, summary }) => ({ unitId, tag: summary.tag, summary: summaryAt(summary, nowMs) }))
  const waits = current
    .flatMap(({ unitId, tag, summary }) => summary.waits.map((wait) => ({ unitId, tag, wait })))
    .filter(({ wait }) => wait.endsMs > nowMs)
    .sort((a, b) => a.wait.endsMs - b.wait.endsMs)
  const rank = (s: UnitSummary) => needTraits[s.need.code].urgency
  const progress = (s: UnitSummary) => s.stages.filter((x) => x.state === 'done' || x.state === 'bypassed').length
  const todo = current
    .filter(({ summary }) => needTraits[summary.need.code].asks)
    .sort(
      (a, b) =>
        rank(a.summary) - rank(b.summary) || progress(b.summary) - progress(a.summary) || (a.tag < b.tag ? -1 : 1),
    )
  return { waits, todo }
}
