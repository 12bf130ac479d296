import type { ModelLabel } from '../label/modelLabel'
import type { MethodProfile, ProfileSpec } from '../method/profile'
import type { RunClock } from '../trace/runClock'
import type { ConversionRefusal } from '../conversion/suitability'
import { toSi } from '../quantity/unit'
import { judgeCharge, type JudgedReading } from '../tuning/judgeCharge'
import { chargeBalance, type ChargeBalance } from './charge'
import {
  stages,
  type GatePassed,
  type LogItem,
  type Reading,
  type ReturnVisit,
  type Stage,
  type UnitFacts,
} from './entry'
import { missingFacts, refusalOf, siteElevationM, unitFacts, type MissingFact } from './facts'
import { isSealed, type UnitRecord } from './fold'
import { unitLabel, unitMethod, unitProfile } from './method'
import { openReturnVisit } from './returnVisit'
import { pressureTestRun, type PressureTestRun } from './pressureTest'
import { tuningClock, tuningRun, type TuningRun } from './tuningRun'
import { vacuumRun, type VacuumRun } from './vacuum'

/**
 * done: finished by its own evidence; bypassed: passed with a written reason; waiting: a wait runs; stopped: evidence says
 * no, or a refusal that nobody overrides; current: to be worked on; todo: later.
 */
export type StageState = 'done' | 'bypassed' | 'waiting' | 'stopped' | 'current' | 'todo'

export interface StageView {
  readonly stage: Stage
  readonly state: StageState
  /** start-up is passed by the promise of a return visit, too */
  readonly pass?: LogItem<GatePassed | ReturnVisit>
}

export type WaitKind = 'pressureHold' | 'nitrogen' | 'decayHold' | 'settle'

export interface Wait {
  readonly kind: WaitKind
  readonly startedMs: number
  readonly endsMs: number
}

export type Need =
  | { code: 'prepare'; missing: MissingFact[] }
  | { code: 'refused'; refusal: ConversionRefusal }
  | { code: 'raisePressure' | 'pressureHolds' | 'readPressure' | 'pressureFailed' | 'pressureClose' }
  | { code: 'startVacuum' | 'pullDown' | 'breakVacuum' | 'nitrogenStands' | 'pumpAgain' }
  | { code: 'holdRunning' | 'readGauge' | 'decayFailed' | 'decayClose' }
  | { code: 'weighIn'; openKg: number | undefined }
  | { code: 'start' | 'settling' | 'takeReading' | 'readingOut' | 'readingClose' | 'readingOpen' | 'sign' | 'nothing' }

export interface UnitView {
  readonly facts: UnitFacts
  readonly missing: readonly MissingFact[]
  readonly refusal?: ConversionRefusal
  readonly elevationM: number
  /** the model's label as this unit took it */
  readonly label?: ModelLabel
  readonly labelVersion?: { readonly modelId: string; readonly version: string }
  readonly profile: ProfileSpec
  /** the profile with label, plate and overrides laid over it */
  readonly method: MethodProfile
  readonly pressureTest: PressureTestRun
  readonly vacuum: VacuumRun
  readonly charge: ChargeBalance
  readonly startedMs?: number
  readonly tuning: TuningRun
  readonly returnVisit?: LogItem<ReturnVisit>
  readonly reading?: {
    readonly item: LogItem<Reading>
    readonly judged: JudgedReading
    readonly settled: boolean
    readonly targetMovedK?: number
  }
  readonly stages: readonly StageView[]
  readonly current: Stage
  readonly waits: readonly Wait[]
  readonly need: Need
  readonly sealed: boolean
}

const timeOf = (item: LogItem) => Date.parse(item.entry.at)

interface ReadingTerms {
  readonly facts: UnitFacts
  readonly label?: ModelLabel
  readonly elevationM: number
  readonly startedMs?: number
  readonly method: MethodProfile
}

/** A logged reading judged with the instruments that it names. */
function judgeLogged(item: LogItem<Reading>, { facts, label, elevationM, method }: ReadingTerms): JudgedReading {
  const { mode, values, instruments, kit = [] } = item.entry
  return judgeCharge({ facts, label, elevationM }, { mode, values, instruments, atMs: timeOf(item) }, kit, method)
}

/** The latest reading by its own time, how far the system had settled, and how far the target moved since the charge last changed. */
function readingsOf(record: UnitRecord, terms: ReadingTerms) {
  const { startedMs, method } = terms
  const readings = [...record.items.reading].sort((a, b) => timeOf(a) - timeOf(b))
  const clock = tuningClock(record)
  const all = readings.map((item) => {
    // a change of charge after the reading leaves it behind
    const step = lastStep(record, startedMs, timeOf(item))
    const settled = startedMs !== undefined && hasSettled(item, { startedMs, step, method, clock })
    return { item, judged: judgeLogged(item, terms), settled }
  })
  const last = all.at(-1)
  if (!last) return { all, reading: undefined }
  const step = lastStep(record, startedMs)
  const before =
    all.filter((r) => r !== last && timeOf(r.item) >= step).at(0) ?? all.filter((r) => timeOf(r.item) < step).at(-1)
  const settled = last.settled && timeOf(last.item) >= step
  return { all, reading: { ...last, settled, targetMovedK: before && moved(last.judged, before.judged) } }
}

/** A reading from a recording was watched settle; one that was typed goes by the clock. */
function hasSettled({ entry }: LogItem<Reading>, terms: Parameters<typeof settledFrom>[0]): boolean {
  const at = Date.parse(entry.at)
  if (entry.live) return (entry.live.state === 'settled' || entry.live.state === 'hunting') && at >= terms.step
  return at >= settledFrom(terms)
}

/** When the charge last changed after the start (and up to a moment); the start itself where it didn't. */
function lastStep(record: UnitRecord, startedMs = -Infinity, untilMs = Infinity): number {
  const steps = record.items.weighed.map(timeOf).filter((t) => t > startedMs && t <= untilMs)
  return Math.max(startedMs, ...steps)
}

/** From when a reading may decide: after the wait from start, and after the one from the last change of charge. */
function settledFrom({
  startedMs,
  step,
  method,
  clock,
}: {
  startedMs: number
  step: number
  method: MethodProfile
  clock: RunClock
}): number {
  const after = (ms: number, seconds: number) => clock.wallMs(clock.runMs(ms) + seconds * 1000)
  const afterStart = after(startedMs, method.settleAfterStartS.si)
  return step > startedMs ? Math.max(afterStart, after(step, method.settleAfterStepS.si)) : afterStart
}

/** How far the target is from where it was, where that is more than the method lets pass unsaid. */
function moved(now: JudgedReading, before: JudgedReading): number | undefined {
  if (!now.target.ok || !before.target.ok || now.target.deciding !== before.target.deciding) return undefined
  const movedK = now.target.targetK - before.target.targetK
  return Math.abs(movedK) > now.method.targetMovedK.si ? movedK : undefined
}

type Told = ReturnType<typeof tell>
const lastTold = new WeakMap<UnitRecord, { jobElevationM: number | undefined; told: Told }>()

/** What a record tells whatever the clock says: the same object for the same record, so that a screen that ticks does no work twice. */
function toldBy(record: UnitRecord, jobElevationM: number | undefined): Told {
  const kept = lastTold.get(record)
  if (kept && kept.jobElevationM === jobElevationM) return kept.told
  const told = tell(record, jobElevationM)
  lastTold.set(record, { jobElevationM, told })
  return told
}

function tell(record: UnitRecord, jobElevationM: number | undefined) {
  const facts = unitFacts(record)
  const elevationM = siteElevationM(facts, jobElevationM)
  const taken = unitLabel(record)
  const label = taken?.label
  const method = unitMethod(record)
  const missing = missingFacts(facts, label)
  const refusal = refusalOf(facts, { label, method })
  const pressureTest = pressureTestRun(record, { facts, label, method, elevationM })
  const vacuum = vacuumRun(record, method)
  const charge = chargeBalance(record, method)
  const start = [...record.items.started].sort((a, b) => timeOf(a) - timeOf(b)).at(-1)
  const startedMs = start && timeOf(start)
  const { all, reading } = readingsOf(record, { facts, label, elevationM, startedMs, method })
  const totalChargeKg =
    (charge.due.ok ? charge.due.totalKg : undefined) ?? (facts.labelCharge && toSi('mass', facts.labelCharge))
  const tuning = tuningRun(record, { facts, elevationM, method, judged: all, totalChargeKg })
  const returnVisit = openReturnVisit(
    record,
    all.map(({ item, settled, judged }) => ({ item, settled, in: judged.verdict === 'in' })),
  )
  const sealed = isSealed(record)
  return {
    facts,
    missing,
    refusal,
    elevationM,
    taken,
    label,
    method,
    profile: unitProfile(record),
    pressureTest,
    vacuum,
    charge,
    startedMs,
    reading,
    tuning,
    returnVisit,
    sealed,
  }
}

/**
 * Everything that the app, the papers and the boards show of a unit, drawn from its record.
 *
 * @param nowMs a hold or a settling wait runs or has ended by this clock; nothing else depends on it
 */
export function unitView(
  record: UnitRecord,
  { nowMs, jobElevationM }: { nowMs: number; jobElevationM?: number },
): UnitView {
  const told = toldBy(record, jobElevationM)
  const { facts, missing, refusal, elevationM, taken, label, method } = told
  const { pressureTest, vacuum, charge, startedMs, reading, tuning, sealed } = told

  const waits: Wait[] = []
  if (
    !sealed &&
    vacuum.valvedOffMs !== undefined &&
    vacuum.holdEndsMs !== undefined &&
    vacuum.verdict?.state !== 'in' &&
    vacuum.verdict?.state !== 'out'
  ) {
    waits.push({ kind: 'decayHold', startedMs: vacuum.valvedOffMs, endsMs: vacuum.holdEndsMs })
  }
  const soaking = vacuum.phase === 'breaking' ? vacuum.breaks.at(-1) : undefined
  if (!sealed && soaking) waits.push({ kind: 'nitrogen', startedMs: soaking.atMs, endsMs: soaking.soakEndsMs })
  const held = pressureTest.hold
  if (!sealed && held && !held.verdict)
    waits.push({ kind: 'pressureHold', startedMs: held.startedMs, endsMs: held.endsMs })
  if (!sealed && startedMs !== undefined && !reading?.settled) {
    const step = lastStep(record, startedMs)
    waits.push({
      kind: 'settle',
      startedMs: step,
      endsMs: settledFrom({ startedMs, step, method, clock: tuning.clock }),
    })
  }

  const pass = (stage: Stage): LogItem<GatePassed | ReturnVisit> | undefined =>
    record.items.gatePassed.filter((p) => p.entry.stage === stage).at(-1) ??
    (stage === 'startUp' ? record.items.returnVisit.at(-1) : undefined)
  const running = (kind: Wait['kind']) => waits.some((w) => w.kind === kind && w.endsMs > nowMs)
  const holdFindings = reading?.judged.findings.some((f) => f.consequence === 'notSettled') ?? false
  const evidence: Record<Stage, StageState> = {
    prepare: refusal ? 'stopped' : missing.length === 0 ? 'done' : 'current',
    pressureTest:
      held?.verdict?.verdict === 'in'
        ? 'done'
        : held?.verdict?.verdict === 'out'
          ? 'stopped'
          : running('pressureHold')
            ? 'waiting'
            : 'current',
    vacuum:
      vacuum.verdict?.state === 'in'
        ? 'done'
        : vacuum.verdict?.state === 'out'
          ? 'stopped'
          : running('decayHold') || running('nitrogen')
            ? 'waiting'
            : 'current',
    weighIn: charge.settled ? 'done' : 'current',
    startUp:
      reading?.settled && reading.judged.verdict === 'in' && !holdFindings
        ? 'done'
        : running('settle')
          ? 'waiting'
          : 'current',
    handOver: sealed ? 'done' : 'current',
  }
  let currentSeen = false
  const views = stages.map((stage): StageView => {
    const passed = pass(stage)
    const own = evidence[stage]
    const finished = own === 'done' || (passed !== undefined && !(stage === 'prepare' && refusal))
    if (own === 'done') return { stage, state: 'done' }
    if (finished) return { stage, state: 'bypassed', pass: passed }
    const active = own === 'waiting' || own === 'stopped'
    if (currentSeen && !active) return { stage, state: 'todo' }
    currentSeen = true
    return { stage, state: own }
  })
  const open = views.find((v) => v.state !== 'done' && v.state !== 'bypassed')
  const current = open?.stage ?? 'handOver'
  const view = {
    facts,
    missing,
    refusal,
    elevationM,
    label,
    labelVersion: taken && { modelId: taken.modelId, version: taken.version },
    profile: told.profile,
    method,
    pressureTest,
    vacuum,
    charge,
    startedMs,
    tuning,
    returnVisit: told.returnVisit,
    reading,
    stages: views,
    current,
    waits,
    sealed,
  }
  return { ...view, need: needOf(view, nowMs) }
}

const readingNeed = { in: 'readingOpen', none: 'readingOpen', out: 'readingOut', tooClose: 'readingClose' } as const

function needOf(view: Omit<UnitView, 'need'>, nowMs: number): Need {
  if (view.sealed) return { code: 'nothing' }
  switch (view.current) {
    case 'prepare':
      return view.refusal ? { code: 'refused', refusal: view.refusal } : { code: 'prepare', missing: [...view.missing] }
    case 'pressureTest':
      return { code: pressureNeed(view.pressureTest, nowMs) }
    case 'vacuum':
      return { code: vacuumNeed(view.vacuum, nowMs) }
    case 'weighIn':
      return { code: 'weighIn', openKg: view.charge.openKg }
    case 'startUp': {
      if (view.startedMs === undefined) return { code: 'start' }
      if (view.waits.some((w) => w.kind === 'settle' && w.endsMs > nowMs)) return { code: 'settling' }
      if (!view.reading?.settled) return { code: 'takeReading' }
      return { code: readingNeed[view.reading.judged.verdict] }
    }
    case 'handOver':
      return { code: 'sign' }
  }
}

function pressureNeed({ hold }: PressureTestRun, nowMs: number) {
  if (!hold) return 'raisePressure'
  if (hold.verdict?.verdict === 'out') return 'pressureFailed'
  if (hold.verdict) return 'pressureClose'
  return nowMs < hold.endsMs ? 'pressureHolds' : 'readPressure'
}

function vacuumNeed(vacuum: VacuumRun, nowMs: number) {
  if (vacuum.verdict?.state === 'out') return 'decayFailed'
  if (vacuum.verdict?.state === 'tooClose') return 'decayClose'
  switch (vacuum.phase) {
    case 'holding':
      return nowMs < (vacuum.holdEndsMs ?? 0) ? 'holdRunning' : 'readGauge'
    case 'breaking':
      return nowMs < (vacuum.breaks.at(-1)?.soakEndsMs ?? 0) ? 'nitrogenStands' : 'pumpAgain'
    case 'pulling':
      return vacuum.breaksLeft > 0 ? 'breakVacuum' : 'pullDown'
    case 'idle':
      return vacuum.samples.length === 0 ? 'startVacuum' : 'pullDown'
  }
}
