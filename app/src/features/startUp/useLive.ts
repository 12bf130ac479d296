import { learntSteps, type ChargeMode, type Instrument, type LiveTerms, type UnitView } from '@zetesis/core'
import { useEffect, useMemo } from 'react'
import type { SlotChoice } from '@/kit/choice'
import { useTraceAnswers } from '@/recording/useTraceWatch'
import { useSettings } from '@/settings/settings'
import type { LiveAnswer, LiveQuestion, SeriesAsked } from '@/workers/live.worker'
import { instrumentSlots } from '@/kit/instruments'
import type { LiveStore } from './liveStore'

const open = () => new Worker(new URL('../../workers/live.worker.ts', window.location.href))

interface Watching {
  readonly choice: SlotChoice
  readonly kit: readonly Instrument[]
  readonly series?: SeriesAsked
}

/** What the recording of the running system says, once a second, from the worker into a store beside the page. */
export function useLiveInto(store: LiveStore, view: UnitView, traceId: string, watching: Watching): void {
  const put = (_: string, answer: LiveAnswer) => store.setState({ answer })
  useTraceAnswers<LiveQuestion, LiveAnswer>(traceId, open, useLiveQuestion(view, traceId, watching), put)
  useEffect(() => () => store.setState({ answer: undefined }), [store, traceId])
}

function useLiveQuestion(view: UnitView, traceId: string, { choice, kit, series }: Watching): LiveQuestion | undefined {
  const terms = useLiveTerms(view, { choice, kit })
  const known = view.tuning.trace?.traceId === traceId
  return useMemo(() => (known ? { terms, ...(series ? { series } : {}) } : undefined), [known, terms, series])
}

/** What a recording of this unit is judged by; the same object until the log or the choice of instruments changes. */
export function useLiveTerms(
  { facts, label, elevationM, method, tuning, startedMs, heatPump }: UnitView,
  { choice, kit }: { choice: SlotChoice; kit: readonly Instrument[] },
): LiveTerms {
  const { system } = useSettings()
  const { mode, changed } = heatPump
  const overMs = changed && Date.parse(changed.entry.at)
  return useMemo(
    () => liveTerms({ facts, label, elevationM, method, tuning, startedMs, mode, overMs }, { choice, kit, system }),
    [facts, label, elevationM, method, tuning, startedMs, mode, overMs, choice, kit, system],
  )
}

type Judging = Pick<UnitView, 'facts' | 'label' | 'elevationM' | 'method' | 'tuning' | 'startedMs'> & {
  readonly mode: ChargeMode
  /** of the last change-over: it settles anew from then on */
  readonly overMs: number | undefined
}

/** What a recording is judged by: the unit's facts and method, its steps, and what was seen to before. */
function liveTerms(
  { facts, label, elevationM, method, tuning, startedMs, mode, overMs = 0 }: Judging,
  { choice, kit, system }: { choice: SlotChoice; kit: readonly Instrument[]; system: LiveTerms['system'] },
): LiveTerms {
  const { trace, clock, lastStepMs, disturbedMs } = tuning
  const begun = clock.runMs(trace?.begunMs ?? 0)
  const inTrace = (ms: number) => (clock.runMs(ms) - begun) / 1000
  const fromMs = Math.max(startedMs ?? 0, overMs)
  const changedMs = Math.max(fromMs, lastStepMs ?? 0)
  const used = Object.fromEntries(
    instrumentSlots.flatMap(({ name, channels }) => {
      const id = choice[name]
      return id && kit.some((i) => i.id === id) ? channels.map((c) => [c, id]) : []
    }),
  )
  return {
    facts,
    mode,
    ...(label ? { label } : {}),
    elevationM,
    profile: method,
    kit,
    instruments: used,
    system,
    running: startedMs !== undefined,
    sinceS: Math.max(0, inTrace(changedMs)),
    afterStart: lastStepMs === undefined || lastStepMs < fromMs,
    ...(disturbedMs !== undefined && disturbedMs > changedMs ? { disturbedAtS: inTrace(disturbedMs) } : {}),
    steps: learntSteps(tuning.steps),
    ...(tuning.totalChargeKg === undefined ? {} : { totalChargeKg: tuning.totalChargeKg }),
    ...(tuning.shortKg === undefined ? {} : { shortKg: tuning.shortKg }),
    beside: tuning.beside,
    swaps: tuning.swaps,
  }
}
