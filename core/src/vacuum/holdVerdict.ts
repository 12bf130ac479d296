import type { VacuumSample } from './sample'

export type HoldVerdict =
  | { state: 'noReading' }
  /** the hold isn't over, or nobody has read the gauge since it was */
  | { state: 'holding'; highestPa: number; lastTimeS: number; remainingS: number }
  | {
      state: 'in' | 'out' | 'tooClose'
      startPa: number
      endPa: number
      highestPa: number
      endTimeS: number
      risePaPerMin: number
    }

/** Whether a hold has its verdict; In and Out end its wait, too close to call doesn't. */
export function isJudged(verdict: HoldVerdict | undefined): verdict is Extract<HoldVerdict, { endTimeS: number }> {
  return verdict !== undefined && verdict.state !== 'noReading' && verdict.state !== 'holding'
}

/**
 * Verdict on a decay hold against its limit: In when every reading up to one taken at or after the full hold is at or
 * under the limit; Out as soon as one is above it. Judged on readings, never on time alone.
 *
 * @param samples after valve-off, any order; those before time 0 are left out
 * @returns the last reading counted, the highest and the mean rise; what made the pressure rise isn't judged here
 */
export function holdVerdict(
  samples: readonly VacuumSample[],
  { limitPa, holdS }: { limitPa: number; holdS: number },
): HoldVerdict {
  const decay = samples.filter((s) => s.timeS >= 0).sort((a, b) => a.timeS - b.timeS)
  const first = decay[0]
  const last = decay.at(-1)
  if (!first || !last) return { state: 'noReading' }
  const highestPa = Math.max(...decay.map((s) => s.pressurePa))
  // a limit typed in micron and a reading typed in Pa meet within rounding
  const over = highestPa > limitPa * (1 + 1e-9)
  if (!over && last.timeS < holdS) {
    return { state: 'holding', highestPa, lastTimeS: last.timeS, remainingS: holdS - last.timeS }
  }
  const minutes = (last.timeS - first.timeS) / 60
  return {
    state: over ? 'out' : 'in',
    startPa: first.pressurePa,
    endPa: last.pressurePa,
    highestPa,
    endTimeS: last.timeS,
    risePaPerMin: minutes > 0 ? (last.pressurePa - first.pressurePa) / minutes : 0,
  }
}
