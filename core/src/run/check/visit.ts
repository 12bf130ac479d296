import { isReason } from '../../facts/reason'
import type { AirWindow, ReturnVisit, VisitEntry } from '../../entry/visit'
import { isSealed } from '../../log/seal'
import { toSi } from '../../quantity/unit'
import { unitView } from '../unitView'
import { itemsOf, type VisitRun } from '../visitRun'
import type { Asked, Checks } from './asked'
import type { EntryProblem } from './problem'

export const visitChecks: Checks<VisitEntry['kind']> = {
  // after a seal only a visit that is still open may be promised anew
  returnVisit: (entry, asked) => [
    ...(asked.record.atSeal && !visitOf(asked)?.open ? [{ code: 'noVisit', path: '' } as const] : []),
    ...checkPromise(entry),
    ...lost(entry, visitOf(asked)),
  ],
  visitPlanned: ({ visitId, day, from, to, at }, asked) => [
    ...openVisit(asked, visitId),
    ...(isGone(day, at) ? [{ code: 'dateGone', path: 'day' } as const] : []),
    ...(from !== undefined && to !== undefined && to <= from ? [{ code: 'hoursTurned', path: 'to' } as const] : []),
  ],
  cameBack: ({ visitId }, asked) =>
    asked.record.visiting === undefined ? openVisit(asked, visitId) : [{ code: 'alreadyThere', path: 'visitId' }],
  visitItemClosed: ({ visitId, item, how, words }, asked) => {
    const missing = openVisit(asked, visitId)
    if (missing.length > 0) return missing
    const view = visitOf(asked)?.items[item]
    if (view?.state !== 'open') return [{ code: 'itemClosed', path: 'item' }]
    if (how === 'done' && view.item.what !== 'other') return [{ code: 'needsEvidence', path: 'item' }]
    return how === 'notNeeded' && !isReason(words) ? [{ code: 'wordsMissing', path: 'words' }] : []
  },
}

const visitOf = ({ whole, nowMs, jobElevationM }: Asked): VisitRun | undefined =>
  unitView(whole, { nowMs, jobElevationM }).visit

/** The visit that was promised last, and something of it open; one that is there already is still the one. */
function openVisit(asked: Asked, visitId: string): EntryProblem[] {
  const visit = visitOf(asked)
  const is = visit?.promise.entry.id === visitId && (visit.open || !isSealed(asked.record))
  return is ? [] : [{ code: 'noVisit', path: 'visitId' }]
}

/** Gone by everywhere: the last zones to begin a day are twelve hours behind. */
const isGone = (day: string, at: string) => day < new Date(Date.parse(at) - 12 * 3_600_000).toISOString().slice(0, 10)

/** A promise in another's place holds on to all that is open of it: what isn't needed any more is closed with a reason, not forgotten. */
function lost(entry: ReturnVisit, before: VisitRun | undefined): EntryProblem[] {
  const promised = new Set(itemsOf(entry).map(({ what }) => what))
  const items = [...new Set((before?.items ?? []).filter(({ state }) => state === 'open').map(({ item }) => item.what))]
  const missing = items.filter((what) => !promised.has(what))
  return missing.length > 0 ? [{ code: 'itemsLost', path: 'items', items: missing }] : []
}

function checkPromise(entry: ReturnVisit): EntryProblem[] {
  const { items, by, at } = entry
  return [
    ...upsideDown(entry, ''),
    ...(items?.length === 0 ? [{ code: 'nothingToDo', path: 'items' } as const] : []),
    ...(items ?? []).flatMap((item, index): EntryProblem[] => [
      ...upsideDown(item, `items.${index}.`),
      ...(item.what === 'other' && !isReason(item.words)
        ? [{ code: 'wordsMissing', path: `items.${index}.words` } as const]
        : []),
    ]),
    ...(by && isGone(by, at) ? [{ code: 'dateGone', path: 'by' } as const] : []),
  ]
}

function upsideDown({ outdoorLow, outdoorHigh, indoorLow, indoorHigh }: AirWindow, under: string): EntryProblem[] {
  const turned = (low: AirWindow['outdoorLow'], high: AirWindow['outdoorHigh']) =>
    low && high && toSi('temperature', low) >= toSi('temperature', high)
  return [
    ...(turned(outdoorLow, outdoorHigh) ? [{ code: 'windowUpsideDown', path: `${under}outdoorHigh` } as const] : []),
    ...(turned(indoorLow, indoorHigh) ? [{ code: 'windowUpsideDown', path: `${under}indoorHigh` } as const] : []),
  ]
}
