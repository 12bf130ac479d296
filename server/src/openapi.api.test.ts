import Ajv2020 from 'ajv/dist/2020'
import addFormats from 'ajv-formats'
import { randomUUID } from 'node:crypto'
import request from 'supertest'
import { loadDemoWorld } from './demo/load'
import { makeWorld, type World } from './test/world'

// it asks for all there is, and on a machine that has much else to do that takes minutes
let world: World
let mara: ReturnType<typeof request.agent>
beforeAll(async () => {
  world = await makeWorld()
  await world.pool.query('truncate companies cascade')
  await loadDemoWorld(world.pool)
  mara = request.agent(world.app)
  await mara.post('/api/sign-in').send({ login: 'mara', password: 'copper-line' }).expect(200)
})
afterAll(() => world.close())

type Content = Record<string, { schema: object }>
interface Document {
  paths: Record<string, Record<string, { responses: Record<string, { content?: Content }> }>>
  components: object
}

/** The document's own schemas against what the server really answers. */
describe('the API’s document', () => {
  it('describes every answer that the demo world gives', async () => {
    const document: Document = (await mara.get('/api/openapi.json').expect(200)).body
    const ajv = new Ajv2020({ strict: false, code: { optimize: false } })
    addFormats(ajv)
    const units = (await mara.get('/api/units').expect(200)).body.units as {
      id: string
      jobId: string
      summary: { tag: string }
    }[]
    // the papers of a conversion are its own
    const converted = units.find((u) => u.summary.tag === 'L-08')!.id
    const cylinderId = (await mara.get('/api/cylinders').expect(200)).body.cylinders[0].cylinder.id as string
    const traced: { unitId: string; traceId: string }[] = []
    for (const { id } of units)
      for (const trace of (await mara.get(`/api/units/${id}/traces`).expect(200)).body.traces)
        traced.push({ unitId: id, traceId: trace.traceId })
    const { unitId, traceId } = traced[0]!
    const filled = (path: string) =>
      path
        .replace('{unitId}', /(label|owner)\.pdf$/.test(path) ? converted : unitId)
        .replace('{traceId}', traceId)
        .replace('{jobId}', units[0]!.jobId)
        .replace('{cylinderId}', cylinderId)
    let checked = 0
    for (const [path, { get }] of Object.entries(document.paths)) {
      if (!get || path.endsWith('/news')) continue
      const query = path.includes('refrigerant') ? '?from=2020-01-01&to=2030-01-01' : ''
      const answer = await mara.get(filled(path) + query).expect(200)
      const [type, { schema }] = Object.entries(get.responses['200']!.content!)[0]!
      expect([path, answer.headers['content-type']]).toEqual([path, expect.stringContaining(type)])
      if (type !== 'application/json') continue
      const valid = ajv.validate(schema, answer.body)
      expect([path, valid ? '' : ajv.errorsText()]).toEqual([path, ''])
      checked += 1
    }
    expect(checked).toBeGreaterThan(10)
  })
  it('describes a problem, and knows every route that there is', async () => {
    const document: Document = (await mara.get('/api/openapi.json').expect(200)).body
    const ajv = new Ajv2020({ strict: false, code: { optimize: false } })
    addFormats(ajv)
    const problem = document.paths['/api/me']!.get!.responses['default']!.content!['application/problem+json']!.schema
    for (const answer of [
      await request(world.app).get('/api/me').expect(401),
      await mara.get(`/api/units/${randomUUID()}/entries`).expect(404),
      await mara.post(`/api/units/${randomUUID()}/entries`).send({ entries: [] }).expect(400),
    ]) {
      expect([ajv.validate(problem, answer.body), ajv.errorsText()]).toEqual([true, 'No errors'])
      // an answer can be found again in the server's log
      expect(answer.body.instance).toBe(`urn:uuid:${answer.headers['x-request-id']}`)
    }
    // a schema that says nothing describes nothing
    const empty = ajv.validate(
      document.paths['/api/units']!.get!.responses['200']!.content!['application/json']!.schema,
      {},
    )
    expect(empty).toBe(false)
  })
})

describe('what an operator asks', () => {
  it('health says that the process answers, ready that it can work', async () => {
    await request(world.app).get('/api/health').expect(200, { ok: true })
    await request(world.app).get('/api/ready').expect(200, { ok: true })
    const lost = await makeWorld()
    lost.services.news.close()
    await lost.pool.end()
    await request(lost.app).get('/api/health').expect(200)
    const answer = await request(lost.app).get('/api/ready').expect(503)
    expect(answer.headers['retry-after']).toBe('1')
    await lost.close().catch(() => undefined)
  })
  it('metrics come in OpenMetrics form, without a unit’s or a person’s name, to this machine or with the token', async () => {
    const answer = await request(world.app).get('/api/metrics').expect(200)
    expect(answer.headers['content-type']).toMatch(/application\/openmetrics-text/)
    expect(answer.text).toMatch(/zetesis_request_seconds_count\{[^}]*route="\/units\/:unitId\/entries"/)
    expect(answer.text.trimEnd().endsWith('# EOF')).toBe(true)
    expect(answer.text).not.toMatch(/[0-9a-f]{8}-[0-9a-f]{4}/)
    await request(world.app).get('/api/metrics').set('X-Forwarded-For', '198.51.100.4').expect(403)
    const guarded = await world.another({ metricsToken: 'brass' })
    const from = () => request(guarded.app).get('/api/metrics').set('X-Forwarded-For', '198.51.100.4')
    await from().set('Authorization', 'Bearer wrong').expect(403)
    await from().set('Authorization', 'Bearer brass').expect(200)
  })
  it('what browsers report of the pages’ policy is counted by rule and kind, and keeps no address', async () => {
    const post = (type: string, body: unknown) =>
      request(world.app).post('/api/policy-reports').set('Content-Type', type).send(JSON.stringify(body))
    const old = (directive: string, blocked: string) =>
      post('application/csp-report', {
        'csp-report': {
          'document-uri': 'https://app.example/units/7f0c#secret',
          'effective-directive': directive,
          'blocked-uri': blocked,
        },
      }).expect(204)
    await old('script-src-elem', 'https://evil.example/a.js?who=wren')
    await old('script-src-elem', 'inline')
    await old('made-up-by wren', 'wren:wren')
    await post('application/reports+json', [
      { type: 'csp-violation', body: { effectiveDirective: 'font-src', blockedURL: 'data', referrer: 'wren' } },
      ...Array.from({ length: 40 }, () => ({ type: 'csp-violation', body: { effectiveDirective: 'img-src' } })),
      { type: 'deprecation', body: {} },
    ]).expect(204)
    // nonsense is no fault of the server
    await post('application/csp-report', { x: 1 }).expect(204)
    await request(world.app)
      .post('/api/policy-reports')
      .set('Content-Type', 'application/csp-report')
      .send('{')
      .expect(400)
    await post('application/csp-report', { x: 'y'.repeat(20_000) }).expect(413)
    await post('application/csp-report', {}).set('Origin', 'https://elsewhere.example').expect(403)
    await new Promise((resolve) => setTimeout(resolve, 2500))
    const { rows } = await world.pool.query('select directive, source, count from policy_reports order by 1, 2')
    expect(rows).toEqual([
      { directive: 'font-src', source: 'data', count: 1 },
      { directive: 'img-src', source: 'elsewhere', count: 19 },
      { directive: 'other', source: 'elsewhere', count: 1 },
      { directive: 'script-src', source: 'elsewhere', count: 1 },
      { directive: 'script-src', source: 'inline', count: 1 },
    ])
    const shown = await request(world.app).get('/api/metrics').expect(200)
    expect(shown.text).toContain('zetesis_policy_reports{directive="img-src",source="elsewhere"} 19')
  })
})
