import assert from 'node:assert/strict'
import { execFile } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { closeSync, mkdtempSync, openSync, readFileSync, rmSync, writeFileSync, writeSync } from 'node:fs'
import { createServer, request as ask } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { after, describe, it } from 'node:test'
import { promisify } from 'node:util'
import { verifyChain, type ChainedEntry } from '@zetesis/core'
import { clusterFolder, makeCluster, type Cluster } from './cluster'
import { sessionCookie } from './sessionCookie'
import { startServer, type TestServer } from './server'

const run = promisify(execFile)
const root = path.resolve(import.meta.dirname, '../..')
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

/** A phone without a screen: signs in, appends, and remembers what was acknowledged. */
class Phone {
  readonly acknowledged: { unitId: string; id: string }[] = []
  readonly refused: number[] = []
  private cookie = ''

  constructor(private readonly base: string) {}

  async signIn(): Promise<void> {
    const answer = await this.send('/api/sign-in', { login: 'mara', password: 'copper-line' })
    this.cookie = sessionCookie(answer)
    assert.equal(answer.status, 200)
  }

  send = (url: string, body?: unknown) =>
    fetch(this.base + url, {
      method: body === undefined ? 'GET' : 'POST',
      headers: { 'content-type': 'application/json', cookie: this.cookie },
      body: body === undefined ? undefined : JSON.stringify(body),
    })

  json = async <T>(url: string) => (await (await this.send(url)).json()) as T

  /** @param tries how often it is sent where nothing answers, or "not just now" */
  async note(unitId: string, tries = 1): Promise<Response | undefined> {
    const at = new Date().toISOString()
    const entry = { v: 1, id: randomUUID(), at, writtenAt: at, kind: 'note', text: 'kept?' }
    for (let left = tries; ; left--) {
      const answer = await this.send(`/api/units/${unitId}/entries`, { entries: [entry] }).catch(() => undefined)
      if (answer?.status === 201) this.acknowledged.push({ unitId, id: entry.id })
      else this.refused.push(answer?.status ?? 0)
      if (left <= 1 || (answer && answer.status !== 503)) return answer
      await wait(1000)
    }
  }

  /** until so many more were acknowledged, however slow the disk is */
  async wasTaken(more: number): Promise<void> {
    const wanted = this.acknowledged.length + more
    for (let tries = 0; this.acknowledged.length < wanted; tries++) {
      assert.ok(tries < 2400, `nothing is taken: ${this.refused.slice(-3).join(', ')}`)
      await wait(50)
    }
  }

  async units(): Promise<string[]> {
    const { units } = await this.json<{ units: { id: string; summary: { sealed: boolean } }[] }>('/api/units')
    return units.filter((u) => !u.summary.sealed).map((u) => u.id)
  }

  /** every acknowledged entry is in its log once, and no chain is broken */
  async nothingLost(): Promise<void> {
    for (const unitId of new Set(this.acknowledged.map((a) => a.unitId))) {
      const log: ChainedEntry[] = []
      for (let more = true; more;) {
        const page = await this.json<{ entries: ChainedEntry[]; more: boolean }>(
          `/api/units/${unitId}/entries?after=${log.length}`,
        )
        log.push(...page.entries)
        more = page.more
      }
      const ids = log.map((l) => l.entry.id)
      assert.equal(new Set(ids).size, ids.length)
      const lost = this.acknowledged.filter((a) => a.unitId === unitId && !ids.includes(a.id))
      assert.deepEqual(lost, [])
      assert.equal(verifyChain(log).ok, true)
    }
  }
}

/** What docs/operations.md promises, done for real on clusters of their own. */
describe('running it', () => {
  const clusters: Cluster[] = []
  const servers: TestServer[] = []
  after(async () => {
    for (const server of servers) await server.stop()
    for (const cluster of clusters) await cluster.remove()
  })
  const cluster = async (terms?: Parameters<typeof makeCluster>[0]) => {
    const made = await makeCluster(terms)
    clusters.push(made)
    return made
  }
  const serve = async (terms: Parameters<typeof startServer>[0]) => {
    const made = await startServer(terms)
    servers.push(made)
    return made
  }
  const zetesis = (database: string, ...args: string[]) =>
    run(path.join(root, 'zetesis'), args, { env: { ...process.env, DATABASE_URL: database }, cwd: root })
  let first: Cluster
  let phone: Phone

  it('stays while its database is killed and started again, three times, and loses nothing that it acknowledged', async () => {
    first = await cluster()
    const server = await serve({ database: first.url })
    phone = new Phone(server.base)
    await phone.signIn()
    const units = await phone.units()
    let going = true
    const appending = [0, 1, 2].map(async (n) => {
      for (let i = 0; going; i++) {
        await phone.note(units[(n + 3 * i) % units.length]!)
        await wait(5)
      }
    })
    for (let i = 0; i < 3; i++) {
      // while entries arrive, however slow the disk
      await phone.wasTaken(20)
      await first.stop('immediate')
      const answer = await phone.send('/api/units')
      assert.equal(answer.status, 503)
      assert.equal(answer.headers.get('retry-after'), '1')
      assert.match(((await answer.json()) as { detail: string }).detail, /^The database doesn’t answer just now/)
      assert.equal((await phone.send('/api/health')).status, 200)
      // nor does signing in, with its session and its limit on wrong tries, end anything
      assert.equal((await phone.send('/api/sign-in', { login: 'mara', password: 'copper-line' })).status, 503)
      await first.start()
      for (let tries = 0; (await phone.send('/api/ready')).status !== 200; tries++) {
        assert.ok(tries < 100)
        await wait(20)
      }
    }
    await phone.wasTaken(20)
    going = false
    await Promise.all(appending)
    assert.equal(server.starts(), 1)
    assert.deepEqual([...new Set(phone.refused)], [503])
    assert.ok(phone.acknowledged.length > 50)
    await phone.nothingLost()
  })

  it('leaves as one file and comes back from it into an empty cluster, every chain and state the same', async () => {
    const folder = mkdtempSync(path.join(tmpdir(), 'zetesis-backup.'))
    try {
      const file = path.join(folder, 'all.dump')
      assert.match((await zetesis(first.url, 'backup', file)).stderr, /backup of the demo world/)
      const empty = await cluster()
      await zetesis(empty.url, 'restore', file)
      const [before, restored] = await Promise.all([first, empty].map((c) => zetesis(c.url, 'verify')))
      assert.match(before!.stdout, /\d+ units, \d+ entries, 1 book of \d+, 0 wrong; digest [0-9a-f]{64}/)
      assert.equal(restored!.stdout, before!.stdout)
      // the same sign-in, the same boards
      const again = new Phone((await serve({ database: empty.url })).base)
      await again.signIn()
      assert.equal(await (await again.send('/api/units')).text(), await (await phone.send('/api/units')).text())
      // a backup over another, one that was cut, one without its checksum: nothing is changed
      await assert.rejects(zetesis(first.url, 'backup', file), /is there already/)
      // the demo world comes into no company's own database without a word: its passwords are known
      const own = (...args: string[]) =>
        run(path.join(root, 'zetesis'), args, {
          env: { ...process.env, DATABASE_URL: empty.url, ZETESIS_DEMO: '0' },
          cwd: root,
        })
      await assert.rejects(own('restore', file), /holds the demo world.*Nothing was changed/s)
      assert.equal((await again.send('/api/units')).status, 200)
      // a checksum beside it of another file is none of this one
      const whole = readFileSync(file)
      const sum = readFileSync(`${file}.sha256`, 'utf8')
      writeFileSync(path.join(folder, 'other.dump'), whole)
      writeFileSync(`${file}.sha256`, sum.replace('all.dump', 'other.dump'))
      writeFileSync(file, whole.subarray(0, 6000))
      await assert.rejects(zetesis(empty.url, 'restore', file), /checksum differs/)
      writeFileSync(file, whole)
      writeFileSync(`${file}.sha256`, sum)
      writeFileSync(file, readFileSync(file).subarray(0, 5000))
      await assert.rejects(zetesis(empty.url, 'restore', file), /checksum differs/)
      rmSync(`${file}.sha256`)
      await assert.rejects(zetesis(empty.url, 'restore', file), /sha256 is missing/)
      assert.equal((await again.send('/api/units')).status, 200)
    } finally {
      rmSync(folder, { recursive: true, force: true })
    }
  })

  it('goes on with a standby that is promoted while entries arrive, with everything that was acknowledged', async () => {
    const primary = await cluster({ options: ["synchronous_standby_names='*'", 'synchronous_commit=local'] })
    const standby = await cluster({ from: primary })
    // the server's own connections wait until the standby has written it down, too
    const both = `postgres://zetesis@127.0.0.1:${primary.port},127.0.0.1:${standby.port}/zetesis?options=-c%20synchronous_commit%3Don`
    const server = await serve({ database: both })
    const own = new Phone(server.base)
    await own.signIn()
    const units = await own.units()
    let going = true
    const appending = [0, 1].map(async (n) => {
      for (let i = 0; going; i++) {
        await own.note(units[(n + 2 * i) % units.length]!)
        await wait(5)
      }
    })
    await own.wasTaken(20)
    await primary.stop('immediate')
    await standby.promote()
    await own.wasTaken(20)
    going = false
    await Promise.all(appending)
    assert.equal(server.starts(), 1)
    await own.nothingLost()
  })

  it('runs as several processes behind a proxy: one sign-in, one chain, news from whichever took it', async () => {
    const processes = await Promise.all(
      [1, 2].map(() =>
        serve({ database: first.url, env: { SESSION_SECRET: 'shared', TRUST_PROXY: 'loopback', DEMO: '0' } }),
      ),
    )
    let turn = 0
    const proxy = createServer((req, res) => {
      const target = new URL(processes[turn++ % processes.length]!.base)
      const onward = ask(
        {
          host: target.hostname,
          port: target.port,
          path: req.url,
          method: req.method,
          headers: { ...req.headers, 'x-forwarded-for': '198.51.100.20', 'x-forwarded-proto': 'http' },
        },
        (answer) => {
          res.writeHead(answer.statusCode ?? 502, answer.headers)
          answer.pipe(res)
        },
      )
      onward.on('error', () => res.destroy())
      res.on('close', () => onward.destroy())
      req.pipe(onward)
    }).listen(0, '127.0.0.1')
    try {
      await new Promise((resolve) => proxy.once('listening', resolve))
      const base = `http://127.0.0.1:${(proxy.address() as AddressInfo).port}`
      const own = new Phone(base)
      await own.signIn()
      const [unit = ''] = await own.units()
      const stream = await own.send('/api/news')
      const reader = stream.body!.pipeThrough(new TextDecoderStream()).getReader()
      await Promise.all(Array.from({ length: 40 }, () => own.note(unit, 5)))
      assert.equal(own.acknowledged.length, 40, `refused: ${own.refused.join(', ')}`)
      await own.nothingLost()
      let text = ''
      while (!text.includes(unit)) text += (await reader.read()).value ?? ''
      await reader.cancel()
    } finally {
      proxy.closeAllConnections()
      proxy.close()
    }
  })

  it('says so when the disk is full, stays, and goes on once there is room', async (t) => {
    const mount = mkdtempSync(path.join(tmpdir(), 'zetesis-small.'))
    // a small file system of its own: only root may mount one
    const mounted = await run('mount', ['-t', 'tmpfs', '-o', 'size=130m,mode=1777', 'tmpfs', mount]).then(
      () => true,
      () => false,
    )
    if (!mounted) return t.skip('a small file system can’t be mounted here: that takes root')
    let small: Cluster | undefined
    let server: TestServer | undefined
    try {
      small = await makeCluster({ folder: clusterFolder(mount) })
      server = await startServer({ database: small.url })
      const own = new Phone(server.base)
      await own.signIn()
      const units = await own.units()
      await own.note(units[0]!)
      const filler = path.join(mount, 'filler')
      fill(filler)
      let refused: Response | undefined
      for (let i = 0; i < 4000 && !refused; i++) {
        const answer = await own.note(units[i % units.length]!)
        if (answer && answer.status !== 201) refused = answer
      }
      assert.equal(refused?.status, 503)
      assert.match(((await refused.json()) as { detail: string }).detail, /Nothing was stored/)
      assert.equal((await own.send('/api/health')).status, 200)
      rmSync(filler)
      const before = own.acknowledged.length
      for (let tries = 0; own.acknowledged.length < before + 5; tries++) {
        assert.ok(tries < 200, 'it doesn’t go on')
        await own.note(units[0]!)
        await wait(50)
      }
      assert.equal(server.starts(), 1)
      await own.nothingLost()
    } finally {
      await server?.stop()
      await small?.stop('immediate')
      await run('umount', [mount]).catch(() => undefined)
      rmSync(mount, { recursive: true, force: true })
    }
  })
})

/** Writes until there is no room left. */
function fill(file: string): void {
  const handle = openSync(file, 'w')
  const block = Buffer.alloc(1 << 16)
  try {
    for (;;) writeSync(handle, block)
  } catch {
    // full
  } finally {
    closeSync(handle)
  }
}
