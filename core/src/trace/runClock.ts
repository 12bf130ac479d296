/** A stretch of time in which a recording ran faster than the clock on the wall: practice on the rig. */
export interface Stretch {
  readonly fromMs: number
  /** undefined while it goes on */
  readonly toMs?: number
  readonly speed: number
}

/** Turns times on the wall into the time that passed for the system, and back. */
export interface RunClock {
  runMs(atMs: number): number
  wallMs(runMs: number): number
}

/**
 * The clock of a run: wall time, except that a recording at ×60 counts sixty seconds for one. Without such stretches it is the wall's.
 * @param stretches in any order; where they overlap, the later one begins where the earlier ends
 */
export function runClock(stretches: readonly Stretch[]): RunClock {
  const sorted = stretches.filter((s) => s.speed !== 1).sort((a, b) => a.fromMs - b.fromMs)
  let end = -Infinity
  const apart = sorted.flatMap(({ fromMs, toMs = Infinity, speed }, i) => {
    const from = Math.max(fromMs, end)
    const to = Math.min(toMs, sorted[i + 1]?.fromMs ?? Infinity)
    end = Math.max(end, to)
    return to > from ? [{ from, to, speed }] : []
  })
  return {
    runMs: (atMs) => apart.reduce((sum, s) => sum + (s.speed - 1) * Math.max(Math.min(atMs, s.to) - s.from, 0), atMs),
    wallMs(runMs) {
      let ahead = 0
      for (const { from, to, speed } of apart) {
        const inside = runMs - ahead - from
        if (inside <= 0) break
        const wall = inside / speed
        if (from + wall <= to) return from + wall
        ahead += (speed - 1) * (to - from)
      }
      return runMs - ahead
    },
  }
}
