import { predictStep, type ChargePoint, type ChargeStep, type StepAdvice } from '../charge/adviseStep'
import { chargeBelief, shortBeyondDoubtKg, type WeightKnown } from '../charge/chargeBelief'
import type { LogItem } from '../entry/entry'
import type { CameOff, PreStart } from '../entry/startUp'
import { byTime, timeOf } from '../entry/time'
import type { Weighed } from '../entry/weighIn'
import type { Metering } from '../label/equipment'
import type { UnitRecord } from '../log/fold'
import type { ProbeSwap } from '../measurement/suggestSwap'
import type { RunClock } from '../trace/runClock'
import type { Beside } from '../tuning/deviations'
import type { Measured } from '../tuning/measured'
import { besideOf } from './beside'
import { stepKg, tunedWeighings } from './chargeBalance'
import type { InForceHere } from './inForce'
import type { JudgedItem } from './judgedReadings'
import { swapsOf } from './swaps'
import { weighedBeside } from './weightKnown'
import { systemTraces, tuningClock, type SystemTrace } from './traces'
import { tuningEvents, type TuningEvent } from './tuningEvents'

/** A charge step while it ran, with the readings on either side of it. */
export interface TunedStep {
  readonly entryId: string
  readonly atMs: number
  /** into the system; below zero: out of it */
  readonly amountKg: number
  readonly before?: ChargePoint
  readonly after?: ChargePoint
  /** what the steps before it let expect */
  readonly predicted?: StepAdvice['predicted']
}

/** A point of the trail: a reading since the start. */
export interface TrailPoint {
  readonly entryId: string
  readonly atMs: number
  readonly superheatK?: number
  readonly subcoolingK?: number
  readonly standardK?: number
  /** its target then */
  readonly targetK?: number
  readonly settled: boolean
}

export interface TuningRun {
  readonly before?: PreStart
  /** what was seen to before the start and looked into after it */
  readonly beside: Beside
  readonly steps: readonly TunedStep[]
  readonly trail: readonly TrailPoint[]
  /** recordings of the running system, oldest first, and the last of them */
  readonly traces: readonly SystemTrace[]
  readonly trace?: SystemTrace
  readonly clock: RunClock
  /** by label and line set; what a step's share is of */
  readonly totalChargeKg?: number
  /** short by label, line set and scale beyond doubt, kg */
  readonly shortKg?: number
  readonly lastStepMs?: number
  readonly disturbedMs?: number
  /** what happened while it was watched, oldest first: marks on a chart */
  readonly events: readonly TuningEvent[]
  /** probes that this recording holds exchanged */
  readonly swaps: readonly ProbeSwap[]
  readonly cameOff?: CameOff
}

/**
 * Start-up and tuning as the log tells it: what was seen to before, every charge step with the readings around it and what was to be
 * expected of it, the trail of readings, the recording that goes on, and coming off.
 */
export function tuningRun(
  record: UnitRecord,
  {
    judged,
    totalChargeKg,
    weight,
    coldWay,
    ...here
  }: InForceHere & {
    /** the readings, judged; oldest first */
    readonly judged: readonly JudgedItem[]
    readonly totalChargeKg?: number
    /** what label, line set and scale say */
    readonly weight?: WeightKnown
    /** a way round the cold was chosen: it weighs the scale in itself, and no page has two advices */
    readonly coldWay?: boolean
  },
): TuningRun {
  const { items } = record
  const before = byTime(items.preStart).at(-1)?.entry
  const traces = systemTraces(record)
  const trace = traces.at(-1)
  const weighings = tunedWeighings(record)
  const trail = judged.map(({ item, judged: j, settled }): TrailPoint => ({
    entryId: item.entry.id,
    atMs: timeOf(item),
    settled,
    ...pointOf(j),
    ...(j.uncertainty ? { standardK: j.uncertainty.standardK } : {}),
    ...(j.target.ok ? { targetK: j.target.targetK } : {}),
  }))
  const steps = stepsOf(weighings, trail, here.facts.metering, totalChargeKg)
  const disturbed = byTime(items.disturbed).at(-1)
  const cameOff = byTime(items.cameOff).at(-1)?.entry
  const alone = coldWay ? undefined : weight && chargeBelief(weight)
  const shortKg = alone && shortBeyondDoubtKg(alone, here.method)
  return {
    ...(before ? { before } : {}),
    beside: { ...besideOf(record, here), ...weighedBeside(weight) },
    steps,
    trail,
    traces,
    ...(trace ? { trace } : {}),
    clock: tuningClock(record),
    ...(totalChargeKg === undefined ? {} : { totalChargeKg }),
    ...(shortKg === undefined ? {} : { shortKg }),
    ...(weighings.length > 0 ? { lastStepMs: timeOf(weighings.at(-1)!) } : {}),
    ...(disturbed ? { disturbedMs: timeOf(disturbed) } : {}),
    events: tuningEvents(record),
    swaps: swapsOf(record, trace),
    ...(cameOff ? { cameOff } : {}),
  }
}

const pointOf = ({ superheatK, subcoolingK }: Measured): ChargePoint => ({
  ...(superheatK === undefined ? {} : { superheatK }),
  ...(subcoolingK === undefined ? {} : { subcoolingK }),
})

/** Each step between the last settled reading before it and the first one after it, before the next step. */
function stepsOf(
  weighings: readonly LogItem<Weighed>[],
  trail: readonly TrailPoint[],
  metering: Metering | undefined,
  totalChargeKg: number | undefined,
): TunedStep[] {
  const settled = trail.filter((p) => p.settled)
  const history: ChargeStep[] = []
  return weighings.map((item, i) => {
    const atMs = timeOf(item)
    const nextMs = weighings[i + 1] ? timeOf(weighings[i + 1]!) : Infinity
    const previousMs = i > 0 ? timeOf(weighings[i - 1]!) : -Infinity
    const before = settled.filter((p) => p.atMs <= atMs && p.atMs > previousMs).at(-1)
    const after = settled.find((p) => p.atMs > atMs && p.atMs <= nextMs)
    const amountKg = stepKg(item.entry)
    const predicted =
      before && metering && totalChargeKg
        ? predictStep({ history: [...history], current: before, totalChargeKg, meteringDevice: metering }, amountKg)
        : undefined
    if (before && after) history.push({ amountKg, before, after })
    return {
      entryId: item.entry.id,
      atMs,
      amountKg,
      ...(before ? { before: plain(before) } : {}),
      ...(after ? { after: plain(after) } : {}),
      ...(predicted ? { predicted } : {}),
    }
  })
}

const plain = ({ superheatK, subcoolingK, standardK }: TrailPoint): ChargePoint => ({
  ...(superheatK === undefined ? {} : { superheatK }),
  ...(subcoolingK === undefined ? {} : { subcoolingK }),
  ...(standardK === undefined ? {} : { standardK }),
})

/** The target that the last charge step went for; the first reading's where there was none yet. */
export function targetAtStep({ trail, lastStepMs }: Pick<TuningRun, 'trail' | 'lastStepMs'>): number | undefined {
  const known = trail.filter((p) => p.targetK !== undefined)
  const at = lastStepMs === undefined ? known[0] : known.filter((p) => p.atMs <= lastStepMs).at(-1)
  return at?.targetK
}

/** Steps as the advisor learns from them: those with a settled reading on both sides. */
export const learntSteps = (steps: readonly TunedStep[]): ChargeStep[] =>
  steps.flatMap(({ amountKg, before, after }) => (before && after ? [{ amountKg, before, after }] : []))
