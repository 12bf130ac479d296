import { decodeChunk, encodeChunk, type TraceSample } from '@zetesis/core'
import { spawn } from 'node:child_process'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { randomBytes, randomUUID } from 'node:crypto'
import path from 'node:path'
import { connect } from './db/client'
import { loadDemoWorld } from './demo/load'
import { demoCompany } from './demo/crew'
import { Board } from './services/board'
import { cylinderList } from './services/cylinders'
import { deleteEnded } from './services/leaving/deleting'
import { exportCompany } from './services/leaving/exportCompany'
import { importCompany } from './services/leaving/importCompany'
import { ExportProblem } from './services/leaving/readExport'
import { recordFile } from './services/record'
import { verifyAll } from './services/verify'
import { databaseBefore } from './test/before'
import { BUSY_MS, entry, makeWorld, type World } from './test/world'
import { unzipped, zipped } from './test/zip'
import { PassThrough } from 'node:stream'

const NEWEST = 99

/** an empty database as it is today */
async function empty() {
  const database = await databaseBefore(NEWEST)
  const { db, pool } = connect(database.url, { max: 3, connectMs: BUSY_MS })
  return {
    db,
    pool,
    url: database.url,
    async drop() {
      await pool.end()
      await database.drop()
    },
  }
}
const publicUrl = 'http://here'

/** the same chunk with one sample a little otherwise */
function otherSamples(data: string): string {
  const samples = decodeChunk(Buffer.from(data, 'base64'))!
  const [first, ...rest] = samples
  return Buffer.from(encodeChunk([{ ...first!, values: mapped(first!.values) }, ...rest])).toString('base64')
}
const mapped = (values: TraceSample['values']): TraceSample['values'] =>
  Object.fromEntries(Object.entries(values).map(([channel, value]) => [channel, (value ?? 1) * 1.01]))

/** as it is run in the terminal: a process of its own, and the most memory that it had */
async function importedApart(url: string, file: string): Promise<{ said: string; peakMb: number }> {
  const run = spawn(process.execPath, [path.resolve(__dirname, '../dist/admin.js'), 'import', file], {
    env: { ...process.env, DATABASE_URL: url, PUBLIC_URL: publicUrl, NODE_OPTIONS: '' },
  })
  let said = ''
  let peakMb = 0
  for (const stream of [run.stdout, run.stderr]) stream.on('data', (part: Buffer) => (said += part.toString()))
  const look = setInterval(() => {
    const status = existsSync(`/proc/${run.pid}/status`) ? readFileSync(`/proc/${run.pid}/status`, 'utf8') : ''
    peakMb = Math.max(peakMb, Number(/VmHWM:\s+(\d+) kB/.exec(status)?.[1] ?? 0) / 1024)
  }, 20)
  await new Promise((resolve) => run.once('close', resolve))
  clearInterval(look)
  return { said, peakMb }
}

describe('a company that leaves', () => {
  let home: Awaited<ReturnType<typeof empty>>
  let files: Map<string, Buffer>
  beforeAll(async () => {
    home = await empty()
    await loadDemoWorld(home.pool)
    const out = new PassThrough()
    const parts: Buffer[] = []
    out.on('data', (part: Buffer) => parts.push(part))
    await exportCompany(
      home.db,
      { companyId: demoCompany.id, by: 'Mara Quill', papers: async (id) => Buffer.from(`papers of ${id}`) },
      out,
    )
    files = await unzipped(Buffer.concat(parts))
  })
  afterAll(() => home.drop())
  const bringIn = async (changed: ReadonlyMap<string, Buffer>, options = {}) => {
    const there = await empty()
    try {
      return await importCompany(there.db, await zipped(changed, options), { publicUrl })
    } finally {
      await there.drop()
    }
  }
  const altered = (name: string, change: (text: string) => string) =>
    new Map(files).set(name, Buffer.from(change(files.get(name)!.toString())))

  it('ends with an error, and the process with it not, where the database goes while it is written, or who takes it goes', async () => {
    const { db, pool, drop } = await empty()
    await loadDemoWorld(pool)
    let asked = 0
    // after some pages of rows the connection is gone
    const failing = new Proxy(db, {
      get(target, key, receiver) {
        if (key === 'select' && ++asked > 6) throw new Error('Connection terminated')
        return Reflect.get(target, key, receiver) as unknown
      },
    })
    const what = { companyId: demoCompany.id, by: 'Mara Quill' }
    const sink = () => {
      const out = new PassThrough()
      out.on('error', () => undefined)
      return out
    }
    const cut = sink()
    cut.resume()
    await expect(exportCompany(failing, what, cut)).rejects.toThrow('Connection terminated')
    expect(asked).toBeGreaterThan(6)
    const left = sink()
    left.once('data', () => left.destroy())
    await expect(exportCompany(db, what, left)).rejects.toThrow()
    await drop()
  })
  it('takes everything along, nothing secret, and is the same where it arrives: hashes, verdicts, cylinders, samples', async () => {
    const text = [...files.values()].map((bytes) => bytes.toString('latin1')).join('\n')
    expect(text).not.toMatch(/\$argon2|password_hash|passwordHash/)
    const there = await empty()
    try {
      const file = await zipped(files, { agrees: false })
      const { units, entries, links } = await importCompany(there.db, file, { publicUrl })
      expect(units).toBe([...files.keys()].filter((name) => name.startsWith('papers/')).length)
      expect(links.map((l) => l.login)).toEqual(['mara'])
      expect(links[0]!.link).toMatch(/^http:\/\/here\/new-password#/)
      const [before, after] = [await verifyAll(home.db), await verifyAll(there.db)]
      expect(after.digest).toBe(before.digest)
      expect(after.units).toEqual(before.units)
      expect(after.units.every((u) => u.chain.ok && u.stateAgrees)).toBe(true)
      expect(entries).toBe(before.units.reduce((sum, u) => sum + u.entries, 0))
      expect(await new Board(there.db).json(demoCompany.id)).toBe(await new Board(home.db).json(demoCompany.id))
      // one by one or all at once: sums of the same grams in another order
      const balances = async (at: typeof home.db) =>
        (await cylinderList(at, demoCompany.id)).cylinders.map(({ netKg, standardUncertaintyKg, ...rest }) => ({
          ...rest,
          netKg: netKg.toFixed(12),
          standardUncertaintyKg: standardUncertaintyKg.toFixed(12),
        }))
      expect(await balances(there.db)).toEqual(await balances(home.db))
      const [unit] = before.units
      expect(await recordFile(there.db, demoCompany.id, unit!.unitId)).toEqual(
        await recordFile(home.db, demoCompany.id, unit!.unitId),
      )
      const samples = `select md5(string_agg(md5(bytes), '' order by trace_id, number)) as digest, count(*) from trace_chunks`
      expect((await there.pool.query(samples)).rows).toEqual((await home.pool.query(samples)).rows)
      const book = `select md5(string_agg(entry::text || date_trunc('milliseconds', received_at), '' order by seq)) as digest from book_entries`
      expect((await there.pool.query(book)).rows).toEqual((await home.pool.query(book)).rows)
      // exported again, it is the same but for who was told what since
      await expect(importCompany(there.db, file, { publicUrl })).rejects.toThrow(/a company here already/)
    } finally {
      await there.drop()
    }
  })
  it('is refused where an entry was altered, although the manifest agrees', async () => {
    const changed = altered('logs.jsonl', (text) => text.replace('"K-01"', '"K-99"'))
    await expect(bringIn(changed)).rejects.toThrow(/altered or torn at its entry 1/)
    const book = altered('book.jsonl', (text) => text.replace('Kiln', 'Kilt'))
    await expect(bringIn(book)).rejects.toThrow(/The book is altered or torn at its entry/)
  })
  it.each([
    [
      'a file was altered',
      altered.bind(null, 'people.jsonl', (t: string) => t.replace('Mara Quill', 'Mara Quilt')),
      /people.jsonl isn’t what the manifest says/,
    ],
    [
      'a file is missing',
      () => new Map([...files].filter(([name]) => name !== 'traces.jsonl')),
      /traces.jsonl is missing/,
    ],
    ['a line isn’t JSON', altered.bind(null, 'jobs.jsonl', (t: string) => `{${t}`), /jobs.jsonl, line 1 isn’t JSON/],
  ] as const)('is refused where %s', async (_, change, words) => {
    await expect(bringIn(change(), { agrees: false })).rejects.toThrow(words)
  })
  it.each([
    [
      'a line lost a value',
      'people.jsonl',
      (t: string) => t.replace(/"login":"mara",/, ''),
      /people.jsonl, line \d, login/,
    ],
    ['nobody is a lead', 'people.jsonl', (t: string) => t.replaceAll('"lead"', '"viewer"'), /Nobody in it is a lead/],
    ['the book has a gap', 'book.jsonl', (t: string) => t.split('\n').slice(1).join('\n'), /gap before its entry 2/],
    ['a log stands in two pieces', 'logs.jsonl', (t: string) => `${t}${t.split('\n')[0]}\n`, /two places/],
    [
      'an entry is missing',
      'logs.jsonl',
      (t: string) =>
        t
          .split('\n')
          .filter((_, i) => i !== 1)
          .join('\n'),
      /torn at its entry 3/,
    ],
  ])('is refused where %s, and nothing of it stays', async (_, file, change, words) => {
    await expect(bringIn(altered(file, change))).rejects.toThrow(words)
  })
  const linesOf = (name: string) => files.get(name)!.toString().trimEnd().split('\n')
  const withLines = (name: string, lines: readonly string[]) =>
    new Map(files).set(name, Buffer.from(`${lines.join('\n')}\n`))
  type Chunk = { unitId: string; traceId: string; number: number; count: number; data: string }
  const changedChunk = (change: (chunk: Chunk) => Chunk | undefined) => () => {
    const [first, ...rest] = linesOf('traces.jsonl')
    const changed = change(JSON.parse(first!) as Chunk)
    return withLines('traces.jsonl', [...(changed ? [JSON.stringify(changed)] : []), ...rest])
  }
  const another = '7f3f0a0e-9a8f-4d0e-8a55-0f6f5b1c2d3e'
  it.each([
    ['a chunk is missing', changedChunk(() => undefined), /fewer samples than its log says/],
    [
      'a recording is missing whole',
      () =>
        withLines(
          'traces.jsonl',
          linesOf('traces.jsonl').filter(
            (line) => !line.includes((JSON.parse(linesOf('traces.jsonl')[0]!) as Chunk).traceId),
          ),
        ),
      /fewer samples than its log says/,
    ],
    [
      'a chunk is of another unit',
      changedChunk((chunk) => ({ ...chunk, unitId: another })),
      /traces.jsonl, line 1: no log tells of this recording/,
    ],
    [
      'a chunk is of a recording that no log knows',
      changedChunk((chunk) => ({ ...chunk, traceId: another })),
      /no log tells/,
    ],
    [
      'a chunk holds other samples',
      changedChunk(({ data, ...chunk }) => ({ ...chunk, data: otherSamples(data) })),
      /other samples than its log says/,
    ],
    [
      'a chunk’s count is wrong',
      changedChunk((chunk) => ({ ...chunk, count: chunk.count - 1 })),
      /line 1: these bytes aren’t a chunk/,
    ],
    [
      'a chunk stands in it twice',
      () => withLines('traces.jsonl', [linesOf('traces.jsonl')[0]!, ...linesOf('traces.jsonl')]),
      /line 2: the chunks aren’t in their order/,
    ],
    [
      'a recording stands in two places',
      () => withLines('traces.jsonl', [...linesOf('traces.jsonl'), linesOf('traces.jsonl')[0]!]),
      /this recording stands in two places/,
    ],
    [
      'a login ends a mail’s line',
      () =>
        altered('people.jsonl', (t) => t.replace('"login":"mara"', '"login":"mara@a.example\\r\\nBcc: all@b.example"')),
      /people.jsonl, line \d+, login: This is no login/,
    ],
    [
      'the manifest is another company’s',
      () => altered('manifest.json', (t) => t.replace(demoCompany.id, another)),
      /The manifest is of another company/,
    ],
    [
      'a job stands in it twice',
      () => withLines('jobs.jsonl', [...linesOf('jobs.jsonl'), linesOf('jobs.jsonl')[0]!]),
      /jobs.jsonl, line \d+ or shortly before can’t be taken in: the same stands in it already/,
    ],
    [
      'an entry of the book stands in it twice',
      () => {
        const lines = linesOf('book.jsonl')
        const again = { ...JSON.parse(lines[0]!), seq: lines.length + 1 }
        return withLines('book.jsonl', [...lines, JSON.stringify(again)])
      },
      /The book is altered or torn at its entry \d+/,
    ],
    [
      'what was put by is no entry',
      () =>
        withLines('held.jsonl', [
          JSON.stringify({
            id: another,
            userId: demoCompany.id,
            by: 'x',
            at: '2026-01-01T00:00:00.000Z',
            entries: [{ id: another, kind: 'made up' }],
          }),
        ]),
      /held.jsonl, line 1, entries/,
    ],
    [
      'what was put by is nested beyond measure',
      () => new Map(files).set('held.jsonl', Buffer.from(`{"entries":${'['.repeat(200_000)}${']'.repeat(200_000)}}\n`)),
      /held.jsonl, line 1/,
    ],
    [
      'a line is no text',
      () => new Map(files).set('audit.jsonl', Buffer.from([0xff, 0xfe, 0x22, 0x0a])),
      /audit.jsonl, line 1 isn’t JSON/,
    ],
    [
      'a line is longer than any',
      () => altered('audit.jsonl', (t) => `{"about":"${randomBytes(50_000).toString('hex')}"}\n${t}`),
      /audit.jsonl, line 1 is longer than any can be/,
    ],
    [
      'a line has no end',
      () => new Map(files).set('logs.jsonl', Buffer.from(randomBytes(1_500_000).toString('hex'))),
      /logs.jsonl, line 1 is longer than any can be/,
    ],
    [
      'a file unpacks to a hundred times its size and more',
      () => new Map(files).set('audit.jsonl', Buffer.alloc(8_000_000, '\n')),
      /audit.jsonl unpacks to more than a hundred times/,
    ],
  ] as const)('is refused where %s, in a sentence, and nothing of it stays', async (_, change, words) => {
    const refused: unknown = await bringIn(change(), { packed: true }).catch((error: unknown) => error)
    expect(refused).toBeInstanceOf(ExportProblem)
    expect((refused as ExportProblem).message).toMatch(words)
  })
  it('takes a recording that hadn’t all arrived, where the export says so itself', async () => {
    const [first, ...rest] = linesOf('traces.jsonl')
    const { traceId } = JSON.parse(first!) as Chunk
    const manifest = { ...JSON.parse(files.get('manifest.json')!.toString()), incomplete: [traceId] }
    const changed = withLines('traces.jsonl', rest).set('manifest.json', Buffer.from(JSON.stringify(manifest)))
    expect(await bringIn(changed)).toMatchObject({ incomplete: 1 })
  })
  it('takes no more memory than a log is long, whatever it is given', async () => {
    const bomb = new Map(files).set('logs.jsonl', Buffer.alloc(400_000_000, 'a'))
    const endless = new Map(files).set(
      'audit.jsonl',
      Buffer.from(
        `${JSON.stringify({ at: '2026-01-01T00:00:00.000Z', by: 'x', what: 'exported', about: 'y' })}\n`.repeat(
          600_000,
        ),
      ),
    )
    for (const [changed, words] of [
      [bomb, /logs.jsonl unpacks to more than a hundred times/],
      [endless, /audit.jsonl unpacks to more than a hundred times|units, /],
      [files, /every chain whole/],
    ] as const) {
      const there = await empty()
      try {
        const { said, peakMb } = await importedApart(there.url, await zipped(changed, { packed: true }))
        expect(said).toMatch(words)
        expect(peakMb).toBeLessThan(256)
      } finally {
        await there.drop()
      }
    }
  }, 120_000)
  it('is refused where it is no ZIP, or another’s', async () => {
    const there = await empty()
    try {
      const file = await zipped(files)
      writeFileSync(file, 'units: none')
      await expect(importCompany(there.db, file, { publicUrl })).rejects.toThrow(/isn’t a ZIP/)
      const other = altered('manifest.json', (t) => t.replace('"zetesis.company"', '"something"'))
      await expect(importCompany(there.db, await zipped(other), { publicUrl })).rejects.toThrow(/manifest/)
    } finally {
      await there.drop()
    }
  })
})

describe('leaving, by the routes', () => {
  let world: World
  let wren: Awaited<ReturnType<World['signedIn']>>
  beforeAll(async () => {
    world = await makeWorld()
    wren = await world.signedIn('wren')
  })
  afterAll(() => world.close())
  const zipOf = async (agent: typeof wren, query = 'papers=no') => {
    const answer = await agent
      .get(`/api/company/export.zip?${query}`)
      .buffer(true)
      .parse((res, done) => {
        const parts: Buffer[] = []
        res.on('data', (part: Buffer) => parts.push(part))
        res.on('end', () => done(null, Buffer.concat(parts)))
      })
      .expect(200)
    return unzipped(answer.body as Buffer)
  }

  it('gives a lead a ZIP with papers, and nothing of another company', async () => {
    const unitId = randomUUID()
    await wren
      .post(`/api/units/${unitId}/entries`)
      .send({ entries: [entry({ kind: 'opened', jobId: world.ours.jobId, tag: 'T/1 "x"' })] })
      .expect(201)
    const files = await zipOf(wren, 'papers=yes&units=si')
    const papers = [...files.keys()].filter((name) => name.startsWith('papers/'))
    expect(papers).toEqual([`papers/T-1-x--${unitId.slice(0, 8)}.pdf`])
    expect(files.get(papers[0]!)!.subarray(0, 5).toString()).toBe('%PDF-')
    const all = [...files.values()].map((bytes) => bytes.toString()).join('\n')
    expect(all).toContain(world.ours.companyId)
    for (const theirs of Object.values(world.theirs)) expect(all).not.toContain(theirs)
    expect((await wren.get('/api/audit').expect(200)).body.lines[0]).toMatchObject({ what: 'exported' })
  })
  it('is for leads alone', async () => {
    const { agent } = await world.person('installer')
    await agent.get('/api/company/export.zip').expect(403)
    await agent.post('/api/company/delete').send({ name: 'wren & Co', password: 'brass-elbow' }).expect(403)
    await agent.post('/api/company/keep').send({}).expect(403)
  })
  it('deletes a company thirty days after a lead said so in full, unless one keeps it; who is elsewhere, too, stays', async () => {
    const rook = await world.signedIn('rook')
    const both = await world.person('viewer')
    const alone = await world.person('viewer', world.theirs.companyId)
    await world.pool.query('insert into memberships (company_id, user_id, role) values ($1, $2, $3)', [
      world.theirs.companyId,
      both.id,
      'viewer',
    ])
    const ask = (name: string, password = 'brass-elbow') => rook.post('/api/company/delete').send({ name, password })
    expect((await ask('Rook and Co').expect(422)).body.errors[0].path).toBe('name')
    expect((await ask('rook & Co', 'a wrong one').expect(422)).body.errors[0].path).toBe('password')
    const { ends } = (await ask(' rook & Co ').expect(200)).body
    expect((Date.parse(ends) - Date.now()) / 86_400_000).toBeCloseTo(30, 1)
    expect((await rook.get('/api/me').expect(200)).body.ends).toBe(ends)
    expect((await world.mailed(world.theirs.companyId))[0]!.text).toContain('any lead can keep it')
    await rook.post('/api/company/keep').send({}).expect(204)
    expect((await rook.get('/api/me').expect(200)).body.ends).toBeUndefined()
    expect(await deleteEnded(world.db, new Date(Date.parse(ends) + 1))).toEqual([])
    await ask('rook & Co').expect(200)
    expect(await deleteEnded(world.db, new Date(Date.parse(ends) - 60_000))).toEqual([])
    expect(await deleteEnded(world.db, new Date(Date.parse(ends) + 60_000))).toEqual([world.theirs.companyId])
    const left = async (table: string, id: string) =>
      Number(
        (await world.pool.query(`select count(*) from ${table} where ${id} = $1`, [world.theirs.companyId])).rows[0]
          .count,
      )
    for (const table of ['jobs', 'memberships', 'unit_state', 'book_entries', 'audit', 'mails'])
      expect([table, await left(table, 'company_id')]).toEqual([table, 0])
    expect(await left('companies', 'id')).toBe(0)
    const people = (await world.pool.query('select id from people')).rows.map((row) => row.id)
    expect(people).toContain(both.id)
    expect(people).not.toContain(alone.id)
    await rook.get('/api/me').expect(401)
    await both.agent.get('/api/me').expect(200)
    await wren.get('/api/me').expect(200)
  })
})
