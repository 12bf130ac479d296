import { grossRise } from './grossRise'
import { makeNoise } from '../quantity/testing'

const MICRON = 0.133322368
const terms = { grossPaPerS: (1000 * MICRON) / 60, limitPa: 500 * MICRON }
const STOP = 25_000

/** a gauge with its end stop, noise and steps of 50 micron, every ten seconds for a quarter of an hour */
function read(micronAt: (t: number) => number, { seed = 1, noise = 0.04, everyS = 10, seconds = 900 } = {}) {
  const next = makeNoise(seed)
  return Array.from({ length: seconds / everyS + 1 }, (_, i) => {
    const micron = micronAt(i * everyS) * (1 + noise * next())
    return { timeS: i * everyS, pressurePa: Math.min(Math.round(micron / 50) * 50, STOP) * MICRON }
  })
}
const wet = (plateau: number, tau: number) => (t: number) => 300 + plateau * (1 - Math.exp(-t / tau))
const straight = (perMin: number) => (t: number) => 300 + (perMin * t) / 60
const seeds = [1, 2, 3, 4, 5, 6, 7, 8]

describe('a rise that no decay test is made for', () => {
  it.each([1300, 2500, 6000, 20_000])('at %d micron a minute, straight on, at its rate', (perMin) => {
    for (const seed of seeds) {
      const gross = grossRise(read(straight(perMin), { seed }), terms)
      expect(gross?.ratePaPerS ?? 0).toBeGreaterThan((0.85 * perMin * MICRON) / 60)
      expect(gross?.ratePaPerS ?? 0).toBeLessThan((1.15 * perMin * MICRON) / 60)
    }
  })
  it.each([
    [20_000, 300],
    [24_000, 500],
    [29_000, 300],
    [33_000, 200],
    [14_000, 400],
  ])(
    'isn’t water that boils towards %d micron within some %d s, read through noise and into the end stop',
    (top, tau) => {
      for (const seed of seeds) expect(grossRise(read(wet(top, tau), { seed }), terms)).toBeUndefined()
    },
  )
  it('isn’t one wild reading at the end of a wet hold', () => {
    const held = read(wet(3000, 200))
    for (const count of [1, 2]) {
      const wild = held.map((s, i) => (i >= held.length - count ? { ...s, pressurePa: STOP * MICRON } : s))
      expect(grossRise(wild, terms)).toBeUndefined()
    }
  })
  it('is likely where two readings were typed, and no more than that', () => {
    const typed = read(straight(5000), { everyS: 30, seconds: 60, noise: 0 })
    expect(grossRise(typed.slice(0, 2), terms)?.confidence).toBeLessThan(0.9)
  })
  it('is sure past what water over the warmest pipe stands at', () => {
    const past = [0, 20, 40].map((timeS) => ({ timeS, pressurePa: 60 + 250 * timeS }))
    expect(grossRise(past, terms)?.confidence).toBeGreaterThan(0.9)
  })
})
