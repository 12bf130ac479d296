import { verifyChain, type ChainedEntry } from '@zetesis/core'
import { randomUUID } from 'node:crypto'
import request from 'supertest'
import { hashPassword } from './services/people/passwords'
import { entry, makeWorld, type World } from './test/world'

let world: World
beforeAll(async () => {
  world = await makeWorld()
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
  it('counts before it looks: of 60 guesses at once 20 are looked at', async () => {
    const answers = await Promise.all(Array.from({ length: 60 }, () => guess('crowd')))
    expect(answers.filter((a) => a.status === 401)).toHaveLength(20)
    expect(answers.filter((a) => a.status === 429)).toHaveLength(40)
  })
  it('from one place many names meet a limit of their own, and a proxy’s clients are told apart', async () => {
    const proxied = await world.another({ trustProxy: 'loopback' })
    const from = (address: string, login: string) => guess(login, proxied.app).set('X-Forwarded-For', address)
    const answers: number[] = []
    for (let i = 0; i < 160; i++) answers.push((await from('198.51.100.7', `n${i}`)).status)
    expect(answers.slice(0, 150)).toEqual(Array.from({ length: 150 }, () => 401))
    expect(answers.at(-1)).toBe(429)
    // another client behind the same proxy isn't locked out by them
    expect((await from('198.51.100.8', 'n1')).status).toBe(401)
    // whoever isn't behind a trusted proxy can't claim an address
    const direct = await guess('n2').set('X-Forwarded-For', '203.0.113.9')
    expect(direct.status).toBe(401)
  })
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
