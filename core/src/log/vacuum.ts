import { toSi } from '../quantity/unit'
import { holdVerdict, type HoldVerdict } from '../vacuum/holdVerdict'
import type { LogItem, Micron } from './entry'
import { decayTerms, unitFacts } from './facts'
import type { UnitRecord } from './fold'
import { unitMethod } from './method'

export interface TimedPressure {
  readonly atMs: number
  readonly pressurePa: number
  readonly entryId: string
}

export interface VacuumRun {
  readonly samples: readonly TimedPressure[]
  /** last time the pump was valved off with no pump-on after it */
  readonly valvedOffMs?: number
  readonly holdEndsMs?: number
  readonly limitPa: number
  readonly holdS: number
  readonly verdict?: HoldVerdict
}

const timeOf = (item: LogItem) => Date.parse(item.entry.at)

/**
 * The evacuation as it stands, from times as corrected by the lead: all readings, and the hold that the latest valving-off
 * began. Turning the pump on again ends a hold; its readings stay.
 */
export function vacuumRun(record: UnitRecord, method = unitMethod(record)): VacuumRun {
  const { limitPa, holdS } = decayTerms(unitFacts(record), method)
  const samples = record.items.micron
    .map((item: LogItem<Micron>) => ({
      atMs: timeOf(item),
      pressurePa: toSi('vacuum', item.entry.reading),
      entryId: item.entry.id,
    }))
    .sort((a, b) => a.atMs - b.atMs)
  const latest = [...record.items.pumpOn, ...record.items.valvedOff].sort((a, b) => timeOf(a) - timeOf(b)).at(-1)
  if (latest?.entry.kind !== 'valvedOff') return { samples, limitPa, holdS }
  const valvedOffMs = timeOf(latest)
  const decay = samples.map((s) => ({ timeS: (s.atMs - valvedOffMs) / 1000, pressurePa: s.pressurePa }))
  return {
    samples,
    limitPa,
    holdS,
    valvedOffMs,
    holdEndsMs: valvedOffMs + holdS * 1000,
    verdict: holdVerdict(decay, { limitPa, holdS }),
  }
}
