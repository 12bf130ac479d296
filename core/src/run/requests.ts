import type { GatePassed, LeadAnswered, LeadAsked } from '../entry/anyStage'
import type { LogItem } from '../entry/entry'
import type { UnitRecord } from '../log/fold'
import { isSealed } from '../log/seal'

/** What a lead was asked, with the answer where there is one. */
export interface LeadRequest {
  readonly ask: LogItem<LeadAsked>
  readonly answer?: LogItem<LeadAnswered>
  /** a step that was granted and made: another one is asked for anew */
  readonly used: boolean
}

/** Everything that a lead was asked on this unit, in the log's order. Of two answers to one request the first counts. */
export function requestsOf({ items }: UnitRecord): LeadRequest[] {
  return items.asked.map((ask) => {
    const { id } = ask.entry
    const answer = items.answered.find((a) => a.entry.asks === id)
    return { ask, ...(answer ? { answer } : {}), used: items.weighed.some((w) => w.entry.despite?.granted === id) }
  })
}

/** Those without an answer; on a sealed unit nothing is asked any more. */
export const openRequests = (record: UnitRecord): LeadRequest[] =>
  isSealed(record) ? [] : requestsOf(record).filter((request) => !request.answer)

/** Gates that a lead granted, as gates passed by that lead with the reason of whoever asked. */
export const grantedGates = (record: UnitRecord): LogItem<GatePassed>[] =>
  requestsOf(record).flatMap(({ ask, answer }) => {
    const { stage, reason } = ask.entry
    if (!answer?.entry.granted || !stage) return []
    const { v, id, at, writtenAt } = answer.entry
    const asked = `${reason} (asked by ${ask.author.name})`
    return { ...answer, entry: { v, id, at, writtenAt, kind: 'gatePassed', stage, reason: asked } }
  })
