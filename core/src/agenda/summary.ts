import type { Stage } from '../log/entry'
import type { UnitRecord } from '../log/fold'
import type { ChargeVerdict } from '../tuning/judgeCharge'
import { unitView, type Need, type StageState, type Wait } from '../log/stages'

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
  }
}

/** A summary made earlier, brought to a later clock: waits that have ended since are no longer waits but things to do. */
export function summaryAt(summary: UnitSummary, nowMs: number): UnitSummary {
  const over = (kind: Wait['kind']) => summary.waits.some((w) => w.kind === kind && w.endsMs <= nowMs)
  const ended: Partial<Record<Stage, boolean>> = { vacuum: over('decayHold'), startUp: over('settle') }
  const need: Need =
    summary.need.code === 'holdRunning' && ended.vacuum
      ? { code: 'readGauge' }
      : summary.need.code === 'settling' && ended.startUp
        ? { code: 'takeReading' }
        : summary.need
  const stages = summary.stages.map((s) =>
    s.state === 'waiting' && ended[s.stage] ? { ...s, state: 'current' as const } : s,
  )
  return { ...summary, need, stages }
}
