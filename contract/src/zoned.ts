import { TZDate } from '@date-fns/tz'

/** The moment of a day and a clock of a place: “2026-12-05”, “13:00”, an IANA name. */
export function zonedMs(day: string, clock: string, timeZone: string): number {
  const [year, month, date] = day.split('-').map(Number) as [number, number, number]
  const [hour, minute] = clock.split(':').map(Number) as [number, number]
  return new TZDate(year, month - 1, date, hour, minute, timeZone).getTime()
}

/** The day that it is in a place, 2026-12-05. */
export const zonedDay = (ms: number, timeZone: string): string => new TZDate(ms, timeZone).toISOString().slice(0, 10)

/** The clock there, 13:00. */
export const zonedClock = (ms: number, timeZone: string): string => new TZDate(ms, timeZone).toISOString().slice(11, 16)
