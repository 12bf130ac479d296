// Which exchange is suggested, against all of them tried one by one with the distances from a usual system written down once more.
import { makeNoise } from '../quantity/testing'
import { saturationTemperatureK } from '../refrigerant/saturation'
import { checkPlausibility } from './checkPlausibility'
import type { PlausibilityChannel, PlausibleReading } from './plausibility'
import { exchange, suggestSwap } from './suggestSwap'

const f = (x: number) => (x + 459.67) / 1.8
const psig = (x: number) => (x + 14.696) * 6894.757
/** as they hang: the usual ones first */
const pairs =
  `suctionLineK liquidLineK, suctionPressurePa liquidPressurePa, returnK supplyK, liquidLineK dischargeK, suctionLineK dischargeK,
  returnK outdoorK, supplyK outdoorK, liquidLineK outdoorK, suctionLineK outdoorK, suctionLineK supplyK, suctionLineK returnK, liquidLineK returnK, liquidLineK supplyK`
    .split(',')
    .map((pair) => pair.trim().split(' ') as [PlausibilityChannel, PlausibilityChannel])

/** [over what, under what, middle, spread], K */
type Usual = readonly (readonly [string, string, number, number])[]
const cooling: Usual = [
  ['suctionLineK', 'evaporating', 7, 6],
  ['condensing', 'liquidLineK', 5.5, 4],
  ['liquidLineK', 'outdoorK', 4.5, 4],
  ['returnK', 'supplyK', 11, 3],
  ['dischargeK', 'condensing', 18, 15],
  ['condensing', 'outdoorK', 10, 5],
  ['supplyK', 'evaporating', 7, 4],
]
const heating: Usual = [
  ['suctionLineK', 'evaporating', 5, 5],
  ['condensing', 'liquidLineK', 11, 6],
  ['supplyK', 'returnK', 15, 7],
  ['outdoorK', 'evaporating', 7, 4],
  ['dischargeK', 'condensing', 25, 15],
  ['condensing', 'returnK', 19, 8],
  ['outdoorK', 'suctionLineK', 3, 4],
]
function cost(reading: PlausibleReading): number {
  const at: Record<string, unknown> = {
    ...reading,
    evaporating: reading.suctionPressurePa && saturationTemperatureK('R-410A', 'dew', reading.suctionPressurePa),
    condensing: reading.liquidPressurePa && saturationTemperatureK('R-410A', 'bubble', reading.liquidPressurePa),
  }
  return (reading.mode === 'heating' ? heating : cooling).reduce((sum, [over, under, middle, spread]) => {
    const [a, b] = [at[over], at[under]]
    return typeof a === 'number' && typeof b === 'number' ? sum + ((a - b - middle) / spread) ** 2 : sum
  }, 0)
}
function cheapest(reading: PlausibleReading) {
  if (checkPlausibility(reading).length === 0) return undefined
  const tried = pairs.flatMap(([a, b], rank) => {
    const other = exchange(reading, { a, b })
    // in heating the house is the warmer of the two airs
    const colder = other?.mode === 'heating' && other.returnK! < other.outdoorK!
    return other && !colder && checkPlausibility(other).length === 0 ? [{ a, b, cost: cost(other) + 0.4 * rank }] : []
  })
  const [best] = tried.sort((x, y) => x.cost - y.cost)
  return best && { a: best.a, b: best.b }
}

describe('the exchange that is suggested', () => {
  const usual = {
    cooling: {
      suctionPressurePa: psig(122),
      liquidPressurePa: psig(340),
      suctionLineK: f(54),
      liquidLineK: f(95),
      dischargeK: f(150),
      returnK: f(76),
      supplyK: f(57),
      outdoorK: f(86),
    },
    heating: {
      suctionPressurePa: psig(80),
      liquidPressurePa: psig(330),
      suctionLineK: f(33),
      liquidLineK: f(85),
      dischargeK: f(150),
      returnK: f(70),
      supplyK: f(97),
      outdoorK: f(40),
    },
  }
  it.each(['cooling', 'heating'] as const)('is the one that leaves the likeliest system, in %s', (mode) => {
    const next = makeNoise(mode === 'cooling' ? 3 : 4)
    const counts = { some: 0, none: 0 }
    for (let i = 0; i < 200; i++) {
      const about = Object.fromEntries(
        Object.entries(usual[mode]).map(([k, v]) => [k, k.endsWith('Pa') ? v * (1 + 0.06 * next()) : v + 4 * next()]),
      )
      const [a, b] = pairs[i % pairs.length]!
      const whole = { refrigerant: 'R-410A', mode, ...about } as unknown as PlausibleReading
      const given = { ...exchange(whole, { a, b })! }
      // a probe less now and then
      if (i % 4 === 0)
        delete (given as Record<string, unknown>)[['dischargeK', 'supplyK', 'outdoorK', 'returnK'][(i / 4) % 4]!]
      const found = suggestSwap(given)
      expect(found).toEqual(cheapest(given))
      counts[found ? 'some' : 'none']++
    }
    expect(counts.some).toBeGreaterThan(40)
    expect(counts.none).toBeGreaterThan(10)
  })
})
