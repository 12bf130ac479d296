import { airWords, visitItemLine, zonedMs, type Job } from '@zetesis/contract'
import type { VisitSummary } from '@zetesis/core'
import { createEvents, type DateArray, type EventAttributes } from 'ics'

/** A return visit with where it is. */
export interface CalendarVisit {
  readonly unitId: string
  readonly tag: string
  readonly visit: VisitSummary
  readonly job: Pick<Job, 'name' | 'place' | 'timeZone' | 'customer'>
}

/** where nobody agreed on an hour: as long as a visit customarily takes */
const USUAL_HOURS = 2

/**
 * Return visits as an iCalendar file (RFC 5545): planned ones at their hours, others as a whole day on their latest date. What has neither is left out.
 * @param url of a unit's visit, by the unit's id
 */
export function calendarFile(
  visits: readonly CalendarVisit[],
  url: (unitId: string) => string,
): { readonly text: string; readonly left: readonly CalendarVisit[] } {
  const events = visits.flatMap((v) => eventOf(v, url(v.unitId)) ?? [])
  const left = visits.filter((v) => !v.visit.planned && v.visit.by === undefined)
  const { value, error } = createEvents(events, {
    productId: '-//Zetesis//Return visits//EN',
    calName: 'Return visits',
  })
  if (error) throw error
  return { text: value ?? '', left }
}

function eventOf({ unitId, tag, visit, job }: CalendarVisit, url: string): EventAttributes | undefined {
  const { planned, by, contact, who } = visit
  const common = {
    uid: `${visit.id}@zetesis`,
    description: [
      visit.reason,
      ...visit.items.map((item) => `- ${[visitItemLine(item), airWords(item)].filter(Boolean).join(', ')}`),
      by && `Latest ${by}`,
      (contact ?? job.customer?.contact) && `Call ${contact ?? job.customer?.contact}`,
      who && `${who} comes`,
    ]
      .filter(Boolean)
      .join('\n'),
    ...(job.place ? { location: job.place } : {}),
    url,
    categories: ['Return visit'],
    status: planned ? ('CONFIRMED' as const) : ('TENTATIVE' as const),
  }
  const what = `${tag}, ${job.name}`
  if (planned?.from) {
    const startMs = zonedMs(planned.day, planned.from, job.timeZone)
    const endMs = planned.to ? zonedMs(planned.day, planned.to, job.timeZone) : startMs + USUAL_HOURS * 3_600_000
    return {
      ...common,
      title: `Return visit ${what}`,
      start: startMs,
      startInputType: 'utc',
      startOutputType: 'utc',
      end: endMs,
      endInputType: 'utc',
      endOutputType: 'utc',
      alarms: [
        {
          action: 'display',
          description: `Return visit ${what} (${unitId.slice(0, 8)})`,
          trigger: { days: 1, before: true },
        },
      ],
    }
  }
  const day = planned?.day ?? by
  if (!day) return undefined
  const title = planned ? `Return visit ${what}` : `Latest day: return visit ${what}`
  return { ...common, title, start: day.split('-').map(Number) as unknown as DateArray, duration: { days: 1 } }
}
