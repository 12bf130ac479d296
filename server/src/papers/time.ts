/** "10 min 30 s", "1 h 5 min": how long something lasted. */
export function countUp(seconds: number): string {
  const whole = Math.round(seconds)
  const hours = Math.floor(whole / 3600)
  const minutes = Math.floor((whole % 3600) / 60)
  const rest = whole % 60
  const parts = [
    hours > 0 ? `${hours} h` : '',
    minutes > 0 ? `${minutes} min` : '',
    hours === 0 && rest > 0 ? `${rest} s` : '',
  ]
  return parts.filter(Boolean).join(' ') || '0 s'
}

/** The day in a time zone, ISO. */
export const dayText = (ms: number, timeZone: string): string =>
  new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' }).format(ms)
