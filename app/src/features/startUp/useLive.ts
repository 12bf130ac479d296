import { learntSteps, type Instrument, type LiveTerms, type UnitView } from '@zetesis/core'
import { useMemo } from 'react'
import type { SlotChoice } from '@/features/kit/choice'
import { useTraceWatch } from '@/features/recording/useTraceWatch'
import { useSettings } from '@/settings/settings'
import type { LiveAnswer, SeriesAsked } from '@/workers/live.worker'
import { instrumentSlots } from './instruments'

const open = () => new Worker(new URL('../../workers/live.worker.ts', window.location.href))

interface LiveQuestion {
  readonly terms: LiveTerms
  readonly series?: SeriesAsked
}

/** What the recording of the running system says, once a second, from the worker. */
export function useLive(
  view: UnitView,
  traceId: string | undefined,
  { choice, kit, series }: { choice: SlotChoice; kit: readonly Instrument[]; series?: SeriesAsked },
): LiveAnswer | undefined {
  const { system } = useSettings()
  const question = useMemo((): LiveQuestion | undefined => {
    const { trace } = view.tuning
    if (!traceId || trace?.traceId !== traceId) return undefined
    return { terms: liveTerms(view, { choice, kit, system }), ...(series ? { series } : {}) }
  }, [view, traceId, choice, kit, series, system])
  return useTraceWatch<LiveQuestion, LiveAnswer>(traceId, open, question)
}

/** What a recording is judged by: the unit's facts and method, its steps, and what was seen to before. */
export function liveTerms(
  { facts, label, elevationM, method, tuning, startedMs }: UnitView,
  { choice, kit, system }: { choice: SlotChoice; kit: readonly Instrument[]; system: LiveTerms['system'] },
): LiveTerms {
  const { trace, clock, lastStepMs, disturbedMs } = tuning
  const begun = clock.runMs(trace?.begunMs ?? 0)
  const inTrace = (ms: number) => (clock.runMs(ms) - begun) / 1000
  const changedMs = Math.max(startedMs ?? 0, lastStepMs ?? 0)
  const used = Object.fromEntries(
    instrumentSlots.flatMap(({ name, channels }) => {
      const id = choice[name]
      return id && kit.some((i) => i.id === id) ? channels.map((c) => [c, id]) : []
    }),
  )
  return {
    facts,
    ...(label ? { label } : {}),
    elevationM,
    profile: method,
    kit,
    instruments: used,
    system,
    running: startedMs !== undefined,
    sinceS: Math.max(0, inTrace(changedMs)),
    afterStart: lastStepMs === undefined || lastStepMs < (startedMs ?? 0),
    ...(disturbedMs !== undefined && disturbedMs > changedMs ? { disturbedAtS: inTrace(disturbedMs) } : {}),
    steps: learntSteps(tuning.steps),
    ...(tuning.totalChargeKg === undefined ? {} : { totalChargeKg: tuning.totalChargeKg }),
    beside: {
      airflowKnownGood: tuning.airflowKnownGood,
      condenserClean: tuning.condenserClean,
      ...(tuning.restOverAmbientK === undefined ? {} : { restOverAmbientK: tuning.restOverAmbientK }),
    },
    swaps: tuning.swaps,
  }
}
