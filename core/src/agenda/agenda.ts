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

/** Ended waits come first (something is standing there, ready), then failures, then the unit furthest along. */
const urgency: Record<string, number> = {
  readPressure: 0,
  pumpAgain: 0,
  readGauge: 0,
  takeReading: 0,
  sign: 1,
  pressureFailed: 2,
  pressureClose: 2,
  decayFailed: 2,
  decayClose: 2,
  readingOut: 2,
  readingClose: 2,
}

/** What waits and what could be done next across units. Waiting, sealed and refused units ask for nothing. */
export function agenda(units: readonly AgendaUnit[], nowMs: number): Agenda {
  const current = units.map(({ unitId, summary }) => ({ unitId, tag: summary.tag, summary: summaryAt(summary, nowMs) }))
  const waits = current
    .flatMap(({ unitId, tag, summary }) => summary.waits.map((wait) => ({ unitId, tag, wait })))
    .filter(({ wait }) => wait.endsMs > nowMs)
    .sort((a, b) => a.wait.endsMs - b.wait.endsMs)
  const idle = ['pressureHolds', 'nitrogenStands', 'holdRunning', 'settling', 'nothing', 'refused']
  const rank = (s: UnitSummary) => urgency[s.need.code] ?? 3
  const progress = (s: UnitSummary) => s.stages.filter((x) => x.state === 'done' || x.state === 'bypassed').length
  const todo = current
    .filter(({ summary }) => !idle.includes(summary.need.code))
    .sort(
      (a, b) =>
        rank(a.summary) - rank(b.summary) || progress(b.summary) - progress(a.summary) || (a.tag < b.tag ? -1 : 1),
    )
  return { waits, todo }
}
