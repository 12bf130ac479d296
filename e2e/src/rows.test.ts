import assert from 'node:assert/strict'
import { before, describe, it } from 'node:test'
import pg from 'pg'
import { entriesOfKind, unitIds } from './demo'
import { Driver } from './driver'
import { setStage } from './stage'

interface Listed {
  id: string
  name: string
}

/** A row as a lead keeps it: in her order, with facts copied along it, on a wide page as a board, and with very many units. */
describe('a row of units, kept', () => {
  const stage = setStage()
  let lead: Driver
  let kiln: string
  before(async () => {
    lead = stage.lead
    await lead.signIn()
    const { jobs } = await lead.json<{ jobs: Listed[] }>('/api/jobs')
    kiln = jobs.find((j) => j.name === 'Kiln Street Terrace')!.id
  })
  const sent = (who = lead) => who.reads('sync-note', /everything sent/)
  const shown = () =>
    lead.page.$$eval('[data-testid^="unit-K-"]', (all) => all.map((e) => e.getAttribute('data-testid')!.slice(5)))

  it('is put in another order by the grips and by keyboard, with no signal, and other phones see it', async () => {
    await lead.go(`/jobs/${kiln}`)
    await lead.see('unit-K-01')
    await lead.loseSignal()
    await lead.press('order-row')
    await lead.see('ordering')
    const grip = async (tag: string) => (await (await lead.page.$(`[data-testid="grip-${tag}"]`))!.boundingBox())!
    await lead.bring('grip-K-03')
    const [from, to] = [await grip('K-03'), await grip('K-01')]
    await lead.page.mouse.move(from.x + 28, from.y + 28)
    await lead.page.mouse.down()
    await lead.page.mouse.move(from.x + 28, from.y, { steps: 4 })
    await lead.page.mouse.move(to.x + 28, to.y + 20, { steps: 8 })
    await lead.page.mouse.up()
    const places = () =>
      lead.page.$$eval('[data-testid^="grip-"]', (all) => all.map((e) => e.getAttribute('data-testid')!.slice(5)))
    await lead.until(`document.querySelector('[data-testid^="grip-"]').dataset.testid === 'grip-K-03'`)
    // the sentence for those who listen
    const told = (words: string) =>
      lead.until(`document.querySelector('[id^="DndLiveRegion"]')?.textContent.includes('${words}')`)
    await lead.page.focus('[data-testid="grip-K-08"]')
    await lead.page.keyboard.press('Space')
    await told('picked up at place 8')
    await lead.page.keyboard.press('ArrowUp')
    await told('over place 7')
    await lead.page.keyboard.press('Space')
    await told('put down at place 7')
    assert.deepEqual(await places(), ['K-03', 'K-01', 'K-02', 'K-04', 'K-05', 'K-06', 'K-08', 'K-07'])
    await lead.press('keep-order')
    await lead.see('unit-K-03')
    assert.deepEqual(await shown(), ['K-03', 'K-01', 'K-02', 'K-04', 'K-05', 'K-06', 'K-08', 'K-07'])
    await lead.signal(true)
    await sent()
    const jonas = await Driver.open(stage.browser, stage.server.base)
    await jonas.signIn('jonas', 'first-season')
    await jonas.go(`/jobs/${kiln}`)
    await jonas.until(`document.querySelector('[data-testid^="unit-K-"]')?.dataset.testid === 'unit-K-03'`)
    await jonas.close()
  })

  it('has facts copied along it, and says first what they replace', async () => {
    const ids = await unitIds(lead)
    await lead.go(`/units/${ids['K-05']}/prepare`)
    await lead.press('copy-facts')
    await lead.press('copy-what-line')
    await lead.press(`copy-to-${ids['K-08']}`)
    await lead.press(`copy-to-${ids['K-06']}`)
    await lead.reads('copy-plan', /K-06: replaces .*line length/)
    await lead.reads('copy-plan', /K-08: /)
    await lead.gone(`copy-to-${ids['K-01']}`)
    await lead.press('copy')
    await lead.reads('copied', /Copied to K-0[68], K-0[68]\./)
    await sent()
    const line = async (tag: string) => {
      const said = (await entriesOfKind(lead, ids[tag]!, 'facts')).map(
        (e) => (e.facts as { lineLength?: unknown }).lineLength,
      )
      return said.filter((length) => length !== undefined).at(-1)
    }
    assert.deepEqual(await line('K-06'), await line('K-05'))
    assert.deepEqual(await line('K-08'), await line('K-05'))
    await lead.press(`copy-to-${ids['K-06']}`)
    await lead.reads('copy-plan', /K-06: says the same already/)
  })

  it('is reckoned by another elevation once the job’s card says so, each unit with a line in its log; sealed ones stay', async () => {
    const ids = await unitIds(lead)
    await lead.go(`/jobs/${kiln}/card`)
    await lead.type('elevation', '9800')
    await lead.reads('elevation-moves', /7 units go by it/)
    await lead.reads('elevation-moves', /K-0\d: (In|Out|Too close to call) → /)
    const verdict = async (tag: string) => {
      const { units } = await lead.json<{ units: { summary: { tag: string; verdict: string } }[] }>('/api/units')
      return units.find((u) => u.summary.tag === tag)!.summary.verdict
    }
    const before = await verdict('K-01')
    await lead.press('bar-action')
    await lead.see('job-card')
    await sent()
    const facts = await entriesOfKind(lead, ids['K-02']!, 'facts')
    assert.deepEqual(facts.at(-1)!.facts, { elevation: { value: 9800, unit: 'ft' } })
    const { jobs } = await lead.json<{ jobs: (Listed & { elevation: unknown })[] }>('/api/jobs')
    assert.deepEqual(jobs.find((j) => j.id === kiln)!.elevation, { value: 9800, unit: 'ft' })
    assert.equal(await verdict('K-01'), before)
    // and back: they follow the job, since they were given its elevation
    await lead.press('job-card')
    await lead.type('elevation', '340')
    await lead.reads('elevation-moves', /7 units go by it/)
    await lead.press('bar-action')
    await lead.see('job-card')
    await sent()
  })

  it('is a board on a wide page: sorted, columns left out, and so again after a reload', async () => {
    await lead.page.setViewport({ width: 1280, height: 800 })
    await lead.go(`/jobs/${kiln}`)
    await lead.see('board-units')
    const first = (tag: string) =>
      lead.until(`document.querySelector('[data-testid^="unit-K-"]')?.ariaLabel === '${tag}'`)
    await first('K-03')
    await lead.press('sort-unit')
    await first('K-01')
    await lead.press('sort-unit')
    await first('K-08')
    await lead.press('columns-units')
    await lead.press('column-who')
    await lead.until(`document.querySelectorAll('[role="columnheader"]').length === 7`)
    await lead.page.reload({ waitUntil: 'domcontentloaded' })
    await lead.see('board-units')
    await first('K-08')
    assert.equal(await lead.page.$$eval('[role="columnheader"]', (all) => all.length), 7)
    await lead.press('unit-K-02')
    await lead.at(/\/units\//)
    await lead.go('/library')
    await lead.see('board-models')
    await lead.press('sort-charge')
    await lead.go('/')
    await lead.see('board-jobs')
  })

  it('says who is on a job, and shows each their own', async () => {
    await lead.page.setViewport({ width: 390, height: 844 })
    await lead.go('/')
    await lead.press('whose-jobs-mine')
    await lead.see('job-Kiln Street Terrace')
    await lead.page.waitForSelector('[data-testid="job-Lowmoor Reading Room"]', { hidden: true })
    const { crew } = await lead.json<{ crew: Listed[] }>('/api/crew')
    const { jobs } = await lead.json<{ jobs: Listed[] }>('/api/jobs')
    await lead.go(`/jobs/${jobs.find((j) => j.name === 'Lowmoor Reading Room')!.id}/card`)
    await lead.press(`on-job-${crew.find((p) => p.name === 'Mara Quill')!.id}`)
    await lead.press('bar-action')
    await lead.see('job-card')
    await sent()
    await lead.go('/')
    await lead.press('whose-jobs-mine')
    await lead.see('job-Lowmoor Reading Room')
  })

  it('stays a page with two thousand units: those that are seen are drawn, and each is found', async () => {
    const db = new pg.Client({ connectionString: stage.server.database })
    await db.connect()
    // as many units opened as K-08 was; this test is about what the page draws of them
    const { rows } = await db.query<{ id: string }>(
      `with job as (
         insert into jobs (company_id, id, name, card)
         select company_id, gen_random_uuid(), 'Long Range Court', card || '{"name":"Long Range Court"}' from jobs where id = $1
         returning company_id, id
       ), made as (
         insert into unit_state (company_id, unit_id, job_id, last_seq, last_hash, summary, summary_form)
         select job.company_id, gen_random_uuid(), job.id, 0, 'made ' || n,
           u.summary || jsonb_build_object('tag', 'L-' || lpad(n::text, 4, '0')), u.summary_form
         from job, unit_state u, generate_series(1, 2000) n where u.summary->>'tag' = 'K-08'
       ) select id from job`,
      [kiln],
    )
    await db.end()
    await lead.go(`/jobs/${rows[0]!.id}`)
    await lead.shows('2000 units')
    await lead.see('unit-L-0001')
    const drawn = () => lead.page.$$eval('[data-testid^="unit-L-"]', (all) => all.length)
    assert.ok((await drawn()) < 60, `${await drawn()} lines are drawn`)
    // as a finger does: a page that grew meanwhile is scrolled on
    await lead.until(() => {
      const page = document.querySelector('[data-testid="page"]')!
      page.scrollTop = page.scrollHeight
      return document.querySelector('[data-testid="unit-L-2000"]') !== null
    })
    assert.ok((await drawn()) < 60)
    await lead.page.$eval('[data-testid="page"]', (page) => void (page.scrollTop = 0))
    await lead.type('filter', 'L-1234')
    await lead.see('unit-L-1234')
    assert.equal(await drawn(), 1)
    assert.deepEqual(lead.errors, [])
  })
})
