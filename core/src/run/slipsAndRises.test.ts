// Where a slip of units, a gross rise and a typed decay begin, by figures worked out by hand.
import { unitSlip } from '../charge/unitSlip'
import type { Instrument } from '../measurement/instrument'
import { customaryProfile as method } from '../method/readyProfiles'
import type { Quantity } from '../quantity/unit'
import { grossRise } from '../vacuum/grossRise'
import { decayHabits, gaugeShareOf, typedDecay } from './typedDecay'

describe('a slip of units', () => {
  const OZ = 0.028349523125
  const slip = (typed: number, openKg: number, unit: Quantity<'mass'>['unit'] = 'oz') =>
    unitSlip({ before: { value: 100, unit }, after: { value: 100 - typed, unit } }, openKg)
  it('is one where four times too little or too much was typed, and another unit makes it right within a fifth', () => {
    expect(slip(1.5, 24 * OZ)).toEqual({ unit: 'lb', kg: expect.closeTo(24 * OZ, 9) })
    expect(slip(-1.5, -24 * OZ)).toMatchObject({ unit: 'lb' })
    expect(slip(1.79, 24 * OZ)?.unit).toBe('lb')
    expect(slip(1.81, 24 * OZ)).toBeUndefined()
    expect(slip(1.21, 24 * OZ)?.unit).toBe('lb')
    expect(slip(1.19, 24 * OZ)).toBeUndefined()
    expect(slip(24, 1.5, 'lb')).toBeUndefined()
    expect(slip(24, 24 * OZ, 'lb')).toMatchObject({ unit: 'oz' })
  })
  it('isn’t one within four times of what is open', () => {
    // three ounces of ten: as pounds they would be far too much, as what they are they are a step
    expect(slip(3, 10 * OZ)).toBeUndefined()
    expect(slip(0.65, 0.16, 'kg')).toBeUndefined()
    // a pound and a half of a kilogram and a half: in kilograms it would be all of it
    expect(slip(1.5, 1.5, 'lb')).toBeUndefined()
    expect(slip(700, 0.7, 'kg')).toMatchObject({ unit: 'g' })
  })
  it('isn’t one where nothing moved, nothing is open, or two units were typed', () => {
    expect(slip(0, 1)).toBeUndefined()
    expect(slip(1.5, 0)).toBeUndefined()
    expect(slip(0, 0)).toBeUndefined()
    expect(unitSlip({ before: { value: 100, unit: 'oz' }, after: { value: 6, unit: 'lb' } }, 1)).toBeUndefined()
    // a kilogram and a half, of an ounce and a half that are open
    expect(unitSlip({ before: { value: 1.5, unit: 'kg' }, after: { value: 0, unit: 'oz' } }, 1.5 * OZ)).toBeUndefined()
  })
})

describe('a gross rise', () => {
  const terms = { grossPaPerS: 2, limitPa: 66 }
  const rise = (...points: [timeS: number, pressurePa: number][]) =>
    grossRise(
      points.map(([timeS, pressurePa]) => ({ timeS, pressurePa })),
      terms,
    )
  it('ends over the limit, a quarter of a minute and more after it began, at more than twice that', () => {
    expect(rise([0, 10], [20, 66])).toBeUndefined()
    expect(rise([0, 10], [20, 66.1])).toMatchObject({ confidence: 0.8 })
    expect(rise([0, 10], [14.9, 200])).toBeUndefined()
    expect(rise([0, 10], [15, 200])).toBeDefined()
    expect(rise([0, 100], [15, 200])).toBeUndefined()
    expect(rise([0, 100], [15, 200.1])).toBeDefined()
    expect(rise()).toBeUndefined()
  })
  it('at the rate that is gross, and not under it', () => {
    expect(rise([0, 10], [60, 130])?.ratePaPerS).toBeCloseTo(2, 9)
    expect(rise([0, 10], [60, 129.9])).toBeUndefined()
  })
  it('is likely; sure past what water in a room, and by its rate past what water over the warmest pipe stands at', () => {
    // water: 3169 Pa at 25 °C, 7384 Pa at 40 °C
    expect(rise([0, 60], [10, 1500], [20, 3100])?.confidence).toBe(0.8)
    expect(rise([0, 60], [10, 1500], [20, 3250])?.confidence).toBe(0.97)
    expect(rise([0, 60], [3000, 7500])).toMatchObject({ confidence: 0.97, ratePaPerS: expect.closeTo(2.48, 6) })
    expect(rise([0, 60], [4000, 7500])).toBeUndefined()
    expect(rise([0, 60], [60, 7300])?.confidence).toBe(0.97)
  })
  it('of many readings is straight: one that bends is none, one that can’t be told is likely', () => {
    const read = (at: (t: number) => number, count: number) =>
      rise(...Array.from({ length: count }, (_, i): [number, number] => [i * 10, at(i * 10)]))
    expect(read((t) => 20 + 3 * t, 60)).toMatchObject({ confidence: 0.97, ratePaPerS: expect.closeTo(3, 1) })
    expect(read((t) => 20 + 1.5 * t, 60)).toBeUndefined()
    expect(read((t) => 20 + 2000 * (1 - Math.exp(-t / 150)), 60)).toBeUndefined()
  })
  const every = (stepS: number, count: number, at: (t: number) => number, first = 0) =>
    rise(...Array.from({ length: count }, (_, i): [number, number] => [first + i * stepS, at(i * stepS)]))
  const towards = (pa: number, tauS: number) => (t: number) => 60 + pa * (1 - Math.exp(-t / tauS))
  it('into the end stop is as fast as it was until there, whenever its clock began', () => {
    const stopped = (t: number) => Math.min(40 + 40 * t, 3333)
    for (const first of [0, 1000])
      expect(every(20, 12, stopped, first)).toEqual({ ratePaPerS: expect.closeTo(40, 6), confidence: 0.8 })
  })
  it('of four readings may bend; of three nobody can say', () => {
    expect(rise([0, 60], [20, 2000], [40, 2600], [60, 2800])).toBeUndefined()
    expect(rise([0, 60], [20, 2000], [40, 2600])).toMatchObject({ confidence: 0.8 })
  })
  it('past what any water stands at may bend', () => {
    expect(every(20, 16, towards(12_000, 100))).toMatchObject({ confidence: 0.97 })
    expect(every(20, 16, towards(7000, 100))).toBeUndefined()
  })
  it('that bends by less than can be told is likely, one that can’t bend sure', () => {
    expect(every(3, 40, towards(12_000, 400))).toMatchObject({ confidence: 0.8 })
    expect(every(3, 40, (t) => 60 + 25 * t)).toMatchObject({ confidence: 0.97 })
    expect(every(3, 40, towards(3000, 100))).toBeUndefined()
  })
  it('over a quarter of a minute, not at a time of day', () => {
    expect(rise([20, 10], [30, 200])).toBeUndefined()
    expect(rise([20, 10], [35, 200])).toBeDefined()
  })
  it('into the end stop counts until there', () => {
    const stop = 3330
    const read = Array.from({ length: 60 }, (_, i): [number, number] => [i * 10, Math.min(20 + 15 * i * 10, stop)])
    expect(rise(...read)?.ratePaPerS).toBeCloseTo(15, 0)
  })
})

describe('a decay of typed readings', () => {
  const typed = [0, 300, 600, 900].map((timeS) => ({ timeS, pressurePa: 30 + timeS / 300 }))
  const terms = { limitPa: 66.66, holdS: 900, method }
  it('is judged once for what was typed, and anew for anything else', () => {
    const first = typedDecay(typed, terms)
    expect(first).toMatchObject({ samples: 4, startPa: 30, endPa: 33, complete: true })
    expect(typedDecay([...typed], { ...terms })).toBe(first)
    expect(typedDecay(typed, { ...terms, holdS: 1200 })?.complete).toBe(false)
    expect(typedDecay(typed, { ...terms, volumeM3: 0.01 })?.volumeM3).toBe(0.01)
    for (let i = 0; i < 60; i++) typedDecay([], { ...terms, limitPa: 50 + i })
    const again = typedDecay(typed, terms)
    expect(again).not.toBe(first)
    expect(again).toEqual(first)
  })
  it('counts what was typed after valving off alone', () => {
    expect(typedDecay([{ timeS: -60, pressurePa: 500 }, ...typed], terms)?.samples).toBe(4)
    expect(typedDecay([{ timeS: -60, pressurePa: 500 }], terms)).toBeUndefined()
  })
  it('by the method’s habits and the gauge’s share of the limit', () => {
    expect(decayHabits(method)).toMatchObject({
      sureShare: method.decaySureShare.si,
      grossPaPerS: method.grossLeakPaPerS.si,
      wellUnderShare: method.decayWellUnderShare.si,
      harmlessS: method.decayHarmlessS.si,
      smallRiseShare: method.decaySmallRiseShare.si,
      besideMoistureShare: method.decayBesideMoistureShare.si,
      inProbability: method.testInProbability.si,
      outProbability: method.outProbability.si,
    })
    const gauge = (percent: number): Instrument => ({
      id: 'g',
      name: 'g',
      kind: 'micronGauge',
      accuracies: [{ dimension: 'vacuum', ofReading: { value: percent, unit: '%' }, stated: 'rectangular' }],
    })
    expect(gaugeShareOf(gauge(10), 66)).toBeCloseTo(0.1 / Math.sqrt(3), 6)
    expect(gaugeShareOf(gauge(10), 0)).toBeUndefined()
    expect(gaugeShareOf({ ...gauge(10), accuracies: [] }, 66)).toBeUndefined()
    expect(gaugeShareOf(gauge(1e7), 66)).toBe(1e3)
  })
})
