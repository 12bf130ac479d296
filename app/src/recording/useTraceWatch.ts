import { useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react'
import { recorder, type FetchedChunk } from '@/sync/client'

interface Link {
  readonly worker: Worker
  /** bytes of each chunk that the worker has */
  readonly sent: Map<number, number>
  /** the question that the worker has */
  terms?: string
  busy: boolean
  again: boolean
}

/**
 * What a recording on this device says, judged in a worker as the samples come: chunks go over once, one question at a time, and what came
 * meanwhile is asked when the answer is there.
 *
 * @param make opens the worker (the bundler wants its address written out where it is opened)
 * @param fetched chunks that only the server has
 * @param question asked anew whenever samples came or it changes itself; undefined: nothing is asked
 */
export function useTraceWatch<Question extends object, Answer>(
  traceId: string | undefined,
  make: () => Worker,
  question: Question | undefined,
  fetched: readonly FetchedChunk[] = none,
): Answer | undefined {
  const revision = useSyncExternalStore(recorder.subscribe, () =>
    traceId === undefined
      ? ''
      : recorder
          .chunks(traceId)
          .map((c) => c.count)
          .join(),
  )
  const [found, setFound] = useState<{ traceId: string; answer: Answer }>()
  const link = useRef<Link>(undefined)
  const terms = useMemo(() => question && JSON.stringify(question), [question])
  const latest = useRef(terms)
  const others = useRef(fetched)
  useEffect(() => {
    latest.current = terms
    others.current = fetched
  }, [terms, fetched])

  useEffect(() => {
    if (traceId === undefined) return undefined
    const worker = make()
    const state: Link = { worker, sent: new Map(), busy: false, again: false }
    link.current = state
    worker.onmessage = ({ data }: MessageEvent<Answer>) => {
      state.busy = false
      setFound({ traceId, answer: data })
      if (state.again) ask(state, traceId, latest.current, others.current)
    }
    return () => {
      worker.terminate()
      link.current = undefined
    }
  }, [traceId, make])

  useEffect(() => {
    if (link.current && traceId !== undefined) ask(link.current, traceId, terms, fetched)
  }, [traceId, revision, terms, fetched])
  return found?.traceId === traceId ? found?.answer : undefined
}

const none: readonly FetchedChunk[] = []

function ask(link: Link, traceId: string, terms: string | undefined, fetched: readonly FetchedChunk[]): void {
  link.again = link.busy
  if (link.busy || terms === undefined) return
  for (const { number, bytes } of [...fetched, ...recorder.chunks(traceId)]) {
    if (link.sent.get(number) === bytes.length) continue
    link.sent.set(number, bytes.length)
    link.worker.postMessage({ kind: 'chunk', number, bytes })
  }
  link.busy = true
  // a long question isn't told anew each second
  link.worker.postMessage(
    link.terms === terms ? { kind: 'again' } : { kind: 'ask', question: JSON.parse(terms) as unknown },
  )
  link.terms = terms
}
