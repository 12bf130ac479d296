import { useEffect, useRef, useState } from 'react'

/**
 * Asks a worker one question at a time, and the newest one next. A question that is being worked on isn't given up for a newer one: where they follow each
 * other quicker than a slow phone answers, none would ever be. A worker that has nothing to do is closed, and so is one that broke: the next question opens another.
 *
 * @param open the worker; what it answers says by itself which question it is about
 * @returns its last answer, which may be another question's by now
 */
export function useAnswer<Q extends { readonly key: string }, A>(
  open: () => Worker,
  question: Q | undefined,
): A | undefined {
  const [answer, setAnswer] = useState<A>()
  const at = useRef<{ worker: Worker; next?: Q } | undefined>(undefined)
  useEffect(
    () => () => {
      at.current?.worker.terminate()
      at.current = undefined
    },
    [],
  )
  useEffect(() => {
    if (!question) return
    if (at.current) {
      at.current.next = question
      return
    }
    const worker = open()
    const working: { worker: Worker; next?: Q } = { worker }
    at.current = working
    const close = () => {
      worker.terminate()
      at.current = undefined
    }
    worker.onerror = close
    worker.onmessage = ({ data }: MessageEvent<A>) => {
      setAnswer(data)
      const { next } = working
      working.next = undefined
      if (next) return worker.postMessage(next)
      close()
    }
    worker.postMessage(question)
    // oxlint-disable-next-line react/exhaustive-deps -- the key says all of it
  }, [question?.key])
  return answer
}
