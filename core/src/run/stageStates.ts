import type { GatePassed } from '../entry/anyStage'
import type { LogItem } from '../entry/entry'
import { conversionStages, isConversionStage, stages, type Stage } from '../entry/stage'
import type { ConversionLeft } from '../entry/conversion'
import type { ReturnVisit } from '../entry/visit'
import type { UnitRecord } from '../log/fold'
import type { ConversionRefusal } from '../conversion/suitability'
import type { MissingFact } from '../facts/missingFacts'
import { isCheck } from '../facts/terms'
import type { UnitFacts } from '../facts/unitFacts'
import type { ChargeBalance } from './chargeBalance'
import { isRefitted, type ConversionRun } from './conversionRun'
import { grantedGates } from './requests'
import { isFinal, type JudgedItem } from './judgedReadings'
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
  readonly pass?: LogItem<GatePassed | ReturnVisit | ConversionLeft>
}

interface Shown {
  readonly facts: UnitFacts
  readonly missing: readonly MissingFact[]
  readonly refusal?: ConversionRefusal
  readonly conversion?: ConversionRun
  readonly pressureTest: PressureTestRun
  readonly vacuum: VacuumRun
  readonly charge: Pick<ChargeBalance, 'due' | 'settled'>
  readonly reading?: Pick<JudgedItem, 'judged' | 'settled'>
  readonly sealed: boolean
  readonly waits: readonly Wait[]
}

/** Each stage as its own evidence, a passed gate or a wait leaves it. */
export function stageStates(record: UnitRecord, shown: Shown, nowMs: number): StageView[] {
  const { facts, missing, refusal, conversion, pressureTest, vacuum, charge, reading, sealed, waits } = shown
  const gates = [...record.items.gatePassed, ...grantedGates(record)]
  const pass = (stage: Stage): LogItem<GatePassed | ReturnVisit | ConversionLeft> | undefined =>
    gates.filter((p) => p.entry.stage === stage).at(-1) ??
    (stage === 'startUp' ? record.items.returnVisit.at(-1) : undefined) ??
    // given up: what is left undone is passed with that
    (stage === 'handOver' ? undefined : conversion?.left)
  const running = (kind: Wait['kind']) => waits.some((w) => w.kind === kind && w.endsMs > nowMs)
  const evidence: Record<Stage, StageState> = {
    baseline: refusal === 'cantBeMadeTight' ? 'stopped' : conversion?.baseline && conversion.why ? 'done' : 'current',
    recovery: (conversion?.recovered.kg ?? 0) > 0 ? 'done' : 'current',
    refit: conversion && isRefitted(conversion) ? 'done' : 'current',
    relabel: conversion?.label ? 'done' : 'current',
    prepare: refusal && refusal !== 'cantBeMadeTight' ? 'stopped' : missing.length === 0 ? 'done' : 'current',
    pressureTest: pressureTest.hold?.verdict?.passes
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
    weighIn:
      charge.settled || isCheck(facts)
        ? 'done'
        : charge.due.ok && charge.due.stopped && !sealed
          ? 'stopped'
          : 'current',
    startUp: reading && isFinal(reading) ? 'done' : running('settle') ? 'waiting' : 'current',
    handOver: sealed ? 'done' : 'current',
  }
  let currentSeen = false
  const path = pathOf(record, shown)
  return path.map((stage): StageView => {
    const passed = pass(stage)
    const own = evidence[stage]
    const finished =
      own === 'done' || (passed !== undefined && !((stage === 'prepare' || stage === 'baseline') && refusal))
    if (own === 'done') return { stage, state: 'done' }
    if (finished) return { stage, state: 'bypassed', pass: passed }
    const active = own === 'waiting' || own === 'stopped'
    if (currentSeen && !active) return { stage, state: 'todo' }
    currentSeen = true
    return { stage, state: own }
  })
}

/** What is gone through, in its order: a machine that runs already is read, and weighed where something went in or came out. */
function pathOf(record: UnitRecord, { facts, conversion, sealed }: Shown): readonly Stage[] {
  if (isCheck(facts)) return checkStages.filter((s) => s !== 'weighIn' || record.items.weighed.length > 0)
  return conversion && hasConversionPath(record, sealed) ? stages : stages.filter((s) => !isConversionStage(s))
}
const checkStages: readonly Stage[] = ['prepare', 'weighIn', 'startUp', 'handOver']

/** A conversion that was sealed before its path had stages of its own keeps the line that it was sealed with. */
function hasConversionPath({ items }: UnitRecord, sealed: boolean): boolean {
  if (!sealed) return true
  const kinds = [
    'conversionWhy',
    'candidateChosen',
    'refitted',
    'deviceFitted',
    'relabelled',
    'conversionLeft',
  ] as const
  return (
    kinds.some((kind) => items[kind].length > 0) ||
    items.reading.some(({ entry }) => entry.baseline) ||
    items.gatePassed.some(({ entry }) => (conversionStages as readonly Stage[]).includes(entry.stage))
  )
}
