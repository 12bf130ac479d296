import { customaryProfile, type MethodProfile } from '../method/profile'
import type { ConversionRefusal } from '../conversion/suitability'
import { judgeReading, type JudgedReading } from '../tuning/judgeReading'
import { chargeBalance, type ChargeBalance } from './charge'
import { stages, type GatePassed, type LogItem, type Reading, type Stage, type UnitFacts } from './entry'
import { missingFacts, refusalOf, siteElevationM, unitFacts, type MissingFact } from './facts'
import { isSealed, type UnitRecord } from './fold'
import { vacuumRun, type VacuumRun } from './vacuum'

/**
 * done: finished by its own evidence; bypassed: passed with a written reason; waiting: a wait runs; stopped: evidence says
 * no, or a refusal that nobody overrides; current: to be worked on; todo: later.
 */
export type StageState = 'done' | 'bypassed' | 'waiting' | 'stopped' | 'current' | 'todo'

export interface StageView {
  readonly stage: Stage
  readonly state: StageState
  readonly pass?: LogItem<GatePassed>
}

export interface Wait {
  readonly kind: 'decayHold' | 'settle'
  readonly startedMs: number
  readonly endsMs: number
}

export type Need =
  | { code: 'prepare'; missing: MissingFact[] }
  | { code: 'refused'; refusal: ConversionRefusal }
  | { code: 'startVacuum' | 'pullDown' | 'holdRunning' | 'readGauge' | 'decayFailed' }
  | { code: 'weighIn'; openKg: number | undefined }
  | { code: 'start' | 'settling' | 'takeReading' | 'readingOut' | 'readingOpen' | 'sign' | 'nothing' }

export interface UnitView {
  readonly facts: UnitFacts
  readonly missing: readonly MissingFact[]
  readonly refusal?: ConversionRefusal
  readonly elevationM: number
  readonly vacuum: VacuumRun
  readonly charge: ChargeBalance
  readonly startedMs?: number
  readonly reading?: { readonly item: LogItem<Reading>; readonly judged: JudgedReading; readonly settled: boolean }
  readonly stages: readonly StageView[]
  readonly current: Stage
  readonly waits: readonly Wait[]
  readonly need: Need
  readonly sealed: boolean
}

const timeOf = (item: LogItem) => Date.parse(item.entry.at)

/** The latest reading by its own time, and how far the system had settled when it was taken. */
function latestReading(
  record: UnitRecord,
  { facts, elevationM, startedMs }: { facts: UnitFacts; elevationM: number; startedMs?: number },
  profile: MethodProfile,
) {
  const item = [...record.items.reading].sort((a, b) => timeOf(a) - timeOf(b)).at(-1)
  if (!item) return undefined
  const judged = judgeReading({ facts, values: item.entry.values, elevationM }, profile)
  const settled = startedMs !== undefined && timeOf(item) - startedMs >= profile.settleAfterStartS.si * 1000
  return { item, judged, settled }
}

/**
 * Everything that the app, the papers and the boards show of a unit, drawn from its record.
 *
 * @param nowMs a hold or a settling wait runs or has ended by this clock; nothing else depends on it
 */
export function unitView(
  record: UnitRecord,
  {
    nowMs,
    jobElevationM,
    profile = customaryProfile,
  }: { nowMs: number; jobElevationM?: number; profile?: MethodProfile },
): UnitView {
  const facts = unitFacts(record)
  const elevationM = siteElevationM(facts, jobElevationM)
  const missing = missingFacts(facts)
  const refusal = refusalOf(facts)
  const vacuum = vacuumRun(record, profile)
  const charge = chargeBalance(record, profile)
  const start = [...record.items.started].sort((a, b) => timeOf(a) - timeOf(b)).at(-1)
  const startedMs = start && timeOf(start)
  const reading = latestReading(record, { facts, elevationM, startedMs }, profile)
  const sealed = isSealed(record)

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
  if (!sealed && startedMs !== undefined && !reading?.settled) {
    waits.push({ kind: 'settle', startedMs, endsMs: startedMs + profile.settleAfterStartS.si * 1000 })
  }

  const pass = (stage: Stage) => record.items.gatePassed.filter((p) => p.entry.stage === stage).at(-1)
  const running = (kind: Wait['kind']) => waits.some((w) => w.kind === kind && w.endsMs > nowMs)
  const holdFindings = reading?.judged.findings.some((f) => f.severity === 'hold') ?? false
  const evidence: Record<Stage, StageState> = {
    prepare: refusal ? 'stopped' : missing.length === 0 ? 'done' : 'current',
    vacuum:
      vacuum.verdict?.state === 'in'
        ? 'done'
        : vacuum.verdict?.state === 'out'
          ? 'stopped'
          : running('decayHold')
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
    vacuum,
    charge,
    startedMs,
    reading,
    stages: views,
    current,
    waits,
    sealed,
  }
  return { ...view, need: needOf(view, nowMs) }
}

function needOf(view: Omit<UnitView, 'need'>, nowMs: number): Need {
  if (view.sealed) return { code: 'nothing' }
  switch (view.current) {
    case 'prepare':
      return view.refusal ? { code: 'refused', refusal: view.refusal } : { code: 'prepare', missing: [...view.missing] }
    case 'vacuum': {
      const { vacuum } = view
      if (vacuum.verdict?.state === 'out') return { code: 'decayFailed' }
      if (vacuum.valvedOffMs !== undefined) {
        return { code: nowMs < (vacuum.holdEndsMs ?? 0) ? 'holdRunning' : 'readGauge' }
      }
      return { code: vacuum.samples.length === 0 ? 'startVacuum' : 'pullDown' }
    }
    case 'weighIn':
      return { code: 'weighIn', openKg: view.charge.openKg }
    case 'startUp': {
      if (view.startedMs === undefined) return { code: 'start' }
      if (view.waits.some((w) => w.kind === 'settle' && w.endsMs > nowMs)) return { code: 'settling' }
      if (!view.reading?.settled) return { code: 'takeReading' }
      return { code: view.reading.judged.verdict === 'out' ? 'readingOut' : 'readingOpen' }
    }
    case 'handOver':
      return { code: 'sign' }
  }
}
