import fc from 'fast-check'
import { withHabits } from '../method/testing'
import { checkInstrument, instrumentUncertainty, instrumentWarnings, type Instrument } from './instrument'
import { decidingUncertainty, judge } from './judge'
import { normalCdf } from './normal'
import { propagate, standardUncertainty } from './uncertainty'

describe('the normal distribution', () => {
  it.each([
    [0, 0.5],
    [1, 0.8413447460685429],
    [1.959963984540054, 0.975],
    [-1.6448536269514722, 0.05],
    [-6, 9.865876450376946e-10],
    [9, 1],
    [-40, 0],
  ])('Φ(%d) = %d', (x, p) => expect(normalCdf(x)).toBeCloseTo(p, 13))
})

describe('standard uncertainty', () => {
  it('is the half-width over √3 for bare limits and over k for a certificate', () => {
    expect(standardUncertainty({ kind: 'rectangular', halfWidth: 1.5 })).toBeCloseTo(0.8660254, 6)
    expect(standardUncertainty({ kind: 'expanded', halfWidth: 1 })).toBe(0.5)
    expect(standardUncertainty({ kind: 'expanded', halfWidth: 1, k: 2.5 })).toBe(0.4)
    expect(standardUncertainty({ kind: 'rectangular', halfWidth: 0 })).toBe(0)
  })
  it('refuses what no maker can state', () => {
    expect(() => standardUncertainty({ kind: 'rectangular', halfWidth: -1 })).toThrow(RangeError)
    expect(() => standardUncertainty({ kind: 'expanded', halfWidth: 1, k: 0 })).toThrow(RangeError)
    expect(() => standardUncertainty({ kind: 'rectangular', halfWidth: NaN })).toThrow(RangeError)
  })
  it('adds by squares, and says whose share is largest', () => {
    const { standardUncertainty: u, shares } = propagate([
      { channel: 'a', sensitivity: 2, standardUncertainty: 1.5 },
      { channel: 'b', sensitivity: -1, standardUncertainty: 4 },
      { channel: 'c', sensitivity: 0, standardUncertainty: 9 },
    ])
    expect(u).toBeCloseTo(5, 12)
    expect(shares.map((s) => s.channel)).toEqual(['b', 'a'])
    expect(shares[0]!.share).toBeCloseTo(0.64, 12)
    expect(propagate([])).toEqual({ standardUncertainty: 0, shares: [] })
  })
})

describe('the three-way verdict', () => {
  const at = (value: number, standardUncertainty: number) => judge({ value, standardUncertainty, low: 8.5, high: 11.5 })
  it.each([
    [10, 0.5, 'in'],
    [10, 0.9, 'tooClose'],
    [11.4, 0.3, 'tooClose'],
    [11.5, 0.3, 'tooClose'],
    [12.2, 0.3, 'out'],
    [20, 2, 'out'],
    [11.5, 0, 'in'],
    [11.51, 0, 'out'],
  ])('%d with u %d: %s', (value, u, verdict) => expect(at(value, u).verdict).toBe(verdict))
  it('gives the probability of conformity', () => {
    expect(at(11.5, 0.3).probabilityIn).toBeCloseTo(0.5, 6)
    expect(at(10, 1.5).probabilityIn).toBeCloseTo(0.6826895, 6)
  })
  it('takes other thresholds, and one-sided limits', () => {
    expect(judge({ value: 10, standardUncertainty: 1.5, low: 8.5, high: 11.5, thresholds: { in: 0.6 } }).verdict).toBe(
      'in',
    )
    expect(judge({ value: 6, standardUncertainty: 0.5, low: 5, high: Infinity }).verdict).toBe('in')
  })
  it.each([
    { value: NaN, standardUncertainty: 1, low: 0, high: 1 },
    { value: 0, standardUncertainty: -1, low: 0, high: 1 },
    { value: 0, standardUncertainty: 1, low: 2, high: 1 },
    { value: 0, standardUncertainty: 1, low: 0, high: 1, thresholds: { in: 0.05, out: 0.95 } },
  ])('refuses arguments that contradict each other: %j', (question) => {
    expect(() => judge(question)).toThrow(RangeError)
  })
  it('is symmetric, and more uncertainty never makes a value inside more surely In', () => {
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })
    fc.assert(
      fc.property(number(-5, 5), number(0.01, 5), number(0.01, 3), (offset, half, u) => {
        const p = (value: number, sd: number) =>
          judge({ value, standardUncertainty: sd, low: -half, high: half }).probabilityIn
        expect(p(offset, u)).toBeCloseTo(p(-offset, u), 9)
        if (Math.abs(offset) < half) expect(p(offset, u * 1.5)).toBeLessThanOrEqual(p(offset, u) + 1e-12)
      }),
    )
  })
  it('knows with what uncertainty it would have been decided', () => {
    const band = { low: 8.5, high: 11.5 }
    for (const value of [9.2, 10, 11.2, 11.9, 13]) {
      const u = decidingUncertainty({ value, ...band })!
      expect(judge({ value, standardUncertainty: u * 0.99, ...band }).verdict).not.toBe('tooClose')
      expect(judge({ value, standardUncertainty: u * 1.02, ...band }).verdict).toBe('tooClose')
    }
    expect(decidingUncertainty({ value: 11.5, ...band })).toBeUndefined()
  })
})

describe('instruments', () => {
  const analog: Instrument = {
    id: 'a',
    name: 'Brass pair',
    kind: 'pressureGauge',
    accuracies: [
      {
        dimension: 'gaugePressure',
        ofFullScale: { value: 1, unit: '%' },
        fullScale: { value: 500, unit: 'psig' },
        resolution: { value: 5, unit: 'psig' },
        stated: 'rectangular',
      },
    ],
  }
  const psi = 6894.757293168
  it('turn their maker’s words into a standard uncertainty', () => {
    const u = instrumentUncertainty(analog, 'gaugePressure', 350 * psi)!
    expect(u.halfWidth / psi).toBeCloseTo(7.5, 9)
    // half a division is an error of its own: in quadrature, not added
    expect(u.standard / psi).toBeCloseTo(Math.hypot(5, 2.5) / Math.sqrt(3), 9)
    const certified: Instrument = {
      ...analog,
      accuracies: [
        {
          dimension: 'temperature',
          absolute: { value: 0.9, unit: '°F' },
          resolution: { value: 0.2, unit: '°F' },
          stated: 'expanded',
        },
      ],
    }
    const t = instrumentUncertainty(certified, 'temperature', 300)!
    expect(t.standard * 1.8).toBeCloseTo(Math.hypot(0.45, 0.1 / Math.sqrt(3)), 9)
    expect(instrumentUncertainty(analog, 'mass', 1)).toBeUndefined()
  })
  it('grow with the reading where it is a share of it', () => {
    const digital: Instrument = {
      ...analog,
      accuracies: [{ dimension: 'gaugePressure', ofReading: { value: 0.5, unit: '%' }, stated: 'rectangular' }],
    }
    const at = (p: number) => instrumentUncertainty(digital, 'gaugePressure', p * psi)!.halfWidth / psi
    expect([at(100), at(400), at(0)].map((x) => Math.round(x * 1e6) / 1e6)).toEqual([0.5, 2, 0])
  })
  it('say when they are overdue, never zeroed or zeroed long ago', () => {
    const now = Date.parse('2026-07-14T15:00:00.000Z')
    const profile = withHabits({ zeroedWithinS: { value: 12, unit: 'h' } })
    const said = (change: Partial<Instrument>) => instrumentWarnings({ ...analog, ...change }, now, profile)
    expect(said({})).toEqual(['noCheckDate', 'neverZeroed'])
    expect(said({ dueOn: '2026-07-14', zeroedAt: '2026-07-14T08:00:00.000Z' })).toEqual([])
    expect(said({ dueOn: '2026-07-10', zeroedAt: '2026-07-13T08:00:00.000Z' })).toEqual(['overdue', 'zeroedLongAgo'])
    expect(said({ kind: 'lineClamp', dueOn: '2027-01-01' })).toEqual([])
  })
  it('are refused without an accuracy, or with one of nothing or less', () => {
    const codes = (change: Partial<Instrument>) =>
      checkInstrument({ ...analog, ...change }).map((p) => [p.path, p.code])
    const one = analog.accuracies[0]!
    expect(codes({})).toEqual([])
    expect(codes({ name: ' ' })).toEqual([['name', 'noName']])
    expect(codes({ accuracies: [] })).toEqual([['accuracies', 'noAccuracy']])
    expect(codes({ accuracies: [{ ...one, ofFullScale: { value: 0, unit: '%' } }] })).toEqual([
      ['accuracies.0.ofFullScale', 'notPositive'],
    ])
    expect(codes({ accuracies: [{ ...one, resolution: { value: -5, unit: 'psig' } }] })).toEqual([
      ['accuracies.0.resolution', 'notPositive'],
    ])
    expect(codes({ accuracies: [{ ...one, fullScale: undefined }] })).toEqual([
      ['accuracies.0.fullScale', 'noFullScale'],
    ])
    expect(codes({ checkedOn: '2026-07-01', dueOn: '2026-06-01' })).toEqual([['dueOn', 'dueBeforeCheck']])
  })
})
