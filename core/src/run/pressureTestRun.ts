import type { LogItem } from '../entry/entry'
import type { JointChecked, TestHeld, TestRead } from '../entry/pressureTest'
import { byTime, timeOf } from '../entry/time'
import { isOldWork } from '../facts/terms'
import { testLimitPa } from '../facts/testLimit'
import type { UnitRecord } from '../log/fold'
import { toSi } from '../quantity/unit'
import type { RunClock } from '../trace/runClock'
import type { PressureHoldVerdict } from '../vacuum/judgePressureHold'
import { judgeHeldReading, type HoldTerms } from './heldReading'
import type { InForceHere } from './inForce'
import { traceClock, traceRefs, type TraceRef } from './traces'

export interface HeldPressure {
  readonly item: LogItem<TestHeld>
  readonly startedMs: number
  readonly endsMs: number
  readonly startGaugePa: number
  /** the latest reading since */
  readonly last?: LogItem<TestRead>
  /** what the start comes to at the latest reading's temperature, and what that shows so far */
  readonly soFar?: PressureHoldVerdict
  /** only from a reading at or after the end, or from a loss that is plain before */
  readonly verdict?: PressureHoldVerdict
}

export interface PressureTestRun {
  /** never above this, Pa gauge: the plate's figure, or the lower of the label's two sides; unknown where neither is */
  readonly limitPa?: number
  /** what is customary for this equipment, never above the limit */
  readonly usualPa: number
  readonly raised: readonly { readonly atMs: number; readonly gaugePa: number; readonly heard: 'quiet' | 'hiss' }[]
  readonly holds: readonly HeldPressure[]
  /** the hold that counts: the latest */
  readonly hold?: HeldPressure
  readonly joints: readonly LogItem<JointChecked>[]
  readonly holdS: number
  /** recordings of gauge and probe */
  readonly traces: readonly TraceRef[]
  /** turns wall times into the system's: the rig may run faster */
  readonly clock: RunClock
}

/** The nitrogen test as it stands: steps, holds with their verdicts, joints that were soaped. */
export function pressureTestRun(
  record: UnitRecord,
  { facts, label, method, elevationM }: InForceHere,
): PressureTestRun {
  const { items } = record
  const traces = traceRefs(record).filter((t) => t.channels.includes('testPressure'))
  const clock = traceClock(traces)
  const limitPa = testLimitPa(facts, label)
  const holdS = method.pressureHoldS.si
  const usualPa = Math.min(
    (isOldWork(facts) ? method.testPressureOldPa : method.testPressureNewPa).si,
    limitPa ?? Infinity,
  )
  const held = byTime(items.testHeld)
  const holds = held.map((item, i) =>
    holdOf(item, {
      reads: items.testRead.filter(
        (r) => timeOf(r) > timeOf(item) && timeOf(r) < (held[i + 1] ? timeOf(held[i + 1]!) : Infinity),
      ),
      holdS,
      clock,
      method,
      elevationM,
      facts,
    }),
  )
  return {
    limitPa,
    usualPa,
    raised: byTime(items.testRaised).map((r) => ({
      atMs: timeOf(r),
      gaugePa: toSi('gaugePressure', r.entry.gauge),
      heard: r.entry.heard,
    })),
    holds,
    hold: holds.at(-1),
    joints: items.jointChecked,
    holdS,
    traces,
    clock,
  }
}

function holdOf(
  item: LogItem<TestHeld>,
  terms: HoldTerms & { reads: readonly LogItem<TestRead>[]; holdS: number; clock: RunClock },
): HeldPressure {
  const { reads, holdS, clock } = terms
  const startedMs = timeOf(item)
  const endsMs = clock.wallMs(clock.runMs(startedMs) + holdS * 1000)
  const last = byTime(reads).at(-1)
  const begun = { item, startedMs, endsMs, startGaugePa: toSi('gaugePressure', item.entry.gauge) }
  if (!last) return begun
  const reading = {
    gaugePa: toSi('gaugePressure', last.entry.gauge),
    ambientK: toSi('temperature', last.entry.ambient),
    durationS: (clock.runMs(timeOf(last)) - clock.runMs(startedMs)) / 1000,
  }
  const soFar = judgeHeldReading(item.entry, reading, terms)
  const over = timeOf(last) >= endsMs
  return { ...begun, last, soFar, ...(over || soFar.verdict === 'out' ? { verdict: soFar } : {}) }
}
