import fc from 'fast-check'
import { forecastHours, hourlyForecast, hoursOfDays, HOUR_MS } from './forecast'

const START = Date.parse('2026-12-05T00:00:00Z')
const at = (hour: number, c: number) => ({ atMs: START + hour * HOUR_MS, outdoorK: c + 273.15 })

describe('hourly values of points', () => {
  it('are the points, in any order, the later of two at one moment', () => {
    const forecast = hourlyForecast([at(2, 8), at(0, 4), at(1, 5), at(1, 6)])
    expect(forecast).toEqual({ start: '2026-12-05T00:00:00.000Z', hourlyC: [4, 6, 8] })
  })
  it('are bridged over three hours and no more', () => {
    expect(hourlyForecast([at(0, 0), at(3, 6), at(7, 10)])?.hourlyC).toEqual([0, 2, 4, 6, null, null, null, 10])
  })
  it('begin on the hour and end with the last', () => {
    const half = [at(0.5, 1), at(1.5, 3), at(2.5, 5)]
    expect(hourlyForecast(half)).toEqual({ start: '2026-12-05T01:00:00.000Z', hourlyC: [2, 4] })
  })
  it('are none of one point, and at most sixteen days', () => {
    expect(hourlyForecast([at(0, 1)])).toBeUndefined()
    expect(hourlyForecast([])).toBeUndefined()
    expect(hourlyForecast(Array.from({ length: 500 }, (_, h) => at(h, 1)))?.hourlyC).toHaveLength(384)
  })
  it('lie between the points that they are read between', () => {
    const hours = fc.uniqueArray(fc.integer({ min: 0, max: 60 }), { minLength: 2, maxLength: 20 })
    fc.assert(
      fc.property(
        hours,
        fc.array(fc.integer({ min: -40, max: 45 }), { minLength: 20, maxLength: 20 }),
        (whens, values) => {
          const points = whens.map((hour, i) => at(hour, values[i]!))
          const low = Math.min(...points.map((p) => p.outdoorK))
          const high = Math.max(...points.map((p) => p.outdoorK))
          for (const { atMs, outdoorK } of forecastHours(hourlyForecast(points)!)) {
            const given = points.find((p) => p.atMs === atMs)
            if (given) expect(outdoorK).toBeCloseTo(given.outdoorK, 6)
            if (outdoorK === undefined) continue
            expect(outdoorK).toBeGreaterThanOrEqual(low - 0.051)
            expect(outdoorK).toBeLessThanOrEqual(high + 0.051)
          }
        },
      ),
    )
  })
})

describe('hours of a day from its lowest and highest', () => {
  it('meet both at their hours, and run on into the next day', () => {
    const hours = hoursOfDays([
      { lowK: 270, highK: 280 },
      { lowK: 274, highK: 290 },
    ])
    expect(hours).toHaveLength(48)
    expect([hours[6], hours[15], hours[30], hours[39]]).toEqual([270, 280, 274, 290])
    for (let h = 6; h < 15; h++) expect(hours[h + 1]!).toBeGreaterThan(hours[h]!)
    for (let h = 15; h < 30; h++) expect(hours[h + 1]!).toBeLessThan(hours[h]!)
  })
  it('are none of no days', () => expect(hoursOfDays([])).toEqual([]))
})
