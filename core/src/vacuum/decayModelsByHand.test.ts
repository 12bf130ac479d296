// The decay's curves and fits against other ways to the same figures: closed forms, a small step integration, and normal equations by Cramer's rule.
import type { Bin } from './decayBins'
import { believe } from './decayBelief'
import {
  aicc,
  chiSquaredOf,
  decayPressurePa,
  fitLinear,
  fitModels,
  pressuresOn,
  timeConstantGrid,
  timesOf,
  withBend,
  withLeak,
  type DecayCurve,
} from './decayModels'

const curve = (
  startPa: number,
  risePa = 0,
  leakPaPerS = 0,
  timeConstantS = 300,
  more: Partial<DecayCurve> = {},
): DecayCurve => ({
  startPa,
  risePa,
  leakPaPerS,
  timeConstantS,
  ...more,
})
const bins = (
  at: (t: number) => number,
  {
    count = 20,
    stepS = 60,
    sigmaPa = 0.5,
    warmth,
  }: { count?: number; stepS?: number; sigmaPa?: number; warmth?: (t: number) => Bin['warmth'] } = {},
): Bin[] =>
  Array.from({ length: count }, (_, i) => {
    const timeS = i * stepS
    return { timeS, pressurePa: at(timeS), sigmaPa, count: 5, ...(warmth ? { warmth: warmth(timeS) } : {}) }
  })

describe('a curve', () => {
  it('is start, rise and leak', () => {
    expect(decayPressurePa(curve(30, 40, 0.01), 300)).toBeCloseTo(30 + 40 * (1 - 1 / Math.E) + 3, 9)
    expect(decayPressurePa(curve(30, 4, 0, 60, { creeps: true }), 120)).toBeCloseTo(30 + 4 * Math.log(3), 9)
    expect(decayPressurePa(curve(30, 4, 0, 60, { creeps: true }), -120)).toBe(30)
    expect(decayPressurePa(curve(30, 4, 0, 0), 1)).toBeCloseTo(34, 9)
  })
  it('never passes an atmosphere, and is a number for any', () => {
    expect(decayPressurePa(curve(30, 0, 1e6), 1e6)).toBe(101_325)
    expect(decayPressurePa(curve(Number.NaN), 1)).not.toBeNaN()
    expect(
      pressuresOn(
        curve(30, 0, 1e6),
        bins(() => 30, { warmth: () => ({ gas: 1, vapour: 1 }) }),
      ).at(-1),
    ).toBe(101_325)
  })
  it('of each model has the parts that it is named by', () => {
    expect(
      ['level', 'creeping', 'straight', 'bending', 'bendingAndStraight'].map((m) => [
        withBend(m as 'level'),
        withLeak(m as 'level'),
      ]),
    ).toEqual([
      [false, false],
      [true, false],
      [false, true],
      [true, false],
      [true, true],
    ])
  })
  it('in a pipe whose temperature was logged follows it: gas at once, vapour by its lag', () => {
    const warmth = (t: number) => ({ gas: 1 + t / 36_000, vapour: 1 + t / 3600 })
    const some = bins(() => 0, { warmth })
    const tau = 250
    // dr/dt = (v − r)/τ in steps of a hundredth of a second
    const wanted: number[] = []
    let risen = 0
    for (let k = 0, t = 0; k < some.length; k++) {
      for (; t < some[k]!.timeS - 1e-9; t += 0.01) risen += ((warmth(t + 0.005).vapour - risen) * 0.01) / tau
      wanted.push((30 + 0.002 * some[k]!.timeS) * warmth(some[k]!.timeS).gas + 40 * risen)
    }
    for (const [i, pa] of pressuresOn(curve(30, 40, 0.002, tau), some).entries()) expect(pa).toBeCloseTo(wanted[i]!, 2)
    const creeping = pressuresOn(curve(30, 4, 0, 60, { creeps: true }), some)
    const last = some.at(-1)!
    expect(creeping.at(-1)).toBeCloseTo(
      30 * warmth(last.timeS).gas + 4 * Math.log1p(last.timeS / 60) * warmth(last.timeS).gas,
      6,
    )
  })
})

describe('least squares at one time constant', () => {
  /** solves by Cramer's rule, and gives the inverse by cofactors */
  const det = (m: number[][]): number =>
    m.length === 1
      ? m[0]![0]!
      : m[0]!.reduce(
          (sum, v, j) => sum + (j % 2 ? -1 : 1) * v * det(m.slice(1).map((row) => row.filter((_, k) => k !== j))),
          0,
        )
  const inverse = (m: number[][]) =>
    m.map((_, i) =>
      m.map(
        (__, j) =>
          (((i + j) % 2 ? -1 : 1) * det(m.filter((___, r) => r !== j).map((row) => row.filter((____, c) => c !== i)))) /
          det(m),
      ),
    )
  const noisy = (t: number) => 40 + 60 * (1 - Math.exp(-t / 300)) + 0.004 * t + Math.sin(t * 7.3)
  it.each(['level', 'straight', 'bending', 'bendingAndStraight', 'creeping'] as const)(
    '%s, by the normal equations',
    (model) => {
      const some = bins(noisy)
      const tau = 280
      const mean = some.reduce((sum, b) => sum + b.pressurePa, 0) / some.length
      const vapour = withBend(model) && model !== 'creeping' ? mean - some[0]!.pressurePa : 0
      // 2 K an hour of 293 K; vapour follows 17.5 times as much, twice for what is bound
      const drift = (2 / 293 / 3600) * (mean + 35 * vapour)
      const rows = some.map(({ timeS: t }) => [
        1,
        ...(withBend(model) ? [model === 'creeping' ? Math.log1p(t / tau) : 1 - Math.exp(-t / tau)] : []),
        ...(withLeak(model) ? [t] : []),
        t * drift,
      ])
      const size = rows[0]!.length
      const normal = Array.from({ length: size }, (_, i) =>
        Array.from({ length: size }, (__, j) =>
          rows.reduce((sum, r) => sum + (r[i]! * r[j]!) / 0.25, i === size - 1 && j === i ? 1 : 0),
        ),
      )
      const right = Array.from({ length: size }, (_, i) =>
        rows.reduce((sum, r, k) => sum + (r[i]! * some[k]!.pressurePa) / 0.25, 0),
      )
      const wanted = inverse(normal)
      const values = wanted.map((row) => row.reduce((sum, v, j) => sum + v * right[j]!, 0))
      const fit = fitLinear(some, model, tau)!
      const sigma = (i: number) => Math.sqrt(wanted[i]![i]!)
      for (const [i, value] of values.entries()) expect((fit.free[i]! - value) / sigma(i)).toBeCloseTo(0, 4)
      for (const [i, row] of wanted.entries())
        for (const [j, v] of row.entries()) expect((fit.covariance[i]![j]! - v) / sigma(i) / sigma(j)).toBeCloseTo(0, 4)
      const off = some.map((b, k) => b.pressurePa - rows[k]!.reduce((sum, r, i) => sum + r * values[i]!, 0))
      expect(fit.chiSquared).toBeCloseTo(off.reduce((sum, o) => sum + o ** 2 / 0.25, 0) + values.at(-1)! ** 2, 3)
    },
  )
  it('tells nothing where the terms can’t be told apart', () => {
    expect(
      fitLinear(
        bins(() => 40, { count: 1 }),
        'straight',
        1,
      ),
    ).toBeUndefined()
    expect(
      fitLinear(
        bins(() => 40, { count: 2, stepS: 0 }),
        'straight',
        1,
      ),
    ).toBeUndefined()
    expect(
      fitLinear(
        bins(() => 40, { count: 2 }),
        'bendingAndStraight',
        300,
      ),
    ).toBeUndefined()
  })
  it('by a logged temperature takes no drift of vapour for granted', () => {
    const logged = fitLinear(bins(noisy, { warmth: () => ({ gas: 1, vapour: 1 }) }), 'bending', 280)!
    const unlogged = fitLinear(bins(noisy), 'bending', 280)!
    expect(logged.covariance[1]![1]!).toBeLessThan(unlogged.covariance[1]![1]!)
  })
})

describe('what it is measured by', () => {
  it('Akaike’s criterion for few readings', () => {
    expect(aicc(10, 3, 20)).toBeCloseTo(10 + 6 + 24 / 16, 12)
    expect(aicc(10, 3, 4)).toBe(Infinity)
    expect(aicc(10, 3, 5)).toBeCloseTo(10 + 6 + 24, 12)
  })
  it('squares of residuals in their uncertainties', () => {
    const some = bins((t) => 40 + (t > 0 ? 1 : 0), { count: 3 })
    expect(chiSquaredOf(some, curve(40))).toBeCloseTo(2 * 4, 9)
  })
  it('time constants from half a minute to forty, or a fifth more than the hold', () => {
    const grid = timeConstantGrid(600)
    expect(grid).toHaveLength(24)
    expect(grid[0]).toBeCloseTo(30, 9)
    expect(grid.at(-1)).toBeCloseTo(2400, 6)
    expect(timeConstantGrid(10_000).at(-1)).toBeCloseTo(12_000, 5)
    expect(grid[12]! / grid[11]!).toBeCloseTo(80 ** (1 / 23), 9)
    const creeping = timesOf('creeping', 600)
    expect([creeping.length, creeping[0], Math.round(creeping.at(-1)!)]).toEqual([10, 4, 600])
    expect(timesOf('bending', 600)).toEqual(grid)
  })
})

describe('all models fitted', () => {
  const of = (at: (t: number) => number) =>
    new Map(fitModels(bins(at, { count: 40, stepS: 45, sigmaPa: 0.2 })).map((f) => [f.model, f]))
  it('find a bend that lies between the grid’s time constants', () => {
    const { curve: found, chiSquared } = of((t) => 30 + 80 * (1 - Math.exp(-t / 333))).get('bending')!
    expect(found.timeConstantS).toBeCloseTo(333, 0)
    expect(found.risePa).toBeCloseTo(80, 1)
    expect(found.startPa).toBeCloseTo(30, 1)
    expect(chiSquared).toBeLessThan(0.05)
  })
  it('a bend with a leak, a creep and a straight rise', () => {
    const both = of((t) => 30 + 80 * (1 - Math.exp(-t / 200)) + 0.02 * t).get('bendingAndStraight')!.curve
    expect(both.leakPaPerS).toBeCloseTo(0.02, 3)
    expect(both.timeConstantS).toBeGreaterThan(180)
    expect(both.timeConstantS).toBeLessThan(220)
    const straight = of((t) => 30 + 0.02 * t)
    expect(straight.get('straight')!.curve.leakPaPerS).toBeCloseTo(0.02, 3)
    const aiccs = [...straight.values()].sort((a, b) => a.aicc - b.aicc)
    expect(aiccs[0]!.model).toBe('straight')
    expect(of((t) => 30 + 3 * Math.log1p(t / 50)).get('creeping')!.chiSquared).toBeLessThan(10)
    for (const { curve: found } of of((t) => 60 - 0.01 * t).values()) {
      expect(found.risePa).toBeGreaterThanOrEqual(0)
      expect(found.leakPaPerS).toBeGreaterThanOrEqual(0)
    }
  })
  it('leave out what is no bin, and have a level where there is nothing else', () => {
    expect(fitModels([])).toEqual([])
    expect(fitModels([{ timeS: 0, pressurePa: 40, sigmaPa: 0, count: 1 }])).toEqual([])
    const one = fitModels(bins(() => 40, { count: 1 }))
    expect(one.map((f) => f.curve.startPa)).toEqual([40, 40, 40, 40, 40].map((pa) => expect.closeTo(pa, 6)))
    for (const fit of one) expect(fit.aicc).toBe(Infinity)
  })
})

describe('every curve that the readings allow', () => {
  const shares = (at: (t: number) => number, sigmaPa = 0.2) => {
    const possible = believe(bins(at, { count: 30, stepS: 60, sigmaPa }), { spanS: 1740, temper: 1.3 })
    const of = (model: string) => possible.filter((p) => p.model === model).reduce((sum, p) => sum + p.weight, 0)
    expect(possible.reduce((sum, p) => sum + p.weight, 0)).toBeCloseTo(1, 9)
    return of
  }
  it('is of the model that was played, nearly always', () => {
    expect(shares((t) => 30 + 0.03 * t)('straight')).toBeGreaterThan(0.5)
    expect(shares((t) => 30 + 120 * (1 - Math.exp(-t / 250)))('bending')).toBeGreaterThan(0.6)
    expect(shares((t) => 30 + 120 * (1 - Math.exp(-t / 250)) + 0.05 * t)('bendingAndStraight')).toBeGreaterThan(0.9)
    expect(shares(() => 30)('level')).toBeGreaterThan(0.5)
  })
  it('none that is negative, or starts under nothing', () => {
    for (const { curve: c, weight } of believe(
      bins(() => 30, { count: 8, stepS: 20, sigmaPa: 5 }),
      { spanS: 140, temper: 1.3 },
    )) {
      expect(Math.min(c.risePa, c.leakPaPerS)).toBeGreaterThanOrEqual(0)
      expect(c.startPa).toBeGreaterThan(0)
      expect(weight).toBeGreaterThan(0)
    }
  })
})
