// Pressures as service handbooks draw them, not the rig's: R-410A heating at 35 °F outdoors.
import type { TraceSample } from '../trace/trace'
import { findDefrosts } from './defrosts'

const PSI = 6894.757293
/** psig from one minute to the next, straight between */
type Legs = readonly (readonly [minute: number, high: number, low: number])[]
const drawn = (legs: Legs, everyS = 5): TraceSample[] => {
  const end = legs.at(-1)![0] * 60
  return Array.from({ length: Math.floor(end / everyS) + 1 }, (_, i) => {
    const minute = (i * everyS) / 60
    const k = Math.max(
      1,
      legs.findIndex(([at]) => at >= minute),
    )
    const [from, to] = [legs[k - 1]!, legs[k]!]
    const share = (minute - from[0]) / (to[0] - from[0])
    const at = (n: 1 | 2) => (from[n] + (to[n] - from[n]) * share) * PSI
    return {
      timeS: i * everyS,
      values: { liquidPressure: at(1), suctionPressure: at(2), supply: 308, returnDryBulb: 294 },
    }
  })
}
const heating: Legs = [
  [0, 330, 78],
  [15, 325, 74],
]
/** turned: both sides near one pressure, the frosted coil takes the heat, warms at the end, turned back */
const defrosting: Legs = [
  [15.5, 120, 90],
  [16, 110, 60],
  [19, 125, 66],
  [21.5, 185, 80],
  [22, 125, 100],
  [24, 300, 70],
  [40, 328, 76],
]
const found = (legs: Legs, everyS?: number) => findDefrosts(drawn(legs, everyS))

describe('a defrost behind duct heaters', () => {
  it.each([1, 5, 20])('is found by the high side, read every %d s', (everyS) => {
    const [only, ...more] = found([...heating, ...defrosting], everyS)
    expect(more).toEqual([])
    expect(Math.abs(only!.beginS / 60 - 15)).toBeLessThan(0.6)
    expect(Math.abs(only!.endS! / 60 - 22)).toBeLessThan(0.6)
    // 185 psig of R-410A: the coil at some 66 °F
    expect(only!.endPa! / PSI).toBeGreaterThan(165)
    expect(only!.endPa! / PSI).toBeLessThan(187)
    expect(only).not.toHaveProperty('supplyK')
  })
  it('one that runs has no end', () => {
    const [only] = found([...heating, ...defrosting.slice(0, 3)])
    expect(only).toMatchObject({ endPa: expect.any(Number) })
    expect(only).not.toHaveProperty('endS')
  })
  it('a stop is none, long or short, nor a stage that goes down, nor a head that sinks slowly', () => {
    const stopped: Legs = [
      [16, 160, 120],
      [17, 135, 133],
      [25, 130, 130],
    ]
    expect(found([...heating, ...stopped])).toEqual([])
    expect(found([...heating, ...stopped, [26, 260, 80], [28, 320, 76], [40, 325, 76]])).toEqual([])
    expect(found([...heating, [16, 255, 90], [30, 250, 92], [31, 320, 78], [40, 325, 76]])).toEqual([])
    expect(found([...heating, [35, 180, 60], [60, 170, 58], [80, 320, 76]])).toEqual([])
  })
  it('a change-over to cooling that stays is none', () => {
    expect(found([...heating, [15.5, 140, 130], [17, 200, 110], [60, 205, 112]])).toEqual([])
  })
  it('a recording that goes on after a gap, standing, is none', () => {
    const gap = drawn([...heating, [15.1, 150, 100], [18, 148, 100], [19, 325, 76], [30, 326, 76]])
    const later = gap.map((s) => (s.timeS > 15 * 60 ? { ...s, timeS: s.timeS + 300 } : s))
    expect(findDefrosts(later)).toEqual([])
    expect(findDefrosts(gap)).toHaveLength(1)
  })
  it('without pressures there is nothing to tell it by', () => {
    const air = drawn([...heating, ...defrosting]).map(({ timeS, values: { supply, returnDryBulb } }) => ({
      timeS,
      values: { supply, returnDryBulb },
    }))
    expect(findDefrosts(air)).toEqual([])
  })
})
