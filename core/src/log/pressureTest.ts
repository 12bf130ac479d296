import { absolutePressurePa } from '../air/atmosphere'
import { standardUncertainty } from '../measurement/uncertainty'
import { instrumentUncertainty } from '../measurement/instrument'
import type { ModelLabel } from '../label/modelLabel'
import type { MethodProfile } from '../method/profile'
import { toSi } from '../quantity/unit'
import { judgePressureHold, type PressureHoldVerdict } from '../vacuum/judgePressureHold'
import type { JointChecked, LogItem, TestHeld, TestRead, UnitFacts } from './entry'
import type { UnitRecord } from './fold'
import { systemVolume } from './vacuum'

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
      method,
      elevationM,
      volumeM3: systemVolume(facts)?.volumeM3,
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
  }
}

interface HoldTerms {
  readonly reads: readonly LogItem<TestRead>[]
  readonly holdS: number
  readonly method: MethodProfile
  readonly elevationM: number
  readonly volumeM3?: number
}

function holdOf(item: LogItem<TestHeld>, { reads, holdS, method, elevationM, volumeM3 }: HoldTerms): HeldPressure {
  const startedMs = timeOf(item)
  const endsMs = startedMs + holdS * 1000
  const last = [...reads].sort((a, b) => timeOf(a) - timeOf(b)).at(-1)
  const { gauge, ambient, instruments } = item.entry
  const gaugePa = toSi('gaugePressure', gauge)
  const begun = { item, startedMs, endsMs, startGaugePa: gaugePa }
  if (!last) return begun
  const soFar = judgePressureHold({
    startPa: absolutePressurePa({ gaugePa, elevationM }),
    startK: toSi('temperature', ambient),
    endPa: absolutePressurePa({ gaugePa: toSi('gaugePressure', last.entry.gauge), elevationM }),
    endK: toSi('temperature', last.entry.ambient),
    pressureStandardUncertaintyPa:
      (instruments?.gauge && instrumentUncertainty(instruments.gauge, 'gaugePressure', gaugePa)?.standard) ??
      standardUncertainty({ kind: 'rectangular', halfWidth: method.testGaugePa.si }),
    temperatureStandardUncertaintyK:
      (instruments?.ambient &&
        instrumentUncertainty(instruments.ambient, 'temperature', toSi('temperature', ambient))?.standard) ??
      standardUncertainty({ kind: 'rectangular', halfWidth: method.testAmbientK.si }),
    durationS: (timeOf(last) - startedMs) / 1000,
    volumeM3,
  })
  const over = timeOf(last) >= endsMs
  return { ...begun, last, soFar, ...(over || soFar.verdict === 'out' ? { verdict: soFar } : {}) }
}
