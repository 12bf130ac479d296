// A probe's jump against its own minute, and the size of an orifice to try next: where each begins, by figures worked out by hand.
import { customaryProfile as p } from '../method/readyProfiles'
import type { SystemChannel } from '../reading/channels'
import type { TraceSample } from '../trace/trace'
import type { Target } from './chargeTarget'
import type { Measured } from './measured'
import { probeJumps } from './probeJumps'
import { medianOf, tail } from './window'
import { wrongOrifice, type FittedOrifice } from './wrongOrifice'

const kelvin = (f: number) => (f + 459.67) / 1.8
const PSI = 6894.757293168
const samples = (channel: SystemChannel, at: (t: number) => number | undefined, seconds = 90): TraceSample[] =>
  Array.from({ length: seconds + 1 }, (_, timeS) => {
    const value = at(timeS)
    return { timeS, values: value === undefined ? {} : { [channel]: value } }
  })
/** steady, then something else in its last five seconds */
const jump = (channel: SystemChannel, before: number, now: number) =>
  probeJumps(
    samples(channel, (t) => (t > 85 ? now : before)),
    p,
  )

describe('a window of samples', () => {
  it('begins after its time, and has a middle where anything was read', () => {
    const some = [1, 2, 3].map((timeS) => ({ timeS, values: { amps: 10 - timeS * 3 } }))
    expect(tail(some, 1).map((s) => s.timeS)).toEqual([2, 3])
    expect(tail(some, 0.5)).toEqual(some)
    expect(tail(some, 3)).toEqual([])
    expect(medianOf(some, 'amps')).toBe(4)
    expect(medianOf([...some, { timeS: 4, values: {} }], 'amps')).toBe(4)
    expect(medianOf(some, 'outdoor')).toBeUndefined()
  })
})

describe('a probe that jumps', () => {
  const share = p.probeJumpShare.si
  const far = p.probeJumpK.si
  it('in pressure, by its share; in temperature, by its kelvins', () => {
    expect(jump('suctionPressure', 8e5, 8e5 * share * 1.01)).toMatchObject([{ channel: 'suctionPressure', from: 8e5 }])
    expect(jump('suctionPressure', 8e5, 8e5 * share * 0.99)).toEqual([])
    expect(jump('suctionPressure', 8e5, (8e5 / share) * 0.99)).toHaveLength(1)
    expect(jump('liquidLine', 300, 300 + far + 0.01)).toEqual([
      { channel: 'liquidLine', from: 300, to: 300 + far + 0.01, wrongUnit: false },
    ])
    expect(jump('liquidLine', 300, 300 - far - 0.01)).toHaveLength(1)
    expect(jump('liquidLine', 300, 300 + far - 0.01)).toEqual([])
  })
  it('near nothing a factor says nothing', () => {
    expect(jump('suctionPressure', 100, 9000)).toEqual([])
    expect(jump('suctionPressure', 100, 1e4 * share * 1.01)).toHaveLength(1)
  })
  it.each<[string, SystemChannel, number, number]>([
    // 118 psi said as 8.1, 8.1 bar said as 118; 41 °F said as 5, 5 °C said as 41
    ['bar taken for psi', 'suctionPressure', 118 * PSI, ((118 * PSI) / 1e5) * PSI],
    ['psi taken for bar', 'suctionPressure', 8.1e5, (8.1e5 / PSI) * 1e5],
    ['°C taken for °F', 'suctionLine', kelvin(60), kelvin((60 - 32) / 1.8)],
    ['°F taken for °C', 'suctionLine', kelvin(60), 60 + 273.15],
  ])('in the other unit: %s', (_, channel, before, now) => {
    expect(jump(channel, before, now)).toMatchObject([{ channel, wrongUnit: true }])
  })
  it('elsewhere than in the other unit isn’t that', () => {
    expect(jump('suctionPressure', 118 * PSI, 25 * PSI)).toMatchObject([{ wrongUnit: false }])
    expect(jump('suctionLine', kelvin(60), kelvin(95))).toMatchObject([{ wrongUnit: false }])
  })
  it('isn’t one where nothing stood still before, nothing was read, or it has no such range', () => {
    const moving = samples('liquidLine', (t) => 300 + (t > 60 ? 2 * far : 0) + (t > 85 ? 2 * far : 0))
    expect(probeJumps(moving, p)).toEqual([])
    expect(
      probeJumps(
        samples('liquidLine', (t) => (t > 85 ? 330 : undefined)),
        p,
      ),
    ).toEqual([])
    expect(
      probeJumps(
        samples('liquidLine', (t) => (t > 85 ? undefined : 300)),
        p,
      ),
    ).toEqual([])
    expect(
      probeJumps(
        samples('liquidLine', () => 300, 3),
        p,
      ),
    ).toEqual([])
    expect(jump('amps', 5, 50)).toEqual([])
  })
})

const K = 1 / 1.8
const target = {
  ok: true,
  deciding: 'superheat',
  targetK: 14 * K,
  tolerance: p.superheatToleranceK,
} as unknown as Target
const tolerance = p.superheatToleranceK.si * 1.8
const usual = { low: p.usualSubcoolingLowK.si * 1.8, high: p.usualSubcoolingHighK.si * 1.8 }
const seen = (
  superheat: number,
  subcooling: number,
  orifice: FittedOrifice | undefined = { fittedThousandths: 60 },
  more = {},
) =>
  wrongOrifice({
    measured: { superheatK: superheat * K, subcoolingK: subcooling * K } as Measured,
    target,
    metering: 'fixedOrifice',
    orifice,
    profile: p,
    ...more,
  })

describe('an orifice’s symptom begins', () => {
  it('beyond the tolerance and two of the instruments’ uncertainties, up to ten kelvin of them', () => {
    const edge = 14 + tolerance
    expect(seen(edge + 0.01, usual.high)?.side).toBe('narrow')
    expect(seen(edge, usual.high)).toBeUndefined()
    expect(seen(edge + 3.5, usual.high, undefined, { standardK: K })?.offK).toBeCloseTo(1.5 * K, 6)
    expect(seen(edge + 1.9, usual.high, undefined, { standardK: K })).toBeUndefined()
    expect(seen(edge + 0.01, usual.high, undefined, { standardK: -5 })?.side).toBe('narrow')
    expect(seen(edge + 36.1, usual.high, undefined, { standardK: 100 })?.side).toBe('narrow')
    expect(seen(14 - tolerance - 0.01, 0)?.side).toBe('wide')
    expect(seen(14 - tolerance + 0.01, 0)).toBeUndefined()
  })
  it('with liquid before it from where it is more than usual, half of usual being hardly any', () => {
    expect(seen(40, usual.high)?.side).toBe('narrow')
    expect(seen(40, usual.high - 0.01)).toBeUndefined()
    expect(seen(2, usual.low / 2 - 0.01)?.side).toBe('wide')
    expect(seen(2, usual.low / 2)).toBeUndefined()
  })
  it('at a usual subcooling after nine hundredths of the charge went in; what came out doesn’t count', () => {
    const step = (amountKg: number) => ({
      amountKg,
      before: { superheatK: 20, subcoolingK: 4 },
      after: { superheatK: 18, subcoolingK: 5 },
    })
    const after = (...amounts: number[]) =>
      seen(40, usual.low, undefined, { steps: amounts.map(step), totalChargeKg: 2 })?.side
    expect(after(0.09, 0.09)).toBe('narrow')
    expect(after(0.09, 0.08)).toBeUndefined()
    expect(after(0.1, -0.05, 0.08)).toBe('narrow')
    expect(seen(40, usual.low - 0.01, undefined, { steps: [step(1)], totalChargeKg: 2 })).toBeUndefined()
    expect(seen(40, usual.low, undefined, { steps: [step(1)] })).toBeUndefined()
  })
  it('with less liquid where the fitted size is most of what it is off', () => {
    // 10 % narrower: 12 K of 20 K at the most
    const orifice = { fittedThousandths: 60, reckonedThousandths: 66 }
    expect(seen(14 + 19.9 * 1.8, usual.low / 2, orifice)?.side).toBe('narrow')
    expect(seen(14 + 20.1 * 1.8, usual.low / 2, orifice)).toBeUndefined()
    expect(seen(14 + 19.9 * 1.8, usual.low / 2 - 0.01, orifice)).toBeUndefined()
    expect(seen(14 + 19.9 * 1.8, usual.low / 2, { reckonedThousandths: 66 })).toBeUndefined()
  })
  it('not on other machines, without readings or where subcooling decides', () => {
    for (const more of [
      { metering: 'expansionValve' },
      { target: { ok: false } },
      { target: { ...target, deciding: 'subcooling' } },
      { measured: { superheatK: 30 } },
      { measured: { subcoolingK: 12 } },
    ])
      expect(seen(40, usual.high, undefined, more)).toBeUndefined()
    expect(
      wrongOrifice({
        measured: { superheatK: 30, subcoolingK: 12 } as Measured,
        target,
        metering: 'fixedOrifice',
        orifice: undefined,
        profile: p,
      }),
    ).toBeUndefined()
  })
})

describe('the size to try next', () => {
  const middle = (usual.low + usual.high) / 2
  it('is the reckoned one where that lies the way the reading points, and isn’t fitted', () => {
    expect(seen(40, usual.high, { reckonedThousandths: 66.4 })).toMatchObject({
      nextThousandths: 66,
      nextFrom: 'reckoned',
    })
    expect(seen(40, usual.high, {})).not.toHaveProperty('nextThousandths')
    expect(seen(40, usual.high, { fittedThousandths: 60, reckonedThousandths: 61.4 })).toMatchObject({
      nextThousandths: 61,
      nextFrom: 'reckoned',
    })
    // 1.6 % of it or less is the same size
    expect(seen(40, usual.high, { fittedThousandths: 70, reckonedThousandths: 71 })).toMatchObject({
      nextFrom: 'reading',
    })
    expect(seen(40, usual.high, { fittedThousandths: 60, reckonedThousandths: 55 })).toMatchObject({
      nextFrom: 'reading',
    })
    expect(seen(2, 0, { fittedThousandths: 60, reckonedThousandths: 55 })).toMatchObject({
      nextThousandths: 55,
      nextFrom: 'reckoned',
    })
  })
  it('else goes by how far the reading is off at its subcooling, a percent for each 1.2 K, twelve at most', () => {
    // 6 K over, and seven tenths of what it is subcooled over the middle of usual
    const off = (superheat: number, subcooling: number) => (superheat - 14 + 0.7 * (subcooling - middle)) / 1.8
    const next = (superheat: number, subcooling: number) =>
      Math.round(100 * (1 + off(superheat, subcooling) / 1.2 / 100))
    for (const [superheat, subcooling] of [
      [20, usual.high],
      [24, usual.high + 2],
      [5, 1],
    ] as const)
      expect(seen(superheat, subcooling, { fittedThousandths: 100 })?.nextThousandths).toBe(next(superheat, subcooling))
    expect(seen(200, usual.high, { fittedThousandths: 100 })?.nextThousandths).toBe(112)
    // at the least one real size
    expect(seen(18, usual.high, { fittedThousandths: 20 })).toMatchObject({
      fittedThousandths: 20,
      nextThousandths: 21,
    })
    expect(seen(9, 0.5, { fittedThousandths: 10 })).toMatchObject({ nextThousandths: 9, nextFrom: 'reading' })
  })
})
