import { keep, readKept } from './storage'

/** A phone's clock may be off by so much before entries go by the server's: less is lost in the wait for an answer. */
const WORTH_MS = 60_000
/** answers that took longer say too little of what time it is */
const SLOWEST_MS = 4000
const KEY = 'zetesis.clockOff'

export interface DeviceClock {
  /** what time it is: the device's clock, set right by the server's where it is clearly off */
  now(): number
  /** how far the device's clock is ahead (below zero: behind), ms; 0 while that isn't worth a word */
  offMs(): number
  /** an answer of the server carried its time */
  heard(serverMs: number, sentMs: number, receivedMs: number): void
  subscribe(tell: () => void): () => void
}

/**
 * The clock that entries are stamped by. A phone whose clock is wrong would write readings into the future or before the start; what the last
 * answer of the server said of the time corrects it, kept on the device, so that it holds without signal too.
 */
export function makeClock({
  device,
  stored,
  keep,
}: {
  device: () => number
  stored?: number
  keep: (offMs: number) => void
}): DeviceClock {
  let offMs = stored ?? 0
  const listeners = new Set<() => void>()
  const worth = () => (Math.abs(offMs) >= WORTH_MS ? offMs : 0)
  return {
    now: () => device() - worth(),
    offMs: worth,
    heard(serverMs, sentMs, receivedMs) {
      if (!Number.isFinite(serverMs) || receivedMs - sentMs > SLOWEST_MS || receivedMs < sentMs) return
      const before = worth()
      offMs = (sentMs + receivedMs) / 2 - serverMs
      // the server's time comes in whole seconds: it isn't told anew for every one
      if (Math.abs(worth() - before) < 2000) return
      keep(worth())
      listeners.forEach((tell) => tell())
    },
    subscribe(tell) {
      listeners.add(tell)
      return () => void listeners.delete(tell)
    },
  }
}

const readStored = (): number | undefined => {
  const text = readKept(KEY)
  const off = text === null ? NaN : Number(text)
  return Number.isFinite(off) ? off : undefined
}

export const clock = makeClock({
  device: Date.now,
  stored: readStored(),
  keep: (off) => keep(KEY, String(Math.round(off))),
})
