import { cleanSamples, type VacuumSample } from './sample'

export type HoldVerdict =
  | { state: 'noReading' }
  /** the hold isn't over, or nobody has read the gauge since it was */
  | { state: 'holding'; highestPa: number; lastTimeS: number; remainingS: number; outliers?: number }
  | {
      state: 'in' | 'out' | 'tooClose'
      startPa: number
      endPa: number
      highestPa: number
      endTimeS: number
      risePaPerMin: number
      /** single wild readings that decided nothing */
      outliers?: number
    }

/** Whether a hold has its verdict; In and Out end its wait, too close to call doesn't. */
export function isJudged(verdict: HoldVerdict | undefined): verdict is Extract<HoldVerdict, { endTimeS: number }> {
  return verdict !== undefined && verdict.state !== 'noReading' && verdict.state !== 'holding'
}

/**
 * Verdict on a decay hold against its limit: In when every reading up to one taken at or after the full hold is at or
 * under the limit; Out as soon as one is above it. Judged on readings, never on time alone. One wild reading decides nothing: one that
 * those before and after it contradict is left out and counted, and where the last one alone is far off it is too close to call until another is taken.
 *
 * @param samples after valve-off, any order; those before time 0 and those that aren't numbers are left out
 * @returns the last reading counted, the highest and the mean rise; what made the pressure rise isn't judged here
 * @throws RangeError for a limit or hold that isn't above zero
 */
export function holdVerdict(
  samples: readonly VacuumSample[],
  { limitPa, holdS }: { limitPa: number; holdS: number },
): HoldVerdict {
  if (!(limitPa > 0 && holdS > 0)) throw new RangeError('limit and hold must be above zero')
  const { samples: decay, problems } = cleanSamples(samples.filter((s) => !(s.timeS < 0)))
  const wild = problems.reduce((sum, p) => sum + (p.code === 'outliers' ? p.count : 0), 0)
  const said = wild > 0 ? { outliers: wild } : {}
  const first = decay[0]
  const last = decay.at(-1)
  if (!first || !last) return { state: 'noReading' }
  const highestPa = decay.reduce((high, s) => Math.max(high, s.pressurePa), 0)
  // a limit typed in micron and a reading typed in Pa meet within rounding
  const isOver = (pa: number) => pa > limitPa * (1 + 1e-9)
  const over = isOver(highestPa)
  if (!over && last.timeS < holdS)
    return { state: 'holding', highestPa, lastTimeS: last.timeS, remainingS: holdS - last.timeS, ...said }
  const minutes = (last.timeS - first.timeS) / 60
  const numbers = {
    startPa: first.pressurePa,
    endPa: last.pressurePa,
    highestPa,
    endTimeS: last.timeS,
    risePaPerMin: minutes > 0 ? (last.pressurePa - first.pressurePa) / minutes : 0,
    ...said,
  }
  return { state: over ? (lastAlone(decay, isOver) ? 'tooClose' : 'out') : 'in', ...numbers }
}

/** a last reading that is this many times the one before stands alone until the next */
const WILD = 3
const LEAST_BEFORE = 3

function lastAlone(decay: readonly VacuumSample[], isOver: (pa: number) => boolean): boolean {
  const before = decay.slice(0, -1)
  const [last, previous] = [decay.at(-1)!, decay.at(-2)]
  if (!previous || before.length < LEAST_BEFORE || before.some((s) => isOver(s.pressurePa))) return false
  const steepest = before.reduce((most, s, i) => {
    const earlier = before[i - 1]
    return earlier ? Math.max(most, (s.pressurePa - earlier.pressurePa) / (s.timeS - earlier.timeS)) : most
  }, 0)
  const expected = previous.pressurePa + WILD * steepest * (last.timeS - previous.timeS)
  return last.pressurePa > WILD * previous.pressurePa && last.pressurePa > expected
}
