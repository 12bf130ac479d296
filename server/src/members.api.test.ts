import { HeldList } from '@zetesis/contract'
import {
  mayAppend,
  rightsTable,
  roles,
  customarySpec,
  type BookEntryBody,
  type Entry,
  type EntryBody,
} from '@zetesis/core'
import { randomUUID } from 'node:crypto'
import request from 'supertest'
import { operations } from './http/openapi'
import { hashPassword } from './services/people/passwords'
import { databaseBefore } from './test/before'
import { entry, makeWorld, type World } from './test/world'

let world: World
let wren: ReturnType<typeof request.agent>
beforeAll(async () => {
  world = await makeWorld()
  wren = await world.signedIn('wren')
})
afterAll(() => world.close())

const GOOD = 'three brass elbows in rain'
const fresh = () => new Promise((resolve) => setTimeout(resolve, 2100))
const problem = (code: string) => `urn:zetesis:problem:${code}`
const bookEntry = (body: BookEntryBody) => entry(body as unknown as EntryBody)
const post = (agent: typeof wren, unitId: string, ...bodies: EntryBody[]) =>
  agent.post(`/api/units/${unitId}/entries`).send({ entries: bodies.map((body) => entry(body)) })
const opened = (): EntryBody => ({ kind: 'opened', jobId: world.ours.jobId, tag: 'M-1' })
const note: EntryBody = { kind: 'note', text: 'x' }
const invite = (login: string, role = 'installer', agent = wren) =>
  agent.post('/api/people/invitations').send({ login, role })
const tokenOf = (answer: { body: { link: string } }) => answer.body.link.split('#')[1]!
const join = (body: object) => request(world.app).post('/api/join').send(body)

describe('invitations', () => {
  it('take somebody new in, once, as what they say; the address in small letters', async () => {
    const login = `Kim-${randomUUID().slice(0, 8)}@Example.com`
    const sent = await invite(login).expect(201)
    const token = tokenOf(sent)
    const [kept] = await world.mailed()
    expect(kept).toMatchObject({ to: login.toLowerCase(), text: expect.stringContaining('invites you') })
    // whoever reads what was sent, in the list of mails or in a backup, can't join by it
    expect(JSON.stringify(kept)).not.toContain(token)
    expect(JSON.stringify((await wren.get('/api/mails').expect(200)).body)).not.toContain(token)
    const { rows } = await world.pool.query('select row_to_json(i) as row from invitations i')
    expect(JSON.stringify(rows)).not.toContain(token)
    const shown = (await request(world.app).post('/api/join/shown').send({ token }).expect(200)).body
    expect(shown).toEqual({
      company: 'wren & Co',
      by: 'Lead wren',
      login: login.toLowerCase(),
      role: 'installer',
      known: false,
    })
    await join({ token, name: 'Kim', password: 'qwertyqwerty' }).expect(422)
    const kim = request.agent(world.app)
    const me = (await kim.post('/api/join').send({ token, name: 'Kim', password: GOOD }).expect(200)).body
    expect(me).toMatchObject({ name: 'Kim', role: 'installer', companyId: world.ours.companyId })
    await kim.get('/api/jobs').expect(200)
    const again = await join({ token, name: 'Kim', password: GOOD }).expect(410)
    expect(again.body.type).toBe(problem('invitation-used'))
    // who is in it already isn't invited again
    expect((await invite(login).expect(409)).body.detail).toMatch(/Kim is in wren & Co already/)
  })
  it('are over after seven days, and a second one takes the place of the first', async () => {
    const login = `sam-${randomUUID().slice(0, 8)}@example.com`
    const first = tokenOf(await invite(login).expect(201))
    const second = tokenOf(await invite(login, 'office').expect(201))
    expect((await join({ token: first, name: 'Sam', password: GOOD }).expect(410)).body.type).toBe(
      problem('invitation-withdrawn'),
    )
    await world.pool.query(`update invitations set until = now() - interval '1 second' where login = $1`, [login])
    expect((await join({ token: second, name: 'Sam', password: GOOD }).expect(410)).body.type).toBe(
      problem('invitation-expired'),
    )
    const { invitations } = (await wren.get('/api/people').expect(200)).body
    const states = invitations
      .filter((i: { login: string }) => i.login === login)
      .map((i: { state: string }) => i.state)
    expect(states.sort()).toEqual(['expired', 'withdrawn'])
  })
  it('take somebody with an account in by the password that they have; then they are in both companies', async () => {
    const rookLogin = 'rook'
    // an address that is no e-mail can't be invited: give Rook one
    await world.pool.query(`update people set login = 'rook@example.com' where login = $1`, [rookLogin])
    const token = tokenOf(await invite('rook@example.com', 'viewer').expect(201))
    expect((await request(world.app).post('/api/join/shown').send({ token }).expect(200)).body.known).toBe(true)
    expect((await join({ token, password: 'wrong' }).expect(401)).body.type).toBe(problem('wrongCredentials'))
    const rook = request.agent(world.app)
    const me = (await rook.post('/api/join').send({ token, password: 'brass-elbow' }).expect(200)).body
    expect(me).toMatchObject({ company: 'wren & Co', role: 'viewer' })
    expect(me.companies).toHaveLength(2)
    // on in the other company without signing out; each keeps its own role and its own data
    const theirs = (await rook.post('/api/company').send({ companyId: world.theirs.companyId }).expect(200)).body
    expect(theirs).toMatchObject({ company: 'rook & Co', role: 'lead' })
    expect((await rook.get('/api/jobs').expect(200)).body.jobs[0].id).toBe(world.theirs.jobId)
    // what was written for one company goes there, whichever the session is in
    const there = await rook.get('/api/jobs').set('X-Zetesis-Company', world.ours.companyId).expect(200)
    expect(there.body.jobs.map((j: { id: string }) => j.id)).toContain(world.ours.jobId)
    const denied = await rook
      .post(`/api/units/${randomUUID()}/entries`)
      .set('X-Zetesis-Company', world.ours.companyId)
      .send({ entries: [entry(opened())] })
      .expect(403)
    expect(denied.body.type).toBe(problem('mayNot'))
    // and nobody gets into a company by naming it
    const kim = await world.person('lead')
    await kim.agent.get('/api/jobs').set('X-Zetesis-Company', world.theirs.companyId).expect(401)
    await kim.agent.post('/api/company').send({ companyId: world.theirs.companyId }).expect(404)
    await world.pool.query(`update people set login = 'rook' where login = 'rook@example.com'`)
  })
  it('are a lead’s alone, and no page of another site’s', async () => {
    for (const role of ['installer', 'office', 'viewer'] as const) {
      const { agent } = await world.person(role)
      await invite('x@example.com', 'lead', agent).expect(403)
      for (const path of ['/api/people', '/api/mails', '/api/audit', '/api/held']) await agent.get(path).expect(403)
    }
  })
})

describe('leads', () => {
  it('can’t all go: the last one neither leaves nor steps down, two at once neither', async () => {
    const other = await world.person('lead', world.theirs.companyId)
    const rook = await world.signedIn('rook')
    const ids = { rook: world.theirs.userId, other: other.id }
    const remove = (agent: typeof wren, id: string) => agent.post(`/api/people/${id}/remove`).send({})
    const answers = await Promise.all([remove(rook, ids.other), remove(other.agent, ids.rook)])
    // one of them was faster; the other is out, or was the last
    const leads = await world.pool.query(
      `select user_id from memberships where company_id = $1 and role = 'lead' and removed_at is null`,
      [world.theirs.companyId],
    )
    expect(leads.rows).toHaveLength(1)
    expect(answers.map((a) => a.status).sort()[0]).toBe(204)
    const left = leads.rows[0].user_id === ids.rook ? rook : other.agent
    await fresh()
    const last = await remove(left, leads.rows[0].user_id).expect(422)
    expect(last.body.type).toBe(problem('lastLead'))
    await left.post(`/api/people/${leads.rows[0].user_id}/role`).send({ role: 'viewer' }).expect(422)
    // back in for the tests after
    await world.pool.query(`update memberships set removed_at = null, role = 'lead' where user_id = $1`, [ids.rook])
    await world.pool.query('delete from memberships where user_id = $1', [ids.other])
    await fresh()
  })
  it('see what was done, and nobody changes it', async () => {
    const { id, login } = await world.person('installer')
    await wren.post(`/api/people/${id}/role`).send({ role: 'office' }).expect(204)
    await wren.post(`/api/people/${id}/remove`).send({}).expect(204)
    await wren.post(`/api/people/${id}/role`).send({ role: 'viewer' }).expect(204)
    const { lines } = (await wren.get('/api/audit').expect(200)).body
    const about = lines.filter((l: { about: string }) => l.about.startsWith(login))
    expect(about.map((l: { what: string; by: string }) => [l.what, l.by])).toEqual([
      ['broughtBack', 'Lead wren'],
      ['removed', 'Lead wren'],
      ['roleChanged', 'Lead wren'],
    ])
    expect(operations.filter((o) => o.path.startsWith('/audit') && o.method === 'post')).toEqual([])
  })
})

describe('an invitation opened in somebody else’s browser', () => {
  it('is refused with a sentence, and stays open for whom it is for', async () => {
    const login = `${randomUUID().slice(0, 8)}@example.com`
    const token = tokenOf(await invite(login).expect(201))
    const pim = await world.person('installer')
    const body = { token, name: 'Kim', password: GOOD }
    const refused = await pim.agent.post('/api/join').send(body).expect(409)
    expect(refused.body).toMatchObject({ type: problem('signedInAsOther') })
    expect(refused.body.detail).toMatch(/signed in as Pim installer, and the invitation is for .*Sign out first/)
    expect((await pim.agent.get('/api/me').expect(200)).body.user?.login ?? pim.login).toBe(pim.login)
    await join(body).expect(200)
  })
})

describe('somebody who was taken out', () => {
  it('fills nobody’s list: so many entries wait, of units that there are, each once, a page of them at a time', async () => {
    const pim = await world.person('installer')
    const unitId = randomUUID()
    await post(pim.agent, unitId, opened()).expect(201)
    await wren.post(`/api/people/${pim.id}/remove`).send({}).expect(204)
    await fresh()
    const notes = (count: number) => Array.from({ length: count }, (_, i) => entry({ kind: 'note', text: `line ${i}` }))
    const send = (unit: string, entries: ReturnType<typeof notes>) =>
      pim.agent.post(`/api/units/${unit}/entries`).send({ entries })
    const waiting = async () => HeldList.parse((await wren.get('/api/held').expect(200)).body)
    // a unit that nobody has, unless this phone opened it itself
    await send(randomUUID(), notes(1)).expect(404)
    const own = randomUUID()
    await send(own, [entry(opened())]).expect(202)
    await send(own, notes(1)).expect(202)
    // sent twice it stands there once
    const first = notes(30)
    await send(unitId, first).expect(202)
    await send(unitId, first).expect(202)
    const list = await waiting()
    expect(list.held.map((h) => [h.unitId, h.count, h.lines.length])).toEqual([
      [own, 1, 1],
      [own, 1, 1],
      [unitId, 30, 8],
    ])
    expect(list.more).toBe(0)
    // twenty rows at a time, and how many more
    for (let i = 0; i < 22; i++) await send(unitId, notes(1)).expect(202)
    const page = await waiting()
    expect([page.held.length, page.more]).toEqual([20, 5])
    // the rest of what they may leave, and no more: the phone keeps it and sends it again later
    for (let i = 0; i < 2; i++) await send(unitId, notes(200)).expect(202)
    const over = await send(unitId, notes(100)).expect(429)
    expect(over.body).toMatchObject({ type: problem('heldFull') })
    expect(over.body.detail).toMatch(/stays there and is sent again/)
    // as many bytes as a phone may leave, in few entries
    await world.pool.query('update held set decided_at = now() where user_id = $1', [pim.id])
    const long = () => Array.from({ length: 120 }, () => entry({ kind: 'note', text: 'x'.repeat(1990) }))
    for (let i = 0; i < 3; i++) await send(unitId, long()).expect(202)
    await send(unitId, long()).expect(429)
    await world.pool.query('update held set decided_at = now() where user_id = $1', [pim.id])
  })
  it('reads nothing; what their phone still held is put by, taken by a lead, and marked', async () => {
    const pim = await world.person('installer')
    const unitId = randomUUID()
    await post(pim.agent, unitId, opened()).expect(201)
    await wren.post(`/api/people/${pim.id}/remove`).send({}).expect(204)
    await fresh()
    for (const path of ['/api/me', '/api/jobs', `/api/units/${unitId}/entries`, '/api/book/entries'])
      expect((await pim.agent.get(path).expect(403)).body.type).toBe(problem('removed'))
    const written = entry({ kind: 'note', text: 'typed in the cellar' })
    const late = await pim.agent
      .post(`/api/units/${unitId}/entries`)
      .send({ entries: [written] })
      .expect(202)
    expect(late.body).toEqual({ held: 1 })
    const log = async () => (await wren.get(`/api/units/${unitId}/entries`).expect(200)).body.entries
    expect(await log()).toHaveLength(1)
    const { held } = (await wren.get('/api/held').expect(200)).body
    expect(held).toMatchObject([{ by: 'Pim installer', unitId, count: 1, lines: ['typed in the cellar'] }])
    await wren.post(`/api/held/${held[0].id}/take`).send({}).expect(204)
    await wren.post(`/api/held/${held[0].id}/take`).send({}).expect(404)
    const [, taken, mark] = await log()
    expect(taken).toMatchObject({ author: { id: pim.id }, entry: { id: written.id } })
    expect(mark).toMatchObject({
      author: { name: 'Lead wren' },
      entry: { kind: 'note', text: expect.stringMatching(/One entry of Pim installer’s/) },
    })
    // somebody else's list doesn't show it, and what is put away comes into no log
    await post(pim.agent, unitId, note).expect(202)
    const rook = await world.signedIn('rook')
    expect((await rook.get('/api/held').expect(200)).body.held).toEqual([])
    const [next] = (await wren.get('/api/held').expect(200)).body.held
    await rook.post(`/api/held/${next.id}/take`).send({}).expect(404)
    await wren.post(`/api/held/${next.id}/put-away`).send({}).expect(204)
    expect(await log()).toHaveLength(3)
    // signing in anew says so, too
    const again = () => request(world.app).post('/api/sign-in').send({ login: pim.login, password: 'brass-elbow' })
    expect((await again()).status).toBe(403)
    // in another company by then, they come in there
    await world.pool.query('update people set last_company_id = $1 where id = $2', [world.ours.companyId, pim.id])
    await world.pool.query(`insert into memberships (company_id, user_id, role) values ($1, $2, 'viewer')`, [
      world.theirs.companyId,
      pim.id,
    ])
    expect((await again().expect(200)).body).toMatchObject({ company: 'rook & Co', role: 'viewer' })
  })
})

describe('who may append what', () => {
  const oz = (value: number) => ({ value, unit: 'oz' as const })
  const unitBodies: EntryBody[] = [
    note,
    { kind: 'pumpOn' },
    { kind: 'micron', reading: { value: 300, unit: 'micron' } },
    { kind: 'facts', facts: { place: 'roof' } },
    { kind: 'gatePassed', stage: 'pressureTest', reason: 'tested before' },
    { kind: 'asked', what: 'gate', stage: 'vacuum', reason: 'the gauge broke' },
    { kind: 'returnVisit', reason: 'too cold today' },
    { kind: 'weighed', direction: 'add', before: oz(200), after: oz(199) },
    {
      kind: 'weighed',
      direction: 'add',
      before: oz(200),
      after: oz(199),
      despite: { against: ['notSettled'], reason: 'known' },
    },
  ]
  const bookBodies = (): BookEntryBody[] => [
    { kind: 'jobStands', jobId: world.ours.jobId, standing: 'open' },
    { kind: 'profileChosen', profileId: 'ready-customary' },
    { kind: 'companySaved', company: { name: 'wren & Co' } },
    { kind: 'rightsSet', rights: {} },
    { kind: 'certificatesSaved', personId: world.ours.userId, certificates: [] },
    { kind: 'zeroed', instrumentIds: [randomUUID()] },
  ]
  it('the server refuses exactly what the phone says it will', async () => {
    for (const role of roles) {
      const { agent, id } = await world.person(role)
      const unitId = randomUUID()
      await post(wren, unitId, opened(), { kind: 'method', profile: customarySpec }).expect(201)
      const says = (e: Entry) => mayAppend({ id, role, rights: rightsTable() }, e).may
      for (const body of unitBodies) {
        const sent = entry(body)
        const answer = await agent.post(`/api/units/${unitId}/entries`).send({ entries: [sent] })
        expect([role, body.kind, answer.body.type === problem('mayNot')]).toEqual([role, body.kind, !says(sent)])
      }
      for (const body of bookBodies()) {
        const sent = bookEntry(body)
        const answer = await agent.post('/api/book/entries').send({ entries: [sent] })
        expect([role, body.kind, answer.body.type === problem('mayNot')]).toEqual([role, body.kind, !says(sent)])
      }
      const chunk = { number: 0, count: 1, data: 'AAAA' }
      const traced = await agent.post(`/api/units/${unitId}/traces/${randomUUID()}/chunks`).send({ chunks: [chunk] })
      expect([role, traced.status === 403]).toEqual([role, rightsTable()[role].log !== 'yes'])
    }
  })
  it('goes by the company’s own table, within its limits', async () => {
    const pim = await world.person('installer')
    const unitId = randomUUID()
    await post(wren, unitId, opened()).expect(201)
    const gate: EntryBody = { kind: 'gatePassed', stage: 'vacuum', reason: 'the gauge broke' }
    expect((await post(pim.agent, unitId, gate).expect(403)).body.detail).toMatch(/Ask a lead/)
    const set = (rights: object) =>
      wren.post('/api/book/entries').send({ entries: [bookEntry({ kind: 'rightsSet', rights } as BookEntryBody)] })
    expect((await set({ viewer: { decide: 'yes' } }).expect(422)).body.type).toBe(problem('rightsOutside'))
    await set({ installer: { gate: 'yes' } }).expect(201)
    await fresh()
    await post(pim.agent, unitId, gate).expect(201)
    await set({}).expect(201)
    await fresh()
  })
  it('a request is granted by a lead and passes the gate, once', async () => {
    const pim = await world.person('installer')
    const unitId = randomUUID()
    await post(wren, unitId, opened()).expect(201)
    const ask = entry({ kind: 'asked', what: 'gate', stage: 'vacuum', reason: 'the gauge broke' })
    await pim.agent
      .post(`/api/units/${unitId}/entries`)
      .send({ entries: [ask] })
      .expect(201)
    const row = async () => {
      const { units } = (await wren.get('/api/units').expect(200)).body
      return units.find((u: { id: string }) => u.id === unitId).summary
    }
    expect((await row()).requests).toMatchObject([{ id: ask.id, by: 'Pim installer', stage: 'vacuum' }])
    const grant: EntryBody = { kind: 'answered', asks: ask.id, granted: true }
    await post(pim.agent, unitId, grant).expect(403)
    await post(wren, unitId, grant).expect(201)
    const twice = await post(wren, unitId, { ...grant, granted: false }).expect(422)
    expect(twice.body.detail).toMatch(/Lead wren has answered/)
    const after = await row()
    expect(after.requests).toBeUndefined()
    expect(after.stages.find((s: { stage: string }) => s.stage === 'vacuum').state).toBe('bypassed')
  })
})

describe('companies keep to themselves', () => {
  it('no route that there is answers with another company’s data', async () => {
    const secret = `secret-${randomUUID().slice(0, 8)}`
    const unitId = randomUUID()
    const job = { name: secret, timeZone: 'UTC', elevation: { value: 0, unit: 'm' as const } }
    const jobId = randomUUID()
    await wren
      .post('/api/book/entries')
      .send({ entries: [bookEntry({ kind: 'jobSaved', jobId, job })] })
      .expect(201)
    await post(wren, unitId, { kind: 'opened', jobId, tag: secret }, { kind: 'note', text: secret }).expect(201)
    const invited = await invite(`${secret}@example.com`).expect(201)
    const ids: Record<string, string> = {
      unitId,
      jobId,
      traceId: randomUUID(),
      cylinderId: randomUUID(),
      personId: world.ours.userId,
      invitationId: invited.body.invitation.id,
      heldId: randomUUID(),
      session: 'x',
    }
    const rook = await world.signedIn('rook')
    let asked = 0
    for (const { path, method, open } of operations) {
      if (open || path === '/news' || path.startsWith('/sign-out')) continue
      const filled = path.replace(/\{(\w+)\}/g, (_, name: string) => ids[name]!)
      const query = path.startsWith('/refrigerant') ? '?from=2020-01-01&to=2030-01-01' : ''
      const answer =
        method === 'post'
          ? await rook
              .post(`/api${filled}`)
              .send(
                path.endsWith('/role')
                  ? { role: 'viewer' }
                  : path.endsWith('/entries')
                    ? { entries: [entry(note)] }
                    : {},
              )
          : await rook.get(`/api${filled}${query}`)
      const text = `${JSON.stringify(answer.body)} ${answer.text ?? ''}`
      expect([path, text.includes(secret)]).toEqual([path, false])
      if (path.includes('{')) expect([path, answer.status >= 400]).toEqual([path, true])
      asked += 1
    }
    expect(asked).toBeGreaterThan(30)
    // nothing of it happened, either
    expect((await wren.get('/api/me').expect(200)).body.role).toBe('lead')
    expect((await wren.get('/api/people').expect(200)).body.invitations[0].state).toBe('open')
  })
  it('without a session every route but the open ones says so', async () => {
    for (const { path, method, open } of operations) {
      if (open || path === '/sign-out') continue
      const filled = `/api${path.replace(/\{\w+\}/g, randomUUID())}`
      const answer =
        method === 'post' ? await request(world.app).post(filled).send({}) : await request(world.app).get(filled)
      expect([path, answer.status]).toEqual([path, 401])
    }
  })
})

describe('an installation whose sent mails still hold links', () => {
  it('is carried forward without them', async () => {
    const { pool, forward, drop } = await databaseBefore(11)
    try {
      const company = randomUUID()
      await pool.query('insert into companies (id, name) values ($1, $2)', [company, 'Copper & Line'])
      const token = 'a_B-9'.repeat(9).slice(0, 43)
      const text = `Hello,\n\nopen this link:\n\nhttps://here.example/join#${token}\n`
      await pool.query('insert into mails (company_id, id, "to", subject, text) values ($1, $2, $3, $4, $5)', [
        company,
        randomUUID(),
        'kim@example.com',
        'An invitation',
        text,
      ])
      await forward()
      const { rows } = await pool.query('select text from mails')
      expect(rows).toEqual([{ text: 'Hello,\n\nopen this link:\n\n(the link stands in the mail alone)\n' }])
    } finally {
      await drop()
    }
  })
})

describe('an installation from before people were in companies', () => {
  it('is carried forward: who signed in signs in, an apprentice is an installer', async () => {
    const { pool, forward, drop } = await databaseBefore(7)
    try {
      const [company, lead, apprentice] = [randomUUID(), randomUUID(), randomUUID()]
      const hash = await hashPassword('brass-elbow')
      await pool.query('insert into companies (id, name) values ($1, $2)', [company, 'Copper & Line'])
      const user = (id: string, login: string, role: string) =>
        pool.query(
          'insert into users (company_id, id, login, name, role, password_hash) values ($1, $2, $3, $4, $5, $6)',
          [company, id, login, login.toUpperCase(), role, hash],
        )
      await user(lead, 'ann', 'lead')
      await user(apprentice, 'bo', 'apprentice')
      await forward()
      const { rows } = await pool.query(
        'select p.id, login, p.name, password_hash, role, removed_at, c.name as company from people p join memberships m on m.user_id = p.id join companies c on c.id = m.company_id order by login',
      )
      const common = { password_hash: hash, removed_at: null, company: 'Copper & Line' }
      expect(rows).toEqual([
        { id: lead, login: 'ann', name: 'ANN', role: 'lead', ...common },
        { id: apprentice, login: 'bo', name: 'BO', role: 'installer', ...common },
      ])
    } finally {
      await drop()
    }
  })
})
