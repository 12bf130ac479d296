import { startTransition, useEffect, useState } from 'react'
import type { LiveAssessment } from '@zetesis/core'
import equal from 'fast-deep-equal/react'
import { createStore } from 'zustand'
import { useStoreWithEqualityFn } from 'zustand/traditional'
import type { LiveAnswer } from '@/workers/live.worker'

/** What the running system says at this second. It lives beside the page: a second's answer draws only what shows something of it. */
export type LiveStore = ReturnType<typeof makeLiveStore>
export const makeLiveStore = () => createStore<{ readonly answer?: LiveAnswer }>(() => ({}))

/** A part of what it says; drawn anew only when that part says something else. */
export const useLiveStore = <T>(store: LiveStore, select: (live: LiveAssessment | undefined) => T): T =>
  useStoreWithEqualityFn(store, ({ answer }) => select(answer?.assessment), equal)

/**
 * The whole answer, anew every second, when the phone has time for it: what draws from it is drawn in pieces that a finger may interrupt.
 */
export function useLiveAnswer(store: LiveStore): LiveAnswer | undefined {
  const [answer, setAnswer] = useState(() => store.getState().answer)
  useEffect(() => {
    const look = () => startTransition(() => setAnswer(store.getState().answer))
    look()
    return store.subscribe(look)
  }, [store])
  return answer
}
