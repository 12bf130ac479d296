import { verifyChain, type ChainedEntry } from '@zetesis/core'
import { randomUUID } from 'node:crypto'
import { Secret } from 'otpauth'
import request from 'supertest'
import { hashPassword } from './services/people/passwords'
import { entry, lastMail, mailDir, makeWorld, tokenIn, type World } from './test/world'

let world: World
const mails = mailDir()
beforeAll(async () => {
  world = await makeWorld({ mail: mails })
})
afterAll(() => world.close())

const note = () => entry({ kind: 'note', text: 'x' })
/** sessions are asked for anew after so long */
const fresh = () => new Promise((resolve) => setTimeout(resolve, 2100))
const guess = (login: string, at = world.app) => request(at).post('/api/sign-in').send({ login, password: 'no' })

describe('who is signed in', () => {
  const person = async () => {
    const id = randomUUID()
    const login = `p-${id.slice(0, 8)}`
    const passwordHash = await hashPassword('brass-elbow')
    await world.pool.query('insert into people (id, login, name, password_hash) values ($1, $2, $3, $4)', [
      id,
      login,
      'Pim',
      passwordHash,
    ])
    await world.pool.query('insert into memberships (company_id, user_id, role) values ($1, $2, $3)', [
      world.ours.companyId,
      id,
      'installer',
    ])
    return { id, agent: await world.signedIn(login), login }
  }
  it('is asked of the database: who was taken away neither reads nor writes', async () => {
    const { id, agent } = await person()
    await agent.get('/api/units').expect(200)
    await world.pool.query('delete from memberships where user_id = $1', [id])
    await world.pool.query('delete from people where id = $1', [id])
    await fresh()
    await agent.get('/api/units').expect(401)
    await agent
      .post(`/api/units/${randomUUID()}/entries`)
      .send({ entries: [note()] })
      .expect(401)
  })
  it('has another role at once, and with another password no session', async () => {
    const { id, agent } = await person()
    await world.pool.query(`update memberships set role = 'lead' where user_id = $1`, [id])
    await fresh()
    expect((await agent.get('/api/me').expect(200)).body.role).toBe('lead')
    await world.pool.query('update people set password_hash = $1 where id = $2', [await hashPassword('other'), id])
    await fresh()
    await agent.get('/api/me').expect(401)
  })
  it('can be signed out everywhere, in other processes within seconds', async () => {
    const { agent, login } = await person()
    const other = await world.another()
    const elsewhere = await world.signedIn(login, other.app)
    await elsewhere.get('/api/me').expect(200)
    await agent.post('/api/sign-out-everywhere').send({}).expect(204)
    await agent.get('/api/me').expect(401)
    await fresh()
    await elsewhere.get('/api/me').expect(401)
  })
  it('signs only what a page knows to be theirs', async () => {
    const { id, agent } = await person()
    const unitId = randomUUID()
    const entries = [entry({ kind: 'opened', jobId: world.ours.jobId, tag: 'P-1' })]
    const refused = await agent
      .post(`/api/units/${unitId}/entries`)
      .set('X-Zetesis-Person', world.ours.userId)
      .send({ entries })
      .expect(409)
    expect(refused.body).toMatchObject({
      type: 'urn:zetesis:problem:otherPerson',
      detail: expect.stringContaining('Pim'),
    })
    await agent
      .post(`/api/units/${unitId}/entries`)
      .set('X-Zetesis-Person', id.toUpperCase())
      .send({ entries })
      .expect(201)
  })
  it('writes the session once an hour, not with every request', async () => {
    const { agent } = await person()
    const stored = () => world.pool.query(`select sid, xmin::text from session order by sid`)
    const before = (await stored()).rows
    for (let i = 0; i < 5; i++) await agent.get('/api/me').expect(200)
    expect((await stored()).rows).toEqual(before)
  })
})

describe('guessing', () => {
  const from = async () => {
    const { app } = await world.another({ trustProxy: 'loopback' })
    return (address: string, login: string) => guess(login, app).set('X-Forwarded-For', address)
  }
  const statuses = (answers: readonly { status: number }[], status: number) =>
    answers.filter((a) => a.status === status).length
  const each = async <T>(count: number, ask: (i: number) => PromiseLike<T>): Promise<T[]> => {
    const answers: T[] = []
    for (let i = 0; i < count; i++) answers.push(await ask(i))
    return answers
  }

  it('counts before it looks: of 60 guesses at once 20 are looked at', async () => {
    const answers = await Promise.all(Array.from({ length: 60 }, () => guess('crowd')))
    expect(statuses(answers, 401)).toBe(20)
    expect(statuses(answers, 429)).toBe(40)
    // and says truly when it may be tried again
    const wait = Number(answers.find((a) => a.status === 429)!.headers['retry-after'])
    expect(wait).toBeGreaterThan(60)
    expect(wait).toBeLessThanOrEqual(300)
  })
  it('from one place many names meet a limit of their own, and a proxy’s clients are told apart', async () => {
    const guessFrom = await from()
    const answers = await each(160, (i) => guessFrom('198.51.100.7', `n${i}`))
    expect(answers.slice(0, 150).map((a) => a.status)).toEqual(Array.from({ length: 150 }, () => 401))
    expect(answers.at(-1)!.status).toBe(429)
    // another client behind the same proxy isn't locked out by them
    expect((await guessFrom('198.51.100.8', 'n1')).status).toBe(401)
    // whoever isn't behind a trusted proxy can't claim an address
    const direct = await guess('n2').set('X-Forwarded-For', '203.0.113.9')
    expect(direct.status).toBe(401)
  })
  it('one IPv6 line is one place, whichever of its addresses asks', async () => {
    const guessFrom = await from()
    const answers = await each(170, (i) => guessFrom(`2001:db8:7:7:${i.toString(16)}::${i}`, `v${i}`))
    expect(statuses(answers, 401)).toBe(150)
    expect(statuses(answers, 429)).toBe(20)
    expect((await guessFrom('2001:db8:7:8::1', 'v1')).status).toBe(401)
  })
  it('shuts nobody else out, however many names are tried: strangers wait a little instead', async () => {
    await world.pool.query(
      `insert into sign_in_tries (key, points, expire) values ('strangers:all', 100000, $1)
       on conflict (key) do update set points = 100000, expire = $1`,
      [Date.now() + 300_000],
    )
    const agent = request.agent(world.app)
    await agent.post('/api/sign-in').send({ login: 'wren', password: 'brass-elbow' }).expect(200)
    await world.pool.query(`delete from sign_in_tries where key = 'strangers:all'`)
  }, 30_000)
  it('takes a hundred wrong tries an hour at one person, and none of them shuts out a device of theirs', async () => {
    const guessFrom = await from()
    const { login, agent } = await world.person('lead')
    const answers = await each(130, (i) => guessFrom(`203.0.113.${i}`, login))
    expect(statuses(answers, 401)).toBe(100)
    expect(Number(answers.at(-1)!.headers['retry-after'])).toBeGreaterThan(3000)
    const right = { login, password: 'brass-elbow' }
    // the right password from somewhere new is shut out with them, told in words
    const elsewhere = await request(world.app).post('/api/sign-in').send(right).expect(429)
    expect(elsewhere.body.detail).toMatch(/Too many wrong tries\. Wait \d+ min/)
    // a browser that they had signed in with isn't
    await agent.post('/api/sign-out').send({}).expect(204)
    await agent.post('/api/sign-in').send(right).expect(200)
    // nor is one that came by a link from their mail
    const byMail = request.agent(world.app)
    await byMail.post('/api/forgotten').send({ login }).expect(204)
    await world.posted()
    const token = tokenIn(lastMail(mails, login))
    await byMail.post('/api/new-password').send({ token, password: 'seven grey herons wade' }).expect(204)
    await byMail.post('/api/sign-in').send({ login, password: 'seven grey herons wade' }).expect(200)
  }, 60_000)
  it('counts a device of theirs, too, and a mark that somebody made up is none', async () => {
    const { login, agent } = await world.person('installer')
    const wrong = await each(35, () => agent.post('/api/sign-in').send({ login, password: 'no' }))
    expect(statuses(wrong, 401)).toBe(30)
    expect(statuses(wrong, 429)).toBe(5)
    const other = await world.person('installer')
    const madeUp = `zetesis-device=${'A'.repeat(22)}.${'B'.repeat(22)}`
    const byStranger = await each(25, () => guess(other.login).set('Cookie', madeUp))
    expect(statuses(byStranger, 401)).toBe(20)
    // and another person's device is a stranger's to them
    const { agent: third } = await world.person('installer')
    expect((await third.post('/api/sign-in').send({ login: other.login, password: 'no' })).status).toBe(429)
  })
  it('counts codes by themselves, twenty wrong ones an hour, and links by themselves', async () => {
    const { id, login, agent } = await world.person('lead')
    const secret = new Secret({ size: 20 })
    await world.pool.query('update people set second_factor = $1 where id = $2', [secret.base32, id])
    const withCode = (code?: string) => agent.post('/api/sign-in').send({ login, password: 'brass-elbow', code })
    // asked for the code only: no try
    const asked = await each(40, () => withCode())
    expect(new Set(asked.map((a) => a.body.type))).toEqual(new Set(['urn:zetesis:problem:secondFactor']))
    const codes = await each(30, (i) => withCode(String(100000 + i)))
    expect(statuses(codes, 401)).toBe(20)
    expect(codes.at(-1)!.body.detail).toMatch(/Too many wrong codes/)
    await guess(login).expect(401)
    const links = await each(25, () => request(world.app).post('/api/forgotten').send({ login }))
    expect(statuses(links, 204)).toBe(20)
    expect(links.at(-1)!.body.detail).toMatch(/Too many links/)
  }, 60_000)
  it('over https, as a trusted proxy says, the cookie is for https only and the browser is told so', async () => {
    const proxied = await world.another({ trustProxy: '1' })
    const answer = await request(proxied.app)
      .post('/api/sign-in')
      .set('X-Forwarded-Proto', 'https')
      .send({ login: 'rook', password: 'brass-elbow' })
      .expect(200)
    expect(answer.headers['set-cookie']![0]).toMatch(/; Secure/)
    expect(answer.headers['strict-transport-security']).toMatch(/max-age=\d{8}/)
    const plain = await request(world.app).get('/api/health').set('X-Forwarded-Proto', 'https')
    expect(plain.headers['strict-transport-security']).toBeUndefined()
  })
  it('and another site’s pages change nothing', async () => {
    const agent = await world.signedIn('wren')
    await agent.post('/api/sign-out').set('Origin', 'https://elsewhere.example').send({}).expect(403)
    await agent.post('/api/sign-out').set('Sec-Fetch-Site', 'cross-site').send({}).expect(403)
    await agent.get('/api/me').set('Origin', 'https://elsewhere.example').expect(200)
  })
})

describe('one id, however it is typed', () => {
  it('is one unit, with a chain that holds', async () => {
    const wren = await world.signedIn('wren')
    const unitId = randomUUID()
    const opened = entry({ kind: 'opened', jobId: world.ours.jobId, tag: 'C-1' })
    const typed = unitId.toUpperCase()
    await wren
      .post(`/api/units/${typed}/entries`)
      .send({ entries: [opened] })
      .expect(201)
    const mine = note()
    await wren
      .post(`/api/units/${unitId}/entries`)
      .send({ entries: [mine] })
      .expect(201)
    const again = { ...mine, id: mine.id.toUpperCase() }
    const answer = await wren
      .post(`/api/units/${typed}/entries`)
      .send({ entries: [again] })
      .expect(201)
    expect(answer.body).toMatchObject({ appended: [{ id: mine.id, seq: 2 }], lastSeq: 2 })
    const log: ChainedEntry[] = (await wren.get(`/api/units/${typed}/entries`).expect(200)).body.entries
    expect(verifyChain(log)).toMatchObject({ ok: true, length: 2 })
  })
})
