import assert from 'node:assert/strict'
import { before, describe, it } from 'node:test'
import { entriesOfKind } from './demo'
import { Driver } from './driver'
import { setStage } from './stage'

interface Listed {
  id: string
  name: string
  standing: string
  units: number
  customer?: { name?: string }
}

/** A crew's own jobs and rows of units, also with no signal, and from two phones. */
describe('jobs and rows', () => {
  const stage = setStage()
  let lead: Driver
  before(async () => {
    lead = stage.lead
    await lead.signIn()
  })
  const job = async (name: string): Promise<Listed> => {
    const { jobs } = await lead.json<{ jobs: Listed[] }>('/api/jobs')
    const found = jobs.find((j) => j.name === name)
    assert.ok(found, `there is a job ${name}`)
    return found
  }
  const sent = () => lead.reads('sync-note', /everything sent/)

  it('shows where the page leads once what stands above is there: nothing moves from under a thumb', async () => {
    const other = await Driver.open(stage.browser, stage.server.base)
    // what is asked is held until the test lets it go, one after the other
    await other.page.evaluateOnNewDocument(`(() => {
      const ask = fetch
      const held = []
      let isHeld = true
      window.fetch = async (...what) => {
        if (isHeld && /api\\/(jobs|units|book)/.test(String(what[0]))) await new Promise((go) => held.push(go))
        return ask(...what)
      }
      window.letGo = async () => {
        while (held.length > 0) {
          held.shift()()
          await new Promise((later) => setTimeout(later, 400))
        }
        isHeld = false
      }
    })()`)
    await other.signIn('jonas', 'first-season')
    await other.reads('wait-bar', /Waits: not known yet.*Not known yet/)
    assert.ok(!(await other.exists('tools-link')))
    const stood = (await other.page.evaluate(`new Promise((told) => {
      const tops = []
      const look = () => {
        const top = document.querySelector('[data-testid="tools-link"]')?.getBoundingClientRect().top
        if (top !== undefined) tops.push(Math.round(top))
        if (tops.length < 40) setTimeout(look, 50)
        else told([...new Set(tops)])
      }
      look()
      letGo()
    })`)) as number[]
    assert.equal(stood.length, 1, `it stood at ${stood.join(', ')}`)
    assert.ok(await other.exists('job-Orchard Gate Surgery'))
    await other.page.browserContext().close()
  })

  it('makes a job and a row of sixteen with no signal, and sends it all later', async () => {
    await lead.go('/')
    await lead.see('new-job')
    await lead.loseSignal()
    await lead.press('new-job')
    await lead.see('customerName')
    await lead.press('bar-action')
    await lead.shows('A job needs a name.')
    await lead.type('name', 'Harrow Lane')
    await lead.type('place', '4 Harrow Lane')
    await lead.type('timeZone', 'Nowhere')
    await lead.type('elevation', '340')
    await lead.press('bar-action')
    await lead.shows('Name it by continent and city')
    await lead.type('timeZone', 'America/Chicago')
    await lead.type('customerName', 'T. Ansley')
    await lead.press('bar-action')
    await lead.see('no-units')
    await lead.reads('sync-note', /1 not sent yet/)

    await lead.press('make-row')
    await lead.type('row-pattern', 'H-')
    await lead.type('row-count', '16')
    await lead.press('row-open')
    await lead.shows('Say where the number goes')
    await lead.type('row-pattern', 'H-##')
    await lead.reads('row-preview', /H-01, H-02, H-03 … H-16: 16 units/)
    await lead.pickNamed('row-model', 'Kelvane 24')
    await lead.press('row-lengths')
    await lead.type('row-length-H-02', '34 feet and a bit')
    await lead.press('row-open')
    await lead.see('row-form')
    assert.equal(await lead.value('row-length-H-02'), '34 feet and a bit')
    await lead.type('row-length-H-02', '34')
    await lead.press('row-open')
    await lead.see('unit-H-16')
    await lead.reads('sync-note', /65 not sent yet/)
    await lead.signal(true)
    await sent()
    const { id, units, customer } = await job('Harrow Lane')
    assert.deepEqual([units, customer], [16, { name: 'T. Ansley' }])
    const rows = (await lead.json<{ units: { id: string; summary: { tag: string } }[] }>(`/api/jobs/${id}/units`)).units
    const second = rows.find((u) => u.summary.tag === 'H-02')!
    const [facts] = await entriesOfKind(lead, second.id, 'facts')
    assert.deepEqual((facts!.facts as { lineLength: unknown }).lineLength, { value: 34, unit: 'ft' })
    assert.equal((facts!.facts as { model: unknown }).model, 'Kelvane 24')
  })

  it('won’t make tags twice, and says which', async () => {
    await lead.press('make-row')
    await lead.type('row-pattern', 'H-##')
    await lead.type('row-from', '15')
    await lead.type('row-count', '4')
    await lead.shows('In this job already: H-15, H-16.')
    await lead.type('row-from', '17')
    await lead.reads('row-preview', /H-17, H-18, H-19, H-20/)
    await lead.page.reload({ waitUntil: 'domcontentloaded' })
    await lead.reads('row-preview', /H-17, H-18, H-19, H-20/)
    await lead.type('row-pattern', '{floor}.##')
    await lead.type('row-floor-from', '1')
    await lead.type('row-floor-to', '2')
    await lead.type('row-from', '1')
    await lead.type('row-count', '2')
    await lead.press('row-open')
    await lead.see('unit-2.02')
    await sent()
    assert.equal((await job('Harrow Lane')).units, 20)
  })

  it('opens units from a spreadsheet’s file, and says of each line that it leaves out why', async () => {
    await lead.press('make-row')
    await lead.press('row-how-table')
    await lead.type('row-table', 'model;length\nKelvane 24;30')
    await lead.shows('No column is named “tag”')
    const csv = [
      '\ufeffTag;Model;Length (m);Place',
      'S-01;Kelvane 24;12,5;shed',
      'H-01;;;',
      'S-02;Nobody 9;;',
      'S-03;;40 ft;loft',
      ';;;',
    ].join('\r\n')
    await lead.chooseFile('row-csv', 'units.csv', csv)
    await lead.reads('row-preview', /S-01, S-03: 2 units/)
    await lead.reads('row-refused', /2 lines aren’t taken.*Line 3: H-01 is in this job.*Line 4: No model “Nobody 9”/)
    await lead.press('row-open')
    await lead.see('unit-S-03')
    await sent()
    const { id } = await job('Harrow Lane')
    const rows = (await lead.json<{ units: { id: string; summary: { tag: string } }[] }>(`/api/jobs/${id}/units`)).units
    const [facts] = await entriesOfKind(lead, rows.find((u) => u.summary.tag === 'S-01')!.id, 'facts')
    assert.deepEqual((facts!.facts as { lineLength: unknown }).lineLength, { value: 12.5, unit: 'm' })
    assert.equal((facts!.facts as { place: unknown }).place, 'shed')
  })

  it('keeps both of two corrections, and shows it', async () => {
    const { id } = await job('Harrow Lane')
    const jonas = await Driver.open(stage.browser, stage.server.base)
    await jonas.signIn('jonas', 'first-season')
    await jonas.go(`/jobs/${id}/card`)
    await jonas.see('notes')
    await jonas.type('notes', 'Key under the pot.')
    await lead.press('job-card')
    await lead.type('notes', 'Dog in the yard.')
    await lead.press('bar-action')
    await lead.see('job-card')
    await sent()
    await jonas.press('bar-action')
    await jonas.see('job-card')
    await jonas.reads('job-notes', /T\. Ansley.*Key under the pot\./)
    await jonas.reads('sync-note', /everything sent/)
    await lead.go(`/jobs/${id}/card`)
    await lead.reads('saved-twice', /Mara Quill had saved another version just before/)
    // opened before the other one's version had come it stands in the form all the same
    await lead.until(`document.querySelector('[data-testid="notes"]')?.value === 'Key under the pot.'`)
    await jonas.close()
  })

  it('finds units along a row by what they need and by their stage', async () => {
    const { id } = await job('Kiln Street Terrace')
    await lead.go(`/jobs/${id}`)
    await lead.see('unit-K-01')
    const shown = () =>
      lead.page.$$eval('[data-testid^="unit-K-"]', (all) => all.map((e) => e.getAttribute('data-testid')!.slice(5)))
    await lead.press('narrow')
    await lead.press('group-wrong')
    await lead.until(`document.querySelectorAll('[data-testid^="unit-K-"]').length < 8`)
    assert.deepEqual(await shown(), ['K-03', 'K-07'])
    await lead.press('stage-vacuum')
    await lead.until(`document.querySelectorAll('[data-testid^="unit-K-"]').length === 1`)
    assert.deepEqual(await shown(), ['K-07'])
    await lead.press('group-sealed')
    await lead.see('no-match')
    await lead.press('stage-vacuum')
    await lead.until(`document.querySelectorAll('[data-testid^="unit-K-"]').length === 1`)
    assert.deepEqual(await shown(), ['K-01'])
    await lead.press('group-sealed')
    await lead.see('unit-K-08')
    await lead.go(`/jobs/${(await job('Harrow Lane')).id}/card`)
  })

  it('a unit moves to another job, and goes out of the way and back, with no signal, too', async () => {
    const { id } = await job('Harrow Lane')
    await lead.go(`/jobs/${id}`)
    await lead.press('unit-S-03')
    await lead.press('place')
    await lead.loseSignal()
    await lead.press('archive')
    await lead.shows('Say why: it stays in the log.')
    await lead.type('archive-reason', 'The shed isn’t built')
    await lead.press('archive')
    await lead.see('is-archived')
    await lead.press('back')
    await lead.reads('archived-units', /one unit/)
    await lead.gone('unit-S-03')
    await lead.press('archived-units')
    await lead.press('unit-S-03')
    await lead.press('place')
    await lead.type('archive-reason', 'It is, after all')
    await lead.press('archive')
    await lead.page.waitForSelector('[data-testid="is-archived"]', { hidden: true })
    await lead.press('move')
    await lead.shows('Choose the job first.')
    await lead.pickNamed('move-to', 'Lowmoor Reading Room')
    await lead.reads('move-elevation', /1280 ft.*340 ft/)
    await lead.press('move')
    await lead.signal(true)
    await sent()
    await lead.go(`/jobs/${(await job('Lowmoor Reading Room')).id}`)
    await lead.see('unit-S-03')
    await lead.go(`/jobs/${id}/card`)
  })

  it('is closed, archived and opened again, and takes no unit while it is', async () => {
    await lead.press('stand-closed')
    await lead.see('stand-archived')
    await lead.go('/')
    await lead.reads('closed-jobs', /Harrow Lane/)
    await lead.press('job-Harrow Lane')
    await lead.reads('job-stands', /Closed/)
    await lead.gone('new-unit')
    await lead.press('job-card')
    await lead.press('stand-archived')
    await lead.see('standing-archived')
    await lead.go('/')
    await lead.reads('archive', /one job/)
    await lead.gone('job-Harrow Lane')
    await lead.press('archive')
    await lead.press('job-Harrow Lane')
    await lead.see('unit-H-01')
    await lead.press('job-card')
    await lead.press('stand-open')
    await lead.see('standing-open')
    await sent()
    assert.equal((await job('Harrow Lane')).standing, 'open')
    assert.deepEqual(lead.errors, [])
  })
})
