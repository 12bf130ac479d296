import type { Driver } from './driver'

interface Row {
  id: string
  jobId: string
  summary: { tag: string }
}

export async function unitIds(driver: Driver): Promise<Record<string, string>> {
  const { units } = await driver.json<{ units: Row[] }>('/api/units')
  return Object.fromEntries(units.map((u) => [u.summary.tag, u.id]))
}

/** "HH:mm" so many minutes ago, in the browser's own time. */
export async function clock(driver: Driver, minutesAgo: number): Promise<string> {
  return driver.page.evaluate((ago: number) => {
    const t = new Date(Date.now() - ago * 60_000)
    return [t.getHours(), t.getMinutes(), t.getSeconds()].map((n) => String(n).padStart(2, '0')).join(':')
  }, minutesAgo)
}
