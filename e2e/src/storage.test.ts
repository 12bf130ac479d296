import assert from 'node:assert/strict'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { before, describe, it } from 'node:test'
import type { Browser, Page } from 'puppeteer-core'
import { unitIds } from './demo'
import { Driver } from './driver'
import { launch } from './launch'
import type { TestServer } from './server'
import { setStage } from './stage'

interface Entry {
  id: string
  kind: string
}
interface Chained {
  author: { name: string }
  entry: Entry
}

/** A phone whose storage is full or off, a browser that is killed, two people in one browser, and a day without signal. */
describe('what a phone keeps', () => {
  const stage = setStage()
  let server: TestServer
  let browser: Browser
  let ids: Record<string, string>

  before(async () => {
    ;({ server, browser } = stage)
    await stage.lead.signIn()
    ids = await unitIds(stage.lead)
  })
  const logOf = async (unitId: string) =>
    (await stage.lead.json<{ entries: Chained[] }>(`/api/units/${unitId}/entries`)).entries
  const readings = async (unitId: string, value: number) =>
    (await logOf(unitId)).filter(
      ({ entry }) =>
        entry.kind === 'micron' && (entry as unknown as { reading: { value: number } }).reading.value === value,
    )

  // as text: what the loader adds to functions isn't known in the page
  const full = (page: Page) =>
    page.evaluateOnNewDocument(`{
      const quota = () => { throw new DOMException('full', 'QuotaExceededError') }
      IDBObjectStore.prototype.put = quota
      IDBObjectStore.prototype.add = quota
      Storage.prototype.setItem = quota
    }`)
  const off = (page: Page) =>
    page.evaluateOnNewDocument(`{
      const denied = () => { throw new DOMException('denied', 'SecurityError') }
      Object.defineProperty(window, 'indexedDB', { get: () => undefined })
      Object.defineProperty(window, 'localStorage', { get: denied })
    }`)

  /** the device's database has it: how soon is a matter of the machine */
  const written = (page: Page, typed: string) =>
    page.waitForFunction(
      `new Promise((resolve, reject) => {
        const asking = indexedDB.open('zetesis-drafts')
        asking.onerror = () => reject(asking.error)
        asking.onsuccess = () => {
          const all = asking.result.transaction('drafts').objectStore('drafts').getAll()
          all.onerror = () => reject(all.error)
          all.onsuccess = () => {
            asking.result.close()
            resolve(JSON.stringify(all.result).includes(${JSON.stringify(JSON.stringify(typed))}))
          }
        }
      })`,
      { polling: 50 },
    )

  it('shows what the server took right before it went away, until it is seen in the log', async () => {
    const phone = await Driver.open(browser, server.base)
    await phone.signIn('jonas', 'first-season')
    const unit = ids['L-01']!
    // the entry arrives and is answered; nothing else does from then on, and nothing that was asked for before is still on its way
    let isAway = false
    const reading = new Set<object>()
    const isOver = (asked: object) => void reading.delete(asked)
    phone.page.on('requestfinished', isOver)
    phone.page.on('requestfailed', isOver)
    await phone.page.setRequestInterception(true)
    phone.page.on('request', async (asked) => {
      if (isAway) return void asked.abort('connectionrefused')
      if (asked.method() === 'GET' && asked.url().includes(`${unit}/entries`)) reading.add(asked)
      isAway = asked.method() === 'POST' && asked.url().endsWith(`${unit}/entries`)
      while (isAway && reading.size > 0) await new Promise((later) => setTimeout(later, 50))
      void asked.continue()
    })
    await phone.go(`/units/${unit}/vacuum`)
    await phone.type('micron', '4711')
    await phone.press('bar-action')
    await phone.until(() => document.querySelector<HTMLInputElement>('[data-testid=micron]')?.value === '')
    await phone.reads('sync-note', /1 not sent yet/)
    for (let looks = 0; (await readings(unit, 4711)).length === 0 && looks < 600; looks++)
      await new Promise((later) => setTimeout(later, 100))
    // longer than the phone asks after it again and again
    await new Promise((later) => setTimeout(later, 6000))
    await phone.reads('decay-verdict', /4711|4,711/)
    isAway = false
    await phone.reads('sync-note', /everything sent/)
    await phone.reads('decay-verdict', /4711|4,711/)
    assert.equal((await readings(unit, 4711)).length, 1)
    await phone.close()
  })

  it('shows the sign-in page and asks a few times, not hundreds, where a proxy answers for the server', async () => {
    for (const status of [401, 403, 404, 503]) {
      const phone = await Driver.open(browser, server.base)
      let asked = 0
      await phone.page.setRequestInterception(true)
      phone.page.on('request', (request) => {
        if (!new URL(request.url()).pathname.startsWith('/api/')) return void request.continue()
        asked += 1
        void request.respond({ status, contentType: 'text/html', body: '<h1>Sign in to the guest network</h1>' })
      })
      await phone.load('/')
      await phone.until(() => (document.querySelector('#root')?.textContent ?? '').trim() !== '')
      await new Promise((later) => setTimeout(later, 3000))
      if (status === 401) await phone.see('sign-in')
      assert.ok(asked <= 12, `${asked} requests in three seconds by ${status}`)
      assert.notEqual((await phone.page.$eval('#root', (root) => root.textContent ?? '')).trim(), '')
      await phone.close()
    }
  })

  for (const [name, breakStorage, value] of [
    ['full', full, 1711],
    ['switched off', off, 1712],
  ] as const)
    it(`storage that is ${name} breaks no page; what is logged is sent from memory, and the form keeps it until then`, async () => {
      const phone = await Driver.open(browser, server.base)
      await breakStorage(phone.page)
      await phone.signIn()
      for (const at of [
        '/library',
        '/tools',
        '/',
        `/units/${ids['K-03']}/start-up`,
        `/units/${ids['K-05']}/weigh-in`,
      ]) {
        await phone.go(at)
        await phone.see('page')
      }
      const unit = ids['L-01']!
      await phone.go(`/units/${unit}/vacuum`)
      await phone.type('micron', String(value))
      await phone.loseSignal()
      await phone.press('bar-action')
      await phone.reads('storage-note', /can’t write anything down.*1 entry is held by this page alone/)
      await phone.reads('sync-note', /^1 not sent yet$/)
      assert.equal(await phone.value('micron'), String(value))
      // pressed again, since it still stands there: it is the same reading
      await phone.press('bar-action')
      await phone.signal(true)
      await phone.reads('sync-note', /everything sent/)
      await phone.until(() => document.querySelector<HTMLInputElement>('[data-testid="micron"]')?.value === '')
      await phone.gone('storage-note')
      assert.equal((await readings(unit, value)).length, 1)
      assert.deepEqual(phone.errors, [])
      await phone.close()
    })

  it('keeps what was half typed when the browser is killed', async () => {
    const profile = mkdtempSync(path.join(tmpdir(), 'zetesis-profile.'))
    const unit = ids['K-03']!
    const open = async (killed: Browser) => {
      const [page = await killed.newPage()] = await killed.pages()
      return new Driver(page, server.base)
    }
    let killed = await launch({ userDataDir: profile })
    try {
      let phone = await open(killed)
      await phone.signIn()
      await phone.go(`/units/${unit}/start-up`)
      // the page's own, not what the bar offers before it
      await phone.act(/Take another reading/)
      for (const typed of ['118.5', '119.5', '120.5']) {
        await phone.type('suctionPressure', typed)
        await written(phone.page, typed)
        const gone = new Promise((resolve) => killed.process()!.once('exit', resolve))
        killed.process()!.kill('SIGKILL')
        await gone
        killed = await launch({ userDataDir: profile })
        phone = await open(killed)
        // the browser writes its cookies down a while later: only the draft is at stake here
        await phone.go(`/units/${unit}/start-up`)
        if ((await phone.fetch('/api/me')).status === 401) {
          await phone.signIn()
          await phone.go(`/units/${unit}/start-up`)
        }
        await phone.see('suctionPressure')
        assert.equal(await phone.value('suctionPressure'), typed)
      }
    } finally {
      await killed.close()
      rmSync(profile, { recursive: true, force: true })
    }
  })

  it('signs nothing with the name of somebody who signed in in another tab, and asks who goes on', async () => {
    const mara = await Driver.open(browser, server.base)
    await mara.signIn()
    const unit = ids['L-01']!
    await mara.go(`/units/${unit}/vacuum`)
    await mara.see('micron')
    // her page doesn't happen to ask who is signed in before she logs: how soon it does is a matter of the machine
    await mara.page.evaluate(`{
      const asks = window.fetch
      const logged = new Promise((resolve) => { window.asksAgain = resolve })
      window.fetch = (...what) => (what[0] === '/api/me' ? logged.then(() => asks(...what)) : asks(...what))
    }`)
    const other = new Driver(await mara.page.browserContext().newPage(), server.base)
    await other.page.setViewport({ width: 390, height: 844 })
    await other.go('/')
    await other.press('sign-out')
    await other.see('login')
    await other.signIn('jonas', 'first-season')
    await mara.page.bringToFront()
    await mara.type('micron', '1713')
    await mara.press('bar-action')
    await mara.page.evaluate('window.asksAgain()')
    await mara.reads('other-person', /Jonas.* is signed in now/)
    await mara.reads('other-person', /An entry of Mara Quill’s waits/)
    assert.equal((await readings(unit, 1713)).length, 0)
    await mara.press('sign-in-as')
    await mara.see('login')
    await mara.signIn()
    await mara.reads('sync-note', /everything sent/)
    const logged = await readings(unit, 1713)
    assert.deepEqual(
      logged.map((l) => l.author.name),
      ['Mara Quill'],
    )
    await mara.close()
  })

  it('goes on where it was, once its session ended and the same person signs in again; another begins at the front', async () => {
    const mara = await Driver.open(browser, server.base)
    await mara.signIn()
    const at = `/units/${ids['L-01']!}/vacuum`
    const other = new Driver(await mara.page.browserContext().newPage(), server.base)
    for (const [login, password, place] of [
      ['mara', 'copper-line', at],
      ['jonas', 'first-season', '/'],
    ] as const) {
      await mara.go(at)
      await mara.see('micron')
      await other.load('/')
      await other.press('sign-out')
      await other.see('login')
      await mara.page.bringToFront()
      await mara.page.evaluate(() => document.dispatchEvent(new Event('visibilitychange', { bubbles: true })))
      await mara.type('login', login)
      await mara.type('password', password)
      await mara.press('sign-in')
      await mara.see('sync-note')
      await mara.at(new RegExp(`^${place}$`))
    }
    assert.deepEqual(mara.errors, [])
    await mara.close()
  })

  it('shows at once what it showed before while the server doesn’t answer, and nothing of it after signing out', async () => {
    const phone = await Driver.open(browser, server.base)
    await phone.signIn()
    await phone.press('job-Kiln Street Terrace')
    await phone.see('unit-K-05')
    await phone.press('unit-K-05')
    await phone.see('stage-weighIn')
    await phone.reads('stage-prepare', /line/)
    const unit = phone.page.url().slice(server.base.length)
    // the app's own files come, what is asked of the server doesn't
    let away = true
    const wire = await phone.page.createCDPSession()
    await wire.send('Fetch.enable', { patterns: [{ urlPattern: '*/api/*' }] })
    wire.on('Fetch.requestPaused', ({ requestId }) => {
      const answered = away
        ? wire.send('Fetch.failRequest', { requestId, errorReason: 'Failed' })
        : wire.send('Fetch.continueRequest', { requestId })
      // a page that went away meanwhile has no such request any more
      answered.catch(() => undefined)
    })
    await phone.load(unit)
    await phone.reads('stage-prepare', /line/)
    await phone.load('/')
    await phone.press('job-Kiln Street Terrace')
    await phone.reads('unit-K-05', /add 9\.2 oz/)
    // what is written meanwhile waits, and is said to
    await phone.reads('sync-note', /everything sent/)
    away = false
    await phone.load('/')
    await phone.press('sign-out')
    await phone.see('login')
    away = true
    await phone.load('/')
    await phone.shows('The server doesn’t answer')
    await phone.gone('job-Kiln Street Terrace')
    await phone.close()
  })

  it('sends two thousand entries of a day without signal', async () => {
    const phone = await Driver.open(browser, server.base)
    await phone.signIn()
    const me = await phone.json<{ id: string; name: string }>('/api/me')
    const units = ['K-03', 'K-05', 'K-07', 'L-01', 'O-02', 'L-02', 'K-04', 'K-06']
      .map((tag) => ids[tag]!)
      .filter(Boolean)
    const before = await Promise.all(units.map(async (unit) => (await logOf(unit)).length))
    await phone.loseSignal()
    await phone.page.evaluate(
      async (author: { id: string; name: string }, unitIds: string[]) => {
        const database = await new Promise<IDBDatabase>((resolve, reject) => {
          const asking = indexedDB.open('zetesis')
          asking.onsuccess = () => resolve(asking.result)
          asking.onerror = () => reject(asking.error!)
        })
        const writing = database.transaction('outbox', 'readwrite')
        for (let i = 0; i < 2000; i++) {
          const key = `${(Date.now() + i).toString(36).padStart(10, '0')}-${String(i).padStart(8, '0')}`
          const at = new Date(Date.now() - (2000 - i) * 100).toISOString()
          const entry = { v: 1, id: crypto.randomUUID(), at, writtenAt: at, kind: 'note', text: `n ${i}` }
          writing.objectStore('outbox').put({ key, unitId: unitIds[i % unitIds.length], author, entry }, key)
        }
        await new Promise((resolve) => (writing.oncomplete = resolve))
        database.close()
      },
      { id: me.id, name: me.name },
      units,
    )
    await phone.signal(true)
    const started = Date.now()
    await phone.load('/')
    await phone.reads('sync-note', /not sent yet/)
    await phone.reads('sync-note', /everything sent/)
    console.log(`2 000 entries over ${units.length} units sent in ${((Date.now() - started) / 1000).toFixed(1)} s`)
    for (const [i, unit] of units.entries()) {
      const notes: Entry[] = []
      for (let more = true; more;) {
        const page = await phone.json<{ entries: Chained[]; more: boolean }>(
          `/api/units/${unit}/entries?after=${before[i]! + notes.length}`,
        )
        notes.push(...page.entries.map((l) => l.entry))
        more = page.more
      }
      const order = notes.map((n) => Number((n as unknown as { text: string }).text.slice(2)))
      assert.equal(order.length, Math.ceil((2000 - i) / units.length))
      assert.deepEqual(
        order,
        [...order].sort((a, b) => a - b),
      )
    }
    await phone.close()
  })
})
