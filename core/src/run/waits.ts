import type { MethodProfile } from '../method/profile'
import { lastChange, lastStep, settledFrom } from './judgedReadings'
import type { UnitRecord } from '../log/fold'
import type { PressureTestRun } from './pressureTestRun'
import type { RunClock } from '../trace/runClock'
import type { VacuumRun } from './vacuumRun'

export type WaitKind = 'pressureHold' | 'nitrogen' | 'decayHold' | 'settle'

export interface Wait {
  readonly kind: WaitKind
  readonly startedMs: number
  readonly endsMs: number
}

interface Runs {
  readonly method: MethodProfile
  readonly pressureTest: PressureTestRun
  readonly vacuum: VacuumRun
  readonly startedMs?: number
  readonly tuning: { readonly clock: RunClock }
  readonly reading?: { readonly settled: boolean }
  readonly sealed: boolean
}

/** What is being waited for, or was and is over: each until its evidence is in. */
export function waitsOf(record: UnitRecord, runs: Runs): Wait[] {
  const { method, pressureTest, vacuum, startedMs, tuning, reading, sealed } = runs
  if (sealed) return []
  const waits: Wait[] = []
  if (
    vacuum.valvedOffMs !== undefined &&
    vacuum.holdEndsMs !== undefined &&
    vacuum.verdict?.state !== 'in' &&
    vacuum.verdict?.state !== 'out'
  ) {
    waits.push({ kind: 'decayHold', startedMs: vacuum.valvedOffMs, endsMs: vacuum.holdEndsMs })
  }
  const soaking = vacuum.phase === 'breaking' ? vacuum.breaks.at(-1) : undefined
  if (soaking) waits.push({ kind: 'nitrogen', startedMs: soaking.atMs, endsMs: soaking.soakEndsMs })
  const held = pressureTest.hold
  if (held && !held.verdict) waits.push({ kind: 'pressureHold', startedMs: held.startedMs, endsMs: held.endsMs })
  if (startedMs !== undefined && !reading?.settled) {
    const step = Math.max(lastStep(record, startedMs), lastChange(record))
    waits.push({
      kind: 'settle',
      startedMs: step,
      endsMs: settledFrom({ startedMs, step, method, clock: tuning.clock }),
    })
  }

  return waits
}
