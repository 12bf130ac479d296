import { foldEntries, verifyChain, type ChainedEntry, type Entry } from '@zetesis/core'
import { RecordFile } from '@zetesis/contract'
import { randomUUID } from 'node:crypto'
import request from 'supertest'
import { Heads, readAhead } from './services/heads'
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

const micron = (value: number) => entry({ kind: 'micron', reading: { value, unit: 'micron' } })
const post = (agent: typeof wren, unitId: string, entries: unknown[]) =>
  agent.post(`/api/units/${unitId}/entries`).send({ entries })
async function openUnit(tag = 'T-1') {
  const unitId = randomUUID()
  await post(wren, unitId, [entry({ kind: 'opened', jobId: world.ours.jobId, tag })]).expect(201)
  return unitId
}
const logOf = async (unitId: string): Promise<ChainedEntry[]> =>
  (await wren.get(`/api/units/${unitId}/entries`).expect(200)).body.entries

describe('signing in', () => {
  it('answers who it is, with a cookie that scripts can’t read', async () => {
    const answer = await request(world.app)
      .post('/api/sign-in')
      .send({ login: ' Wren ', password: 'brass-elbow' })
      .expect(200)
    const { companyId, userId } = world.ours
    const company = 'wren & Co'
    expect(answer.body).toMatchObject({ id: userId, name: 'Lead wren', role: 'lead', company, companyId })
    expect(answer.body.companies).toEqual([{ id: companyId, name: company, role: 'lead' }])
    expect(answer.headers['set-cookie']![0]).toMatch(/HttpOnly.*SameSite=Lax/i)
  })
  it('refuses a wrong password and an unknown name alike', async () => {
    for (const login of ['wren', 'nobody']) {
      const answer = await request(world.app).post('/api/sign-in').send({ login, password: 'no' }).expect(401)
      expect(answer.body.detail).toBe('Name or password is wrong. Check both and try again.')
    }
  })
  it('stops guessing after twenty wrong tries from one place', async () => {
    const tries = await Promise.all(
      Array.from({ length: 20 }, () => request(world.app).post('/api/sign-in').send({ login: 'guess', password: 'x' })),
    )
    expect(tries.every((t) => t.status === 401)).toBe(true)
    await request(world.app).post('/api/sign-in').send({ login: 'guess', password: 'x' }).expect(429)
  })
  it('ends with signing out', async () => {
    const agent = await world.signedIn('wren')
    await agent.get('/api/me').expect(200)
    await agent.post('/api/sign-out').send({}).expect(204)
    await agent.get('/api/me').expect(401)
  })
  it('is needed for everything but health', async () => {
    await request(world.app).get('/api/health').expect(200, { ok: true })
    for (const path of ['/api/jobs', '/api/units', `/api/units/${randomUUID()}/entries`]) {
      const answer = await request(world.app).get(path).expect(401)
      expect(answer.headers['content-type']).toContain('application/problem+json')
      expect(answer.body).toMatchObject({ status: 401, detail: 'Sign in to go on.' })
    }
  })
})

describe('appending', () => {
  it('makes a unit by its first entry and answers with seq and hash', async () => {
    const unitId = randomUUID()
    const first = entry({ kind: 'opened', jobId: world.ours.jobId, tag: 'A-1' })
    const answer = await post(wren, unitId, [first, micron(400)]).expect(201)
    expect(answer.body).toMatchObject({ lastSeq: 2, appended: [{ id: first.id, seq: 1 }, { seq: 2 }] })
    const log = await logOf(unitId)
    expect(log.map((l) => l.hash)).toEqual(answer.body.appended.map((a: { hash: string }) => a.hash))
    expect(log[0]!.author).toEqual({ id: world.ours.userId, name: 'Lead wren' })
  })
  it('is idempotent: the same batch twice stores once and answers the same', async () => {
    const unitId = await openUnit()
    const batch = [micron(900), micron(500)]
    const [one, two] = [await post(wren, unitId, batch).expect(201), await post(wren, unitId, batch).expect(201)]
    expect(two.body).toEqual(one.body)
    expect(await logOf(unitId)).toHaveLength(3)
  })
  it('takes an entry repeated inside one batch once', async () => {
    const unitId = await openUnit()
    const one = micron(700)
    const answer = await post(wren, unitId, [one, one]).expect(201)
    expect(answer.body.appended.map((a: { seq: number }) => a.seq)).toEqual([2, 2])
  })
  it('refuses another entry under an id that is taken', async () => {
    const unitId = await openUnit()
    const one = micron(700)
    await post(wren, unitId, [one]).expect(201)
    const answer = await post(wren, unitId, [{ ...one, reading: { value: 1, unit: 'micron' } }]).expect(409)
    expect(answer.body.type).toBe('urn:zetesis:problem:idTaken')
  })
  it('neither loses nor doubles when many phones append at once and retry', async () => {
    const unitId = await openUnit()
    const phones = Array.from({ length: 6 }, (_, p) => Array.from({ length: 10 }, (_, i) => micron(300 + p * 10 + i)))
    // each phone sends in order and repeats itself; the phones run beside each other
    const statuses = await Promise.all(
      phones.map(async (entries) => {
        const sends = [entries.slice(0, 5), entries.slice(0, 5), entries.slice(5), entries]
        const answered: number[] = []
        for (const batch of sends) answered.push((await post(wren, unitId, batch)).status)
        return answered
      }),
    )
    expect(new Set(statuses.flat())).toEqual(new Set([201]))
    const log = await logOf(unitId)
    expect(log).toHaveLength(61)
    expect(new Set(log.map((l) => l.entry.id)).size).toBe(61)
    expect(verifyChain(log)).toMatchObject({ ok: true, length: 61 })
    // each phone's own entries stand in the order in which it wrote them
    for (const entries of phones) {
      const seqs = entries.map((e) => log.find((l) => l.entry.id === e.id)!.seq)
      expect(seqs).toEqual([...seqs].sort((a, b) => a - b))
    }
  })
  it('lets two phones open the same unit at once: one opening stands', async () => {
    const unitId = randomUUID()
    const first = entry({ kind: 'opened', jobId: world.ours.jobId, tag: 'B-1' })
    const answers = await Promise.all([1, 2, 3].map(() => post(wren, unitId, [first])))
    expect(answers.map((a) => a.status)).toEqual([201, 201, 201])
    expect(await logOf(unitId)).toHaveLength(1)
  })
  it('pages after a seq', async () => {
    const unitId = await openUnit()
    await post(wren, unitId, [micron(900), micron(800)])
    const page = await wren.get(`/api/units/${unitId}/entries?after=2`).expect(200)
    expect(page.body.entries.map((e: ChainedEntry) => e.seq)).toEqual([3])
    expect(page.body.more).toBe(false)
    await wren.get(`/api/units/${unitId}/entries?after=-1`).expect(400)
    await wren.get(`/api/units/${unitId}/entries?after=x`).expect(400)
  })
  it('keeps the board in step, without replaying', async () => {
    const unitId = await openUnit('C-1')
    await post(wren, unitId, [entry({ kind: 'facts', facts: { place: 'roof', refrigerant: 'R-32' } })])
    const rows = (await wren.get(`/api/jobs/${world.ours.jobId}/units`).expect(200)).body.units
    expect(rows.find((u: { id: string }) => u.id === unitId)).toMatchObject({
      lastSeq: 2,
      summary: { tag: 'C-1', place: 'roof', refrigerant: 'R-32', current: 'prepare' },
    })
    const jobs = (await wren.get('/api/jobs').expect(200)).body.jobs
    expect(jobs).toHaveLength(1)
    expect(jobs[0].units).toBe(rows.length)
  })
})

describe('bad input', () => {
  const broken: [string, (unitId: string) => unknown[], number, RegExp][] = [
    ['an empty batch', () => [], 400, /can’t be read/],
    ['no unit of measure', () => [{ ...micron(4), reading: { value: 4 } }], 400, /Give the unit: micron/],
    [
      'letters for a number',
      () => [{ ...micron(4), reading: { value: 'many', unit: 'micron' } }],
      400,
      /Type a number/,
    ],
    [
      'a time in the future',
      () => [{ ...micron(4), at: new Date(Date.now() + 3_600_000).toISOString() }],
      422,
      /future/,
    ],
    [
      'wet bulb above dry bulb',
      () => [
        entry({
          kind: 'reading',
          mode: 'cooling',
          values: { returnDryBulb: { value: 70, unit: '°F' }, returnWetBulb: { value: 75, unit: '°F' } },
        }),
      ],
      422,
      /Wet bulb/,
    ],
    [
      'after above before',
      () => [
        entry({
          kind: 'weighed',
          direction: 'add',
          before: { value: 5, unit: 'lb' },
          after: { value: 90, unit: 'oz' },
        }),
      ],
      422,
      /more after than before/,
    ],
    ['opening valves early', () => [entry({ kind: 'started' })], 422, /Not finished yet: vacuum/],
  ]
  it.each(broken)('%s has a plain sentence, and the whole batch stays out', async (_, make, status, detail) => {
    const unitId = await openUnit()
    const bad = make(unitId)
    const answer = await post(wren, unitId, bad.length === 0 ? [] : [micron(600), ...bad, micron(500)]).expect(status)
    expect(answer.headers['content-type']).toContain('application/problem+json')
    expect(answer.body.detail).toMatch(detail)
    expect(await logOf(unitId)).toHaveLength(1)
  })
  it('a pressure outside the refrigerant’s data', async () => {
    const unitId = await openUnit()
    await post(wren, unitId, [entry({ kind: 'facts', facts: { refrigerant: 'R-410A' } })]).expect(201)
    const answer = await post(wren, unitId, [
      entry({ kind: 'reading', mode: 'cooling', values: { suctionPressure: { value: 1180, unit: 'psig' } } }),
    ]).expect(422)
    expect(answer.body.detail).toMatch(/R-410A data cover/)
    expect(answer.body.errors[0].path).toBe('entries.0.values.suctionPressure')
  })
  it('a body over the limit', async () => {
    const unitId = await openUnit()
    const answer = await post(wren, unitId, [entry({ kind: 'amendment', text: 'x'.repeat(1_100_000) })]).expect(413)
    expect(answer.body.detail).toMatch(/Send fewer/)
  })
  it('a body that isn’t JSON', async () => {
    const unitId = await openUnit()
    await wren.post(`/api/units/${unitId}/entries`).set('content-type', 'application/json').send('{oops').expect(400)
    await wren.post(`/api/units/${unitId}/entries`).type('form').send('entries=1').expect(415)
  })
  it('an entry for a unit that was never opened, an id that is none, a path that isn’t', async () => {
    await post(wren, randomUUID(), [micron(5)]).expect(404)
    await wren.get('/api/units/7/entries').expect(404)
    await wren.get('/api/nothing').expect(404)
  })
})

describe('another company', () => {
  it('gets 404 for everything of ours, and sees none of it', async () => {
    const unitId = await openUnit()
    for (const path of ['entries', 'record.json', 'papers.pdf'])
      await rook.get(`/api/units/${unitId}/${path}`).expect(404)
    await rook.get(`/api/jobs/${world.ours.jobId}/units`).expect(404)
    await post(rook, unitId, [micron(500)]).expect(404)
    expect((await rook.get('/api/units').expect(200)).body.units).toEqual([])
    expect(await logOf(unitId)).toHaveLength(1)
  })
  it('can’t open a unit in our job, nor reach our unit by opening its id', async () => {
    const unitId = await openUnit()
    await post(rook, randomUUID(), [entry({ kind: 'opened', jobId: world.ours.jobId, tag: 'X' })]).expect(404)
    await post(rook, unitId, [entry({ kind: 'opened', jobId: world.theirs.jobId, tag: 'X' })]).expect(201)
    expect((await logOf(unitId))[0]!.entry).toMatchObject({ tag: 'T-1' })
  })
})

describe('a whole unit', () => {
  const minutesAgo = (m: number) => ({ at: new Date(Date.now() - m * 60_000) })
  const q = <U extends string>(value: number, unit: U) => ({ value, unit })
  function whole(): Entry[] {
    const say = (m: number, body: Parameters<typeof entry>[0]) => entry(body, minutesAgo(m))
    return [
      say(1290, { kind: 'opened', jobId: world.ours.jobId, tag: 'W-1' }),
      say(1289, {
        kind: 'facts',
        facts: {
          work: 'new',
          mode: 'coolingOnly',
          refrigerant: 'R-410A',
          metering: 'expansionValve',
          labelCharge: q(90, 'oz'),
          includedLength: q(15, 'ft'),
          lineLength: q(15, 'ft'),
          allowance: q(0.6, 'oz/ft'),
          targetSubcooling: q(10, '°F'),
        },
      }),
      say(1288, { kind: 'facts', facts: { testPressure: q(450, 'psig') } }),
      say(1280, { kind: 'testHeld', gauge: q(440, 'psig'), ambient: q(78, '°F') }),
      say(70, { kind: 'testRead', gauge: q(437, 'psig'), ambient: q(75, '°F') }),
      say(60, { kind: 'valvedOff' }),
      say(59, { kind: 'micron', reading: q(320, 'micron') }),
      say(49, { kind: 'micron', reading: q(48, 'Pa') }),
      say(40, { kind: 'started' }),
      say(25, {
        kind: 'reading',
        mode: 'cooling',
        values: {
          suctionPressure: q(125.5, 'psig'),
          suctionLine: q(54, '°F'),
          liquidPressure: q(351.5, 'psig'),
          liquidLine: q(96.6, '°F'),
          returnDryBulb: q(76, '°F'),
          returnWetBulb: q(63, '°F'),
          supply: q(57, '°F'),
          outdoor: q(91, '°F'),
        },
      }),
      say(5, { kind: 'sealed', name: 'Wren Halloway', signature: [[0, 0, 300, 200, 500, 50]] }),
    ]
  }
  it('is sealed once, then only amended', async () => {
    const unitId = randomUUID()
    const entries = whole()
    await post(wren, unitId, entries).expect(201)
    const late = await post(wren, unitId, [micron(400)]).expect(409)
    expect(late.body.detail).toBe('This unit is sealed. Only amendments can be added.')
    await post(wren, unitId, [entry({ kind: 'sealed', name: 'Second', signature: [[0, 0, 300, 200]] })]).expect(409)
    await post(wren, unitId, [entry({ kind: 'amendment', text: 'Filter changed.' })]).expect(201)
    // the same batch again: it is in the log already, sealed or not
    await post(wren, unitId, entries).expect(201)
    expect(await logOf(unitId)).toHaveLength(entries.length + 1)
  })
  it('leaves as a record that verifies and folds to the same by itself', async () => {
    const unitId = randomUUID()
    await post(wren, unitId, whole()).expect(201)
    const answer = await wren.get(`/api/units/${unitId}/record.json`).expect(200)
    expect(answer.headers['content-disposition']).toContain('W-1-record.json')
    const file = RecordFile.parse(answer.body)
    expect(verifyChain(file.log)).toEqual({ ok: true, length: 11, lastHash: file.lastHash })
    expect(foldEntries(file.log).items.sealed).toHaveLength(1)
  })
  it('leaves as papers in either system of units', async () => {
    const unitId = randomUUID()
    await post(wren, unitId, whole()).expect(201)
    for (const units of ['ip', 'si']) {
      const pdf = await wren
        .get(`/api/units/${unitId}/papers.pdf?units=${units}`)
        .buffer(true)
        .parse(binary as never)
        .expect(200)
      expect(pdf.body.subarray(0, 5).toString()).toBe('%PDF-')
      expect(pdf.headers['content-type']).toBe('application/pdf')
    }
    await wren.get(`/api/units/${unitId}/papers.pdf?units=cubits`).expect(400)
  })
})

function binary(res: request.Response & NodeJS.ReadableStream, done: (error: Error | null, body: Buffer) => void) {
  const chunks: Buffer[] = []
  res.on('data', (chunk: Buffer) => chunks.push(chunk))
  res.on('end', () => done(null, Buffer.concat(chunks)))
}

describe('after a start', () => {
  it('the units that were written to last are read before anybody asks, for so long at the most', async () => {
    const wren = await world.signedIn('wren')
    const unitId = randomUUID()
    const micron = (value: number) => entry({ kind: 'micron', reading: { value, unit: 'micron' } })
    const post = (entries: Entry[]) => wren.post(`/api/units/${unitId}/entries`).send({ entries }).expect(201)
    await post([entry({ kind: 'opened', jobId: world.ours.jobId, tag: 'LONG' })])
    for (let i = 0; i < 3; i++) await post(Array.from({ length: 200 }, (_, k) => micron(300 + k)))
    const heads = new Heads()
    expect(await readAhead(world.db, heads, { ms: 0 })).toBe(0)
    expect(heads.peek(world.ours.companyId, unitId)).toBeUndefined()
    await readAhead(world.db, heads, { ms: 60_000 })
    const head = heads.peek(world.ours.companyId, unitId)!
    expect([head.lastSeq, head.record.items.micron.length]).toEqual([601, 600])
    // the same as by every entry with its links
    const log: ChainedEntry[] = []
    while (log.length < 601) {
      const page = await wren.get(`/api/units/${unitId}/entries?after=${log.length}`).expect(200)
      log.push(...(page.body.entries as ChainedEntry[]))
    }
    const told = foldEntries(log).items.micron.map(({ seq, author, entry: e }) => ({ seq, author, entry: e }))
    expect(head.record.items.micron.map(({ seq, author, entry: e }) => ({ seq, author, entry: e }))).toEqual(told)
    expect(head.lastHash).toBe(log.at(-1)!.hash)
  })
})
