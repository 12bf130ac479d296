import { waterVapourPressurePa } from '../air/water'
import { decayBins, gaugeNoise, type Bin, type GaugeNoise } from './decayBins'
import {
  chiSquaredOf,
  decayPressurePa,
  fitLinear,
  timeConstantGrid,
  type DecayCurve,
  type LinearFit,
} from './decayModels'
import type { VacuumSample } from './sample'

/** a gauge's scatter where nobody says, as a share of its reading */
export const DEFAULT_NOISE = 0.03

/**
 * Every reading brought to the temperature of the first, each part of it by its own law: gas at constant volume follows the absolute temperature, vapour
 * over water its saturation. How much of it is vapour nobody measured: of gas alone, and of all that has risen since valving off, the one that leaves the
 * smoother curve.
 */
export function temperatureCorrected(samples: readonly VacuumSample[]): readonly VacuumSample[] {
  const startK = samples.find((s) => s.temperatureK !== undefined)?.temperatureK
  const startVapour = startK === undefined ? undefined : waterVapourPressurePa(startK)
  if (startK === undefined || !startVapour) return samples
  const firstPa = samples[0]!.pressurePa
  const corrected = (vapourShare: number) =>
    samples.map((s) => {
      const k = s.temperatureK ?? startK
      const risen = vapourShare * Math.max(0, s.pressurePa - firstPa)
      const gas = ((s.pressurePa - risen) * startK) / k
      return { ...s, pressurePa: gas + (risen * startVapour) / (waterVapourPressurePa(k) ?? startVapour) }
    })
  const tried = [0, 0.5, 1].map((share) => {
    const made = corrected(share)
    const bins = decayBins(made, gaugeNoise(made, DEFAULT_NOISE))
    return { made, off: chiSquaredOf(bins, richest(bins)) }
  })
  return tried.reduce((best, t) => (t.off < 0.8 * best.off ? t : best)).made
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
    return { bins: downweighted(decayBins(held, noise)), settledAfterS: 0 }
  const all = decayBins(after, noise)
  const rest = all.filter((b) => b.timeS > LONGEST_STEP_S)
  const curve = rest.length >= 8 ? richest(rest) : undefined
  const outside = (b: Bin) => curve && Math.abs(b.pressurePa - decayPressurePa(curve, b.timeS)) > 4 * b.sigmaPa
  const bins = curve ? all.slice(all.findIndex((b) => b.timeS > LONGEST_STEP_S || !outside(b))) : all
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
  const softened = bins.map((b) => {
    const off = Math.abs(b.pressurePa - decayPressurePa(curve, b.timeS)) / b.sigmaPa
    return off > huber ? { ...b, sigmaPa: b.sigmaPa * Math.sqrt(off / huber) } : b
  })
  const spare = bins.length - 4
  if (spare < 6) return softened
  const inflate = Math.max(1, chiSquaredOf(softened, richest(softened)) / spare)
  return inflate > 1.5 ? softened.map((b) => ({ ...b, sigmaPa: b.sigmaPa * Math.sqrt(inflate) })) : softened
}
