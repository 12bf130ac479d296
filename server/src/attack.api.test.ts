// ./zetesis attack: every route, by everybody, at what is theirs and what is another company's. Which doors stay shut is said here by hand, apart from the code that shuts them.
import type { Role } from '@zetesis/core'
import { randomUUID } from 'node:crypto'
import type { AddressInfo } from 'node:net'
import request from 'supertest'
import { operations } from './http/openapi'
import { entry, makeWorld, type World } from './test/world'

let world: World
beforeAll(async () => {
  world = await makeWorld()
})
afterAll(() => world.close())

/** what leads alone may do, by docs/security.md */
const forLeads = [
  '/people',
  '/people/invitations',
  '/people/invitations/{invitationId}/withdraw',
  '/people/{personId}/role',
  '/people/{personId}/remove',
  '/mails',
  '/audit',
  '/held',
  '/held/{heldId}/take',
  '/held/{heldId}/put-away',
  '/company/export.zip',
  '/company/delete',
  '/company/keep',
]
/** what somebody who was taken out of a company may still ask: to leave, to go on elsewhere, and to hand over what their device holds */
const forRemoved = ['/sign-out', '/sign-out-everywhere', '/company', '/units/{unitId}/entries', '/book/entries']
/** what asks for the password again once it was typed long ago */
const forFresh = [
  '/account/second-factor',
  '/account/second-factor/confirm',
  '/account/sessions/{session}/end',
  '/account/passkeys/begin',
  '/account/passkeys',
  '/account/passkeys/{passkey}/end',
  '/account/locks/{lock}/release',
  '/account/proven',
  '/people/invitations',
  '/people/{personId}/role',
  '/people/{personId}/remove',
  '/company/export.zip',
]
/** they end what asks, or never end themselves */
const left = ['/news', '/sign-out', '/sign-out-everywhere']

const bodyOf = (path: string): object => {
  if (path.endsWith('/role')) return { role: 'viewer' }
  if (path.endsWith('/entries')) return { entries: [entry({ kind: 'note', text: 'x' })] }
  if (path === '/people/invitations') return { login: 'someone@example.com', role: 'viewer' }
  if (path === '/account/passkeys') return { name: 'x', response: { id: 'x', type: 'public-key' } }
  if (path === '/account/second-factor/confirm') return { code: '123456' }
  return {}
}
type Agent = Awaited<ReturnType<World['signedIn']>>
const ask = (agent: Agent, path: string, method: string | undefined, ids: Readonly<Record<string, string>>) => {
  const filled = `/api${path.replace(/\{(\w+)\}/g, (_, name: string) => ids[name] ?? randomUUID())}`
  const query = path.startsWith('/refrigerant') ? '?from=2020-01-01&to=2030-01-01' : ''
  return method === 'post' ? agent.post(filled).send(bodyOf(path)) : agent.get(`${filled}${query}`)
}

describe('every route, by everybody', () => {
  const secret = `secret-${randomUUID().slice(0, 8)}`
  const ids: Record<string, string> = { traceId: randomUUID(), heldId: randomUUID() }
  beforeAll(async () => {
    const wren = await world.signedIn('wren')
    ids.unitId = randomUUID()
    ids.jobId = world.ours.jobId
    ids.personId = world.ours.userId
    ids.lock = randomUUID()
    const opened = entry({ kind: 'opened', jobId: world.ours.jobId, tag: secret })
    const note = entry({ kind: 'note', text: secret })
    await wren
      .post(`/api/units/${ids.unitId}/entries`)
      .send({ entries: [opened, note] })
      .expect(201)
    await wren
      .post('/api/account/locks')
      .send({ id: ids.lock, secret: Buffer.alloc(32).toString('base64') })
      .expect(204)
    const login = `${secret}@example.com`
    const invited = await wren.post('/api/people/invitations').send({ login, role: 'viewer' }).expect(201)
    ids.invitationId = invited.body.invitation.id
  })

  it.each<Role>(['installer', 'office', 'viewer'])('%s: what is the leads’ stays theirs', async (role) => {
    const { agent } = await world.person(role)
    for (const { path, method, open } of operations) {
      if (open || left.includes(path)) continue
      const answer = await ask(agent, path, method, ids)
      expect([path, answer.status < 500]).toEqual([path, true])
      if (forLeads.includes(path)) expect([path, answer.status]).toEqual([path, 403])
    }
    expect((await (await world.signedIn('wren')).get('/api/people').expect(200)).body.invitations[0].state).toBe('open')
  })
  it.each<Role>(['lead', 'installer', 'office', 'viewer'])(
    '%s of another company: nothing is told, and nothing happens',
    async (role) => {
      const { agent } = await world.person(role, world.theirs.companyId)
      const before = await world.pool.query('select count(*), max(hash) from log_entries where company_id = $1', [
        world.ours.companyId,
      ])
      for (const { path, method, open } of operations) {
        if (open || left.includes(path)) continue
        const answer = await ask(agent, path, method, ids)
        const text = `${JSON.stringify(answer.body)} ${answer.text ?? ''}`
        expect([path, answer.status < 500, text.includes(secret)]).toEqual([path, true, false])
        // where something of ours is named, it isn't there for them; a lock that isn't theirs is let go of without a word
        if (path.includes('{') && path !== '/account/locks/{lock}/end')
          expect([path, answer.status >= 400]).toEqual([path, true])
        // and by the company's name in the header, neither
        const claimed = await ask(agent, path, method, ids).set('X-Zetesis-Company', world.ours.companyId)
        expect([path, claimed.status]).toEqual([path, 401])
      }
      const after = await world.pool.query('select count(*), max(hash) from log_entries where company_id = $1', [
        world.ours.companyId,
      ])
      expect(after.rows).toEqual(before.rows)
      const wren = await world.signedIn('wren')
      await wren.post(`/api/account/locks/${ids.lock}/release`).send({}).expect(200)
    },
  )
  it('somebody taken out: only what their device still holds is put by', async () => {
    const pim = await world.person('installer')
    const wren = await world.signedIn('wren')
    await wren.post(`/api/people/${pim.id}/remove`).send({}).expect(204)
    await new Promise((resolve) => setTimeout(resolve, 1500))
    for (const { path, method, open } of operations) {
      if (open || left.includes(path)) continue
      const answer = await ask(pim.agent, path, method, ids)
      const text = `${JSON.stringify(answer.body)} ${answer.text ?? ''}`
      expect([path, text.includes(secret)]).toEqual([path, false])
      if (!(method === 'post' && forRemoved.includes(path))) expect([path, answer.status]).toEqual([path, 403])
    }
    const { rows } = await world.pool.query('select count(*)::int as n from log_entries where author_id = $1', [pim.id])
    expect(rows[0].n).toBe(0)
  })
  it('a session whose password was typed long ago changes nothing of who gets in, and lets nothing out', async () => {
    const { agent, id } = await world.person('lead')
    await world.pool.query(
      `update session set sess = jsonb_set(sess::jsonb, '{confirmed}', '"2020-01-01T00:00:00.000Z"')::json where sess->'person'->>'userId' = $1`,
      [id],
    )
    await new Promise((resolve) => setTimeout(resolve, 1500))
    for (const path of forFresh) {
      const found = operations.filter((o) => o.path === path && (o.method === 'post' || path.endsWith('.zip')))
      expect([path, found.length]).toEqual([path, 1])
      const answer = await ask(agent, path, found[0]!.method, ids)
      expect([path, answer.status, answer.body.type]).toEqual([path, 403, 'urn:zetesis:problem:confirm'])
    }
  })
  it('news of a company goes to who is in it', async () => {
    const server = world.app.listen(0)
    const { port } = server.address() as AddressInfo
    const heardBy = async (login: string) => {
      const answer = await request(world.app).post('/api/sign-in').send({ login, password: 'brass-elbow' })
      const cookie = (answer.headers['set-cookie'] as unknown as string[]).find((c) => c.startsWith('zetesis='))!
      const stop = new AbortController()
      const stream = await fetch(`http://127.0.0.1:${port}/api/news`, { headers: { cookie }, signal: stop.signal })
      let text = ''
      void (async () => {
        for await (const part of stream.body!.pipeThrough(new TextDecoderStream())) text += part
      })().catch(() => undefined)
      return { text: () => text, stop: () => stop.abort() }
    }
    const [ours, theirs] = [await heardBy('wren'), await heardBy('rook')]
    const wren = await world.signedIn('wren')
    await wren
      .post(`/api/units/${ids.unitId}/entries`)
      .send({ entries: [entry({ kind: 'note', text: 'x' })] })
      .expect(201)
    for (let looks = 0; !ours.text().includes(ids.unitId!) && looks < 100; looks++)
      await new Promise((resolve) => setTimeout(resolve, 100))
    expect(ours.text()).toContain(ids.unitId)
    expect(theirs.text()).not.toContain(ids.unitId)
    ours.stop()
    theirs.stop()
    server.closeAllConnections()
    server.close()
  })
})
