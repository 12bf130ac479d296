import { hoursOfDays, type Forecast } from '@zetesis/core'

/** What is expected at Orchard Gate: cold, one mild day, a gap that somebody's file had, and cold again. */
export function demoForecast(now: Date): Forecast {
  const midnight = new Date(now)
  midnight.setUTCHours(6, 0, 0, 0)
  const range = (low: number, high: number) => ({ lowK: (low + 459.67) / 1.8, highK: (high + 459.67) / 1.8 })
  const days = [
    range(27, 41),
    range(25, 44),
    range(33, 58),
    range(48, 71),
    range(51, 74),
    range(44, 63),
    range(31, 45),
    range(22, 36),
    range(20, 35),
    range(24, 39),
  ]
  const hours = hoursOfDays(days).map((k, hour) =>
    // two days' nights that the file leaves out
    hour >= 150 && hour < 159 ? null : Math.round((k - 273.15) * 10) / 10,
  )
  return { start: midnight.toISOString(), hourlyC: hours }
}
