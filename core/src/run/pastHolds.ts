import { byTime, timeOf } from '../entry/time'
import type { UnitRecord } from '../log/fold'
import { isJudged } from '../vacuum/holdVerdict'
import type { InForce } from './inForce'
import { thisRound } from './round'
import { vacuumRun, type VacuumRun } from './vacuumRun'

/**
 * The decays that were judged before the evacuation went on: each as it stood when the pump was turned on again, nitrogen let in, or the valve shut anew. Oldest first; the
 * latest hold isn't one of them.
 */
export function pastHolds(whole: UnitRecord, here: InForce): readonly VacuumRun[] {
  const record = thisRound(whole)
  const { items } = record
  const events = byTime([...items.pumpOn, ...items.valvedOff, ...items.nitrogenBreak])
  return events.slice(0, -1).flatMap((event, i) => {
    if (event.entry.kind !== 'valvedOff') return []
    const untilMs = timeOf(events[i + 1]!)
    const before = <T extends { readonly entry: { readonly at: string } }>(list: readonly T[]) =>
      list.filter(({ entry }) => Date.parse(entry.at) < untilMs)
    const then = {
      ...items,
      pumpOn: before(items.pumpOn),
      valvedOff: before(items.valvedOff),
      nitrogenBreak: before(items.nitrogenBreak),
      micron: before(items.micron),
    }
    const run = vacuumRun({ ...record, items: then }, here)
    return isJudged(run.verdict) ? [run] : []
  })
}

/** Whether a decay says that air comes in: then the leak is found under nitrogen, not under vacuum. */
export const findsLeak = ({ verdict, decay }: Pick<VacuumRun, 'verdict' | 'decay'>): boolean =>
  isJudged(verdict) && verdict.state === 'out' && (decay?.cause === 'leak' || decay?.cause === 'both')
