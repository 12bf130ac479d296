/** Hourly outdoor temperatures at a job, from the hour it begins with; null where nobody says. */
export interface Forecast {
  /** ISO moment of the first value, on the hour */
  readonly start: string
  /** °C */
  readonly hourlyC: readonly (number | null)[]
}

/** A temperature that somebody expects for a moment. */
export interface ForecastPoint {
  readonly atMs: number
  readonly outdoorK: number
}

export const HOUR_MS = 3_600_000
/** as far ahead as a forecast may say anything, h */
export const FORECAST_HOURS = 16 * 24
/** customary forecasts come every one or three hours: between these it is read on a straight line, and further apart is a gap */
const BRIDGED_MS = 3 * HOUR_MS
const ZERO_C = 273.15

/**
 * Hourly values of points in any order: a later one at the same moment replaces an earlier, up to three hours are bridged in a straight line, and what lies further apart stays a gap.
 * @returns undefined without two points; otherwise at most `FORECAST_HOURS` from the first, in tenths of a degree
 */
export function hourlyForecast(points: readonly ForecastPoint[]): Forecast | undefined {
  const sorted = [...new Map(points.map((p) => [p.atMs, p])).values()].sort((a, b) => a.atMs - b.atMs)
  const [first, last] = [sorted[0], sorted.at(-1)]
  if (!first || !last || first === last) return undefined
  const startMs = Math.ceil(first.atMs / HOUR_MS) * HOUR_MS
  const count = Math.min(Math.floor((last.atMs - startMs) / HOUR_MS) + 1, FORECAST_HOURS)
  let next = 0
  const hourlyC = Array.from({ length: Math.max(count, 0) }, (_, hour) => {
    const atMs = startMs + hour * HOUR_MS
    while (sorted[next]!.atMs < atMs) next++
    const after = sorted[next]!
    const before = after.atMs === atMs ? after : (sorted[next - 1] ?? after)
    const apartMs = after.atMs - before.atMs
    if (apartMs > BRIDGED_MS) return null
    const share = apartMs === 0 ? 0 : (atMs - before.atMs) / apartMs
    const tenths = Math.round((before.outdoorK + share * (after.outdoorK - before.outdoorK) - ZERO_C) * 10)
    // what no number holds, nobody says
    return Number.isFinite(tenths) ? tenths / 10 : null
  })
  return hourlyC.length > 0 ? { start: new Date(startMs).toISOString(), hourlyC } : undefined
}

/** The hours of a forecast, with their moments; those that nobody says anything of without a temperature. */
export function forecastHours({ start, hourlyC }: Forecast): { readonly atMs: number; readonly outdoorK?: number }[] {
  const startMs = Date.parse(start)
  return hourlyC.map((c, hour) => ({
    atMs: startMs + hour * HOUR_MS,
    ...(c === null ? {} : { outdoorK: c + ZERO_C }),
  }))
}

/** A day as a newspaper gives it. */
export interface DayRange {
  readonly lowK: number
  readonly highK: number
}

/** coldest towards sunrise, warmest in the middle of the afternoon; clock of the place */
const [COLDEST_H, WARMEST_H] = [6, 15] as const

/**
 * Temperatures of the hours of days that follow one another, from each day's lowest and highest: half a cosine from the lowest at six to the highest at three in the afternoon and on to the
 * next day's lowest. A customary shape of a fair day; a front that passes at noon isn't in it.
 * @returns 24 values a day, K, on the clock of the place
 */
export function hoursOfDays(days: readonly DayRange[]): number[] {
  const [first, last] = [days[0], days.at(-1)]
  if (!first || !last) return []
  const knots = [
    { hour: WARMEST_H - 24, k: first.highK },
    ...days.flatMap(({ lowK, highK }, day) => [
      { hour: day * 24 + COLDEST_H, k: lowK },
      { hour: day * 24 + WARMEST_H, k: highK },
    ]),
    { hour: days.length * 24 + COLDEST_H, k: last.lowK },
  ]
  return Array.from({ length: days.length * 24 }, (_, hour) => {
    const at = knots.findIndex((knot) => knot.hour >= hour)
    const [before, after] = [knots[at - 1]!, knots[at]!]
    const share = (hour - before.hour) / (after.hour - before.hour)
    const later = (1 - Math.cos(Math.PI * share)) / 2
    return before.k * (1 - later) + after.k * later
  })
}
