import { airWords, plannedWords, verdictWords, visitItemLine } from '@zetesis/contract'
import { asSealed, unitView, type LogItem, type UnitRecord, type UnitSystem, type UnitView } from '@zetesis/core'
import { verdictLine, type Line } from './content'
import { dayText } from './time'

const dayOf = ({ entry }: LogItem, timeZone: string) => dayText(Date.parse(entry.at), timeZone)

/** Whether, when and how far the record is closed: both dates where somebody came back after the seal. */
export function sealedWords(record: UnitRecord, { visit, provisional }: UnitView, timeZone: string): string {
  const seal = record.items.sealed[0]
  if (!seal) return 'Draft, not sealed'
  const was = asSealed(record)
  const then = `Sealed ${dayOf(seal, timeZone)}`
  const signed = record.items.amendment.filter(({ entry }) => entry.visitId !== undefined).at(-1)
  if (!signed && !visit?.visiting) return provisional ? `${then}, provisional` : then
  const provisionalThen = was && unitView(was, { nowMs: Date.parse(seal.entry.at) }).provisional ? ', provisional' : ''
  const since =
    visit?.visiting && visit.cameBack ? `return visit of ${dayOf(visit.cameBack, timeZone)} not signed yet` : undefined
  const closed = signed && `${visit?.open ? 'visited' : 'completed'} ${dayOf(signed, timeZone)}`
  return [`${then}${provisionalThen}`, closed, since].filter(Boolean).join('; ')
}

/** What a return visit was promised for, what became of each of its items, and the verdict of both days. None before somebody came back. */
export function visitLines(
  record: UnitRecord,
  view: UnitView,
  { system, timeZone, jobElevationM }: { system: UnitSystem; timeZone: string; jobElevationM: number },
): Line[] {
  const { visit } = view
  if (!visit?.cameBack) return []
  const { promise, planned, cameBack } = visit
  const { reason, by, who } = promise.entry
  const was = asSealed(record)
  const seal = record.items.sealed[0]
  const verdictThen =
    was && seal && verdictLine(unitView(was, { nowMs: Date.parse(seal.entry.at), jobElevationM }), system)
  const now = verdictLine(view, system)
  const told = ({ verdict, word, figure, reason: why }: typeof now) =>
    [word ?? verdictWords[verdict], figure, why].filter(Boolean).join(', ')
  return [
    { label: 'Promised', value: `${dayOf(promise, timeZone)}: ${reason}` },
    ...(by ? [{ label: 'By', value: by }] : []),
    ...(who ? [{ label: 'Who', value: who }] : []),
    ...(planned ? [{ label: 'Planned', value: plannedWords(planned.entry) }] : []),
    { label: 'Came back', value: `${dayOf(cameBack, timeZone)}, ${cameBack.author.name}` },
    ...visit.items.map(({ item, state, by: closedBy }) => ({
      label: visitItemLine(item),
      value: [
        state === 'open'
          ? 'open'
          : `${state === 'done' ? 'done' : 'not needed'}${closedBy ? ` ${dayOf(closedBy, timeZone)}` : ''}`,
        closedBy?.entry.kind === 'visitItemClosed' && closedBy.entry.words,
        airWords(item) && `asked for ${airWords(item)}`,
      ]
        .filter(Boolean)
        .join(', '),
    })),
    ...(verdictThen && seal ? [{ label: `Sealed ${dayOf(seal, timeZone)}`, value: told(verdictThen) }] : []),
    { label: 'Now', value: told(now) },
  ]
}
