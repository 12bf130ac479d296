import type { GatePassed } from '../entry/anyStage'
import type { LogItem } from '../entry/entry'
import { stages, type Stage } from '../entry/stage'
import type { ReturnVisit } from '../entry/startUp'
import type { UnitRecord } from '../log/fold'
import type { ConversionRefusal } from '../conversion/suitability'
import type { MissingFact } from '../facts/missingFacts'
import { grantedGates } from './requests'
import type { JudgedItem } from './judgedReadings'
import type { PressureTestRun } from './pressureTestRun'
import type { VacuumRun } from './vacuumRun'
import type { Wait } from './waits'

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

interface Shown {
  readonly missing: readonly MissingFact[]
  readonly refusal?: ConversionRefusal
  readonly pressureTest: PressureTestRun
  readonly vacuum: VacuumRun
  readonly charge: { readonly settled: boolean }
  readonly reading?: Pick<JudgedItem, 'judged' | 'settled'>
  readonly sealed: boolean
  readonly waits: readonly Wait[]
}

/** Each stage as its own evidence, a passed gate or a wait leaves it. */
export function stageStates(record: UnitRecord, shown: Shown, nowMs: number): StageView[] {
  const { missing, refusal, pressureTest, vacuum, charge, reading, sealed, waits } = shown
  const gates = [...record.items.gatePassed, ...grantedGates(record)]
  const pass = (stage: Stage): LogItem<GatePassed | ReturnVisit> | undefined =>
    gates.filter((p) => p.entry.stage === stage).at(-1) ??
    (stage === 'startUp' ? record.items.returnVisit.at(-1) : undefined)
  const running = (kind: Wait['kind']) => waits.some((w) => w.kind === kind && w.endsMs > nowMs)
  const holdFindings = reading?.judged.findings.some((f) => f.consequence === 'notSettled') ?? false
  const evidence: Record<Stage, StageState> = {
    prepare: refusal ? 'stopped' : missing.length === 0 ? 'done' : 'current',
    pressureTest:
      pressureTest.hold?.verdict?.verdict === 'in'
        ? 'done'
        : pressureTest.hold?.verdict?.verdict === 'out'
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
  return stages.map((stage): StageView => {
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
}
