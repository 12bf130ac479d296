import type { VacuumSample } from './sample'

/** The rise after the lowest point must be at least this share of it, or nothing was valved off. */
const RISE_SHARE = 0.01
const SMOOTHED = 5

/**
 * When the pump was probably valved off in a recording that doesn't say: where the pressure, smoothed, was lowest before it rose to the end.
 *
 * @param samples rising in time
 * @returns seconds on the recording's clock; its beginning where it only rises; undefined where it falls to the end
 */
export function guessValvedOff(samples: readonly VacuumSample[]): number | undefined {
  if (samples.length < 3) return undefined
  const smooth = samples.map((_, i) => {
    const near = samples.slice(Math.max(i - SMOOTHED, 0), i + SMOOTHED + 1).map((s) => s.pressurePa)
    return near.sort((a, b) => a - b)[near.length >> 1]!
  })
  const lowest = smooth.reduce((low, p, i) => (p < smooth[low]! ? i : low), 0)
  const low = smooth[lowest]!
  if (smooth.at(-1)! <= low * (1 + RISE_SHARE)) return undefined
  // a flat end of the pull-down: the last moment that is still as low
  const close = low * (1 + RISE_SHARE)
  let at = lowest
  for (let i = lowest; i < smooth.length; i++) if (smooth[i]! <= close) at = i
  return samples[at]!.timeS
}
