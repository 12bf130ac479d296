// A pull-down's shelves, standstills and arrivals, each limit met from both sides, by curves whose rates and arrivals are known in closed form.
import { analysePullDown, stallCauses } from './analysePullDown'
import type { VacuumSample } from './sample'

const every = (stepS: number, lastS: number, at: (t: number) => number, first = 0): VacuumSample[] =>
  Array.from({ length: Math.round(lastS / stepS) + 1 }, (_, i) => ({
    timeS: first + i * stepS,
    pressurePa: at(i * stepS),
  }))
const typed = (...readings: [number, number][]) => readings.map(([timeS, pressurePa]) => ({ timeS, pressurePa }))
const stateOf = (samples: VacuumSample[], targetPa = 10, waterTemperatureK?: number) =>
  analysePullDown(samples, { targetPa, ...(waterTemperatureK ? { waterTemperatureK } : {}) }).state
/** falls by `fast` a second until it stands at `pa`, then by `slow` for five minutes */
const slowed =
  (pa: number, fast: number, slow: number, bendS = 240) =>
  (t: number) =>
    pa * Math.exp(t < bendS ? fast * (bendS - t) : -slow * (t - bendS))
const onShelf = (pa: number, waterTemperatureK?: number) =>
  stateOf(every(10, 540, slowed(pa, 0.01, 1e-5)), 10, waterTemperatureK)

describe('a shelf of water', () => {
  it('is where it falls a third as fast as before, and by half in less than five minutes no more', () => {
    const halving = (2 * Math.LN2) / 600
    const at = (fast: number, slow: number) => stateOf(every(10, 540, slowed(900, fast, slow)))
    expect([0.95, 1.05].map((x) => at(0.01, x * halving))).toEqual(['shelf', 'pulling'])
    expect([0.95, 1.05].map((x) => at(0.004, x * 0.35 * 0.004))).toEqual(['shelf', 'pulling'])
  })
  it('lies between ice at −6 °C and a little over what boils at 35 °C, where nobody knows how warm it is', () => {
    // over ice at −6 °C 368 Pa, over water at 35 °C 5628 Pa and 15 % more (Hyland & Wexler)
    expect([360, 376].map((pa) => onShelf(pa))).toEqual(['stalled', 'shelf'])
    expect([6400, 6550].map((pa) => onShelf(pa))).toEqual(['shelf', 'stalled'])
  })
  it('and by the pipe’s coldest spot where that is known', () => {
    // 611 Pa at 0 °C: from four tenths of it
    expect([240, 249, 695, 710].map((pa) => onShelf(pa, 273.16))).toEqual(['stalled', 'shelf', 'shelf', 'stalled'])
  })
  it('says at which pressure, by the middle one of three', () => {
    const samples = every(10, 540, slowed(900, 0.01, 1e-4))
    const [a, b, c] = samples.slice(-3) as [VacuumSample, VacuumSample, VacuumSample]
    const shaken = [
      ...samples.slice(0, -3),
      { ...a, pressurePa: 903 },
      { ...b, pressurePa: 899 },
      { ...c, pressurePa: 901 },
    ]
    expect(analysePullDown(shaken, { targetPa: 10 })).toEqual({ state: 'shelf', lastPa: 901, shelfPa: 901 })
  })
  it('is seen in half a minute of a small system, whenever its clock began', () => {
    for (const first of [0, 1000]) expect(stateOf(every(1, 30, slowed(900, 0.2, 1e-3, 20), first))).toBe('shelf')
  })
  it('is seen in readings typed minutes apart', () => {
    expect(stateOf(typed([0, 10_000], [300, 2000], [600, 950], [900, 940], [1200, 930]))).toBe('shelf')
    expect(stateOf(typed([0, 10_000], [300, 5000], [600, 2500], [900, 1250], [1200, 1240]))).toBe('shelf')
    expect(stateOf(typed([0, 10_000], [300, 5000], [600, 2500], [900, 1250], [1200, 625]))).toBe('pulling')
  })
})

describe('a standstill', () => {
  const slow = (rate: number) => (t: number) => 20 * Math.exp(-rate * t)
  it('is none while it heads under the target, however slowly', () => {
    const { state, etaS } = analysePullDown(every(10, 600, slow(0.001)), { targetPa: 10 })
    expect(state).toBe('pulling')
    expect(etaS! / (Math.LN2 / 0.001 - 600)).toBeCloseTo(1, 0)
  })
  it('is where it takes ten minutes to halve and heads over it', () => {
    // 15 Pa under all of it; what falls above that is a tenth of it, or four times as much
    const heading = (share: number) => every(10, 600, (t) => 15 + 50 * share * Math.exp(-t / 200))
    expect(stateOf(heading(0.1))).toBe('stalled')
    expect(stateOf(heading(4))).toBe('pulling')
  })
  it('is where it rises', () =>
    expect(
      analysePullDown(
        every(10, 600, (t) => 50 + 0.01 * t),
        { targetPa: 10 },
      ),
    ).toEqual({
      state: 'stalled',
      lastPa: expect.closeTo(55.9, 6),
      ultimatePa: expect.any(Number),
    }))
  it('isn’t a gauge at its end stop, whatever came before', () => {
    expect(stateOf(every(10, 60, () => 2650))).toBe('pulling')
    expect(stateOf(typed([0, 5000], [10, 4000], [20, 2660], [30, 2660], [40, 2660]))).toBe('pulling')
  })
})

describe('an arrival', () => {
  it('is as soon as it would be at the pace of now, by all readings of two minutes', () => {
    // 3 Pa in a hundred up and down, the last step down: any two neighbours would say a tenth a second
    const samples = every(1, 601, (t) => 20 * Math.exp(-0.002 * t) * (t % 2 ? 0.985 : 1.015))
    const { state, etaLowS, etaS } = analysePullDown(samples, { targetPa: 3 })
    const truth = Math.log(20 / 3) / 0.002 - 601
    expect(state).toBe('pulling')
    expect(etaS! / truth).toBeCloseTo(1, 0)
    expect(etaLowS! / truth).toBeGreaterThan(0.5)
  })
  it('where it bends towards more than the target, by twice that pace', () => {
    const at = (t: number) => 30 + 70 * Math.exp(-t / 150)
    const samples = every(2, 300, at)
    const last = samples.slice(-50).map((s) => ({ t: s.timeS, y: Math.log(s.pressurePa) }))
    const mean = (of: (p: { t: number; y: number }) => number) => last.reduce((sum, p) => sum + of(p), 0) / last.length
    const [t0, y0] = [mean((p) => p.t), mean((p) => p.y)]
    const perS = -mean((p) => (p.t - t0) * (p.y - y0)) / mean((p) => (p.t - t0) ** 2)
    // a third of what was seen are fifty readings; the middle one of the last three
    const soonest = Math.log(at(298) / 20) / perS
    const found = analysePullDown(samples, { targetPa: 20 })
    expect(found).toEqual({
      state: 'pulling',
      lastPa: at(298),
      etaLowS: expect.closeTo(soonest, 1),
      etaS: expect.closeTo(2 * soonest, 1),
    })
  })
  it('has no latest where some of the curves that the readings allow never get there', () => {
    const samples = every(5, 400, (t) => (18 + 82 * Math.exp(-t / 200)) * (1 + 0.03 * Math.sin((7 * t * t) / 25)))
    const found = analysePullDown(samples, { targetPa: 20 })
    expect(found.state).toBe('pulling')
    expect(Number.isFinite(found.etaLowS)).toBe(true)
    expect(found.etaLowS!).toBeLessThanOrEqual(0.9 * found.etaS!)
    expect(found).not.toHaveProperty('etaHighS')
    // all of them get as far as this, the slowest later than the likeliest
    const nearer = analysePullDown(samples, { targetPa: 22 })
    expect(nearer.etaHighS!).toBeGreaterThan(1.2 * nearer.etaS!)
    expect(nearer.etaHighS!).toBeLessThan(3 * nearer.etaS!)
  })
  it('says where it is heading once it bends within what was seen', () => {
    const heading = (tau: number) =>
      analysePullDown(
        every(10, 300, (t) => 60 * Math.exp(-t / tau)),
        { targetPa: 1 },
      )
    expect(heading(400)).toHaveProperty('ultimatePa', expect.closeTo(0, 0))
    expect(heading(500)).not.toHaveProperty('ultimatePa')
    expect(heading(400).etaS! / (400 * Math.log(60) - 300)).toBeCloseTo(1, 1)
  })
  it('goes by what came after the shelf', () => {
    const at = (t: number) => (t < 600 ? 2000 * Math.exp(-1e-4 * t) : 2000 * Math.exp(-0.06 - 0.01 * (t - 600)))
    const { etaS, etaHighS } = analysePullDown(every(5, 900, at), { targetPa: 50 })
    const truth = Math.log(at(900) / 50) / 0.01
    expect(etaS! / truth).toBeCloseTo(1, 1)
    expect(etaHighS! / truth).toBeLessThan(1.5)
  })
  it('goes by the last tenfold fall: what came before had another pump and another hose', () => {
    const at = (t: number) => (t < 100 ? 1e5 * Math.exp(-0.046 * t) : 1005 * Math.exp(-0.004 * (t - 100)))
    const { etaS } = analysePullDown(every(5, 700, at), { targetPa: 50 })
    const truth = Math.log(at(700) / 50) / 0.004
    expect(etaS! / truth).toBeGreaterThan(0.9)
    expect(etaS! / truth).toBeLessThan(1.15)
  })
  it('goes by the last four where it fell more than that between two of them', () => {
    const found = analysePullDown(typed([0, 1e5], [60, 5e4], [120, 2e4], [180, 1e3], [240, 300]), { targetPa: 50 })
    expect(found.state).toBe('pulling')
    expect(found.etaS).toBeGreaterThan(0)
  })
  it('never takes a fall for one that goes under nothing', () => {
    // a straight line would be there in 500 s; the steepest exponential that ends near nothing needs twice that
    const { etaS } = analysePullDown(
      every(10, 300, (t) => 100 - 0.1 * t),
      { targetPa: 20 },
    )
    expect(etaS!).toBeGreaterThan(850)
    expect(etaS!).toBeLessThan(1200)
  })
  it('isn’t there by one low reading', () => {
    const near = (...pressures: number[]) =>
      stateOf([...every(10, 300, (t) => 100 * Math.exp(-0.005 * t)), ...typed(...pressures.map((p, i): [number, number] => [310 + i * 10, p]))], 20) // prettier-ignore
    expect(near(21, 19.9, 21.5)).not.toBe('reached')
    expect(near(19, 21, 19.5)).toBe('reached')
  })
})

describe('what holds it up', () => {
  it('is the hoses where the cores are in', () => {
    expect(stallCauses({ coresOut: false })[0]).toBe('hoses')
    expect(stallCauses({ bigHoses: true })).toEqual(stallCauses({}))
  })
})
