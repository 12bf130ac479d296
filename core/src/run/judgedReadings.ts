import type { LogItem } from '../entry/entry'
import type { Reading } from '../entry/startUp'
import { byTime, timeOf } from '../entry/time'
import type { UnitRecord } from '../log/fold'
import type { MethodProfile } from '../method/profile'
import type { RunClock } from '../trace/runClock'
import { judgeCharge, type JudgedReading } from '../tuning/judgeCharge'
import type { InForceHere } from './inForce'
import { tuningClock } from './traces'

/** A logged reading with what it says, and whether the system had settled when it was taken. */
export interface JudgedItem {
  readonly item: LogItem<Reading>
  readonly judged: JudgedReading
  readonly settled: boolean
}

/** Settles the charge: settled, In or near enough to be signed as that, and on a day that may decide. */
export const isFinal = ({ settled, judged }: Pick<JudgedItem, 'settled' | 'judged'>): boolean =>
  settled &&
  (judged.verdict === 'in' || judged.nearEnough) &&
  judged.findings.every(({ consequence }) => consequence !== 'notSettled')

/** Whether anything settled was read, in either mode: a check that was may be signed as found. */
export const wasRead = ({
  reading,
  heating,
}: {
  reading?: Pick<JudgedItem, 'settled'>
  heating?: Pick<JudgedItem, 'settled'>
}): boolean => reading?.settled === true || heating?.settled === true

type ReadingTerms = InForceHere & { readonly startedMs?: number }

type JudgedBy = Pick<InForceHere, 'facts' | 'label' | 'elevationM' | 'method'>
const judgedBefore = new WeakMap<Reading, { readonly by: JudgedBy; readonly judged: JudgedReading }>()

/** A logged reading judged with the instruments that it names; once for the same facts, label, site and method. */
function judgeLogged(item: LogItem<Reading>, { facts, label, elevationM, method }: ReadingTerms): JudgedReading {
  const { entry } = item
  const { by, judged: before } = judgedBefore.get(entry) ?? {}
  const isSame = by?.facts === facts && by.label === label && by.elevationM === elevationM && by.method === method
  if (before && isSame) return before
  const { mode, values, instruments, kit = [] } = entry
  const judged = judgeCharge(
    { facts, label, elevationM },
    { mode, values, instruments, atMs: timeOf(item), live: entry.live !== undefined },
    kit,
    method,
  )
  judgedBefore.set(entry, { by: { facts, elevationM, method, ...(label ? { label } : {}) }, judged })
  return judged
}

/**
 * The latest reading by its own time, how far the system had settled, and how far the target moved since the charge last changed. What decides is read in
 * cooling; the latest reading in heating stands beside it, a check.
 */
export function judgedReadings(record: UnitRecord, terms: ReadingTerms) {
  const { startedMs, method } = terms
  const clock = tuningClock(record)
  const judged = byTime(record.items.reading.filter((item) => !item.entry.baseline)).map((item): JudgedItem => {
    // a change of charge after the reading leaves it behind
    const step = Math.max(lastStep(record, startedMs, timeOf(item)), lastChange(record, timeOf(item)))
    const settled = startedMs !== undefined && hasSettled(item, { startedMs, step, method, clock })
    return { item, judged: judgeLogged(item, terms), settled }
  })
  const all = judged.filter(({ item }) => item.entry.mode === 'cooling')
  const heating = judged.filter(({ item }) => item.entry.mode === 'heating').at(-1)
  const last = all.at(-1)
  if (!last) return { all, both: judged, heating, reading: undefined }
  const step = lastStep(record, startedMs)
  const before =
    all.filter((r) => r !== last && timeOf(r.item) >= step).at(0) ?? all.filter((r) => timeOf(r.item) < step).at(-1)
  const settled = last.settled && timeOf(last.item) >= step
  return {
    all,
    both: judged,
    heating,
    reading: {
      ...last,
      settled,
      ...(last.settled && !settled ? { chargeChanged: true } : {}),
      targetMovedK: before && moved(last.judged, before.judged),
    },
  }
}

/** A reading from a recording was watched settle; one that was typed goes by the clock. */
function hasSettled({ entry }: LogItem<Reading>, terms: Parameters<typeof settledFrom>[0]): boolean {
  const at = Date.parse(entry.at)
  if (entry.live) return (entry.live.state === 'settled' || entry.live.state === 'hunting') && at >= terms.step
  return at >= settledFrom(terms)
}

/** When the charge last changed after the start (and up to a moment); the start itself where it didn't. */
export function lastStep(record: UnitRecord, startedMs = -Infinity, untilMs = Infinity): number {
  const steps = record.items.weighed.map(timeOf).filter((t) => t > startedMs && t <= untilMs)
  return Math.max(startedMs, ...steps)
}

/** When it last changed over, up to a moment: from then on it settles anew. */
export function lastChange(record: UnitRecord, untilMs = Infinity): number {
  const changes = record.items.modeChanged.map(timeOf).filter((t) => t <= untilMs)
  return Math.max(-Infinity, ...changes)
}

/** From when a reading may decide: after the wait from start, and after the one from the last change of charge. */
export function settledFrom({
  startedMs,
  step,
  method,
  clock,
}: {
  startedMs: number
  step: number
  method: MethodProfile
  clock: RunClock
}): number {
  const after = (ms: number, seconds: number) => clock.wallMs(clock.runMs(ms) + seconds * 1000)
  const afterStart = after(startedMs, method.settleAfterStartS.si)
  return step > startedMs ? Math.max(afterStart, after(step, method.settleAfterStepS.si)) : afterStart
}

/** How far the target is from where it was, where that is more than the method lets pass unsaid. */
function moved(now: JudgedReading, before: JudgedReading): number | undefined {
  if (!now.target.ok || !before.target.ok || now.target.deciding !== before.target.deciding) return undefined
  const movedK = now.target.targetK - before.target.targetK
  return Math.abs(movedK) > now.method.targetMovedK.si ? movedK : undefined
}
