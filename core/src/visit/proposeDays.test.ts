import type { VisitItem } from '../entry/visit'
import { customaryProfile } from '../method/readyProfiles'
import { HOUR_MS, hourlyForecast, type ForecastPoint } from './forecast'
import { asksForWeather, itemAir, usualAir } from './itemAir'
import { proposeDays, type ProposalTerms } from './proposeDays'

const degF = (value: number) => ({ value, unit: '°F' as const })
const k = (f: number) => (f - 32) / 1.8 + 273.15
const charge: VisitItem = { what: 'charge', outdoorLow: degF(65), outdoorHigh: degF(100) }
const defrost: VisitItem = { what: 'defrost', outdoorHigh: degF(40) }
// midnight in Chicago, in winter
const MIDNIGHT = Date.parse('2026-12-05T06:00:00Z')

/** a temperature for each hour of days, by the clock of the place */
const days = (...of: ((hour: number) => number | undefined)[]) => {
  const points: ForecastPoint[] = of.flatMap((day, d) =>
    Array.from({ length: 24 }, (_, hour) => ({ f: day(hour), atMs: MIDNIGHT + (d * 24 + hour) * HOUR_MS })).flatMap(
      ({ f, atMs }) => (f === undefined ? [] : [{ atMs, outdoorK: k(f) }]),
    ),
  )
  return hourlyForecast(points)!
}
const flat = (f: number) => () => f
const between = (from: number, to: number, f: number) => (hour: number) => (hour >= from && hour <= to ? f : 50)
const propose = (forecast: ProposalTerms['forecast'], part: Partial<ProposalTerms> = {}) =>
  proposeDays({
    items: [charge],
    forecast,
    timeZone: 'America/Chicago',
    nowMs: MIDNIGHT,
    method: customaryProfile,
    ...part,
  })

describe('days that fit a visit', () => {
  it('are those whose working hours hold the weather long enough, by the clock of the place', () => {
    const forecast = days(between(9, 10, 75), between(11, 15, 75), between(18, 23, 75), flat(50))
    expect(propose(forecast).days.map(({ day }) => day)).toEqual(['2026-12-06'])
    const [fit] = propose(forecast).days[0]!.fits
    expect(new Date(fit!.fromMs).toISOString()).toBe('2026-12-06T17:00:00.000Z')
    expect((fit!.toMs - fit!.fromMs) / HOUR_MS).toBe(4)
    // the same hours lie in the night of another place
    expect(propose(forecast, { timeZone: 'Asia/Tokyo' }).days.map(({ day }) => day)).toEqual(['2026-12-08'])
  })
  it('come surest first: the middle of the window before its edge, sooner before later', () => {
    const forecast = days(flat(66), flat(82), flat(66))
    expect(propose(forecast).days.map(({ day }) => day)).toEqual(['2026-12-06', '2026-12-05', '2026-12-07'])
    const [best, edge] = propose(forecast).days.map(({ fits }) => fits[0]!.chance)
    expect(best).toBeGreaterThan(0.99)
    // one degree inside, three degrees of spread: the normal distribution's 63 %
    expect(edge).toBeCloseTo(0.631, 2)
  })
  it('put a day on which more of it can be done first, and one after the promised date last', () => {
    const both: VisitItem[] = [charge, { what: 'other', words: 'x', outdoorLow: degF(80) }]
    const forecast = days(flat(72), flat(85), flat(85))
    const { days: proposed } = propose(forecast, { items: both, by: '2026-12-06' })
    expect(proposed.map(({ day, fits, late }) => [day, fits.length, late])).toEqual([
      ['2026-12-06', 2, false],
      ['2026-12-05', 1, false],
      ['2026-12-07', 2, true],
    ])
  })
  it('are none over a gap, nor in what has gone by; a gap is said', () => {
    const gappy = (hour: number) => (hour >= 11 && hour <= 15 ? undefined : 75)
    const { days: proposed } = propose(days(gappy))
    expect(proposed).toMatchObject([{ day: '2026-12-05', gaps: true }])
    const [fit] = proposed[0]!.fits
    expect(new Date(fit!.toMs).toISOString()).toBe('2026-12-05T16:00:00.000Z')
    expect(propose(days(flat(75)), { nowMs: MIDNIGHT + 16 * HOUR_MS }).days).toEqual([])
  })
  it('never come: the nearest hour and how much is missing is said of each', () => {
    const forecast = days(between(13, 14, 61), flat(44))
    const { days: none, never, endsMs } = propose(forecast, { items: [charge, defrost] })
    expect(none).toEqual([])
    expect(never.map(({ item, nearest }) => [item, Math.round(nearest!.shortK * 1.8)])).toEqual([
      [0, 4],
      [1, 4],
    ])
    expect(new Date(never[0]!.nearest!.atMs).toISOString()).toBe('2026-12-05T19:00:00.000Z')
    expect(endsMs).toBe(MIDNIGHT + 47 * HOUR_MS)
    expect(propose(forecast, { nowMs: MIDNIGHT + 99 * HOUR_MS })).toEqual({ days: [], never: [{ item: 0 }] })
  })
  it('are all days for what asks for no weather', () => {
    const forecast = days(flat(20), flat(20))
    expect(propose(forecast, { items: [{ what: 'heaters' }] }).days).toHaveLength(2)
  })
  it('keep their hours over a change of the clocks', () => {
    // clocks go back on 1 November 2026
    const midnight = Date.parse('2026-10-31T05:00:00Z')
    const points = Array.from({ length: 73 }, (_, h) => ({ atMs: midnight + h * HOUR_MS, outdoorK: k(75) }))
    const { days: proposed } = propose(hourlyForecast(points)!, { nowMs: midnight })
    const starts = Object.fromEntries(proposed.map(({ day, fits }) => [day, new Date(fits[0]!.fromMs).toISOString()]))
    expect(starts).toEqual({
      '2026-10-31': '2026-10-31T13:00:00.000Z',
      '2026-11-01': '2026-11-01T14:00:00.000Z',
      '2026-11-02': '2026-11-02T14:00:00.000Z',
    })
  })
})

describe('the air that an item needs', () => {
  it('is the method’s for its kind, or what was promised', () => {
    expect(usualAir('charge', customaryProfile)).toEqual({
      outdoorLowK: customaryProfile.outdoorFloorK.si,
      outdoorHighK: customaryProfile.outdoorCeilingK.si,
      indoorLowK: customaryProfile.indoorLowK.si,
      indoorHighK: customaryProfile.indoorHighK.si,
    })
    expect(usualAir('defrost', customaryProfile).outdoorHighK).toBeCloseTo(k(40), 6)
    expect(usualAir('other', customaryProfile)).toEqual({})
    expect(itemAir({ outdoorLow: degF(65), indoorHigh: degF(80) })).toEqual({
      outdoorLowK: expect.closeTo(k(65), 6) as number,
      indoorHighK: expect.closeTo(k(80), 6) as number,
    })
    expect([asksForWeather(charge), asksForWeather({ what: 'heaters' })]).toEqual([true, false])
  })
})
