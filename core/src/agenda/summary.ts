import type { ReturnVisit } from '../entry/startUp'
import type { Stage } from '../entry/stage'
import type { UnitRecord } from '../log/fold'
import type { ChargeVerdict } from '../tuning/judgeCharge'
import { unitView } from '../run/unitView'
import type { Need } from '../run/need'
import type { StageState } from '../run/stageStates'
import type { Wait, WaitKind } from '../run/waits'

/** What a board shows of a unit without its log. Stage states of waits are by `at`; the rest doesn't depend on a clock. */
export interface UnitSummary {
  readonly tag: string
  readonly place?: string
  readonly refrigerant?: string
  readonly metering?: string
  readonly stages: readonly { readonly stage: Stage; readonly state: StageState }[]
  readonly current: Stage
  readonly waits: readonly Wait[]
  readonly need: Need
  readonly verdict: ChargeVerdict
  readonly sealed: boolean
  readonly sealedAt?: string
  readonly passed: number
  /** somebody has to come back: until when, where a date was promised */
  readonly returnVisit?: { readonly by?: string }
}

export function summarise(record: UnitRecord, options: { nowMs: number; jobElevationM?: number }): UnitSummary {
  const view = unitView(record, options)
  return {
    tag: view.facts.tag ?? '',
    place: view.facts.place,
    refrigerant: view.facts.refrigerant,
    metering: view.facts.metering,
    stages: view.stages.map(({ stage, state }) => ({ stage, state })),
    current: view.current,
    waits: view.waits,
    need: view.need,
    verdict: view.reading?.judged.verdict ?? 'none',
    sealed: view.sealed,
    sealedAt: record.items.sealed[0]?.entry.at,
    passed: view.stages.filter((s) => s.state === 'bypassed').length,
    ...(view.returnVisit ? { returnVisit: by(view.returnVisit.entry) } : {}),
  }
}

const by = ({ by: date }: ReturnVisit) => (date === undefined ? {} : { by: date })

/** A summary made earlier, brought to a later clock: waits that have ended since are no longer waits but things to do. */
export function summaryAt(summary: UnitSummary, nowMs: number): UnitSummary {
  const ended = summary.waits.filter((w) => w.endsMs <= nowMs).map((w) => w.kind)
  const over: Partial<Record<Stage, boolean>> = {}
  for (const kind of ended) over[waitStage[kind]] = true
  const next = ended.map((kind) => afterWait[kind]).find(({ during }) => during === summary.need.code)
  const need: Need = next ? { code: next.then } : summary.need
  const stages = summary.stages.map((s) =>
    s.state === 'waiting' && over[s.stage] ? { ...s, state: 'current' as const } : s,
  )
  return { ...summary, need, stages }
}

/** The stage that each wait holds up. */
export const waitStage: Record<WaitKind, Stage> = {
  pressureHold: 'pressureTest',
  nitrogen: 'vacuum',
  decayHold: 'vacuum',
  settle: 'startUp',
}

/** What is to be done once a wait has ended, where nothing was logged meanwhile. */
const afterWait = {
  pressureHold: { during: 'pressureHolds', then: 'readPressure' },
  nitrogen: { during: 'nitrogenStands', then: 'pumpAgain' },
  decayHold: { during: 'holdRunning', then: 'readGauge' },
  settle: { during: 'settling', then: 'takeReading' },
} as const satisfies Record<WaitKind, { during: Need['code']; then: Need['code'] }>
