// How likely each kind of curve is, against sums over fine grids of all their values: no fit, no draws, no matrix of the code's own.
import { believe } from './decayBelief'
import type { Bin } from './decayBins'

const T = 1.3
/** two kelvin an hour of 293, as one standard deviation of what the weather does unseen */
const DRIFT = 2 / 293 / 3600
const readings = (sigmaPa: number, pressures: readonly number[]): Bin[] =>
  pressures.map((pressurePa, i) => ({ timeS: i * 60, pressurePa, sigmaPa, count: 5 }))
const meanOf = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length

/** even in the logarithm between low and high, falling off by the square outside, one in all */
const met = (low: number, high: number) => (value: number) =>
  (value < low ? (value / low) ** 2 : value > high ? (high / value) ** 2 : 1) / (value * (Math.log(high / low) + 1))
const leaks = met(5e-3, 2.2)
const rises = met(0.5, 7000)
const creeps = met(0.05, 15)

/** where nobody logged it, six pipes in ten stand calm; the rest drift eight times as much, a quarter of what stands in them being vapour at first */
const CALM = 0.6
const STIRRED = 8 * Math.hypot(1, 17.5 / 4)

/** all starts and drifts that leave these readings, summed: of a normal distribution steps of half a width are exact */
function startsInWeather(bins: readonly Bin[], risen: readonly number[], driftPaPerS: number): number {
  const { sigmaPa } = bins[0]!
  const wide = (sigmaPa * Math.sqrt(T)) / Math.sqrt(bins.length)
  let sum = 0
  for (let d = -5; d <= 5; d += 0.5) {
    const left = bins.map((b, i) => b.pressurePa - risen[i]! - d * driftPaPerS * b.timeS)
    const middle = meanOf(left)
    for (let k = -10; k <= 10; k++) {
      const start = middle + k * 0.5 * wide
      if (start <= 0) continue
      const squares = left.reduce((all, pa) => all + ((pa - start) / sigmaPa) ** 2, d ** 2)
      sum += Math.exp(-squares / 2 / T) * 0.5 * (0.5 * wide)
    }
  }
  return sum
}

/** in either weather; what drifts as vapour does already isn't stirred beyond it */
function startsAndDrifts(bins: readonly Bin[], risen: readonly number[], driftPaPerS: number): number {
  const stirred = Math.max(driftPaPerS, STIRRED * DRIFT * meanOf(bins.map((b) => b.pressurePa)))
  const [calm, rest] = [driftPaPerS, stirred].map((drift) => startsInWeather(bins, risen, drift))
  return CALM * calm! + (1 - CALM) * rest!
}

/** ∫ of value over its logarithm */
function over(low: number, high: number, steps: number, of: (value: number) => number): number {
  const step = Math.log(high / low) / steps
  let sum = 0
  for (let i = 0; i < steps; i++) sum += of(low * Math.exp((i + 0.5) * step))
  return sum * step
}

function byGrids(bins: readonly Bin[]) {
  const spanS = bins.at(-1)!.timeS
  const mean = meanOf(bins.map((b) => b.pressurePa))
  const plain = DRIFT * mean
  // what has risen is vapour, which follows the weather 17.5 times as much, twice for what is bound
  const wet = DRIFT * (mean + 35 * Math.max(0, mean - bins[0]!.pressurePa))
  const times = bins.map((b) => b.timeS)
  const straight = over(
    1e-5,
    1,
    90,
    (l) =>
      leaks(l) *
      l *
      startsAndDrifts(
        bins,
        times.map((t) => l * t),
        plain,
      ),
  )
  const along = (low: number, high: number, of: (tau: number) => number) =>
    over(low, high, 24, of) / Math.log(high / low)
  const bending = along(30, Math.max(2400, 1.2 * spanS), (tau) =>
    over(
      1e-3,
      100,
      70,
      (r) =>
        rises(r) *
        r *
        startsAndDrifts(
          bins,
          times.map((t) => r * (1 - Math.exp(-t / tau))),
          wet,
        ),
    ),
  )
  const creeping = along(4, 600, (tau) =>
    over(
      1e-4,
      20,
      70,
      (r) =>
        creeps(r) *
        r *
        startsAndDrifts(
          bins,
          times.map((t) => r * Math.log(1 + t / tau)),
          plain,
        ),
    ),
  )
  return {
    level: startsAndDrifts(
      bins,
      times.map(() => 0),
      plain,
    ),
    straight,
    bending,
    creeping,
  }
}

function believed(bins: readonly Bin[]) {
  const share = { level: 0, straight: 0, bending: 0, creeping: 0, bendingAndStraight: 0 }
  for (const { model, weight } of believe(bins, { spanS: bins.at(-1)!.timeS, temper: T })) share[model] += weight
  return share
}

describe('how likely a kind of curve is', () => {
  const scatter = [0.21, -0.33, 0.05, 0.4, -0.12, -0.28, 0.17, 0.02]
  it.each<[string, number, (t: number) => number]>([
    ['as good as level', 0.4, () => 30],
    ['rising, hardly to be told from level', 0.4, (t) => 30 + 0.003 * t],
    ['rising plainly', 0.4, (t) => 30 + 0.007 * t],
    ['bending', 0.4, (t) => 30 + 3 * (1 - Math.exp(-t / 120))],
    ['by a coarser gauge', 1.5, (t) => 30 + 0.01 * t],
  ])('%s', (_, sigmaPa, at) => {
    const bins = readings(
      sigmaPa,
      scatter.map((s, i) => at(60 * i) + s * sigmaPa * 2),
    )
    const [ours, wanted] = [believed(bins), byGrids(bins)]
    for (const model of ['level', 'bending', 'creeping'] as const) {
      // a thousand millionth isn't gone into
      if (wanted[model] < 1e-5 * wanted.straight) {
        expect(ours[model] / ours.straight).toBeLessThan(2e-5)
        continue
      }
      const ratio = ours[model] / ours.straight / (wanted[model] / wanted.straight)
      // forty draws about each fit
      expect([model, Math.abs(ratio - 1) < 0.15 ? 'alike' : ratio]).toEqual([model, 'alike'])
    }
  })
})

describe('how fast it bends', () => {
  const det = (m: number[][]): number =>
    m.length === 1
      ? m[0]![0]!
      : m[0]!.reduce(
          (sum, v, j) => sum + (j % 2 ? -v : v) * det(m.slice(1).map((row) => row.filter((_, k) => k !== j))),
          0,
        )
  it.each([
    [100, 0.3],
    [333, 0.3],
    [333, 1],
  ])(
    '%d s, by a gauge that scatters by %d Pa, is known as a finely divided scale of time constants has it',
    (tau, sigmaPa) => {
      const scatter = [0.4, -0.7, 0.2, 0.9, -0.5, -0.3, 0.6, 0.1, -0.8, 0.3, -0.2, 0.1]
      const bins = readings(
        sigmaPa,
        scatter.map((s, i) => 30 + 40 * (1 - Math.exp((-60 * i) / tau)) + s * sigmaPa),
      )
      const mean = meanOf(bins.map((b) => b.pressurePa))
      const drifts = [DRIFT * (mean + 35 * (mean - bins[0]!.pressurePa)), STIRRED * DRIFT * mean]
      // start, rise and drift at each time constant by Cramer's rule, and the volume that they leave
      const weigh = (log: number, wet: number, share: number) => {
        const rows = bins.map(({ timeS: t }) => [1, 1 - Math.exp(-t / Math.exp(log)), wet * t])
        const normal = [0, 1, 2].map((i) =>
          [0, 1, 2].map((j) =>
            rows.reduce((sum, r) => sum + (r[i]! * r[j]!) / sigmaPa ** 2, i === 2 && j === 2 ? 1 : 0),
          ),
        )
        const right = [0, 1, 2].map((i) =>
          rows.reduce((sum, r, k) => sum + (r[i]! * bins[k]!.pressurePa) / sigmaPa ** 2, 0),
        )
        const volume = det(normal)
        const best = [0, 1, 2].map(
          (k) => det(normal.map((line, i) => line.map((v, j) => (j === k ? right[i]! : v)))) / volume,
        )
        const squares = bins.reduce(
          (sum, b, k) => sum + ((b.pressurePa - rows[k]!.reduce((all, r, i) => all + r * best[i]!, 0)) / sigmaPa) ** 2,
          best[2]! ** 2,
        )
        return { log, squares, wide: (share * rises(best[1]!)) / Math.sqrt(volume) }
      }
      const tried = Array.from({ length: 4000 }, (_, i) => Math.log(tau) + (i - 2000) / 4000).flatMap((log) => [
        weigh(log, drifts[0]!, CALM),
        weigh(log, Math.max(...drifts), 1 - CALM),
      ])
      const least = Math.min(...tried.map((w) => w.squares))
      const spreadOf = (points: readonly { at: number; weight: number }[]) => {
        const all = points.reduce((sum, p) => sum + p.weight, 0)
        const middle = points.reduce((sum, p) => sum + p.weight * p.at, 0) / all
        return { middle, wide: Math.sqrt(points.reduce((sum, p) => sum + p.weight * (p.at - middle) ** 2, 0) / all) }
      }
      const wanted = spreadOf(tried.map((w) => ({ at: w.log, weight: w.wide * Math.exp((least - w.squares) / 2 / T) })))
      const ours = spreadOf(
        believe(bins, { spanS: bins.at(-1)!.timeS, temper: T })
          .filter((p) => p.model === 'bending')
          .map((p) => ({ at: Math.log(p.curve.timeConstantS), weight: p.weight })),
      )
      expect(Math.abs(ours.middle - wanted.middle) / wanted.wide).toBeLessThan(0.2)
      expect(Math.abs(ours.wide / wanted.wide - 1)).toBeLessThan(0.25)
    },
  )
})
