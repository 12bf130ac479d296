import type { LogItem } from '../entry/entry'
import type { HosesOn, ModeChanged } from '../entry/heatPump'
import { byTime, timeOf } from '../entry/time'
import { unitCircuit, unitCircuitFacts } from '../heatpump/circuit'
import type { Circuit } from '../heatpump/portStates'
import type { CircuitFacts } from '../label/circuitFacts'
import type { ChargeMode } from '../label/equipment'
import type { UnitRecord } from '../log/fold'
import type { InForce } from './inForce'
import { isOfToday } from './startedAt'

/** A machine's circuit and which way round it runs, as the log tells it. */
export interface HeatPumpRun {
  readonly known: CircuitFacts
  readonly circuit: Circuit
  readonly mode: ChargeMode
  /** the last change-over, on a return visit the last since somebody came back; without one it runs in cooling */
  readonly changed?: LogItem<ModeChanged>
  /** what hangs on it; undefined where nobody said, or all are off */
  readonly hoses?: LogItem<HosesOn>
  /** modes that it was seen to run in, by a change-over that was seen or a reading */
  readonly seen: readonly ChargeMode[]
}

/** The circuit, the mode that runs now, and what hangs on it. */
export function heatPumpRun(record: UnitRecord, { facts, label }: InForce): HeatPumpRun {
  const { items } = record
  const changes = byTime(items.modeChanged)
  // whoever comes back finds it running as the house wants it, and hangs gauges on anew
  const changed = changes.filter((item) => isOfToday(record, timeOf(item))).at(-1)
  const off = Math.max(-Infinity, ...items.cameOff.map(timeOf))
  const hoses = byTime(items.hosesOn)
    .filter((item) => timeOf(item) > off && isOfToday(record, timeOf(item)))
    .at(-1)
  const seen = new Set<ChargeMode>([
    ...changes.filter(({ entry }) => entry.seen).map(({ entry }) => entry.mode),
    ...items.reading.map(({ entry }) => entry.mode),
  ])
  return {
    known: unitCircuitFacts(facts, label),
    circuit: unitCircuit(facts, label),
    mode: changed?.entry.mode ?? 'cooling',
    seen: [...seen],
    ...(changed ? { changed } : {}),
    ...(hoses && hoses.entry.hoses.length > 0 ? { hoses } : {}),
  }
}

/** The mode that it ran in at a moment. */
export const modeAt = ({ items }: UnitRecord, ms: number): ChargeMode =>
  byTime(items.modeChanged)
    .filter((item) => timeOf(item) <= ms)
    .at(-1)?.entry.mode ?? 'cooling'
