import type { AddressInfo } from 'node:net'
import { randomUUID } from 'node:crypto'
import { Secret, TOTP } from 'otpauth'
import request from 'supertest'
import { newSetUpCode } from './services/people/setUp'
import { weakness } from './services/people/passwords'
import { lastMail, mailDir, makeWorld, tokenIn, type World } from './test/world'

let world: World
const mails = mailDir()
beforeAll(async () => {
  world = await makeWorld({ mail: mails })
})
afterAll(() => world.close())

/** what is known of a person is asked for anew after so long */
const fresh = () => new Promise((resolve) => setTimeout(resolve, 2100))
const GOOD = 'three brass elbows in rain'
const code = (type: string) => `urn:zetesis:problem:${type}`

describe('passwords', () => {
  it.each([
    ['the list of common ones', '1q2w3e4r5t6y', 'common'],
    ['one of them with digits about it', 'password2026!', 'common'],
    ['one of them twice', 'qwertyqwerty', 'common'],
    ['the same letter again and again', 'aaaaaaaaaaaaaa', 'common'],
    ['the person’s own name', 'halloway2026!', 'known'],
    ['words in a row', GOOD, undefined],
    ['another language', 'zwölf krumme Rohre', undefined],
  ])('%s', (_what, password, why) => {
    expect(weakness(password, ['Wren Halloway', 'wren@example.com'])).toBe(why)
  })
  it('is changed with the old one; every other session is over, this one goes on', async () => {
    const { agent, login } = await world.person('installer')
    const other = await world.signedIn(login)
    const change = (old: string, password: string) => agent.post('/api/account/password').send({ old, password })
    expect((await change('wrong', GOOD).expect(422)).body.errors[0].path).toBe('old')
    expect((await change('brass-elbow', 'short').expect(400)).body.detail).toMatch(/12/)
    expect((await change('brass-elbow', 'passwordpassword').expect(422)).body.type).toBe(code('weakPassword'))
    await change('brass-elbow', GOOD).expect(204)
    await agent.get('/api/me').expect(200)
    expect((await world.mailed())[0]).toMatchObject({
      to: login,
      text: expect.stringMatching(/your password was changed/),
    })
    await fresh()
    await other.get('/api/me').expect(401)
    await request(world.app).post('/api/sign-in').send({ login: login.toUpperCase(), password: GOOD }).expect(200)
  })
  it('forgotten: a mailed link, once; the link is in the mail alone, and an unknown address is told the same', async () => {
    const { agent, login } = await world.person('installer')
    await request(world.app).post('/api/forgotten').send({ login: 'nobody@example.com' }).expect(204)
    await request(world.app).post('/api/forgotten').send({ login }).expect(204)
    await world.posted()
    const [shown] = await world.mailed()
    expect(shown).toMatchObject({ to: login, text: expect.not.stringMatching(/#/) })
    const eml = lastMail(mails, login)
    expect(eml).toMatch(/^Content-Transfer-Encoding: /m)
    const token = tokenIn(eml)
    const reset = (password: string) => request(world.app).post('/api/new-password').send({ token, password })
    // a weak one is refused, and the link still holds
    await reset('qwertyqwerty').expect(422)
    await reset(GOOD).expect(204)
    expect((await reset(`${GOOD} again`).expect(410)).body.type).toBe(code('linkOver'))
    await fresh()
    await agent.get('/api/me').expect(401)
    await request(world.app).post('/api/sign-in').send({ login, password: GOOD }).expect(200)
  })
  it('a link that is an hour old is over, and a newer one takes the place of an older', async () => {
    const { login, id } = await world.person('installer')
    const link = async () => {
      await request(world.app).post('/api/forgotten').send({ login }).expect(204)
      await world.posted()
      return tokenIn(lastMail(mails, login))
    }
    const first = await link()
    const second = await link()
    expect(first).not.toBe(second)
    const reset = (token: string) => request(world.app).post('/api/new-password').send({ token, password: GOOD })
    await reset(first).expect(410)
    await world.pool.query(`update resets set until = now() - interval '1 second' where user_id = $1`, [id])
    await reset(second).expect(410)
  })
})

describe('sessions', () => {
  it('are listed by browser and ended one by one, one’s own alone', async () => {
    const { agent, login, id } = await world.person('installer')
    const other = request.agent(world.app)
    await other
      .post('/api/sign-in')
      .set('User-Agent', 'Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 Chrome/120.0.0.0 Safari/537.36')
      .send({ login, password: 'brass-elbow' })
      .expect(200)
    const { sessions } = (await agent.get('/api/account/sessions').expect(200)).body
    expect(sessions).toHaveLength(2)
    expect(sessions.filter((s: { here: boolean }) => s.here)).toHaveLength(1)
    const there = sessions.find((s: { here: boolean }) => !s.here)
    expect(there.device).toBe('Chrome on Linux')
    // its id tells nothing of the cookie
    const sids = (await world.pool.query(`select sid from session`)).rows.map((r) => r.sid)
    expect(sids).not.toContain(there.id)
    const stranger = await world.person('lead')
    await stranger.agent.post(`/api/account/sessions/${there.id}/end`).send({}).expect(404)
    await agent.post(`/api/account/sessions/${there.id}/end`).send({}).expect(204)
    await other.get('/api/me').expect(401)
    await agent.get('/api/me').expect(200)
    const lines = await world.pool.query(
      `select what, about from audit where by = 'Pim installer' and what = 'sessionEnded'`,
    )
    expect(lines.rows.at(-1)).toEqual({ what: 'sessionEnded', about: 'Chrome on Linux' })
    expect(id).toBeTruthy()
  })
  it('answer whoever asks while their person is being forgotten', async () => {
    const { agent } = await world.person('installer')
    const { id } = (await agent.get('/api/me').expect(200)).body.companies[0]
    const answers = await Promise.all(
      Array.from({ length: 60 }, (_, i) =>
        i % 2 ? agent.post('/api/company').send({ companyId: id }) : agent.get('/api/me'),
      ),
    )
    expect([...new Set(answers.map((a) => a.status))]).toEqual([200])
  })
  it('gives and takes rights only a short while after the password was typed', async () => {
    const lead = await world.person('lead')
    const other = await world.person('viewer')
    await world.pool.query(
      `update session set sess = jsonb_set(sess::jsonb, '{confirmed}', '"2026-01-01T00:00:00.000Z"')::json
       where sess->'person'->>'userId' = $1`,
      [lead.id],
    )
    await fresh()
    const change = () => lead.agent.post(`/api/people/${other.id}/role`).send({ role: 'office' })
    for (const answer of [
      await change().expect(403),
      await lead.agent.post(`/api/people/${other.id}/remove`).send({}).expect(403),
      await lead.agent.post('/api/people/invitations').send({ login: 'late@example.com', role: 'lead' }).expect(403),
    ])
      expect(answer.body.type).toBe(code('confirm'))
    await lead.agent.post('/api/account/confirm').send({ password: 'brass elbow' }).expect(422)
    await change().expect(403)
    await lead.agent.post('/api/account/confirm').send({ password: 'brass-elbow' }).expect(204)
    await change().expect(204)
  })
})

describe('a second factor', () => {
  it('asks for a code, takes each once, and recovery codes once', async () => {
    const { agent, login } = await world.person('installer')
    const start = (await agent.post('/api/account/second-factor').send({}).expect(200)).body
    expect(start.uri).toMatch(/^otpauth:\/\/totp\/Zetesis:/)
    expect(start.picture).toMatch(/^<svg/)
    const totp = new TOTP({ secret: Secret.fromBase32(start.secret), algorithm: 'SHA1', digits: 6, period: 30 })
    const later = (steps: number) => totp.generate({ timestamp: Date.now() + steps * 30_000 })
    const confirm = (typed: string) => agent.post('/api/account/second-factor/confirm').send({ code: typed })
    const wrong = String((Number(later(0)) + 1) % 1_000_000).padStart(6, '0')
    expect((await confirm(wrong).expect(422)).body.type).toBe(code('wrongCode'))
    const used = later(-1)
    const { codes } = (await confirm(used).expect(200)).body
    expect(codes).toHaveLength(10)
    const signIn = (typed?: string) =>
      request(world.app)
        .post('/api/sign-in')
        .send({ login, password: 'brass-elbow', ...(typed ? { code: typed } : {}) })
    expect((await signIn().expect(401)).body.type).toBe(code('secondFactor'))
    // a wrong password is told as ever, and asks for no code
    const bad = { login, password: 'wrong', code: later(0) }
    expect((await request(world.app).post('/api/sign-in').send(bad).expect(401)).body.type).toBe(
      code('wrongCredentials'),
    )
    expect((await signIn(used).expect(401)).body.type).toBe(code('wrongCode'))
    const now = later(0)
    await signIn(now).expect(200)
    await signIn(now).expect(401)
    await signIn(codes[0].toLowerCase().replace(/-/g, ' ')).expect(200)
    await signIn(codes[0]).expect(401)
    const { rows } = await world.pool.query('select recovery_codes from people where login = $1', [login])
    expect(JSON.stringify(rows)).not.toContain(codes[1])
    const off = (proof: object) => agent.post('/api/account/second-factor/end').send(proof)
    await off({ password: 'no', code: codes[2] }).expect(422)
    // the password alone puts no second factor off
    expect((await off({ password: 'brass-elbow' }).expect(422)).body.type).toBe(code('secondFactor'))
    expect((await off({ password: 'brass-elbow', code: codes[0] }).expect(422)).body.type).toBe(code('wrongCode'))
    await off({ password: 'brass-elbow', code: codes[2] }).expect(204)
    expect((await world.mailed()).slice(0, 2).map((m) => m.text)).toEqual([
      expect.stringMatching(/second factor was switched off/),
      expect.stringMatching(/second factor was switched on/),
    ])
    await signIn().expect(200)
  })
})

/** as though the password had been typed long ago: what a stolen cookie is worth */
async function longAgo(userId: string) {
  await world.pool.query(
    `update session set sess = jsonb_set(sess::jsonb, '{confirmed}', '"2026-01-01T00:00:00.000Z"')::json
     where sess->'person'->>'userId' = $1`,
    [userId],
  )
  await fresh()
}

describe('what is asked of a passkey', () => {
  const begin = (origin?: string, agent = request.agent(world.app)) => {
    const asking = agent.post('/api/sign-in/passkey/begin').send({})
    return origin === undefined ? asking : asking.set('Origin', origin).set('Host', new URL(origin).host)
  }
  const answer = { response: { id: 'made-up', type: 'public-key', rawId: 'made-up', response: {} } }
  it('is good for one answer and five minutes, at the server’s own name alone', async () => {
    const agent = request.agent(world.app)
    const asked = (await begin('http://test.example', agent).expect(200)).body
    expect(asked).toMatchObject({ rpId: 'test.example', userVerification: 'required' })
    const { rows } = await world.pool.query(
      `select expire - now() < interval '6 minutes' as short from session where sess->'asked'->>'challenge' = $1`,
      [asked.challenge],
    )
    expect(rows).toEqual([{ short: true }])
    const send = () =>
      agent.post('/api/sign-in/passkey').set('Origin', 'http://test.example').set('Host', 'test.example').send(answer)
    expect((await send().expect(422)).body.type).toBe(code('passkeyRefused'))
    // what was asked is used up by that
    expect((await send().expect(409)).body.type).toBe(code('askAnew'))
    expect((await begin('http://elsewhere.example').expect(409)).body.type).toBe(code('noName'))
    expect((await begin().expect(409)).body.type).toBe(code('noName'))
    await agent.get('/api/me').expect(401)
  })
  it('is written down so many times for one place', async () => {
    const { app } = await world.another({ trustProxy: 'loopback' })
    const ask = () =>
      request(app)
        .post('/api/sign-in/passkey/begin')
        .set('X-Forwarded-For', '198.51.100.77')
        .set('Origin', 'http://test.example')
        .set('Host', 'test.example')
        .send({})
    for (let i = 0; i < 200; i++) await ask().expect(200)
    expect((await ask().expect(429)).body.detail).toMatch(/Too many passkeys/)
  }, 60_000)
})

describe('what opens the lock of a device', () => {
  const secret = Buffer.alloc(32, 7).toString('base64')
  it('is held for its owner alone, given to who typed the password lately, and never told twice otherwise', async () => {
    const { agent, id } = await world.person('installer')
    const other = await world.person('lead')
    const lock = randomUUID()
    const release = (who: typeof agent) => who.post(`/api/account/locks/${lock}/release`).send({})
    await agent.post('/api/account/locks').send({ id: lock, secret }).expect(204)
    expect((await release(agent).expect(200)).body).toEqual({ secret })
    // another's, and nobody's
    await release(other.agent).expect(404)
    await request(world.app).post(`/api/account/locks/${lock}/release`).send({}).expect(401)
    // a session alone makes it neither useless nor opens it
    await longAgo(id)
    const replaced = Buffer.alloc(32, 8).toString('base64')
    await agent.post('/api/account/locks').send({ id: lock, secret: replaced }).expect(409)
    expect((await release(agent).expect(403)).body.type).toBe(code('confirm'))
    await agent.post('/api/account/confirm').send({ password: 'brass-elbow' }).expect(204)
    expect((await release(agent).expect(200)).body).toEqual({ secret })
    // in the table it lies sealed
    const { rows } = await world.pool.query('select sealed from device_locks where id = $1', [lock])
    expect(rows[0].sealed).not.toContain(secret)
    await agent.post(`/api/account/locks/${lock}/end`).send({}).expect(204)
    await release(agent).expect(404)
  })
  it('takes fifty devices, and no secret of another length', async () => {
    const { agent } = await world.person('installer')
    await agent.post('/api/account/locks').send({ id: randomUUID(), secret: 'AAAA' }).expect(400)
    for (let i = 0; i < 50; i++) await agent.post('/api/account/locks').send({ id: randomUUID(), secret }).expect(204)
    expect((await agent.post('/api/account/locks').send({ id: randomUUID(), secret }).expect(409)).body.detail).toMatch(
      /fifty devices/,
    )
  })
})

describe('a session alone', () => {
  it('puts no other authenticator in its owner’s place, ends no session, saves no company', async () => {
    const { agent, id, login } = await world.person('lead')
    const start = (await agent.post('/api/account/second-factor').send({}).expect(200)).body
    const totp = new TOTP({ secret: Secret.fromBase32(start.secret), algorithm: 'SHA1', digits: 6, period: 30 })
    const { codes } = (
      await agent.post('/api/account/second-factor/confirm').send({ code: totp.generate() }).expect(200)
    ).body
    const kept = async () =>
      (await world.pool.query('select second_factor, second_factor_next from people where id = $1', [id])).rows[0]
    const before = await kept()
    await longAgo(id)
    const mine = (await agent.get('/api/account/sessions').expect(200)).body.sessions[0].id
    const doors = () => [
      agent.post('/api/account/second-factor').send({}),
      agent.post('/api/account/second-factor/confirm').send({ code: '123456' }),
      agent.post(`/api/account/sessions/${mine}/end`).send({}),
      agent.post('/api/account/password').send({ old: 'brass-elbow', password: 'a wholly new one, long' }),
      agent.get('/api/company/export.zip?papers=no'),
      agent.post('/api/company/delete').send({ name: 'x', password: 'brass-elbow' }),
      agent.post('/api/account/proven').send({}),
    ]
    for (const door of doors()) expect((await door.expect(403)).body.type).toBe(code('confirm'))
    expect(await kept()).toEqual(before)
    // the password isn't enough where a code is asked for
    const prove = (proof: object) => agent.post('/api/account/confirm').send(proof)
    expect((await prove({ password: 'brass-elbow' }).expect(422)).body.type).toBe(code('secondFactor'))
    await agent.post('/api/account/proven').send({}).expect(403)
    await prove({ password: 'brass-elbow', code: codes[0] }).expect(204)
    await agent.post('/api/account/proven').send({}).expect(204)
    await agent.post('/api/account/second-factor').send({}).expect(200)
    expect(login).toBeTruthy()
  })
})

describe('news', () => {
  /** opens the stream of a person's session; resolves when the server ends it */
  async function listening(agent: request.Agent) {
    const server = world.app.listen(0)
    const { port } = server.address() as AddressInfo
    const cookie = agent.jar
      .getCookies({ domain: '127.0.0.1', path: '/', secure: false, script: false })
      .toValueString()
    const answer = await fetch(`http://127.0.0.1:${port}/api/news`, { headers: { cookie } })
    expect(answer.status).toBe(200)
    const reader = answer.body!.getReader()
    const opened = Date.now()
    let ended = false
    const over = (async () => {
      // closed by the test itself it is no end of the server's
      while (!(await reader.read().catch(() => ({ done: true }))).done);
      ended = true
      return Date.now() - opened
    })()
    return {
      over,
      isOver: () => ended,
      close: () => {
        server.closeAllConnections()
        server.close()
      },
    }
  }
  const soon = (over: Promise<unknown>) =>
    Promise.race([over.then(() => 'over'), new Promise((resolve) => setTimeout(() => resolve('goes on'), 8000))])

  it('ends for somebody taken out of the company, and not for the rest', async () => {
    const [lead, gone, stays] = [
      await world.person('lead'),
      await world.person('installer'),
      await world.person('viewer'),
    ]
    const streams = [await listening(gone.agent), await listening(stays.agent)]
    await lead.agent.post(`/api/people/${gone.id}/remove`).send({}).expect(204)
    expect(await soon(streams[0]!.over)).toBe('over')
    expect(streams[1]!.isOver()).toBe(false)
    streams.forEach((s) => s.close())
  })
  it('ends where the session was ended, from here or from elsewhere', async () => {
    const { agent, login } = await world.person('installer')
    const other = request.agent(world.app)
    await other.post('/api/sign-in').send({ login, password: 'brass-elbow' }).expect(200)
    const stream = await listening(other)
    await agent.post('/api/sign-out-everywhere').send({}).expect(204)
    expect(await soon(stream.over)).toBe('over')
    stream.close()
  })
})

describe('setting up an empty installation', () => {
  let empty: World
  beforeAll(async () => {
    empty = await makeWorld()
    await empty.pool.query('truncate companies, people cascade')
  })
  afterAll(() => empty.close())
  const body = (setUpCode: string, more: object = {}) => ({
    code: setUpCode,
    company: { name: 'Alder & Daughters', timeZone: 'Europe/Vienna', elevation: { value: 170, unit: 'm' } },
    units: 'si',
    method: 'ready-cautious',
    lead: { name: 'Ada Alder', login: 'ADA@Example.com', password: GOOD },
    ...more,
  })
  const setUp = (sent: object) => request(empty.app).post('/api/set-up').send(sent)

  it('is void after five wrong codes; a new one is printed by the next start', async () => {
    expect((await request(empty.app).get('/api/set-up').expect(200)).body).toEqual({ open: false })
    const first = (await newSetUpCode(empty.db))!
    expect((await request(empty.app).get('/api/set-up').expect(200)).body).toEqual({ open: true })
    for (let i = 0; i < 4; i++) await setUp(body('WRONG')).expect(422)
    await request(empty.app).post('/api/set-up/code').send({ code: first }).expect(204)
    await setUp(body('WRONG')).expect(423)
    expect((await setUp(body(first)).expect(423)).body.detail).toMatch(/Start the server again/)
    const second = (await newSetUpCode(empty.db))!
    expect(second).not.toBe(first)
    await request(empty.app).post('/api/set-up/code').send({ code: first }).expect(422)
  })
  it('makes company, book and lead, once, however often it is sent at the same time', async () => {
    const setUpCode = (await newSetUpCode(empty.db))!
    const typed = setUpCode.toLowerCase().replace(/-/g, ' ')
    expect((await setUp(body(typed, { method: 'mine' })).expect(422)).body.errors[0].path).toBe('method')
    const weak = body(typed, { lead: { name: 'Ada Alder', login: 'ada@example.com', password: 'adaalder2026' } })
    await setUp(weak).expect(422)
    const answers = await Promise.all([setUp(body(typed)), setUp(body(typed))])
    expect(answers.map((a) => a.status).sort()).toEqual([200, 410])
    expect(answers.find((a) => a.status === 200)!.body).toMatchObject({
      name: 'Ada Alder',
      login: 'ada@example.com',
      role: 'lead',
      company: 'Alder & Daughters',
    })
    expect(await newSetUpCode(empty.db)).toBeUndefined()
    expect((await setUp(body(typed)).expect(410)).body.type).toBe(code('setUpDone'))
    const ada = request.agent(empty.app)
    await ada.post('/api/sign-in').send({ login: 'Ada@example.com', password: GOOD }).expect(200)
    const { entries } = (await ada.get('/api/book/entries').expect(200)).body
    expect(entries.map((e: { entry: { kind: string } }) => e.entry.kind)).toEqual([
      'companySaved',
      'profileSaved',
      'profileChosen',
    ])
    expect(entries[1].entry.profile.choices.units).toBe('si')
    expect((await ada.get('/api/jobs').expect(200)).body).toEqual({ jobs: [] })
  })
})

describe('an unknown person', () => {
  it('may do nothing with links of others’ making', async () => {
    await request(world.app).post('/api/join/shown').send({ token: 'x' }).expect(400)
    const token = 'A'.repeat(43)
    await request(world.app).post('/api/join/shown').send({ token }).expect(404)
    await request(world.app).post('/api/join').send({ token, name: 'x', password: GOOD }).expect(404)
    await request(world.app).post('/api/new-password').send({ token, password: GOOD }).expect(410)
    await request(world.app).post('/api/company').send({ companyId: randomUUID() }).expect(401)
  })
})
