import { encodeChunk, traceDigest, type TraceSample } from '@zetesis/core'
import { TracePage } from '@zetesis/contract'
import { randomUUID } from 'node:crypto'
import { verifyAll } from './services/verify'
import { entry, makeWorld, type World } from './test/world'

let world: World
let wren: Awaited<ReturnType<World['signedIn']>>
let rook: Awaited<ReturnType<World['signedIn']>>
beforeAll(async () => {
  world = await makeWorld()
  wren = await world.signedIn('wren')
  rook = await world.signedIn('rook')
})
afterAll(() => world.close())

const samples = (from: number, count: number): TraceSample[] =>
  Array.from({ length: count }, (_, i) => ({ timeS: from + i, values: { vacuum: 40 + i / 8 } }))
const chunk = (from: number, count: number) => {
  const bytes = encodeChunk(samples(from, count))
  return { count, data: Buffer.from(bytes).toString('base64') }
}
async function openUnit() {
  const unitId = randomUUID()
  const traceId = randomUUID()
  const begun = { kind: 'traceBegun', traceId, channels: ['vacuum'], source: 'import', speed: 1 } as const
  const entries = [entry({ kind: 'opened', jobId: world.ours.jobId, tag: `T-${unitId.slice(0, 4)}` }), entry(begun)]
  await wren.post(`/api/units/${unitId}/entries`).send({ entries }).expect(201)
  return { unitId, traceId, place: `/api/units/${unitId}/traces/${traceId}` }
}
const put = (place: string, number: number, body: object, agent = wren) =>
  agent.post(`${place}/chunks`).send({ chunks: [{ number, ...body }] })

describe('recordings', () => {
  it('come back chunk by chunk, in order, however they were sent', async () => {
    const { place } = await openUnit()
    await put(place, 1, chunk(600, 40)).expect(201)
    await put(place, 0, chunk(0, 600)).expect(201)
    const page = TracePage.parse((await wren.get(place).expect(200)).body)
    expect(page.chunks.map((c) => [c.number, c.count])).toEqual([
      [0, 600],
      [1, 40],
    ])
    const rest = await wren.get(`${place}?after=0`).expect(200)
    expect(rest.body.chunks).toHaveLength(1)
    expect(traceDigest(page.chunks.map((c) => Buffer.from(c.data, 'base64')))).toMatch(/^[0-9a-f]{64}$/)
  })
  it('take the same chunk twice, and refuse another under its number', async () => {
    const { place } = await openUnit()
    await put(place, 0, chunk(0, 10)).expect(201, { stored: [0] })
    await put(place, 0, chunk(0, 10)).expect(200, { stored: [] })
    const taken = await put(place, 0, chunk(5, 10)).expect(409)
    expect(taken.body.detail).toMatch(/Begin a new recording/)
    const both = await Promise.all([put(place, 1, chunk(10, 5)), put(place, 1, chunk(10, 5))])
    expect(both.map((r) => r.status).sort()).toEqual([200, 201])
  })
  it('take a batch whole or not at all', async () => {
    const { place } = await openUnit()
    const batch = [0, 1, 2].map((number) => ({ number, ...chunk(number * 10, 10) }))
    await wren.post(`${place}/chunks`).send({ chunks: batch }).expect(201)
    const mixed = [
      { number: 2, ...chunk(999, 10) },
      { number: 3, ...chunk(30, 10) },
    ]
    await wren.post(`${place}/chunks`).send({ chunks: mixed }).expect(409)
    expect((await wren.get(place).expect(200)).body.chunks).toHaveLength(3)
  })
  it('refuse bytes that aren’t a chunk, a wrong count and a number out of range', async () => {
    const { place } = await openUnit()
    await put(place, 0, { count: 3, data: Buffer.from('hello').toString('base64') }).expect(422)
    await put(place, 0, { ...chunk(0, 10), count: 9 }).expect(422)
    await put(place, 999_999, chunk(0, 10)).expect(400)
    await put(place, 0, { count: 1 }).expect(400)
    expect((await wren.get(place).expect(200)).body.chunks).toEqual([])
  })
  it('belong to their company', async () => {
    const { place } = await openUnit()
    await put(place, 0, chunk(0, 10)).expect(201)
    await put(place, 0, chunk(0, 10), rook).expect(404)
    await rook.get(place).expect(404)
    await rook.get(`${place}/samples.csv`).expect(404)
    await put(`/api/units/${randomUUID()}/traces/${randomUUID()}`, 0, chunk(0, 1)).expect(404)
  })
  it('are exported whole, in the units asked for', async () => {
    const { place } = await openUnit()
    await put(place, 0, chunk(0, 600)).expect(201)
    await put(place, 1, chunk(600, 100)).expect(201)
    const csv = await wren.get(`${place}/samples.csv?units=si`).expect(200)
    expect(csv.headers['content-type']).toMatch(/text\/csv/)
    const lines = csv.text.trim().split('\r\n')
    expect(lines[0]).toBe('time,seconds,vacuum Pa')
    expect(lines).toHaveLength(701)
    expect(lines[700]).toMatch(/,699,52\.375$/)
    await wren.get(`${place.replace(/[^/]+$/, randomUUID())}/samples.csv`).expect(404)
  })
  it('refuse other samples under one number in one request', async () => {
    const { place } = await openUnit()
    const twice = [
      { number: 0, ...chunk(0, 10) },
      { number: 0, ...chunk(5, 10) },
    ]
    await wren.post(`${place}/chunks`).send({ chunks: twice }).expect(409)
    expect((await wren.get(place).expect(200)).body.chunks).toEqual([])
    await wren
      .post(`${place}/chunks`)
      .send({ chunks: [twice[0], twice[0]] })
      .expect(201, { stored: [0] })
  })
  it('refuse a sample that no gauge gives', async () => {
    const { place } = await openUnit()
    const wild = (timeS: number, vacuum: number) => {
      const data = Buffer.from(encodeChunk([{ timeS, values: { vacuum } }])).toString('base64')
      return { count: 1, data }
    }
    await put(place, 0, wild(1e10, 40)).expect(422)
    await put(place, 0, wild(-5, 40)).expect(422)
    await put(place, 0, wild(5, 9e8)).expect(422)
    await put(place, 0, wild(5, 40)).expect(201)
  })
  it('take, once ended, what their count and digest say and nothing more', async () => {
    const { unitId, traceId, place } = await openUnit()
    const whole = [encodeChunk(samples(0, 600)), encodeChunk(samples(600, 40))]
    const ended = entry({ kind: 'traceEnded', traceId, samples: 640, digest: traceDigest(whole) })
    await put(place, 0, chunk(0, 600)).expect(201)
    await wren
      .post(`/api/units/${unitId}/entries`)
      .send({ entries: [ended] })
      .expect(201)
    const states = async () => (await wren.get(`/api/units/${unitId}/traces`).expect(200)).body.traces
    expect(await states()).toEqual([{ traceId, samples: 600, ended: 640, state: 'missing' }])
    // as many samples, but others
    const other = await put(place, 1, chunk(700, 40)).expect(409)
    expect(other.body.type).toBe('urn:zetesis:problem:recordingEnded')
    await put(place, 1, chunk(600, 41)).expect(409)
    await put(place, 1, chunk(600, 40)).expect(201)
    expect(await states()).toEqual([{ traceId, samples: 640, ended: 640, state: 'whole' }])
    await put(place, 2, chunk(640, 1)).expect(409)
    await put(place, 1, chunk(600, 40)).expect(200)
  })
  it('end with the seal: nothing is added to what was still open', async () => {
    const { unitId, place } = await openUnit()
    const pass = (stage: 'prepare' | 'pressureTest' | 'vacuum' | 'weighIn' | 'startUp') =>
      entry({ kind: 'gatePassed', stage, reason: 'for the test' })
    const entries = [
      ...(['prepare', 'pressureTest', 'vacuum', 'weighIn', 'startUp'] as const).map(pass),
      entry({ kind: 'sealed', name: 'Wren Halloway', signature: [[0, 0, 300, 200]] }),
    ]
    await put(place, 0, chunk(0, 10)).expect(201)
    await wren.post(`/api/units/${unitId}/entries`).send({ entries }).expect(201)
    await put(place, 1, chunk(10, 10)).expect(409)
    await put(place, 0, chunk(0, 10)).expect(200)
  })
  it('that were altered in the database are said to be, and not drawn', async () => {
    const { unitId, traceId, place } = await openUnit()
    const whole = encodeChunk(samples(0, 50))
    const ended = entry({ kind: 'traceEnded', traceId, samples: 50, digest: traceDigest([whole]) })
    await put(place, 0, chunk(0, 50)).expect(201)
    await wren
      .post(`/api/units/${unitId}/entries`)
      .send({ entries: [ended] })
      .expect(201)
    await world.pool.query('update trace_chunks set bytes = $1 where trace_id = $2', [
      Buffer.from(encodeChunk(samples(900, 50))),
      traceId,
    ])
    const named = (await verifyAll(world.db)).units.find((u) => u.unitId === unitId)
    expect(named).toMatchObject({ chain: { ok: true }, stateAgrees: true, traces: [traceId] })
    const { traces } = (await wren.get(`/api/units/${unitId}/traces`).expect(200)).body
    expect(traces[0].state).toBe('altered')
    await wren.get(`/api/units/${unitId}/papers.pdf`).expect(200)
  })
})
