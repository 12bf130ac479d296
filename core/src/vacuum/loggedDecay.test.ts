import { waterVapourPressurePa } from '../air/water'
import { analyseDecay } from './analyseDecay'
import { makeNoise } from '../quantity/testing'
import { hold } from './testing'

const MICRON = 0.133322368
const terms = { limitPa: 500 * MICRON, holdS: 1500 }

describe('a pipe whose temperature was logged', () => {
  /** a film whose vapour is on its way to its saturation behind a swinging temperature, and air that leaks in; stepped second by second */
  const swung = (leakPerMin: number, seed: number) => {
    const kelvin = (t: number) => 296 + 1.4 * Math.sin((2 * Math.PI * t) / 2400 + 4.5)
    const lagS = 300
    let vapour = 0
    const at = Array.from({ length: 1501 }, (_, t) => {
      const now = vapour
      vapour += ((0.35 * waterVapourPressurePa(kelvin(t))!) / MICRON - vapour) / lagS
      return ((350 + (leakPerMin * t) / 60) * kelvin(t)) / kelvin(0) + now
    })
    const drawn = makeNoise(seed + 100)
    return hold((t) => at[Math.round(t)]!, { noise: 0.02, seconds: 1500, everyS: 3, seed }).map((s) => ({
      ...s,
      temperatureK: kelvin(s.timeS) + 0.2 * drawn(),
    }))
  }
  const seeds = [1, 2, 3, 4, 5, 6]
  const causes = (leakPerMin: number, logged: boolean) =>
    seeds.map((seed) => {
      const held = swung(leakPerMin, seed).map((s) => (logged ? s : { timeS: s.timeS, pressurePa: s.pressurePa }))
      return analyseDecay(held, terms).cause
    })
  it('tells its swing from a leak: moisture alone is moisture', () => {
    expect(causes(0, true)).toEqual(seeds.map(() => 'moisture'))
  })
  it('and finds the leak beside it', () => {
    expect(causes(60, true)).toEqual(seeds.map(() => 'both'))
  })
  it('which without the log isn’t told', () => {
    const right = [
      ...causes(0, false).filter((c) => c === 'moisture'),
      ...causes(60, false).filter((c) => c === 'both'),
    ]
    expect(right.length).toBeLessThan(2 * seeds.length)
  })
  it('a log with a gap in it is read on across it', () => {
    const gappy = swung(60, 1).map((s) =>
      s.timeS > 400 && s.timeS < 460 ? { timeS: s.timeS, pressurePa: s.pressurePa } : s,
    )
    expect(analyseDecay(gappy, terms).cause).toBe('both')
  })
})

describe('a pipe that warms while it is held', () => {
  /** 300 micron, three tenths of it vapour, that warm by 4 K in a quarter of an hour */
  const warming = (leakPerMin: number, seed: number) => {
    const kelvin = (t: number) => 292 + (4 * t) / 900
    const vapour = (t: number) => waterVapourPressurePa(kelvin(t))! / waterVapourPressurePa(292)!
    const at = (t: number) => ((210 + (leakPerMin * t) / 60) * kelvin(t)) / 292 + 90 * vapour(t)
    const drawn = makeNoise(seed + 50)
    return hold(at, { noise: 0.01, seconds: 900, everyS: 3, seed }).map((s) => ({
      ...s,
      temperatureK: kelvin(s.timeS) + 0.1 * drawn(),
    }))
  }
  const held = { limitPa: 500 * MICRON, holdS: 900 }
  const unlogged = (seed: number, leak = 0) =>
    warming(leak, seed).map(({ timeS, pressurePa }) => ({ timeS, pressurePa }))
  const seeds = Array.from({ length: 8 }, (_, i) => i + 1)
  it('isn’t called leaking: logged never, unlogged once in five at the most', () => {
    const leaks = (samples: typeof unlogged) =>
      seeds.filter((seed) => analyseDecay(samples(seed), held).cause === 'leak').length
    expect(leaks((seed) => warming(0, seed))).toBe(0)
    expect(leaks(unlogged)).toBeLessThanOrEqual(1)
  })
  it('a leak on it is found, and both are In as long as the gauge shows it', () => {
    for (const seed of seeds.slice(0, 4)) {
      expect(analyseDecay(warming(10, seed), held)).toMatchObject({ cause: 'leak', verdict: 'in' })
      expect(analyseDecay(unlogged(seed, 10), held)).toMatchObject({ cause: 'leak', verdict: 'in' })
    }
  })
  it('what the gauge shows at the end is foretold with what the warmth added', () => {
    const samples = warming(0, 3)
    const { predictedAtHoldPa } = analyseDecay(samples, held)
    const lastPa = samples.slice(-30).reduce((sum, s) => sum + s.pressurePa / 30, 0)
    expect(predictedAtHoldPa! / lastPa).toBeGreaterThan(0.99)
    expect(predictedAtHoldPa! / lastPa).toBeLessThan(1.01)
  })
})
