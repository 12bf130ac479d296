import { decayHabits, type UnitView } from '@zetesis/core'
import { useQueries } from '@tanstack/react-query'
import { useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react'
import { fetchTrace, recorder, traceKey } from '@/sync/client'
import type { DecayAnswer, DecayCommand, DecayQuestion } from '@/workers/decay.worker'

/** Points on the sheet: more than a phone has pixels across. */
const DRAWN = 420
const OTHERS_MS = 10_000

/**
 * What the recordings of a unit's evacuation show, judged in a worker as they grow: the thinned points, the pull-down, the decay.
 * Undefined where the log names no recording.
 */
export function useRecordedRun(unitId: string, view: UnitView): DecayAnswer | undefined {
  const { vacuum, method } = view
  const traces = useMemo(() => vacuum.traces.map(({ traceId }) => traceId), [vacuum.traces])
  const revision = useSyncExternalStore(recorder.subscribe, () => revisionOf(traces))
  const fetched = useQueries({
    queries: vacuum.traces.map(({ traceId, endedMs }) => ({
      queryKey: traceKey(unitId, traceId),
      queryFn: () => fetchTrace(unitId, traceId),
      staleTime: endedMs === undefined ? OTHERS_MS : Infinity,
      refetchInterval: endedMs === undefined ? OTHERS_MS : (false as const),
      // the recording on this device is complete: nothing to fetch while it runs here
      enabled: recorder.chunks(traceId)[0]?.number !== 0,
      retry: false,
    })),
  })
  const arrived = fetched.map((q) => q.data?.length ?? 0).join()
  const [answer, setAnswer] = useState<DecayAnswer>()
  const link = useRef<{ worker: Worker; sent: Set<string>; asked: number; busy: boolean; again?: DecayQuestion }>(
    undefined,
  )

  useEffect(() => {
    if (traces.length === 0) return undefined
    const worker = new Worker(new URL('../../workers/decay.worker.ts', window.location.href))
    const state = {
      worker,
      sent: new Set<string>(),
      asked: 0,
      busy: false,
      again: undefined as DecayQuestion | undefined,
    }
    link.current = state
    worker.onmessage = ({ data }: MessageEvent<DecayAnswer>) => {
      state.busy = false
      setAnswer(data)
      if (state.again) ask(state, state.again)
    }
    return () => {
      worker.terminate()
      link.current = undefined
    }
  }, [traces.length])

  const question = useMemo((): DecayQuestion => {
    const run = (ms: number | undefined) => (ms === undefined ? undefined : vacuum.clock.runMs(ms))
    return {
      traces: vacuum.traces.map(({ traceId, begunMs }) => ({ traceId, fromRunMs: vacuum.clock.runMs(begunMs) })),
      typed: vacuum.samples.map((s) => ({ runMs: vacuum.clock.runMs(s.atMs), pressurePa: s.pressurePa })),
      pumpOnRunMs: vacuum.phase === 'breaking' ? undefined : run(vacuum.pumpOnMs),
      valvedOffRunMs: run(vacuum.valvedOffMs),
      limitPa: vacuum.limitPa,
      targetPa: vacuum.targetPa,
      holdS: vacuum.holdS,
      volumeM3: vacuum.volume?.volumeM3,
      gaugeShare: vacuum.gaugeShare,
      habits: decayHabits(method),
      most: DRAWN,
    }
  }, [vacuum, method])
  const asked = JSON.stringify(question)

  useEffect(() => {
    const state = link.current
    if (!state) return
    const tell = (traceId: string, number: number, bytes: Uint8Array, whole: boolean) => {
      const name = `${traceId}.${number}.${whole ? 'whole' : bytes.length}`
      if (state.sent.has(name)) return
      state.sent.add(name)
      state.worker.postMessage({ kind: 'chunk', traceId, number, bytes } satisfies DecayCommand)
    }
    traces.forEach((traceId, i) => {
      for (const c of fetched[i]?.data ?? []) tell(traceId, c.number, c.bytes, true)
      for (const c of recorder.chunks(traceId)) tell(traceId, c.number, c.bytes, c.sealed)
    })
    ask(state, JSON.parse(asked) as DecayQuestion)
    // fetched changes with every render; what matters of it is how much arrived
    // oxlint-disable-next-line react/exhaustive-deps
  }, [traces, revision, arrived, asked])
  return traces.length === 0 ? undefined : answer
}

/** One question at a time; what changed meanwhile is asked when the answer is there. */
function ask(
  state: { worker: Worker; asked: number; busy: boolean; again?: DecayQuestion },
  question: DecayQuestion,
): void {
  if (state.busy) {
    state.again = question
    return
  }
  state.busy = true
  state.again = undefined
  state.asked += 1
  state.worker.postMessage({ kind: 'ask', id: state.asked, question } satisfies DecayCommand)
}

function revisionOf(traceIds: readonly string[]): string {
  return traceIds
    .map((id) => {
      const chunks = recorder.chunks(id)
      return `${chunks.length}:${chunks.at(-1)?.count ?? 0}`
    })
    .join()
}
