import assert from 'node:assert/strict'
import { before, describe, it } from 'node:test'
import pg from 'pg'
import { entriesOfKind, preparedUnit, unitIds } from './demo'
import type { Driver } from './driver'
import { setStage } from './stage'

/** A phone that lies about: locked it shows nothing, and what isn't sent yet lies on it closed up. */
describe('the lock of a phone', () => {
  const stage = setStage()
  let lead: Driver
  let unit: string
  before(async () => {
    lead = stage.lead
    await lead.signIn()
    unit = (await unitIds(lead))['K-08']!
  })
  /** everything that this device keeps, as text, whoever looks at it */
  const kept = () =>
    lead.page.evaluate(`(async () => {
      const read = (r) => new Promise((yes, no) => { r.onsuccess = () => yes(r.result); r.onerror = () => no(r.error) })
      const text = (v) => v instanceof Uint8Array ? new TextDecoder('latin1').decode(v)
        : v && typeof v === 'object' ? Object.values(v).map(text).join(' ') : String(v)
      let all = Object.values(localStorage).join(' ')
      for (const { name } of await indexedDB.databases()) {
        const db = await read(indexedDB.open(name))
        for (const store of db.objectStoreNames) all += ' ' + text(await read(db.transaction(store).objectStore(store).getAll()))
        db.close()
      }
      return all
    })()`) as Promise<string>
  /** nothing of the outbox is written down for so long */
  const slowDisk = (ms: number) =>
    lead.page.evaluate(`new Promise((held) => {
      indexedDB.open('zetesis').onsuccess = ({ target }) => {
        const store = target.result.transaction('outbox', 'readwrite').objectStore('outbox')
        const until = Date.now() + ${ms}
        const hold = () => {
          if (Date.now() < until) store.count().onsuccess = hold
          else target.result.close()
        }
        hold()
        held()
      }
    })`)
  /** a page that is loaded anew has no key: it asks for the PIN */
  const goIn = async (path: string) => {
    await lead.load(path)
    await lead.type('unlock-pin', '482913')
    await lead.press('unlock')
  }
  const place = async (words: string, save = true) => {
    await lead.unfold('unit')
    await lead.type('place', words)
    if (save) await lead.act(/^Save/)
  }
  it('takes no PIN that everybody tries first, no two that differ, and no wrong password', async () => {
    await lead.go('/account')
    await lead.press('lock-open')
    // a lead's screen is seen over her shoulder
    for (const secret of ['pin', 'pin-again', 'lock-password'])
      assert.equal(
        await lead.page.$eval(`[data-testid="${secret}"]`, (field) => (field as HTMLInputElement).type),
        'password',
      )
    await lead.type('pin', '123456')
    await lead.type('pin-again', '123456')
    await lead.type('lock-password', 'not this')
    await lead.press('set-lock')
    await lead.shows('Anybody would try this one first')
    await lead.type('pin', '482913')
    await lead.press('set-lock')
    await lead.shows('The two aren’t the same.')
    await lead.type('pin-again', '482913')
    await lead.press('set-lock')
    await lead.shows('The password is wrong.')
    await lead.type('lock-password', 'copper-line')
    await lead.press('set-lock')
    await lead.see('lock-now')
  })

  it('keeps what isn’t sent closed up, a draft too; locked it shows nothing, and unlocked it goes on', async () => {
    await goIn(`/units/${unit}/prepare`)
    await lead.see('take-model')
    await lead.loseSignal()
    await place('Under the blue pot')
    await lead.reads('sync-note', /1 not sent yet/)
    await lead.press('stage-prepare')
    await place('Behind the red door', false)
    await lead.until(`indexedDB.databases().then((all) => all.some((d) => d.name === 'zetesis-drafts'))`)
    await lead.page.evaluate(`new BroadcastChannel('zetesis-lock').postMessage('lock')`)
    await lead.see('unlock-pin')
    assert.doesNotMatch(await lead.page.$eval('body', (body) => body.innerText), /K-08|blue pot|red door/)
    assert.doesNotMatch(await kept(), /blue pot|red door/)
    await lead.type('unlock-pin', '482914')
    await lead.press('unlock')
    await lead.shows('That isn’t the PIN.')
    await lead.type('unlock-pin', '482913')
    await lead.press('unlock')
    await lead.reads('sync-note', /1 not sent yet/)
    assert.equal(await lead.value('place'), 'Behind the red door')
    await lead.signal(true)
    await lead.reads('sync-note', /everything sent/)
    assert.deepEqual((await entriesOfKind(lead, unit, 'facts')).at(-1)!.facts, { place: 'Under the blue pot' })
  })

  it('locks by itself when nobody touched it, and asks for the PIN after a reload, too', async () => {
    // three seconds in place of minutes
    await lead.page.evaluate(`(() => {
      const locks = JSON.parse(localStorage.getItem('zetesis.lock'))
      for (const lock of Object.values(locks.people)) lock.idleMin = 0.05
      localStorage.setItem('zetesis.lock', JSON.stringify(locks))
    })()`)
    await lead.see('unlock-pin')
    await lead.page.reload({ waitUntil: 'domcontentloaded' })
    await lead.see('unlock-pin')
    await lead.page.evaluate(`(() => {
      const locks = JSON.parse(localStorage.getItem('zetesis.lock'))
      for (const lock of Object.values(locks.people)) lock.idleMin = 15
      localStorage.setItem('zetesis.lock', JSON.stringify(locks))
    })()`)
    for (let i = 0; i < 5; i++) {
      await lead.type('unlock-pin', '000000')
      await lead.press('unlock')
      await lead.shows('That isn’t the PIN.')
    }
    await lead.reads('lock-waits', /the next try in 0:1\d/)
    await lead.press('pin-forgotten')
    await lead.type('unlock-password', 'copper-lime')
    await lead.press('unlock')
    await lead.shows('The password is wrong.')
    await lead.type('unlock-password', 'copper-line')
    await lead.press('unlock')
    await lead.see('take-model')
  })

  it('after ten wrong PINs waits for its owner to sign in, and with no signal says so', async () => {
    await lead.page.evaluate(`(() => {
      const locks = JSON.parse(localStorage.getItem('zetesis.lock'))
      for (const lock of Object.values(locks.people)) lock.wrong = 9
      localStorage.setItem('zetesis.lock', JSON.stringify(locks))
    })()`)
    await lead.page.evaluate(`new BroadcastChannel('zetesis-lock').postMessage('lock')`)
    await lead.type('unlock-pin', '000000')
    await lead.press('unlock')
    await lead.shows('Too many wrong PINs')
    await lead.signal(false)
    await lead.type('unlock-password', 'copper-line')
    await lead.press('unlock')
    await lead.shows('No signal: without it only the PIN opens this.')
    await lead.signal(true)
    await lead.press('unlock')
    await lead.see('take-model')
    // nothing lies on it that a password could be tried at
    assert.doesNotMatch(await kept(), /byPassword|"iterations"/)
  })

  it('is each person’s own: somebody else signs in, reads and sends nothing of it, and it is sent under the right name', async () => {
    await lead.loseSignal()
    await slowDisk(1500)
    await place('Left of the grey box')
    await lead.reads('sync-note', /1 not sent yet/)
    await lead.page.evaluate(`new BroadcastChannel('zetesis-lock').postMessage('lock')`)
    // covered until all of it is written down: what has the signal before that is hers, and sent
    await lead.shows('unreadable to anybody else')
    await lead.signal(true)
    await lead.press('somebody-else')
    await lead.see('login')
    await lead.signIn('jonas', 'first-season')
    await lead.reads('sync-note', /everything sent/)
    assert.doesNotMatch(await kept(), /grey box/)
    const facts = () => entriesOfKind(lead, unit, 'facts')
    assert.deepEqual((await facts()).at(-1)!.facts, { place: 'Under the blue pot' })
    await lead.go('/')
    await lead.press('sign-out')
    await lead.see('login')
    await lead.signIn()
    await lead.until(`!document.querySelector('[data-testid="unlock-pin"]')`)
    await lead.reads('sync-note', /everything sent/)
    const { entries } = await lead.json<{
      entries: { author: { name: string }; entry: { facts?: { place?: string } } }[]
    }>(`/api/units/${unit}/entries`)
    const last = entries.filter((e) => e.entry.facts).at(-1)!
    assert.deepEqual([last.author.name, last.entry.facts], ['Mara Quill', { place: 'Left of the grey box' }])
  })

  it('lets a recording go on behind it, with no second lost', async () => {
    const vacuum = await preparedUnit(lead, 'V-77')
    await goIn(`/units/${vacuum}/vacuum`)
    await lead.press('source-rig')
    await lead.press('rig')
    await lead.press('speed-20')
    await lead.press('rig-start')
    await lead.see('rig-stop')
    await lead.page.evaluate(`new BroadcastChannel('zetesis-lock').postMessage('lock')`)
    await lead.shows('The recording goes on behind this.')
    await new Promise((resolve) => setTimeout(resolve, 4000))
    await lead.type('unlock-pin', '482913')
    await lead.press('unlock')
    await lead.press('rig-stop')
    await lead.reads('sync-note', /everything sent/)
    const [ended] = await entriesOfKind(lead, vacuum, 'traceEnded')
    assert.ok((ended!.samples as number) > 60, `${String(ended!.samples)} seconds were recorded`)
    const { traces } = await lead.json<{ traces: { state: string }[] }>(`/api/units/${vacuum}/traces`)
    assert.deepEqual(
      traces.map((t) => t.state),
      ['whole'],
    )
  })

  it('is taken off again, and what is kept is readable as ever', async () => {
    await goIn('/account')
    await lead.press('lock-open')
    await lead.press('unset-lock')
    await lead.see('set-lock')
    await lead.go(`/units/${unit}/prepare`)
    await place('Beside the green door', false)
    await lead.page.reload({ waitUntil: 'domcontentloaded' })
    await lead.unfold('unit')
    assert.equal(await lead.value('place'), 'Beside the green door')
    assert.deepEqual(lead.errors, [])
  })

  it('asks a lead for the password again before she gives or takes rights, where it was typed long ago', async () => {
    const db = new pg.Client({ connectionString: stage.server.database })
    await db.connect()
    await db.query(
      `update session set sess = jsonb_set(sess::jsonb, '{confirmed}', '"2026-01-01T00:00:00.000Z"')::json`,
    )
    await db.end()
    await lead.go('/company/people')
    await lead.press('open-jonas')
    // what the server asked last holds for two seconds
    await new Promise((resolve) => setTimeout(resolve, 2500))
    await lead.press('role-office')
    await lead.see('confirm')
    await lead.press('confirm-go')
    await lead.shows('Type your password.')
    await lead.type('confirm-password', 'copper-lime')
    await lead.press('confirm-go')
    await lead.shows('The password is wrong.')
    await lead.type('confirm-password', 'copper-line')
    await lead.press('confirm-go')
    await lead.reads('open-jonas', /Jonas Wick/)
    await lead.until(`document.querySelector('[data-testid="role-office"]')?.ariaChecked === 'true'`)
    await lead.gone('confirm')
  })
})
