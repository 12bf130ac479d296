import type { TraceBegun } from '../entry/recording'
import { byTime, timeOf } from '../entry/time'
import type { UnitRecord } from '../log/fold'
import { runClock, type RunClock } from '../trace/runClock'

/** A recording that the log names; its samples travel beside it. */
export interface TraceRef {
  readonly traceId: string
  readonly begunMs: number
  readonly endedMs?: number
  readonly speed: number
  readonly source: TraceBegun['source']
  readonly channels: TraceBegun['channels']
  readonly name?: string
}

/** A recording of the running system that goes on. */
export interface SystemTrace {
  readonly traceId: string
  readonly begunMs: number
  readonly endedMs?: number
  readonly speed: number
  readonly source: 'rig' | 'import'
}

/** Recordings that the log tells of, struck ones left out. */
export function traceRefs({ items }: UnitRecord): TraceRef[] {
  return byTime(items.traceBegun).map((item) => {
    const { traceId, speed, source, channels, name } = item.entry
    const end = items.traceEnded.find((e) => e.entry.traceId === traceId)
    return { traceId, begunMs: timeOf(item), endedMs: end && timeOf(end), speed, source, channels, name }
  })
}

/** The system's own time through its recordings. */
export const traceClock = (traces: readonly TraceRef[]): RunClock =>
  runClock(traces.map((t) => ({ fromMs: t.begunMs, toMs: t.endedMs, speed: t.speed })))

/** The recordings of a running system, oldest first. */
export function systemTraces({ items }: UnitRecord): SystemTrace[] {
  return byTime(items.traceBegun.filter((t) => t.entry.channels.includes('suctionPressure'))).map((begun) => {
    const { traceId, speed, source } = begun.entry
    const ended = items.traceEnded.find((e) => e.entry.traceId === traceId)
    return { traceId, speed, source, begunMs: timeOf(begun), ...(ended ? { endedMs: timeOf(ended) } : {}) }
  })
}

/** The clock of tuning: the wall's, but for practice on the rig. */
export const tuningClock = (record: UnitRecord): RunClock =>
  runClock(systemTraces(record).map((t) => ({ fromMs: t.begunMs, toMs: t.endedMs, speed: t.speed })))
