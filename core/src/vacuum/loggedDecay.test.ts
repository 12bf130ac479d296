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
