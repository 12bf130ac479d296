import { waterVapourPressurePa } from '../air/water'
import { bounded } from '../quantity/bounded'
import type { Bin } from './decayBins'
import type { Possible } from './decayBelief'

/** what a probe and the coldest spot of a pipe may differ by, K */
const PROBE_K = 1.5
const SURE = 0.8

/** The most that water may give at the temperatures logged, Pa; undefined where nobody logged any. */
export function waterCapPa(bins: readonly Bin[]): number | undefined {
  const kelvin = bins.flatMap((b) => b.temperatureK ?? [])
  if (kelvin.length === 0) return undefined
  return waterVapourPressurePa(kelvin.reduce((most, k) => Math.max(most, k), 0) + PROBE_K)
}

/**
 * Whether what bends rises past water's saturation at the pipe's temperature: then it isn't water, but refrigerant that comes out of oil, or
 * a valve that passes.
 *
 * @returns the saturation passed, Pa; undefined where it isn't, or the temperature wasn't logged
 * Source: Hyland & Wexler 1983 through psychrolib.
 */
export function overWater(bins: readonly Bin[], possible: readonly Possible[]): number | undefined {
  const cap = waterCapPa(bins)
  if (cap === undefined) return undefined
  const over = possible.reduce((sum, { curve, weight }) => {
    const bends = curve.risePa > 0 && !curve.creeps
    return bends && curve.risePa > cap ? sum + bounded(weight) : sum
  }, 0)
  return over >= SURE ? cap : undefined
}
