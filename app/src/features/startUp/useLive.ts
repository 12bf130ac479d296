import { learntSteps, type ChargeMode, type Instrument, type LiveTerms, type UnitView } from '@zetesis/core'
import { useMemo } from 'react'
import type { SlotChoice } from '@/kit/choice'
import { useTraceWatch } from '@/recording/useTraceWatch'
import { useSettings } from '@/settings/settings'
import type { LiveAnswer, LiveQuestion, SeriesAsked } from '@/workers/live.worker'
import { instrumentSlots } from '@/kit/instruments'

const open = () => new Worker(new URL('../../workers/live.worker.ts', window.location.href))

/** What the recording of the running system says, once a second, from the worker. */
export function useLive(
  view: UnitView,
  traceId: string | undefined,
  { choice, kit, series }: { choice: SlotChoice; kit: readonly Instrument[]; series?: SeriesAsked },
): LiveAnswer | undefined {
  const terms = useLiveTerms(view, { choice, kit })
  const known = traceId !== undefined && view.tuning.trace?.traceId === traceId
  const question = useMemo(
    (): LiveQuestion | undefined => (known ? { terms, ...(series ? { series } : {}) } : undefined),
    [known, terms, series],
  )
  return useTraceWatch<LiveQuestion, LiveAnswer>(traceId, open, question)
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
    beside: tuning.beside,
    swaps: tuning.swaps,
  }
}
