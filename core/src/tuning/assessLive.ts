import type { ChargeStep } from '../charge/adviseStep'
import type { ChargeMode } from '../label/equipment'
import type { ModelLabel } from '../label/modelLabel'
import {
  channelDimensions,
  readingChannels,
  type InstrumentsUsed,
  type ReadingChannel,
  type ReadingValues,
  systemChannels,
  type SystemChannel,
  recordedChannel,
} from '../reading/channels'
import type { UnitFacts } from '../facts/unitFacts'
import type { Instrument } from '../measurement/instrument'
import { detectSettling, type SettlingResult, type SettlingSample } from '../measurement/detectSettling'
import { manifoldSetting, type ManifoldSetting } from '../measurement/manifoldSetting'
import type { ProbeSwap } from '../measurement/suggestSwap'
import type { MethodProfile } from '../method/profile'
import { fromSi, preferredUnit, type Dimension, type UnitSystem } from '../quantity/unit'
import { circuitOf } from '../reading/systemState'
import { atmosphericPressurePa } from '../air/atmosphere'
import type { TraceSample } from '../trace/trace'
import { assess, type Assessment } from './assess'
import type { Beside } from './deviations'
import { judgeCharge, type JudgedReading } from './judgeCharge'
import type { Measured } from './measured'
import { probeJumps, type ProbeJump } from './probeJumps'
import { tail } from './window'

export interface LiveTerms {
  readonly facts: UnitFacts
  /** which way round it runs; cooling where nobody says */
  readonly mode?: ChargeMode
  readonly label?: ModelLabel
  readonly elevationM: number
  readonly profile: MethodProfile
  readonly kit: readonly Instrument[]
  readonly instruments: InstrumentsUsed
  readonly system: UnitSystem
  /** false: standing, before the start */
  readonly running: boolean
  /** of the start or the last charge step, and of the last thing that disturbed, on the recording's clock */
  readonly sinceS: number
  readonly afterStart: boolean
  readonly disturbedAtS?: number
  readonly steps: readonly ChargeStep[]
  readonly totalChargeKg?: number
  /** short by label, line set and scale beyond doubt, kg */
  readonly shortKg?: number
  readonly beside: Beside
  readonly atMs?: number
  /** probes that were exchanged and are read the other way round from then on */
  readonly swaps?: readonly ProbeSwap[]
}

/** All that a moment of a running system says. */
export interface LiveAssessment extends Assessment {
  readonly timeS: number
  readonly settling: SettlingResult
  /** over the settled window, or whole swings, or the last seconds: in the units in use, ready for the log */
  readonly values: ReadingValues
  readonly judged: JudgedReading
  readonly jumps: readonly ProbeJump[]
  /** channels that the recording has and that gave nothing lately */
  readonly silent: readonly SystemChannel[]
  /** the manifold shows saturation of another refrigerant than the one chosen */
  readonly manifold?: ManifoldSetting
}

const LATELY_S = 10
const SILENT_S = 20

/**
 * What a recording of a running (or standing) system says now: settled or not, plausible or not, the judged reading, what is probably wrong,
 * the next charge step and what speaks against it. One function for the phone's worker, the study and the tests.
 *
 * @param samples of the recording, rising in time; the last decides what is now
 * @returns undefined for a recording without a sample
 */
export function assessLive(samples: readonly TraceSample[], terms: LiveTerms): LiveAssessment | undefined {
  const last = samples.at(-1)
  if (!last) return undefined
  const { profile, facts, label, elevationM, mode = 'cooling' } = terms
  const read = terms.swaps?.length ? samples.map((s) => unswapped(s, terms.swaps!)) : samples
  const atmosphericPa = atmosphericPressurePa(elevationM)
  const settling = detectSettling(
    read.filter((s) => s.timeS >= terms.sinceS).map((s) => settlingSample(s, facts, atmosphericPa)),
    {
      windowS: profile.settleWindowS.si,
      slopeKPerS: profile.settleSlopeKPerS.si,
      scatterK: profile.settleScatterK.si,
      minimumS: (terms.afterStart ? profile.settleAfterStartS : profile.settleAfterStepS).si,
      sinceS: terms.sinceS,
      disturbedAtS: terms.disturbedAtS,
    },
  )
  const spanS =
    settling.state === 'settled'
      ? profile.settleWindowS.si
      : settling.state === 'hunting'
        ? Math.max(1, Math.floor(profile.settleWindowS.si / settling.periodS!)) * settling.periodS!
        : LATELY_S
  const means = channelMeans(read, last.timeS - spanS)
  const values = readingOf(means, terms.system)
  const judged = judgeCharge(
    { facts, label, elevationM },
    { mode, values, instruments: terms.instruments, atMs: terms.atMs, running: terms.running, live: true },
    terms.kit,
    profile,
  )
  const manifold = manifoldOf(judged, means, facts)
  return {
    timeS: last.timeS,
    settling,
    values,
    jumps: probeJumps(read, profile),
    silent: silentOf(read),
    judged,
    ...(manifold ? { manifold } : {}),
    ...assess({ ...terms, judged, settling, beside: { ...terms.beside, ...dropsAlong(means) } }),
  }
}

/** Measured now it counts before what was typed earlier. */
function dropsAlong({
  liquidLine,
  drierOut,
  deviceIn,
}: {
  readonly [C in SystemChannel]?: number
}): Pick<Beside, 'drierDropK' | 'lineDropK'> {
  if (liquidLine === undefined) return {}
  return {
    ...(drierOut === undefined ? {} : { drierDropK: liquidLine - drierOut }),
    ...(deviceIn === undefined ? {} : { lineDropK: liquidLine - deviceIn }),
  }
}

function manifoldOf(
  m: Measured,
  { lowSaturation, highSaturation }: { readonly [C in SystemChannel]?: number },
  { refrigerant, work, oldRefrigerant }: UnitFacts,
): ManifoldSetting | undefined {
  const suspect = work === 'conversion' ? oldRefrigerant : undefined
  const at = (pressurePa: number | undefined, shownK: number | undefined) =>
    refrigerant && pressurePa !== undefined && shownK !== undefined
      ? manifoldSetting({ refrigerant, pressurePa, shownK, suspect })
      : undefined
  return at(m.suctionPressurePa, lowSaturation) ?? at(m.liquidPressurePa, highSaturation)
}

function unswapped(sample: TraceSample, swaps: readonly ProbeSwap[]): TraceSample {
  const values = { ...sample.values }
  for (const { a, b } of swaps) {
    const [ca, cb] = [recordedChannel(a), recordedChannel(b)]
    if (!ca || !cb) continue
    const kept = values[ca]
    values[ca] = values[cb] ?? null
    values[cb] = kept ?? null
  }
  return { ...sample, values }
}

function settlingSample(
  { timeS, values }: TraceSample,
  { refrigerant }: UnitFacts,
  atmosphericPa: number,
): SettlingSample {
  const absolute = (gaugePa: number | null | undefined) =>
    typeof gaugePa === 'number' ? gaugePa + atmosphericPa : undefined
  const found = circuitOf({
    refrigerant,
    suctionPressurePa: absolute(values.suctionPressure),
    liquidPressurePa: absolute(values.liquidPressure),
    suctionLineK: values.suctionLine ?? undefined,
    liquidLineK: values.liquidLine ?? undefined,
  })
  return {
    timeS,
    evaporatingK: found.evaporatingK ?? null,
    condensingK: found.condensingK ?? null,
    superheatK: found.superheatK ?? null,
    subcoolingK: found.subcoolingK ?? null,
  }
}

function channelMeans(samples: readonly TraceSample[], fromS: number): { [C in SystemChannel]?: number } {
  const means: { [C in SystemChannel]?: number } = {}
  const window = tail(samples, fromS)
  for (const channel of systemChannels) {
    let sum = 0
    let count = 0
    for (const { values } of window) {
      const value = values[channel]
      if (typeof value !== 'number') continue
      sum += value
      count += 1
    }
    if (count > 0) means[channel] = sum / count
  }
  return means
}

/** The samples after a moment; they rise in time, and only the last are asked for. */
const digits: { readonly [D in Dimension]?: { readonly ip: number; readonly si: number } } = {
  gaugePressure: { ip: 1, si: 2 },
  temperature: { ip: 1, si: 1 },
  ratio: { ip: 1, si: 1 },
  staticPressure: { ip: 2, si: 0 },
  voltage: { ip: 0, si: 0 },
  current: { ip: 1, si: 1 },
}

function readingOf(means: { readonly [C in SystemChannel]?: number }, system: UnitSystem): ReadingValues {
  const values: Record<string, { value: number; unit: string }> = {}
  for (const channel of readingChannels) {
    const si = (means as { [C in ReadingChannel]?: number })[channel]
    if (si === undefined) continue
    const dimension = channelDimensions[channel]
    const unit = preferredUnit(dimension, system)
    values[channel] = {
      value: Number(fromSi(dimension, si, unit as never).toFixed(digits[dimension]?.[system] ?? 1)),
      unit,
    }
  }
  return values as ReadingValues
}

function silentOf(samples: readonly TraceSample[]): SystemChannel[] {
  const last = samples.at(-1)!.timeS
  const lately = tail(samples, last - SILENT_S)
  return systemChannels.filter(
    (c) =>
      last > SILENT_S &&
      samples.some((s) => s.values[c] !== undefined) &&
      !lately.some((s) => typeof s.values[c] === 'number'),
  )
}
