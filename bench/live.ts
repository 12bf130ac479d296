// The live hour: rig speed; what a second costs the main thread with 12 channels and three charts on a slow phone; eight hours of twelve
// channels opened and moved. Needs DATABASE_URL, the built server and the built app.
import {
  assessLive,
  CHUNK_SAMPLES,
  customaryProfile,
  decodeChunk,
  downsample,
  encodeChunk,
  systemChannels,
  type LiveTerms,
  type TraceSample,
} from '@zetesis/core'
import { createRig, systemFor } from '@zetesis/rig'
import { performance } from 'node:perf_hooks'
import { preparedUnit, tellEntries } from '../e2e/src/demo'
import { Driver } from '../e2e/src/driver'
import { launch } from '../e2e/src/launch'
import { startServer } from '../e2e/src/server'
import { inShort } from './short'

const HOURS = inShort(8, 1)
const SLOWER = 4
const SECONDS = inShort(30, 1)
/** what a page is left alone for before it is looked at */
const REST_MS = inShort(5000, 200)
const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!

const rig = createRig(systemFor('short', { metering: 'expansionValve' }), 3)
rig.apply({ kind: 'run', on: true })
let began = performance.now()
const samples: TraceSample[] = Array.from({ length: HOURS * 3600 }, () => rig.step(1))
const took = performance.now() - began
console.log(`rig: ${Math.round((HOURS * 3600) / (took / 1000))} simulated seconds a second, probes and all`)

const chunks = Array.from({ length: samples.length / CHUNK_SAMPLES }, (_, i) =>
  encodeChunk(samples.slice(i * CHUNK_SAMPLES, (i + 1) * CHUNK_SAMPLES)),
)
const bytes = chunks.reduce((sum, c) => sum + c.length, 0)
const series = (fromS: number, toS: number) => {
  const shown = samples.filter((s) => s.timeS >= fromS && s.timeS <= toS)
  return systemChannels.map((c) =>
    downsample(
      shown.flatMap(({ timeS, values }): [number, number][] =>
        typeof values[c] === 'number' ? [[timeS, values[c]]] : [],
      ),
      240,
    ),
  )
}
const timed = (act: () => unknown, times = 7) =>
  median(
    Array.from({ length: times }, () => {
      began = performance.now()
      act()
      return performance.now() - began
    }),
  )
const open = timed(() => (chunks.map((c) => decodeChunk(c)), series(0, HOURS * 3600)))
const pan = timed(() => series(3 * 3600, 3 * 3600 + 1800))
const terms: LiveTerms = {
  facts: { refrigerant: 'R-410A', metering: 'expansionValve', targetSubcooling: { value: 10, unit: '°F' } },
  elevationM: 0,
  profile: customaryProfile,
  kit: [],
  instruments: {},
  system: 'ip',
  running: true,
  sinceS: 0,
  afterStart: true,
  steps: [],
  totalChargeKg: 2.9,
  beside: { airflowKnownGood: true },
}
const second = timed(() => assessLive(samples.slice(-2700), terms))
console.log(
  `${HOURS} h of ${systemChannels.length} channels: ${(bytes / 1000).toFixed(0)} kB (${(bytes / samples.length).toFixed(1)} bytes a second); opened and thinned ${open.toFixed(0)} ms, moved to half an hour of it ${pan.toFixed(0)} ms; a second judged ${second.toFixed(1)} ms (all in the worker)`,
)

const server = await startServer()
const browser = await launch()
try {
  const lead = await Driver.open(browser, server.base)
  await lead.signIn()
  const unitId = await preparedUnit(lead, 'B-02')
  const pass = (stage: string) => ({ kind: 'gatePassed', stage, reason: 'measured' })
  await tellEntries(lead, unitId, [
    [40, pass('vacuum')],
    [39, pass('weighIn')],
    [20, { kind: 'started' }],
  ])
  await lead.go(`/units/${unitId}/start-up`)
  await lead.press('source-rig')
  await lead.press('rig-start')
  await lead.see('live')
  await lead.press('choose-channels')
  for (const channel of ['discharge', 'returnDryBulb', 'supply', 'outdoor', 'amps'])
    await lead.press(`chart-channels-${channel}`)
  await lead.see('chart-current')
  // pressures, temperatures and current, all three in view
  await lead.bring('chart-temperature')
  const live = await measured(lead)
  // sixteen holds, each counting down on the row and in the bar
  const jobId = await sixteenHolds(lead)
  await lead.go(`/jobs/${jobId}`)
  await lead.see('unit-H-16')
  const row = await measured(lead)
  // a page on which nothing moves, for comparison
  await lead.go('/library')
  await lead.see('model-Kelvane 24')
  const still = await measured(lead)
  console.log(`main thread, ${SLOWER}× slower; a still page: ${said(still)}`)
  console.log(`  live page, ${systemChannels.length} channels at 1 Hz, 3 charts: ${said(live)}`)
  console.log(`  row with sixteen running waits: ${said(row)}`)
} finally {
  await browser.close()
  await server.stop()
}

interface Measured {
  readonly busy: number
  readonly script: number
  readonly longest: number
  readonly long: number
  readonly frames: number
  readonly dropped: number
}

function said({ busy, script, longest, long, frames, dropped }: Measured): string {
  const share = ((100 * dropped) / (frames + dropped)).toFixed(1)
  return `${busy.toFixed(0)} ms of work a second (${script.toFixed(0)} script), longest task ${longest.toFixed(0)} ms, ${long} over 50 ms in ${SECONDS} s, ${share} % of frames dropped`
}

/** What the main thread does for half a minute; then, for as long, which frames it misses. Counting frames is work of its own: never both at once. */
async function measured({ page }: Driver): Promise<Measured> {
  // the page has come to rest, and all others were fetched
  await page.waitForSelector('html[data-pages="here"]')
  await new Promise((done) => setTimeout(done, REST_MS))
  await page.emulateCPUThrottling(SLOWER)
  await new Promise((done) => setTimeout(done, REST_MS))
  const before = await page.metrics()
  // as text: what runs in the page must not lean on the loader's helpers
  const tasks = (await page.evaluate(`new Promise((answer) => {
    const tasks = []
    const watch = new PerformanceObserver((list) => list.getEntries().forEach((e) => tasks.push(e.duration)))
    watch.observe({ entryTypes: ['longtask'] })
    setTimeout(() => (watch.disconnect(), answer(tasks)), ${SECONDS * 1000})
  })`)) as number[]
  const after = await page.metrics()
  const counted = (await page.evaluate(`new Promise((answer) => {
    let frames = 0
    let dropped = 0
    let last = performance.now()
    const until = last + ${SECONDS * 1000}
    requestAnimationFrame(function frame(now) {
      frames += 1
      dropped += Math.max(0, Math.round((now - last) / (1000 / 60)) - 1)
      last = now
      if (now < until) return requestAnimationFrame(frame)
      answer({ frames, dropped })
    })
  })`)) as Pick<Measured, 'frames' | 'dropped'>
  await page.emulateCPUThrottling(1)
  const each = (name: 'TaskDuration' | 'ScriptDuration') => ((after[name]! - before[name]!) / SECONDS) * 1000
  return {
    ...counted,
    longest: Math.max(0, ...tasks),
    long: tasks.length,
    busy: each('TaskDuration'),
    script: each('ScriptDuration'),
  }
}

async function sixteenHolds(lead: Driver): Promise<string> {
  let unitId = ''
  for (let i = 1; i <= 16; i++) {
    unitId = await preparedUnit(lead, `H-${String(i).padStart(2, '0')}`)
    await tellEntries(lead, unitId, [
      [12, { kind: 'pumpOn' }],
      [1, { kind: 'valvedOff' }],
    ])
  }
  const { units } = await lead.json<{ units: { id: string; jobId: string }[] }>('/api/units')
  return units.find((u) => u.id === unitId)!.jobId
}
