import { randomUUID } from 'node:crypto'
import { createServer, type AddressInfo, type Server, type Socket } from 'node:net'
import request from 'supertest'
import { makeSealing } from './services/people/sealing'
import { makeWorld, type World } from './test/world'

/** A mail server that takes the connection and then: says nothing, refuses everybody, or takes what comes. */
function mailServer() {
  let mood: 'mute' | 'refuses' | 'takes' = 'mute'
  const got: string[] = []
  const sockets = new Set<Socket>()
  const server: Server = createServer((socket) => {
    sockets.add(socket)
    socket.on('close', () => sockets.delete(socket)).on('error', () => undefined)
    if (mood === 'mute') return
    socket.write('220 test\r\n')
    let data = false
    let text = ''
    socket.on('data', (chunk) => {
      for (const line of chunk.toString().split('\r\n').slice(0, -1)) {
        if (data) {
          if (line !== '.') text += `${line}\n`
          else {
            data = false
            got.push(text)
            socket.write('250 taken\r\n')
          }
        } else if (/^(EHLO|HELO)/.test(line)) socket.write('250 test\r\n')
        else if (/^RCPT/.test(line) && mood === 'refuses') socket.write('451 come back later\r\n')
        else if (/^DATA/.test(line)) {
          data = true
          text = ''
          socket.write('354 go on\r\n')
        } else if (/^QUIT/.test(line)) socket.end('221 bye\r\n')
        else socket.write('250 ok\r\n')
      }
    })
  })
  return {
    got,
    is: (next: typeof mood) => (mood = next),
    listen: () =>
      new Promise<string>((resolve) =>
        server.listen(0, '127.0.0.1', () => resolve(`smtp://127.0.0.1:${(server.address() as AddressInfo).port}`)),
      ),
    close: () => {
      for (const socket of sockets) socket.destroy()
      server.close()
    },
  }
}

const servers: ReturnType<typeof mailServer>[] = []
const another = () => {
  const made = mailServer()
  servers.push(made)
  return made
}
afterAll(() => {
  for (const each of servers) each.close()
})

describe('mails go out beside what they belong to', () => {
  const smtp = another()
  let world: World
  let wren: Awaited<ReturnType<World['signedIn']>>
  beforeAll(async () => {
    world = await makeWorld({ mail: await smtp.listen() })
    wren = await world.signedIn('wren')
  })
  afterAll(async () => {
    await world.close()
  })
  const invite = async () => {
    const login = `${randomUUID().slice(0, 8)}@example.com`
    const { body } = await wren.post('/api/people/invitations').send({ login, role: 'installer' }).expect(201)
    return { login, token: String(body.link).split('#')[1]! }
  }
  const stateOf = async (login: string) => {
    const { body } = await wren.get('/api/mails').expect(200)
    return body.mails.find((m: { to: string }) => m.to === login)
  }
  const dueNow = () => world.pool.query(`update outbox set next_at = now() - interval '1 second'`)

  it('a mute mail server holds up nobody: as many ask as there are connections, and all others are answered', async () => {
    smtp.is('mute')
    const { login } = await world.person('installer')
    for (let i = 0; i < 12; i++) await request(world.app).post('/api/forgotten').send({ login }).expect(204)
    const one = await invite()
    const bringing = world.posted()
    // every connection of the pool at once, while the mails hang at the server
    await Promise.all(Array.from({ length: 24 }, () => wren.get('/api/jobs').expect(200)))
    expect(await stateOf(one.login)).toMatchObject({ state: 'waiting' })
    smtp.close()
    await bringing
  }, 60_000)

  it('what a server doesn’t take waits, says why, and goes out later; given up after a day, and that is said, too', async () => {
    const later = another()
    later.is('refuses')
    const other = await world.another({ mail: await later.listen() })
    await world.pool.query('delete from outbox')
    const { login } = await invite()
    await other.posted()
    expect(await stateOf(login)).toMatchObject({ state: 'waiting', problem: expect.stringMatching(/later/) })
    // not at once again
    await other.posted()
    const { rows } = await world.pool.query('select attempts from outbox')
    expect(rows).toEqual([{ attempts: 1 }])
    later.is('takes')
    await dueNow()
    await other.posted()
    expect(await stateOf(login)).toMatchObject({ state: 'sent' })
    expect(await stateOf(login)).not.toHaveProperty('problem')
    expect(later.got).toHaveLength(1)
    expect((await world.pool.query('select from outbox')).rowCount).toBe(0)
    later.is('refuses')
    const lost = await invite()
    await world.pool.query(`update outbox set until = now() - interval '1 second'`)
    await other.posted()
    expect(await stateOf(lost.login)).toMatchObject({ state: 'failed', problem: expect.stringMatching(/later/) })
    expect((await world.pool.query('select from outbox')).rowCount).toBe(0)
  })

  it('two processes bring each mail once', async () => {
    const takes = another()
    takes.is('takes')
    const mail = await takes.listen()
    const [a, b] = [await world.another({ mail }), await world.another({ mail })]
    await world.pool.query('delete from outbox')
    for (let i = 0; i < 8; i++) await invite()
    await Promise.all([a.posted(), b.posted()])
    expect(takes.got).toHaveLength(8)
  })

  it('no link stands in any table while its mail waits: only the server’s secret opens what is sealed', async () => {
    const { token } = await invite()
    const { rows } = await world.pool.query<{ sealed: string }>('select sealed from outbox')
    const texts = [...rows.map((r) => r.sealed), JSON.stringify((await wren.get('/api/mails')).body)]
    for (const text of texts) {
      expect(text).not.toContain(token)
      expect(Buffer.from(text, 'base64').toString('latin1')).not.toContain(token)
    }
    const opened = rows.map((r) => makeSealing('for tests only', 'zetesis outbox').open(r.sealed) ?? '')
    expect(opened.some((text) => text.includes(token))).toBe(true)
    expect(rows.every((r) => makeSealing('another', 'zetesis outbox').open(r.sealed) === undefined)).toBe(true)
    const [{ sealed }] = rows as [{ sealed: string }]
    const changed = `${sealed.slice(0, -6)}${sealed.at(-6) === 'A' ? 'B' : 'A'}${sealed.slice(-5)}`
    expect(makeSealing('for tests only', 'zetesis outbox').open(changed)).toBeUndefined()
  })

  it('asking for a new password is the same work for an address that nobody has', async () => {
    const { login } = await world.person('installer')
    const queries = async (asked: string) => {
      const seen: string[] = []
      const query = world.pool.query.bind(world.pool)
      const spy = jest.spyOn(world.pool, 'query').mockImplementation(((...args: unknown[]) => {
        const [text] = args
        seen.push((typeof text === 'string' ? text : (text as { text: string }).text).slice(0, 40))
        return (query as (...all: unknown[]) => unknown)(...args)
      }) as never)
      const answer = await request(world.app).post('/api/forgotten').send({ login: asked }).expect(204)
      spy.mockRestore()
      return { seen, headers: Object.keys(answer.headers).sort(), text: answer.text }
    }
    const [known, unknown] = [await queries(login), await queries(`${randomUUID()}@example.com`)]
    expect(known.seen.length).toBeGreaterThan(0)
    expect(unknown).toEqual(known)
  })
})
