import type { ScaleHabits, ScaleWatch } from '@zetesis/core'
import { useEffect, useRef, useState, useSyncExternalStore } from 'react'
import { recorder } from '@/sync/client'
import type { ScaleCommand } from '@/workers/scale.worker'

interface Link {
  readonly worker: Worker
  /** bytes of each chunk that the worker has */
  readonly sent: Map<number, number>
  busy: boolean
  again: boolean
}

/** What happens on the scale that records on this device, judged in a worker as the samples come. */
export function useScaleWatch(traceId: string | undefined, habits: ScaleHabits): ScaleWatch | undefined {
  const revision = useSyncExternalStore(recorder.subscribe, () =>
    traceId === undefined
      ? ''
      : recorder
          .chunks(traceId)
          .map((c) => c.count)
          .join(),
  )
  const [watch, setWatch] = useState<{ traceId: string; found: ScaleWatch }>()
  const link = useRef<Link>(undefined)
  const terms = JSON.stringify(habits)

  useEffect(() => {
    if (traceId === undefined) return undefined
    const worker = new Worker(new URL('../../workers/scale.worker.ts', window.location.href))
    const state: Link = { worker, sent: new Map(), busy: false, again: false }
    link.current = state
    worker.onmessage = ({ data }: MessageEvent<ScaleWatch>) => {
      state.busy = false
      setWatch({ traceId, found: data })
      if (state.again) ask(state, traceId, terms)
    }
    return () => {
      worker.terminate()
      link.current = undefined
    }
  }, [traceId, terms])

  useEffect(() => {
    if (link.current && traceId !== undefined) ask(link.current, traceId, terms)
  }, [traceId, revision, terms])
  return watch?.traceId === traceId ? watch?.found : undefined
}

/** One question at a time; what came meanwhile is asked when the answer is there. */
function ask(link: Link, traceId: string, terms: string): void {
  link.again = link.busy
  if (link.busy) return
  for (const { number, bytes } of recorder.chunks(traceId)) {
    if (link.sent.get(number) === bytes.length) continue
    link.sent.set(number, bytes.length)
    link.worker.postMessage({ kind: 'chunk', number, bytes } satisfies ScaleCommand)
  }
  link.busy = true
  link.worker.postMessage({ kind: 'ask', habits: JSON.parse(terms) as ScaleHabits } satisfies ScaleCommand)
}
