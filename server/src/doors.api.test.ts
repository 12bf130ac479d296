import { spawnSync } from 'node:child_process'
import { mkdtempSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import request from 'supertest'
import { makeWorld, type World } from './test/world'

const root = path.resolve(__dirname, '../..')
const webDir = mkdtempSync(path.join(tmpdir(), 'zetesis-web.'))
let world: World
beforeAll(async () => {
  mkdirSync(path.join(webDir, 'assets/fonts'), { recursive: true })
  writeFileSync(path.join(webDir, 'index.html'), '<title>Zetesis</title>')
  writeFileSync(path.join(webDir, 'assets/fonts/a.txt'), 'a font')
  world = await makeWorld({ webDir })
})
afterAll(async () => {
  rmSync(webDir, { recursive: true })
  await world.close()
})

const DAYS_30_S = 30 * 24 * 3600

describe('what the table of doors promises', () => {
  it('a session is a random mark of the server’s, another at every sign-in, that lives thirty days', async () => {
    const signIn = async () => {
      const answer = await request(world.app)
        .post('/api/sign-in')
        .send({ login: 'wren', password: 'brass-elbow' })
        .expect(200)
      const cookies = answer.headers['set-cookie'] as unknown as string[]
      return cookies.find((c) => c.startsWith('zetesis='))!
    }
    const [one, two] = [await signIn(), await signIn()]
    const markOf = (cookie: string) => decodeURIComponent(cookie.split(/[=;]/)[1]!).replace(/^s:/, '').split('.')[0]!
    expect(markOf(one)).not.toBe(markOf(two))
    // of 64 signs a letter holds 6 bits: 128 at least are asked for
    expect(markOf(one)).toMatch(/^[\w-]{22,}$/)
    const until = Date.parse(/Expires=([^;]+)/.exec(one)![1]!)
    expect(Math.abs(until - Date.now() - DAYS_30_S * 1000)).toBeLessThan(60_000)
    const { rows } = await world.pool.query<{ s: number }>(
      'select extract(epoch from expire - now())::float as s from session where sid = $1',
      [markOf(one)],
    )
    expect(Math.abs(rows[0]!.s - DAYS_30_S)).toBeLessThan(60)
    await world.pool.query(`update session set expire = now() - interval '1 second' where sid = $1`, [markOf(one)])
    const over = one.split(';')[0]!
    await request(world.app).get('/api/me').set('Cookie', over).expect(401)
    const lives = two.split(';')[0]!
    await request(world.app).get('/api/me').set('Cookie', lives).expect(200)
    // neither in an address nor in a header that a page could write
    const mark = encodeURIComponent(lives.slice('zetesis='.length))
    await request(world.app).get(`/api/me?zetesis=${mark}&sid=${mark}&session=${mark}`).expect(401)
    await request(world.app).get('/api/me').set('Authorization', `Bearer ${mark}`).expect(401)
  })
  it('nothing that opens a door is asked for in an address', async () => {
    const { paths } = (await request(world.app).get('/api/openapi.json').expect(200)).body as {
      paths: Record<string, Record<string, { parameters?: { name: string }[] }>>
    }
    const names = Object.values(paths).flatMap((of) =>
      Object.values(of).flatMap((route) => (route.parameters ?? []).map((p) => p.name)),
    )
    expect(names).toContain('unitId')
    expect(names.filter((name) => /token|password|sid$|secret|cookie|code/i.test(name))).toEqual([])
  })
  it('files are served by name: no folder lists them, and none is left by its name', async () => {
    await request(world.app).get('/assets/fonts/a.txt').expect(200, 'a font')
    for (const folder of ['/assets/', '/assets/fonts/', '/assets/fonts']) {
      const { text } = await request(world.app).get(folder)
      expect(text).not.toContain('a.txt')
    }
    for (const away of ['/../package.json', '/assets/%2e%2e/%2e%2e/package.json', '/assets/..%2f..%2fpackage.json'])
      expect((await request(world.app).get(away)).text).not.toContain('"name"')
  })
  it('without a secret and a database of its own no server begins', async () => {
    const bundle = path.join(root, 'server/dist/main.js')
    for (const lacking of ['SESSION_SECRET', 'DATABASE_URL']) {
      const given = { PATH: process.env.PATH, SESSION_SECRET: 'x', DATABASE_URL: process.env.DATABASE_URL, PORT: '0' }
      const left = Object.fromEntries(Object.entries(given).filter(([name]) => name !== lacking))
      // nothing typed is as good as nothing said
      for (const env of [left, { ...left, [lacking]: '' }]) {
        const { status, stdout, stderr } = spawnSync(process.execPath, [bundle], {
          env,
          encoding: 'utf8',
          timeout: 60_000,
        })
        expect([status, stdout + stderr]).toEqual([1, expect.stringContaining(lacking)])
      }
    }
  })
})

/** The table says what guards each line: by file, and by part of it after a colon. */
describe('docs/security.md', () => {
  const places = [
    'server/src/{}.api.test.ts',
    'e2e/src/{}.test.ts',
    'app/src/sync/{}.test.ts',
    'contract/src/{}.test.ts',
    'core/src/people/{}.test.ts',
    'core/src/permission/{}.test.ts',
  ]
  const sourceOf = (name: string) => {
    const file = name === 'e2e' ? 'e2e/src/people.test.ts' : undefined
    for (const place of file ? [file] : places.map((p) => p.replace('{}', name))) {
      const where = path.join(root, place)
      if (readdirSync(path.dirname(where)).includes(path.basename(where))) return readFileSync(where, 'utf8')
    }
    return undefined
  }
  const rows = readFileSync(path.join(root, 'docs/security.md'), 'utf8')
    .split('\n')
    .filter((line) => /^\| \d/.test(line))
    .map((line) => line.split('|').map((cell) => cell.trim()))
  it('has the lines of all three chapters', () => expect(rows.length).toBeGreaterThan(35))
  it.each(rows.map(([, requirement, , tests]) => [requirement!, tests!]))('names the test of %s', (_, tests) => {
    const named = tests.split(/[;,] /)
    for (const one of named) {
      const [name, part] = one.split(': ')
      const source = sourceOf(name!.replace(/^e2e (?=.)/, '').replace(/^core `|\.test`$/g, ''))
      expect([one, source !== undefined]).toEqual([one, true])
      if (part) expect([one, source!.includes(part)]).toEqual([one, true])
    }
  })
})
