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

/** Entries appended through the API, each so many minutes ago: what a test needs but isn't about. */
export async function tellEntries(
  driver: Driver,
  unitId: string,
  lines: readonly [minutesAgo: number, body: object][],
) {
  const problem = await driver.page.evaluate(
    async (id: string, told: readonly [number, object][]) => {
      const entries = told.map(([ago, body]) => {
        const at = new Date(Date.now() - ago * 60_000).toISOString()
        return { v: 1, id: crypto.randomUUID(), at, writtenAt: at, ...body }
      })
      const answer = await fetch(`/api/units/${id}/entries`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ entries }),
      })
      return answer.status === 201 ? '' : await answer.text()
    },
    unitId,
    lines,
  )
  if (problem) throw new Error(problem)
}

const passed = (stage: string) => ({ kind: 'gatePassed', stage, reason: 'not what this is about' })

/** A new unit that ran for twenty minutes: everything before the start-up reading is passed with a reason. */
export async function runningUnit(driver: Driver, tag: string, facts: object): Promise<string> {
  const { jobs } = await driver.json<{ jobs: { id: string; name: string }[] }>('/api/jobs')
  const unitId = await driver.page.evaluate(() => crypto.randomUUID())
  await tellEntries(driver, unitId, [
    [60, { kind: 'opened', jobId: jobs.find((j) => j.name === 'Orchard Gate Surgery')!.id, tag }],
    [59, { kind: 'facts', facts }],
    [45, passed('pressureTest')],
    [40, passed('vacuum')],
    [39, passed('weighIn')],
    [20, { kind: 'started' }],
  ])
  return unitId
}

/** all that a new valve system needs before its nitrogen test */
export const readyFacts = {
  work: 'new',
  mode: 'coolingOnly',
  refrigerant: 'R-410A',
  metering: 'expansionValve',
  labelCharge: { value: 90, unit: 'oz' },
  includedLength: { value: 15, unit: 'ft' },
  lineLength: { value: 30, unit: 'ft' },
  liquidLine: { value: 0.375, unit: 'in' },
  targetSubcooling: { value: 10, unit: '°F' },
}

/** A new unit that is prepared and, where asked, has passed its nitrogen test with a reason. */
export async function preparedUnit(driver: Driver, tag: string, { pressureTested = true } = {}): Promise<string> {
  const { jobs } = await driver.json<{ jobs: { id: string; name: string }[] }>('/api/jobs')
  const unitId = await driver.page.evaluate(() => crypto.randomUUID())
  await tellEntries(driver, unitId, [
    [60, { kind: 'opened', jobId: jobs.find((j) => j.name === 'Orchard Gate Surgery')!.id, tag }],
    [59, { kind: 'facts', facts: readyFacts }],
    ...(pressureTested ? [[45, passed('pressureTest')] as [number, object]] : []),
  ])
  return unitId
}

/** A unit's entries of one kind, as the server has them. */
export async function entriesOfKind(driver: Driver, unitId: string, kind: string) {
  const { entries } = await driver.json<{
    entries: readonly { readonly entry: { readonly kind: string; readonly [key: string]: unknown } }[]
  }>(`/api/units/${unitId}/entries`)
  return entries.map((e) => e.entry).filter((e) => e.kind === kind)
}
