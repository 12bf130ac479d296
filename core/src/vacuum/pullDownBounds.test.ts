// Where a pull-down stands, by curves whose answers are known in closed form.
import { analysePullDown, stallCauses } from './analysePullDown'
import type { VacuumSample } from './sample'

const MICRON = 0.133322368
const every = (stepS: number, ...pressures: number[]): VacuumSample[] =>
  pressures.map((pressurePa, i) => ({ timeS: i * stepS, pressurePa }))
const many = (count: number, of: (i: number) => number, stepS = 1) =>
  every(stepS, ...Array.from({ length: count }, (_, i) => of(i)))

describe('where a pull-down stands', () => {
  const falling = (t: number) => 200 + 20_000 * Math.exp(-t / 100)
  const target = { targetPa: 500 * MICRON }
  const pulled = (seconds: number, at: (t: number) => number, stepS = 2) =>
    analysePullDown(
      many(Math.floor(seconds / stepS) + 1, (i) => at(i * stepS) * MICRON, stepS),
      target,
    )
  it('on an exponential it arrives when that does, within the range that it gives', () => {
    const truth = -100 * Math.log(300 / 20_000) - 240
    const { state, etaS, etaLowS, etaHighS, ultimatePa } = pulled(240, falling)
    expect(state).toBe('pulling')
    expect(etaS! / truth).toBeCloseTo(1, 1)
    expect(etaLowS!).toBeLessThanOrEqual(0.9 * etaS! + 1e-9)
    expect(etaHighS!).toBeGreaterThanOrEqual(1.1 * etaS! - 1e-9)
    expect(Math.abs(ultimatePa! / MICRON - 200)).toBeLessThan(60)
  })
  it('typed a few minutes apart it is told, too', () => {
    const { state, etaS } = pulled(1200, (t) => 4000 * Math.exp(-t / 700), 300)
    expect(state).toBe('pulling')
    // 720 micron after twenty minutes, 500 on the same curve
    expect(etaS!).toBeGreaterThan(120)
    expect(etaS!).toBeLessThan(600)
  })
  it('falls yet, but towards a figure over the target: twice as long as at this pace', () => {
    const { state, etaS, etaLowS, etaHighS } = pulled(300, (t) => 900 + 9000 * Math.exp(-t / 120))
    expect(state).toBe('pulling')
    expect(etaS!).toBeCloseTo(2 * etaLowS!, 9)
    expect(etaHighS).toBeUndefined()
  })
  it('is there on the target itself', () => {
    expect(pulled(20, () => 500)).toEqual({ state: 'reached', lastPa: expect.closeTo(500 * MICRON, 9) })
    expect(pulled(20, () => 501).state).not.toBe('reached')
  })
  it('stands still at figures that don’t change, but for those of a gauge’s end stop', () => {
    expect(pulled(1200, () => 900)).toMatchObject({ state: 'stalled', ultimatePa: expect.closeTo(900 * MICRON, 1) })
    expect(pulled(1200, () => 2651 / MICRON)).toEqual({ state: 'pulling', lastPa: expect.closeTo(2651, 6) })
    expect(pulled(1200, () => 2649 / MICRON).state).toBe('stalled')
    // three that differ are no end stop
    expect(pulled(1200, (t) => (3000 - t / 50) / MICRON).state).not.toBe('pulling')
  })
  it('says nothing of less than four readings but where it is', () => {
    expect(pulled(4, falling)).toEqual({ state: 'pulling', lastPa: expect.any(Number) })
    expect(pulled(6, falling)).toHaveProperty('etaS')
  })
  it.each([0, -1, Number.NaN, 1e9])('takes no target of %d', (targetPa) =>
    expect(() => analysePullDown(every(1, 100), { targetPa })).toThrow(RangeError),
  )
  it.each<[Parameters<typeof stallCauses>[0], string[]]>([
    [{ bigHoses: false }, ['hoses', 'pumpOil', 'gauge', 'moisture', 'leak']],
    [{ coresOut: true, bigHoses: true }, ['pumpOil', 'gauge', 'moisture', 'leak', 'hoses']],
    [{ coresOut: true }, ['pumpOil', 'hoses', 'gauge', 'moisture', 'leak']],
    [{ coresOut: true, bigHoses: false }, ['hoses', 'pumpOil', 'gauge', 'moisture', 'leak']],
    [{ gaugeFar: false, oilChanged: false }, ['pumpOil', 'gauge', 'hoses', 'moisture', 'leak']],
    [{ gaugeFar: true }, ['pumpOil', 'hoses', 'moisture', 'leak', 'gauge']],
  ])('and what holds it up, by how it was prepared: %j', (prepared, order) =>
    expect(stallCauses(prepared)).toEqual(order),
  )
})
