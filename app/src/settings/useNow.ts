import { useSyncExternalStore } from 'react'
import { clock } from '@/sync/clock'

/**
 * The clock of all pages: one timer, and each component hears of a tick only when what it draws from the time is another than before. A page that
 * was hidden catches up at once when it is shown.
 */
const TICK_MS = 1000
const listeners = new Set<() => void>()
let now = clock.now()
let timer: ReturnType<typeof setInterval> | undefined

function tick() {
  now = clock.now()
  for (const listener of [...listeners]) listener()
}

/** Tells of every tick. */
export function subscribeClock(listener: () => void): () => void {
  listeners.add(listener)
  if (!timer) {
    timer = setInterval(tick, TICK_MS)
    document.addEventListener('visibilitychange', tick)
  }
  return () => {
    listeners.delete(listener)
    if (listeners.size > 0) return
    clearInterval(timer)
    timer = undefined
    document.removeEventListener('visibilitychange', tick)
  }
}

/**
 * What is drawn from the time; the component is drawn anew only when that changes.
 * @param select a string, a number or a truth of the time: compared by value
 */
export function useClock<T extends string | number | boolean | undefined>(select: (nowMs: number) => T): T {
  return useSyncExternalStore(subscribeClock, () => select(clockNow()))
}

/** The store's time, not older than a tick: where nobody listened, nobody moved it */
export function clockNow(): number {
  if (listeners.size === 0) now = clock.now()
  return now
}

/** The time in steps, for what changes rarely: by default a minute. */
export const useNow = (everyMs = 60_000): number => useClock((ms) => Math.floor(ms / everyMs) * everyMs)
