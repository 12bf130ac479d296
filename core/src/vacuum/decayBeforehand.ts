import { waterVapourPressurePa } from '../air/water'
import { decayBins, type Bin, type GaugeNoise } from './decayBins'
import { chiSquaredOf, fitLinear, pressuresOn, timeConstantGrid, type DecayCurve, type LinearFit } from './decayModels'
import type { VacuumSample } from './sample'

/** a gauge's scatter where nobody says, as a share of its reading */
export const DEFAULT_NOISE = 0.03

/**
 * What a logged temperature does to each bin: gas at constant volume follows the absolute temperature, vapour over water its saturation. A bin in a gap of the
 * log has the temperature of the one before it.
 */
function warmed(bins: readonly Bin[]): readonly Bin[] {
  const startK = bins.find((b) => b.temperatureK !== undefined)?.temperatureK
  const startVapour = startK === undefined ? undefined : waterVapourPressurePa(startK)
  if (startK === undefined || !startVapour) return bins
  let warmth = { gas: 1, vapour: 1 }
  return bins.map((bin) => {
    const { temperatureK: k } = bin
    if (k !== undefined) warmth = { gas: k / startK, vapour: (waterVapourPressurePa(k) ?? startVapour) / startVapour }
    return { ...bin, warmth }
  })
}

/** Gas from hoses and manifold spreads for so long after any valving off. */
const VALVE_STEP_S = 30
const LONGEST_STEP_S = 90

/**
 * The bins after the step of valving off: the first half minute of a recording, and what follows it as long as it stands away from the
 * curve of all the rest by more than four of its uncertainties. A few typed readings are all kept: nobody types during the step.
 */
export function settledBins(held: readonly VacuumSample[], noise: GaugeNoise): { bins: Bin[]; settledAfterS: number } {
  const first = held[0]!.timeS
  const span = held.at(-1)!.timeS - first
  const after = held.filter((s) => s.timeS >= Math.min(VALVE_STEP_S, first + 0.1 * span))
  if (held.length < 15 || after.length < 12 || span < 4 * VALVE_STEP_S)
    return { bins: downweighted(warmed(decayBins(held, noise))), settledAfterS: 0 }
  const all = warmed(decayBins(after, noise))
  const rest = all.filter((b) => b.timeS > LONGEST_STEP_S)
  const curve = rest.length >= 8 ? richest(rest) : undefined
  const on = curve ? pressuresOn(curve, all) : []
  const outside = (b: Bin, i: number) => curve && Math.abs(b.pressurePa - on[i]!) > 4 * b.sigmaPa
  const bins = curve ? all.slice(all.findIndex((b, i) => b.timeS > LONGEST_STEP_S || !outside(b, i))) : all
  return { bins: downweighted(bins), settledAfterS: bins[0]!.timeS }
}

/** The best curve of all, quickly: over the grid of time constants, without refining. */
export function richest(bins: readonly Bin[]): DecayCurve {
  const span = bins.at(-1)!.timeS - bins[0]!.timeS
  const fits = timeConstantGrid(span).flatMap((tau) => fitLinear(bins, 'bendingAndStraight', tau) ?? [])
  const straight = fitLinear(bins, 'straight', 1)
  const best = [...fits, ...(straight ? [straight] : [])].reduce<LinearFit | undefined>(
    (least, fit) => (least && least.chiSquared <= fit.chiSquared ? least : fit),
    undefined,
  )
  return best?.curve ?? { startPa: bins[0]!.pressurePa, leakPaPerS: 0, risePa: 0, timeConstantS: 1 }
}

/** Outlying bins count less, and where no curve follows the readings within their noise, all of them are taken to be less certain. */
export function downweighted(bins: readonly Bin[]): Bin[] {
  const curve = richest(bins)
  const huber = 2
  const on = pressuresOn(curve, bins)
  const softened = bins.map((b, i) => {
    const off = Math.abs(b.pressurePa - on[i]!) / b.sigmaPa
    return off > huber ? { ...b, sigmaPa: b.sigmaPa * Math.sqrt(off / huber) } : b
  })
  const spare = bins.length - 4
  if (spare < 6) return softened
  const inflate = Math.max(1, chiSquaredOf(softened, richest(softened)) / spare)
  return inflate > 1.5 ? softened.map((b) => ({ ...b, sigmaPa: b.sigmaPa * Math.sqrt(inflate) })) : softened
}
