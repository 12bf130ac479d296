import { useEffect, useMemo, useRef, useState } from 'react'
import { recorder, type FetchedChunk } from '@/sync/client'
import { useStable } from '@/ui/useStable'

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
 * meanwhile is asked when the answer is there. Nothing is drawn for it: the answers are handed on.
 *
 * @param make opens the worker (the bundler wants its address written out where it is opened)
 * @param question asked anew whenever samples came or it changes itself; undefined: nothing is asked
 * @param onAnswer what to do with an answer
 * @param fetched chunks that only the server has
 */
export function useTraceAnswers<Question extends object, Answer>(
  traceId: string | undefined,
  make: () => Worker,
  question: Question | undefined,
  onAnswer: (traceId: string, answer: Answer) => void,
  fetched: readonly FetchedChunk[] = none,
): void {
  const link = useRef<Link>(undefined)
  const terms = useMemo(() => question && JSON.stringify(question), [question])
  const latest = useRef({ terms, fetched })
  const hand = useStable(onAnswer)

  useEffect(() => {
    if (traceId === undefined) return undefined
    const worker = make()
    const state: Link = { worker, sent: new Map(), busy: false, again: false }
    link.current = state
    worker.onmessage = ({ data }: MessageEvent<Answer>) => {
      state.busy = false
      hand(traceId, data)
      if (state.again) ask(state, traceId, latest.current)
    }
    let counts = countsOf(traceId)
    const unsubscribe = recorder.subscribe(() => {
      const now = countsOf(traceId)
      if (now === counts) return
      counts = now
      ask(state, traceId, latest.current)
    })
    return () => {
      unsubscribe()
      worker.terminate()
      link.current = undefined
    }
  }, [traceId, make, hand])

  useEffect(() => {
    latest.current = { terms, fetched }
    if (link.current && traceId !== undefined) ask(link.current, traceId, latest.current)
  }, [traceId, terms, fetched])
}

/** The same, for a component that is drawn anew with every answer. */
export function useTraceWatch<Question extends object, Answer>(
  traceId: string | undefined,
  make: () => Worker,
  question: Question | undefined,
  fetched?: readonly FetchedChunk[],
): Answer | undefined {
  const [found, setFound] = useState<{ traceId: string; answer: Answer }>()
  const keep = (of: string, answer: Answer) => setFound({ traceId: of, answer })
  useTraceAnswers<Question, Answer>(traceId, make, question, keep, fetched)
  return found?.traceId === traceId ? found?.answer : undefined
}

const countsOf = (traceId: string) =>
  recorder
    .chunks(traceId)
    .map((c) => c.count)
    .join()

const none: readonly FetchedChunk[] = []

function ask(
  link: Link,
  traceId: string,
  { terms, fetched }: { terms: string | undefined; fetched: readonly FetchedChunk[] },
): void {
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
