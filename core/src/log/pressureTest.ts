import { absolutePressurePa } from '../air/atmosphere'
import { standardUncertainty } from '../measurement/uncertainty'
import { instrumentUncertainty } from '../measurement/instrument'
import type { ModelLabel } from '../label/modelLabel'
import type { MethodProfile } from '../method/profile'
import { toSi } from '../quantity/unit'
import type { RunClock } from '../trace/runClock'
import { judgePressureHold, type PressureHoldVerdict } from '../vacuum/judgePressureHold'
import { leakThatMattersPaPerS } from '../vacuum/leakSize'
import type { JointChecked, LogItem, TestHeld, TestRead, UnitFacts } from './entry'
import type { UnitRecord } from './fold'
import { systemVolume, traceClock, traceRefs, type TraceRef } from './vacuum'

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

const timeOf = (item: LogItem) => Date.parse(item.entry.at)

/** The test pressure that may not be passed: the lowest of what plate and label say. */
export function testLimitPa(facts: UnitFacts, label: ModelLabel | undefined): number | undefined {
  const said = [facts.testPressure, label?.lowSideTest, label?.highSideTest].flatMap((q) =>
    q ? [toSi('gaugePressure', q)] : [],
  )
  return said.length === 0 ? undefined : Math.min(...said)
}

interface Terms {
  readonly facts: UnitFacts
  readonly label?: ModelLabel
  readonly method: MethodProfile
  readonly elevationM: number
}

/** The nitrogen test as it stands: steps, holds with their verdicts, joints that were soaped. */
export function pressureTestRun(record: UnitRecord, { facts, label, method, elevationM }: Terms): PressureTestRun {
  const { items } = record
  const traces = traceRefs(record).filter((t) => t.channels.includes('testPressure'))
  const clock = traceClock(traces)
  const limitPa = testLimitPa(facts, label)
  const holdS = method.pressureHoldS.si
  const old = facts.work === 'retrofit' || facts.work === 'conversion'
  const usualPa = Math.min((old ? method.testPressureOldPa : method.testPressureNewPa).si, limitPa ?? Infinity)
  const held = [...items.testHeld].sort((a, b) => timeOf(a) - timeOf(b))
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
    raised: items.testRaised
      .map((r) => ({ atMs: timeOf(r), gaugePa: toSi('gaugePressure', r.entry.gauge), heard: r.entry.heard }))
      .sort((a, b) => a.atMs - b.atMs),
    holds,
    hold: holds.at(-1),
    joints: items.jointChecked,
    holdS,
    traces,
    clock,
  }
}

/** What a hold is judged by. */
export interface HoldTerms {
  readonly method: MethodProfile
  readonly elevationM: number
  /** of the unit: what it holds says how big a leak matters */
  readonly facts: UnitFacts
}

/** One reading during a hold, SI, so many seconds of the system's own time after its beginning. */
export interface HeldReading {
  readonly gaugePa: number
  readonly ambientK: number
  readonly durationS: number
}

/**
 * What one reading of a hold shows, typed or live.
 * @throws RangeError where a pressure, temperature or duration isn't positive
 */
export function judgeHeldReading(
  { gauge, ambient, instruments }: Pick<TestHeld, 'gauge' | 'ambient' | 'instruments'>,
  { gaugePa, ambientK, durationS }: HeldReading,
  { method, elevationM, facts }: HoldTerms,
): PressureHoldVerdict {
  const startGaugePa = toSi('gaugePressure', gauge)
  const startK = toSi('temperature', ambient)
  const ofGauge = instruments?.gauge && instrumentUncertainty(instruments.gauge, 'gaugePressure', startGaugePa)
  const ofProbe = instruments?.ambient && instrumentUncertainty(instruments.ambient, 'temperature', startK)
  const unnamed = (halfWidth: number) => standardUncertainty({ kind: 'rectangular', halfWidth })
  const volumeM3 = systemVolume(facts)?.volumeM3
  const startPa = absolutePressurePa({ gaugePa: startGaugePa, elevationM })
  const chargeKg = facts.labelCharge && toSi('mass', facts.labelCharge)
  const mattersPaPerS = leakThatMattersPaPerS({
    testPa: startPa,
    shareAYear: method.holdLeakShare.si,
    ...(facts.refrigerant ? { refrigerant: facts.refrigerant } : {}),
    ...(chargeKg === undefined ? {} : { chargeKg }),
    ...(volumeM3 === undefined ? {} : { volumeM3 }),
  })
  return judgePressureHold({
    startPa,
    startK,
    endPa: absolutePressurePa({ gaugePa, elevationM }),
    endK: ambientK,
    pressureStandardUncertaintyPa: ofGauge?.standard ?? unnamed(method.testGaugePa.si),
    temperatureStandardUncertaintyK: ofProbe?.standard ?? unnamed(method.testAmbientK.si),
    durationS,
    volumeM3,
    ...(mattersPaPerS === undefined ? {} : { mattersPaPerS }),
    habits: { nothingLost: method.holdNothingLost.si, lost: method.holdLost.si },
  })
}

function holdOf(
  item: LogItem<TestHeld>,
  terms: HoldTerms & { reads: readonly LogItem<TestRead>[]; holdS: number; clock: RunClock },
): HeldPressure {
  const { reads, holdS, clock } = terms
  const startedMs = timeOf(item)
  const endsMs = clock.wallMs(clock.runMs(startedMs) + holdS * 1000)
  const last = [...reads].sort((a, b) => timeOf(a) - timeOf(b)).at(-1)
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
