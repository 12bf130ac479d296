// A twelve-hour hold at one sample a second: imported, judged, kept and opened again in a real browser; and its upload against a bare
// multi-row insert of the same bytes. Needs DATABASE_URL, the built server and the built app.
import { CHUNK_SAMPLES, encodeChunk, type TraceSample } from '@zetesis/core'
import { CHUNK_BATCH } from '@zetesis/contract'
import { createVacuumRig, tightRig } from '@zetesis/rig'
import { randomUUID } from 'node:crypto'
import { performance } from 'node:perf_hooks'
import pg from 'pg'
import { preparedUnit } from '../e2e/src/demo'
import { Driver } from '../e2e/src/driver'
import { launch } from '../e2e/src/launch'
import { startServer } from '../e2e/src/server'
import { inShort } from './short'

const HOURS = inShort(12, 1)
const rig = createVacuumRig({ ...tightRig, leakPaM3PerS: 2e-6, gauge: { ...tightRig.gauge, noise: 0.03 } }, 5)
rig.apply({ kind: 'pump', on: true })
for (let i = 0; i < 1800; i++) rig.step(1)
rig.apply({ kind: 'valve', open: false })
const samples: TraceSample[] = Array.from({ length: HOURS * 3600 }, (_, i) => ({
  timeS: i,
  values: { vacuum: rig.step(1).pressurePa },
}))
const chunks = Array.from({ length: samples.length / CHUNK_SAMPLES }, (_, i) =>
  encodeChunk(samples.slice(i * CHUNK_SAMPLES, (i + 1) * CHUNK_SAMPLES)),
)
const bytes = chunks.reduce((sum, c) => sum + c.length, 0)
console.log(
  `${samples.length} samples are ${bytes} bytes in ${chunks.length} chunks: ${(bytes / samples.length).toFixed(2)} a sample`,
)

const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!
const server = await startServer()
const browser = await launch()
try {
  const lead = await Driver.open(browser, server.base)
  await lead.signIn()
  await upload(lead)
  await importAndOpen(lead)
} finally {
  await browser.close()
  await server.stop()
}

async function upload(lead: Driver): Promise<void> {
  const unitId = await preparedUnit(lead, 'B-01')
  const cookies = await lead.page.cookies()
  const cookie = cookies.map((c) => `${c.name}=${c.value}`).join('; ')
  const client = new pg.Client({ connectionString: server.database })
  await client.connect()
  await client.query(
    'create temporary table bare (trace_id uuid, number int, count int, bytes bytea, primary key (trace_id, number))',
  )
  const over: number[] = []
  const bare: number[] = []
  for (let round = 0; round < inShort(7, 1); round++) {
    const traceId = randomUUID()
    let start = performance.now()
    for (let from = 0; from < chunks.length; from += CHUNK_BATCH) {
      const batch = chunks.slice(from, from + CHUNK_BATCH).map((chunk, i) => ({
        number: from + i,
        count: CHUNK_SAMPLES,
        data: Buffer.from(chunk).toString('base64'),
      }))
      const answer = await fetch(`${server.base}/api/units/${unitId}/traces/${traceId}/chunks`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', cookie },
        body: JSON.stringify({ chunks: batch }),
      })
      if (answer.status !== 201) throw new Error(`chunks refused: ${answer.status}`)
    }
    over.push(performance.now() - start)
    start = performance.now()
    const values = chunks.map((_, i) => `($1, $${3 * i + 2}, $${3 * i + 3}, $${3 * i + 4})`).join()
    await client.query(`insert into bare values ${values}`, [
      traceId,
      ...chunks.flatMap((chunk, i) => [i, CHUNK_SAMPLES, Buffer.from(chunk)]),
    ])
    bare.push(performance.now() - start)
  }
  await client.end()
  const [ours, theirs] = [median(over), median(bare)]
  console.log(
    `upload over HTTP ${ours.toFixed(0)} ms (${((samples.length / ours) * 1000).toFixed(0)} samples a second), one bare insert ${theirs.toFixed(0)} ms: ratio ${(ours / theirs).toFixed(1)}`,
  )
}

async function importAndOpen(lead: Driver): Promise<void> {
  const { page } = lead
  const unitId = await preparedUnit(lead, 'B-02')
  await page.evaluateOnNewDocument(() => {
    const blocks: number[] = []
    new PerformanceObserver((list) => list.getEntries().forEach((e) => blocks.push(e.duration))).observe({
      type: 'longtask' as never,
      buffered: true,
    })
    Object.assign(window, { blocks })
  })
  const blocks = () => page.evaluate(() => (window as unknown as { blocks: number[] }).blocks.splice(0))
  const heapMb = async () => ((await page.metrics()).JSHeapUsedSize ?? 0) / 1e6
  const longest = (list: number[]) => (list.length === 0 ? 'under 50' : Math.max(...list).toFixed(0))

  // anew, so that what watches its main thread is there
  await lead.load(`/units/${unitId}/vacuum`)
  await lead.press('source-file')
  await new Promise((done) => setTimeout(done, inShort(1500, 100)))
  await blocks()
  const before = await heapMb()
  const text = samples.map(
    ({ timeS, values }) => `${timeS},${values.vacuum === null ? '' : ((values.vacuum ?? 0) / 0.133322368).toFixed(1)}`,
  )
  let start = performance.now()
  await lead.chooseFile('import-open', 'hold.csv', `seconds,micron\n${text.join('\n')}\n`)
  await lead.see('import-verdict')
  console.log(
    `import: read and judged in ${(performance.now() - start).toFixed(0)} ms, longest block of the main thread ${longest(await blocks())} ms`,
  )
  start = performance.now()
  await lead.press('import-take')
  await lead.reads('bar-action', /Log the verdict/)
  await lead.press('bar-action')
  await lead.reads('decay-verdict', /In|Out/)
  console.log(
    `taken in and logged in ${(performance.now() - start).toFixed(0)} ms, longest block ${longest(await blocks())} ms; heap of the page ${before.toFixed(0)} → ${(await heapMb()).toFixed(0)} MB`,
  )
  await lead.reads('sync-note', /everything sent/)
  start = performance.now()
  await page.reload({ waitUntil: 'domcontentloaded' })
  await lead.see('decay-sheet')
  await page.waitForFunction(() => document.querySelectorAll('[data-testid="decay-sheet"] polyline').length > 1)
  const opened = performance.now() - start
  const loading = await blocks()
  await new Promise((done) => setTimeout(done, inShort(4000, 100)))
  console.log(
    `opened again and drawn in ${opened.toFixed(0)} ms; longest block while loading ${longest(loading)} ms, afterwards ${longest(await blocks())} ms`,
  )
}
