// Instruments, verdicts and gauge settings at the very edges of their rules.
import { customaryProfile as profile } from '../method/readyProfiles'
import { saturationTemperatureK } from '../refrigerant/saturation'
import {
  checkInstrument,
  instrumentUncertainty,
  instrumentWarnings,
  type Accuracy,
  type Instrument,
} from './instrument'
import { classError } from './instrumentClass'
import { decidingUncertainty, judge, largestDeciding } from './judge'
import { manifoldSetting } from './manifoldSetting'

const share = (value: number) => ({ value, unit: '%' as const })
const psi = (value: number) => ({ value, unit: 'psig' as const })
const gauge = (accuracy: Partial<Accuracy>, more: Partial<Instrument> = {}): Instrument => ({
  id: 'g',
  name: 'G-1',
  kind: 'pressureGauge',
  accuracies: [{ dimension: 'gaugePressure', absolute: psi(1), stated: 'rectangular', ...accuracy }],
  ...more,
})

describe('an instrument as it is entered', () => {
  const wrong = (instrument: Instrument) => checkInstrument(instrument).map((p) => `${p.code} ${p.path}`)
  it('has a name and an accuracy, and every part of it is more than nothing', () => {
    expect(wrong(gauge({}))).toEqual([])
    expect(wrong({ ...gauge({}), name: ' ' })).toEqual(['noName name'])
    expect(wrong({ ...gauge({}), accuracies: [] })).toEqual(['noAccuracy accuracies'])
    expect(wrong(gauge({ absolute: undefined }))).toEqual(['noAccuracy accuracies.0'])
    expect(wrong(gauge({ absolute: undefined, ofReading: share(1) }))).toEqual([])
    expect(wrong(gauge({ absolute: psi(0) }))).toEqual(['notPositive accuracies.0.absolute'])
    expect(wrong(gauge({ resolution: psi(0) }))).toEqual(['notPositive accuracies.0.resolution'])
    expect(wrong(gauge({ ofReading: share(-1) }))).toEqual(['notPositive accuracies.0.ofReading'])
    expect(wrong(gauge({ ofFullScale: share(1) }))).toEqual(['noFullScale accuracies.0.fullScale'])
    expect(wrong(gauge({ ofFullScale: share(1), fullScale: psi(0) }))).toEqual(['notPositive accuracies.0.fullScale'])
    expect(wrong(gauge({ ofFullScale: share(1), fullScale: psi(500) }))).toEqual([])
  })
  it('has a coverage factor above zero, where it states one', () => {
    expect(wrong(gauge({ stated: 'expanded', k: 0 }))).toEqual(['notPositive accuracies.0.k'])
    expect(wrong(gauge({ stated: 'expanded', k: -2 }))).toEqual(['notPositive accuracies.0.k'])
    expect(wrong(gauge({ stated: 'expanded', k: 0.5 }))).toEqual([])
    expect(wrong(gauge({ stated: 'expanded' }))).toEqual([])
  })
  it('is due on the day that it was checked or later', () => {
    const dates = (checkedOn?: string, dueOn?: string) => wrong(gauge({}, { checkedOn, dueOn }))
    expect(dates('2026-07-14', '2026-07-14')).toEqual([])
    expect(dates('2026-07-14', '2027-07-14')).toEqual([])
    expect(dates('2026-07-14', '2026-07-13')).toEqual(['dueBeforeCheck dueOn'])
    expect(dates(undefined, '2026-07-13')).toEqual([])
    expect(dates('2026-07-14')).toEqual([])
  })
})

describe('an instrument as it reads', () => {
  const at = (accuracy: Partial<Accuracy>, si = 1e6) => instrumentUncertainty(gauge(accuracy), 'gaugePressure', si)
  it('nothing is known of it by what can’t be', () => {
    expect(at({ absolute: psi(-5) })).toBeUndefined()
    expect(at({ absolute: psi(NaN) })).toBeUndefined()
    expect(at({ resolution: psi(-5) })).toBeUndefined()
    expect(at({ absolute: psi(2), resolution: psi(-1) })).toBeUndefined()
    expect(at({ resolution: psi(NaN) })).toBeUndefined()
    for (const k of [0, -2]) expect(at({ stated: 'expanded', k })).toBeUndefined()
    expect(at({ stated: 'expanded', k: 1 })).toBeDefined()
    expect(instrumentUncertainty(gauge({}), 'mass', 1)).toBeUndefined()
    // less than nothing on one part isn't made good by another
    expect(at({ absolute: psi(-1), resolution: psi(10) })).toBeUndefined()
  })
  it('is overdue once the day it was due on is over anywhere, and zeroed too long ago once the time has passed', () => {
    const day = Date.parse('2026-07-14T00:00:00.000Z')
    const due = { dueOn: '2026-07-14', zeroedAt: '2026-07-14T00:00:00.000Z' }
    const said = (atMs: number) => instrumentWarnings(gauge({}, due), atMs, profile)
    const afterH = (h: number) => day + h * 3_600_000
    expect(said(afterH(36) - 1)).not.toContain('overdue')
    expect(said(afterH(36))).toContain('overdue')
    const within = profile.zeroedWithinS.si * 1000
    expect(said(day + within)).not.toContain('zeroedLongAgo')
    expect(said(day + within + 1)).toContain('zeroedLongAgo')
  })
})

describe('an instrument that nobody named', () => {
  const half = (...given: [Parameters<typeof classError>[0], number, 'analog' | 'digital']) =>
    classError(given[0], given[1], given[2], profile).rectangular[0]
  it('errs as its class does: dials by their scale, digital ones by a share of a pressure', () => {
    expect(half('lowPressure', 8e5, 'analog')).toBe(profile.analogLowSidePa.si)
    expect(half('highPressure', 2e6, 'analog')).toBe(profile.analogHighSidePa.si)
    expect(half('lowPressure', 8e5, 'digital')).toBeCloseTo(8e5 * profile.digitalPressureShare.si, 9)
    expect(half('highPressure', -2e6, 'digital')).toBeCloseTo(2e6 * profile.digitalPressureShare.si, 9)
    for (const kind of ['analog', 'digital'] as const) {
      expect(half('line', 290, kind)).toBe(profile[`${kind}LineK`].si)
      expect(half('air', 290, kind)).toBe(profile[`${kind}AirK`].si)
      expect(half('humidity', 0.5, kind)).toBe(profile[`${kind}HumidityShare`].si)
    }
  })
})

describe('a verdict at its edges', () => {
  const exact = (value: number, low = 8, high = 12) => judge({ value, standardUncertainty: 0, low, high }).verdict
  it('without any uncertainty the limits themselves are In', () => {
    expect([8, 12, 10].map((v) => exact(v))).toEqual(['in', 'in', 'in'])
    expect([7.999, 12.001].map((v) => exact(v))).toEqual(['out', 'out'])
    expect([8 - 1e-10, 12 + 1e-10].map((v) => exact(v))).toEqual(['in', 'in'])
    expect(exact(8, 8, 8)).toBe('in')
    // a shape of nothing is as exact
    expect(
      judge({ value: 8, standardUncertainty: 1, shape: { normal: 0, rectangular: [] }, low: 8, high: 12 }).verdict,
    ).toBe('in')
    expect(
      judge({ value: 8, standardUncertainty: 1, shape: { normal: 0, rectangular: [1] }, low: 8, high: 12 }).verdict,
    ).toBe('tooClose')
  })
  it('a probability that just reaches a threshold decides', () => {
    const half = { value: 0, standardUncertainty: 1, low: 0, high: Infinity }
    const { probabilityIn } = judge(half)
    expect(judge({ ...half, thresholds: { in: probabilityIn, out: 0.1 } }).verdict).toBe('in')
    expect(judge({ ...half, thresholds: { in: 0.9, out: probabilityIn } }).verdict).toBe('out')
  })
  it('refuses what contradicts itself', () => {
    const ask = (part: object) => () => judge({ value: 1, standardUncertainty: 1, low: 0, high: 2, ...part })
    for (const value of [NaN, Infinity]) expect(ask({ value })).toThrow('value must be a number')
    for (const standardUncertainty of [-1, NaN, Infinity]) expect(ask({ standardUncertainty })).toThrow('uncertainty')
    expect(ask({ low: 3 })).toThrow('low must not be above high')
    for (const thresholds of [{ in: 0.5, out: 0.5 }, { out: -0.1 }, { in: 1.1 }, { in: NaN }])
      expect(ask({ thresholds })).toThrow('thresholds')
    expect(ask({ thresholds: { in: 1, out: 0 } })).not.toThrow()
    expect(ask({ low: 2 })).not.toThrow()
  })
  it('the largest that still decides is the crossing, to a millionth', () => {
    for (const crossing of [0.002, 0.5, 3, 1000]) {
      let asked = 0
      const found = largestDeciding((size) => {
        asked += 1
        return size <= crossing
      }, 1e-3)!
      expect(found).toBeLessThanOrEqual(crossing)
      expect(found / crossing).toBeGreaterThan(1 - 2e-6)
      expect(asked).toBeLessThan(60)
    }
    expect(largestDeciding(() => false, 1)).toBeUndefined()
    for (const least of [0, -1, NaN, 1.7e308]) expect(largestDeciding(() => true, least)).toBeUndefined()
    // where everything decides it ends at a thousand million times the least
    expect(largestDeciding(() => true, 1)).toBeGreaterThan(5e8)
    expect(largestDeciding(() => true, 1)).toBeLessThanOrEqual(1e9)
  })
  it('a value near one limit is decided by its distance from that one', () => {
    // 1.645 standard uncertainties under a limit, the other one far away
    expect(decidingUncertainty({ value: 9, low: -1e5, high: 10 })! * 1.6449).toBeCloseTo(1, 3)
    expect(decidingUncertainty({ value: -9, low: -10, high: 1e5 })! * 1.6449).toBeCloseTo(1, 3)
    expect(decidingUncertainty({ value: 11, low: -1e5, high: 10 })! * 1.6449).toBeCloseTo(1, 3)
    expect(decidingUncertainty({ value: 10, low: 0, high: 10 })).toBeUndefined()
    expect(decidingUncertainty({ value: 0, low: 0, high: 10 })).toBeUndefined()
  })
})

describe('what a manifold’s menu stands on, at its edges', () => {
  const PA = 1.2e6
  const dew = saturationTemperatureK('R-410A', 'dew', PA)!
  const bubble = saturationTemperatureK('R-410A', 'bubble', PA)!
  const shows = (shownK: number, more: object = {}) =>
    manifoldSetting({ refrigerant: 'R-410A', pressurePa: PA, shownK, ...more })
  it('agrees within nine tenths of a kelvin of either curve', () => {
    expect(shows(Math.max(dew, bubble) + 0.89)).toBeUndefined()
    expect(shows(Math.min(dew, bubble) - 0.89)).toBeUndefined()
    expect(shows(Math.max(dew, bubble) + 0.92)).toMatchObject({ expectedK: dew })
    expect(shows(NaN)).toBeUndefined()
    expect(manifoldSetting({ refrigerant: 'R-410A', pressurePa: 1e9, shownK: 280 })).toBeUndefined()
    expect(shows(Infinity, { suspect: 'R-22' })).toBeUndefined()
  })
  it('names the one that fits best, and none where none fits', () => {
    const other = saturationTemperatureK('R-22', 'dew', PA)!
    expect(shows(other)!.probably).toBe('R-22')
    expect(shows(dew + 200)).not.toHaveProperty('probably')
  })
  it('a suspect must be much nearer, and another one', () => {
    const suspectK = saturationTemperatureK('R-32', 'dew', PA)!
    // R-32 lies within a kelvin or two of R-410A
    const between = (share: number) => suspectK + share * (dew - suspectK)
    const said = (shownK: number, suspect?: 'R-32' | 'R-410A') => shows(shownK, suspect ? { suspect } : {})?.probably
    expect(Math.abs(suspectK - dew)).toBeLessThan(1.5)
    expect(said(suspectK, 'R-410A')).toBe(said(suspectK))
    expect(said(dew, 'R-32')).toBeUndefined()
    if (Math.abs(suspectK - bubble) > 0.6 && Math.abs(suspectK - dew) > 0.6) expect(said(suspectK, 'R-32')).toBe('R-32')
    expect(said(between(0.7), 'R-32')).toBeUndefined()
  })
})
