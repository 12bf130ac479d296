import type { Random } from '../random'
import type { GaugeSpec } from './conditions'

/** A vacuum gauge: it lags, scatters in proportion, shows steps that grow with the range, ends at its top and loses a reading now and then. */
export function makeGauge(spec: GaugeSpec, random: Random) {
  let followed: number | undefined
  return {
    read(truePa: number, seconds: number): number | null {
      const share = spec.lagS > 0 ? 1 - Math.exp(-seconds / spec.lagS) : 1
      // the sensor follows the logarithm: its range spans six decades
      followed = followed === undefined ? truePa : followed * (truePa / followed) ** share
      const scattered = followed * (1 + spec.noise * random.normal())
      const lost = random.uniform() < spec.dropOut
      if (lost) return null
      const [fine, middle, coarse] = spec.stepsPa
      const step = scattered < 133.3 ? fine : scattered < 1333 ? middle : coarse
      return Math.min(Math.max(Math.round(scattered / step) * step, step), spec.topPa)
    },
  }
}
