// ./zetesis load: a server under a crowd, in one run; figures to compare with one another, since every machine has its own.
import autocannon from 'autocannon'
import { encodeChunk } from '@zetesis/core'
import { hash } from '@node-rs/argon2'
import { spawn } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { Agent, request } from 'node:http'
import { createServer } from 'node:net'
import { readFileSync } from 'node:fs'
import path from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import pg from 'pg'
import { from as copyFrom } from 'pg-copy-streams'
import { sessionCookie } from '../e2e/src/sessionCookie'
import { sharesOf } from './shares'
import { inShort, isShort } from './short'

const root = path.resolve(import.meta.dirname, '..')
const databaseUrl = process.env.DATABASE_URL!
const SECONDS = Number(process.argv[2] ?? 8)

const freePort = () =>
  new Promise<number>((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const address = probe.address()
      probe.close(() => resolve(typeof address === 'object' && address ? address.port : 0))
    })
  })

async function startServer(port: number) {
  const child = spawn(process.execPath, ['--enable-source-maps', '--max-semi-space-size=64', 'server/dist/main.js'], {
    cwd: root,
    env: { ...process.env, PORT: String(port), SESSION_SECRET: 'load', DEMO: '0', TRUST_PROXY: '1' },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  await new Promise<void>((resolve, reject) => {
    child.stdout.on('data', (chunk: Buffer) => chunk.toString().includes('listening') && resolve())
    child.once('exit', (code) => reject(new Error(`the server ended with ${code}`)))
  })
  // whatever goes wrong here, it does not stay behind
  process.once('exit', () => child.kill('SIGTERM'))
  const stop = async () => {
    const ended = new Promise((resolve) => child.once('exit', resolve))
    child.kill('SIGTERM')
    await ended
  }
  return { pid: child.pid!, stop }
}

const port = await freePort()
const base = `http://127.0.0.1:${port}`
const { pid, stop } = await startServer(port)
const client = new pg.Client({ connectionString: databaseUrl })
await client.connect()
const { rows: place } = await client.query<{ setting: string }>(
  "select setting from pg_settings where name = 'data_directory'",
)
const postmaster = Number(readFileSync(path.join(place[0]!.setting, 'postmaster.pid'), 'utf8').split('\n', 1)[0])
const shares = sharesOf(pid, postmaster)
const ids = { company: randomUUID(), user: randomUUID(), job: randomUUID() }
await client.query('insert into companies values ($1, $2)', [ids.company, 'Load & Co'])
await client.query("insert into people (id, login, name, password_hash) values ($1, 'load', 'Load', $2)", [
  ids.user,
  await hash('brass-elbow'),
])
await client.query("insert into memberships (company_id, user_id, role) values ($1, $2, 'lead')", [
  ids.company,
  ids.user,
])
await client.query(
  `insert into jobs (company_id, id, name, card) values ($1, $2, 'Load', '{"name":"Load","timeZone":"UTC","elevation":{"value":0,"unit":"m"}}')`,
  [ids.company, ids.job],
)
const signedIn = await fetch(`${base}/api/sign-in`, {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify({ login: 'load', password: 'brass-elbow' }),
})
const cookie = sessionCookie(signedIn)
const headers = { cookie, 'content-type': 'application/json' }

const stamp = () => ({ v: 1, id: randomUUID(), at: new Date().toISOString(), writtenAt: new Date().toISOString() })
let micron = 0
const entry = () => ({ ...stamp(), kind: 'micron', reading: { value: 300 + (micron++ % 500), unit: 'micron' } })
const note = () => ({ ...stamp(), kind: 'note', text: 'a note of ordinary length, as a lead writes it' })
const body = (entries: unknown[]) => JSON.stringify({ entries })
async function post(unitId: string, entries: unknown[]) {
  const send = () => fetch(`${base}/api/units/${unitId}/entries`, { method: 'POST', headers, body: body(entries) })
  let answer = await send()
  // busy: sent again after a moment, as phones do
  for (let tries = 0; answer.status === 503 && tries < 20; tries++) {
    await new Promise((resolve) => setTimeout(resolve, 500))
    answer = await send()
  }
  if (answer.status !== 201) throw new Error(`${answer.status} ${await answer.text()}`)
}
async function openUnit(tag: string) {
  const unitId = randomUUID()
  await post(unitId, [{ ...stamp(), kind: 'opened', jobId: ids.job, tag }])
  return unitId
}
async function many(count: number, prefix: string) {
  const made: string[] = []
  for (let i = 0; i < count; i += 50)
    made.push(
      ...(await Promise.all(Array.from({ length: Math.min(50, count - i) }, (_, k) => openUnit(`${prefix}-${i + k}`)))),
    )
  return made
}

let next = 0
function crowd(units: readonly string[], connections: number) {
  return autocannon({
    url: base,
    connections,
    duration: SECONDS,
    requests: [
      {
        method: 'POST',
        path: '/',
        headers,
        setupRequest: (request) => ({
          ...request,
          path: `/api/units/${units[next++ % units.length]}/entries`,
          body: body([entry()]),
        }),
      },
    ],
  })
}
async function told(name: string, work: () => Promise<autocannon.Result>) {
  const { result, said } = await shares(work)
  const { requests, latency, non2xx, errors } = result
  console.log(
    `${name}: ${requests.average.toFixed(0)} a second, p50 ${latency.p50} ms, p99 ${latency.p99} ms, slowest ${latency.max} ms, ${non2xx} refused, ${errors} errors${said}`,
  )
}

/** so many a second, evenly, as phones come that know nothing of one another */
async function steady(units: readonly string[], rate: number) {
  const agent = new Agent({ keepAlive: true, maxSockets: 64 })
  const took: number[] = []
  const waiting: Promise<void>[] = []
  const start = performance.now()
  for (let sent = 0; sent < rate * SECONDS;) {
    const due = Math.min(((performance.now() - start) / 1000) * rate, rate * SECONDS)
    for (; sent < due; sent++) waiting.push(append(units[sent % units.length]!))
    await new Promise((resolve) => setTimeout(resolve, 2))
  }
  await Promise.all(waiting)
  agent.destroy()
  took.sort((a, b) => a - b)
  const at = (share: number) => took[Math.floor(took.length * share)]!.toFixed(0)

  return `appends to 64 units, ${rate} a second offered evenly: p50 ${at(0.5)} ms, p99 ${at(0.99)} ms`

  function append(unitId: string) {
    const sentAt = performance.now()
    return new Promise<void>((resolve, reject) => {
      const asking = request(`${base}/api/units/${unitId}/entries`, { method: 'POST', headers, agent }, (answer) => {
        answer.resume()
        answer.on('end', () => {
          if (answer.statusCode !== 201) return reject(new Error(String(answer.statusCode)))
          took.push(performance.now() - sentAt)
          resolve()
        })
      })
      asking.on('error', reject)
      asking.end(body([entry()]))
    })
  }
}

const units = await many(64, 'U')
for (const connections of isShort ? [16] : [1, 16, 64])
  await told(`appends to 64 units, ${connections} clients`, () => crowd(units, connections))
const { result: evenly, said } = await shares(() => steady(units, 300))
console.log(`${evenly}${said}`)
const one = await openUnit('ONE')
await told('appends to one unit, 16 clients', () => crowd([one], 16))

async function each(unitId: string, times = inShort(60, 5)) {
  const took: number[] = []
  for (let i = 0; i < times; i++) {
    const start = performance.now()
    await post(unitId, [note()])
    took.push(performance.now() - start)
  }
  return took.sort((a, b) => a - b)[Math.floor(times / 2)]!
}
const empty = await openUnit('EMPTY')
const emptyMs = await each(empty)
for (const size of isShort ? [400] : [1000, 3000, 10_000]) {
  const grown = await openUnit(`GROWN-${size}`)
  for (let i = 0; i < size; i += 200)
    await post(
      grown,
      Array.from({ length: 200 }, (_, k) => (k % 10 === 0 ? note() : entry())),
    )
  const grownMs = await each(grown)
  console.log(
    `an append to a log of ${size} entries: ${(grownMs / emptyMs).toFixed(2)} × one to an empty log (${emptyMs.toFixed(1)} ms)`,
  )
  if (size !== (isShort ? 400 : 10_000)) continue
  const start = performance.now()
  const papers = await fetch(`${base}/api/units/${grown}/papers.pdf`, { headers })
  await papers.arrayBuffer()
  console.log(`papers of ${size} entries: ${papers.status}, ${((performance.now() - start) / 1000).toFixed(1)} s`)
}

await many(inShort(2000 - 64 - 5, 20), 'B')
await told('the board of 2 000 units, 1 client', () =>
  autocannon({ url: `${base}/api/units`, connections: 1, duration: SECONDS, headers: { cookie } }),
)

// a second phone's news
const stream = await fetch(`${base}/api/news`, { headers: { cookie } })
const reader = stream.body!.pipeThrough(new TextDecoderStream()).getReader()
await reader.read()
const heard: number[] = []
for (let i = 0; i < inShort(20, 3); i++) {
  const start = performance.now()
  await post(one, [entry()])
  for (let text = ''; !text.includes(one);) text += (await reader.read()).value ?? ''
  heard.push(performance.now() - start)
}
heard.sort((a, b) => a - b)
console.log(
  `a second phone’s news: ${heard[heard.length >> 1]!.toFixed(0)} ms, slowest of 20 ${heard.at(-1)!.toFixed(0)} ms`,
)
await reader.cancel()

// a twelve-hour recording against a bare COPY of the same bytes
const chunks = Array.from({ length: 72 }, (_, n) => {
  const samples = Array.from({ length: 600 }, (_, i) => ({
    timeS: n * 600 + i,
    values: { vacuum: 40 + Math.sin((n * 600 + i) / 50) * 3, ambient: 293 + i / 1000 },
  }))
  return { number: n, count: 600, bytes: Buffer.from(encodeChunk(samples)) }
})
async function stored() {
  const traceId = randomUUID()
  const unitId = await openUnit(`T-${traceId.slice(0, 4)}`)
  await post(unitId, [
    { ...stamp(), kind: 'traceBegun', traceId, channels: ['vacuum', 'ambient'], source: 'import', speed: 1 },
  ])
  const start = performance.now()
  for (let i = 0; i < chunks.length; i += 24) {
    const answer = await fetch(`${base}/api/units/${unitId}/traces/${traceId}/chunks`, {
      method: 'POST',
      headers,
      body: JSON.stringify({
        chunks: chunks
          .slice(i, i + 24)
          .map(({ number, count, bytes }) => ({ number, count, data: bytes.toString('base64') })),
      }),
    })
    if (answer.status !== 201) throw new Error(await answer.text())
  }
  return performance.now() - start
}
async function copied() {
  const unitId = units[0]!
  const traceId = randomUUID()
  const start = performance.now()
  // as many transactions as requests
  for (let i = 0; i < chunks.length; i += 24) {
    const rows = chunks
      .slice(i, i + 24)
      .map(
        ({ number, count, bytes }) =>
          `${ids.company}\t${unitId}\t${traceId}\t${number}\t${count}\t\\\\x${bytes.toString('hex')}\n`,
      )
    await pipeline(
      Readable.from(rows),
      client.query(copyFrom('copy trace_chunks (company_id, unit_id, trace_id, number, count, bytes) from stdin')),
    )
  }
  return performance.now() - start
}
await stored()
await copied()
const pairs: number[] = []
const whole = await shares(async () => {
  for (let i = 0; i < inShort(12, 2); i++) pairs.push((await copied()) / (await stored()))
})
pairs.sort((a, b) => a - b)
console.log(
  `a recording of 12 hours, two channels: ${pairs[pairs.length >> 1]!.toFixed(2)} × as fast as a bare COPY of the same bytes${whole.said}`,
)
// a forgotten password, asked for by somebody and by nobody in turn, each from a place of its own; mails go out beside it
const ASKED = inShort(200, 4)
await client.query(
  "insert into people (id, login, name, password_hash) select gen_random_uuid(), 'known-' || n || '@example.com', 'Load', 'none' from generate_series(1, $1) as n",
  [ASKED],
)
const asking = { known: [] as number[], unknown: [] as number[] }
for (let n = 1; n <= ASKED; n++)
  // who goes first changes, too
  for (const who of n % 2 ? (['known', 'unknown'] as const) : (['unknown', 'known'] as const)) {
    const place = `198.18.${n}.${who === 'known' ? 1 : 2}`
    const start = performance.now()
    const answer = await fetch(`${base}/api/forgotten`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-forwarded-for': place },
      body: JSON.stringify({ login: `${who}-${n}@example.com` }),
    })
    if (answer.status !== 204) throw new Error(`${answer.status} ${await answer.text()}`)
    asking[who].push(performance.now() - start)
  }
const median = (list: number[]) => list.sort((a, b) => a - b)[list.length >> 1]!
console.log(
  `password forgotten, ${ASKED} of each: somebody's median ${(median(asking.known) / median(asking.unknown)).toFixed(3)} × nobody's`,
)

await client.end()
await stop()
