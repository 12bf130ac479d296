/** “9 Dec 2026”. */
export const dayText = (date: string) =>
  new Date(`${date}T00:00:00Z`).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    timeZone: 'UTC',
  })

/** “2026-12-09 14:05 CST”: a moment in a job's own time, with the zone's name. */
export const momentText = (ms: number, timeZone: string) =>
  `${new Date(ms).toLocaleDateString('sv-SE', { timeZone })} ${timeText(ms, timeZone)}`

/** “14:05 CST”. */
export const timeText = (ms: number, timeZone: string) =>
  new Date(ms).toLocaleTimeString('en-US', {
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
    timeZone,
    timeZoneName: 'short',
  })
