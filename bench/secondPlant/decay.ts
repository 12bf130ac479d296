// Hard decays with their own physics: a volume with dry gas and water vapour, a film that dries up, surfaces that give off gas ever more slowly, air
// that leaks in, a pipe whose temperature swings; and a gauge that drifts, jumps at the valve, changes its step with its range, drops out and runs wild.
import { waterVapourPressurePa, type VacuumSample } from '@zetesis/core'
import type { Dice } from './random'

export type DecayTruth = 'tight' | 'leak' | 'slowLeak' | 'gross' | 'moisture' | 'both'

export interface HardDecay {
  readonly truth: DecayTruth
  readonly samples: VacuumSample[]
  readonly limitPa: number
  readonly holdS: number
  readonly leakPaPerS: number
  /** true pressure at the end of the hold, and an hour after valving off */
  readonly endPa: number
  readonly hourPa: number
  /** where it would level off without the leak: its gas and all the vapour that its film gives */
  readonly plateauPa: number
}

const MICRON = 0.133322368

/** A tight one ends under its limit within the hour, whatever its surfaces give off; the rest is as it is drawn. */
export function hardDecay(d: Dice, truth: DecayTruth, set: { readonly holdS?: number } = {}): HardDecay {
  for (;;) {
    const drawn = draw(d, truth, set)
    if (truth !== 'tight' || drawn.hourPa <= 0.97 * drawn.limitPa) return drawn
  }
}

function draw(d: Dice, truth: DecayTruth, set: { readonly holdS?: number }): HardDecay {
  const limit = d.one([500, 500, 1000])
  const drawnS = 60 * d.from(8, 30)
  const holdS = set.holdS ?? drawnS
  const start = limit * d.from(0.3, 0.8)
  const leakMicronPerMin = {
    tight: 0,
    moisture: 0,
    slowLeak: d.fromLog(limit / 1200, limit / 120),
    leak: Math.max(d.fromLog(10, 700), ((limit - start) / 60) * 1.2),
    gross: d.fromLog(1200, 60000),
    both: d.fromLog(15, 80),
  }[truth]
  const wet = truth === 'moisture' || truth === 'both'
  const meanK = d.from(283, 308)
  const swingK = d.from(0, 1.5)
  const periodS = d.from(1500, 6000)
  const phase = d.from(0, 2 * Math.PI)
  const driftKPerS = d.from(-2, 2) / 3600
  const temperature = (t: number) => meanK + swingK * Math.sin((2 * Math.PI * t) / periodS + phase) + driftKPerS * t
  // only part of the pipe is wet, and its vapour reaches what its coldest spot allows, less what is bound to the surface
  const bound = wet ? d.fromLog(0.03, 0.9) : 0
  const evaporateS = d.fromLog(60, 900)
  const gassing = truth === 'tight' && d.next() < 0.6 ? d.from(0.02, 0.12) * limit : d.from(0, 0.02) * limit
  const onsetS = d.fromLog(20, 200)
  const logged = d.next() < 0.3

  let gas = start * MICRON
  let vapour = 0
  const rate = (leakMicronPerMin * MICRON) / 60
  const startK = temperature(0)
  const truthAt: number[] = []
  const end = Math.max(holdS, 3600)
  const film = (k: number) => bound * waterVapourPressurePa(k)!
  const start0 = film(startK) > start * MICRON ? start * MICRON * 0.5 : 0
  gas -= start0
  vapour = start0
  for (let t = 0; t <= end; t++) {
    const k = temperature(t)
    truthAt.push(Math.min((gas * k) / startK + vapour, 101325))
    const back = 1 - Math.min(1, ((gas * k) / startK + vapour) / 101325)
    gas += rate * back + (gassing * MICRON) / (onsetS + t)
    if (wet) vapour += (film(k) - vapour) / evaporateS
  }

  const noise = d.from(0.015, 0.06)
  const valve = d.next() < 0.6 ? d.from(-0.15, 0.5) * start * MICRON : 0
  const valveTau = d.from(2, 15)
  const gaugeDrift = d.from(-0.02, 0.02) / 1800
  const everyS = 1 / d.fromLog(0.05, 1)
  const stop = 25000
  const samples: VacuumSample[] = []
  for (let t = 0; t <= holdS; t += everyS * d.from(0.5, 1.5)) {
    const chance = d.next()
    if (chance < 0.015) continue
    const at = truthAt[Math.min(Math.floor(t), truthAt.length - 1)]!
    const noisy = Math.max(
      (at * (1 + gaugeDrift * t) - valve * Math.exp(-t / valveTau)) * (1 + noise * d.normal()),
      0.1,
    )
    let micron = noisy / MICRON
    if (chance > 0.985) micron = d.next() < 0.5 ? micron * d.from(2, 8) : micron * d.from(0.05, 0.5)
    const step = micron < 1000 ? d.one([1, 1]) : micron < 10000 ? 50 : 250
    micron = Math.min(Math.max(Math.round(micron / step) * step, 1), stop)
    samples.push({
      timeS: t,
      pressurePa: micron * MICRON,
      ...(logged ? { temperatureK: temperature(t) + 0.2 * d.normal() } : {}),
    })
  }
  return {
    truth,
    samples,
    limitPa: limit * MICRON,
    holdS,
    leakPaPerS: rate,
    endPa: truthAt[Math.floor(holdS)]!,
    hourPa: truthAt[3600]!,
    plateauPa: start * MICRON - start0 + film(meanK),
  }
}

export interface Warming {
  readonly startMicron: number
  readonly limitMicron: number
  readonly holdS: number
  readonly warmsK: number
  /** how much of what stands at the beginning is vapour that follows the pipe's temperature */
  readonly vapourShare: number
  readonly leakMicronPerMin: number
  readonly logged: boolean
}

/** A hold without water, on a pipe that warms evenly: gas by the absolute temperature, vapour by its saturation. */
export function warmingDecay(d: Dice, w: Warming): VacuumSample[] {
  const fromK = d.from(285, 300)
  const noise = d.from(0.01, 0.05)
  const everyS = 1 / d.fromLog(0.1, 1)
  const slope = d.from(0.8, 1.2)
  const samples: VacuumSample[] = []
  for (let t = 0; t <= w.holdS; t += everyS) {
    const kelvin = fromK + (w.warmsK * t) / w.holdS
    const gas = (w.startMicron * (1 - w.vapourShare) + (w.leakMicronPerMin * t) / 60) * (kelvin / fromK)
    const vapour =
      w.startMicron *
      w.vapourShare *
      (waterVapourPressurePa(fromK + slope * (kelvin - fromK))! / waterVapourPressurePa(fromK)!)
    const micron = Math.max(1, Math.round((gas + vapour) * (1 + noise * d.normal())))
    samples.push({
      timeS: t,
      pressurePa: micron * MICRON,
      ...(w.logged ? { temperatureK: kelvin + 0.2 * d.normal() } : {}),
    })
  }
  return samples
}
