import { useCallback, useInsertionEffect, useRef } from 'react'

/** One function for the life of a component that always does what the latest one does: what is handed it isn't drawn anew for it. For handlers, not for drawing. */
export function useStable<Args extends readonly unknown[], Result>(
  latest: (...args: Args) => Result,
): (...args: Args) => Result {
  const kept = useRef(latest)
  useInsertionEffect(() => {
    kept.current = latest
  })
  return useCallback((...args: Args) => kept.current(...args), [])
}
