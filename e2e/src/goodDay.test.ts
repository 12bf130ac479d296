import assert from 'node:assert/strict'
import { before, describe, it } from 'node:test'
import { clock } from './demo'
import type { Driver } from './driver'
import { setStage } from './stage'
import { asInDocs, walk } from './walks'

/** A job done right with ordinary tools: a piston unit and a digital set, from nitrogen to seal, and nothing typed but readings and names. */
describe('a good day', () => {
  const stage = setStage()
  let lead: Driver
  let unitId = ''
  let taken: ReturnType<typeof walk>
  before(async () => {
    lead = stage.lead
    await lead.signIn()
  })
  const entries = async () => {
    const told = await lead.json<{ entries: { entry: { kind: string; reason?: string; despite?: object } }[] }>(
      `/api/units/${unitId}/entries`,
    )
    return told.entries.map((e) => e.entry)
  }

  it('prepares a piston unit', async () => {
    await lead.press('job-Kiln Street Terrace')
    taken = walk(lead)
    await lead.press('new-unit')
    await lead.type('new-unit-tag', 'K-30')
    await lead.press('new-unit-open')
    await lead.at(/\/units\/[\w-]+\/prepare$/)
    unitId = /units\/([\w-]+)\//.exec(lead.page.url())![1]!
    await lead.press('work-new')
    await lead.press('mode-coolingOnly')
    await lead.pick('refrigerant', 'R-410A')
    await lead.press('metering-fixedOrifice')
    await lead.press('superheatSource-commonRule')
    await lead.type('labelCharge', '88')
    await lead.type('includedLength', '15')
    await lead.type('lineLength', '15')
    await lead.type('allowance', '0.6')
    await lead.press('bar-action')
    await lead.at(/\/units\/[\w-]+$/)
  })

  it('holds nitrogen for a quarter of an hour: nothing lost goes on, as what it is', async () => {
    await lead.press('stage-pressureTest')
    await lead.type('plate', '450')
    await lead.press('bar-action')
    await lead.reads('hold-outlook', /15 min on this gauge show a loss of \d\.\d psi: a leak of .* a year/)
    await lead.type('test-gauge', '440')
    await lead.type('test-ambient', '78')
    await lead.type('time', await clock(lead, 100))
    await lead.press('bar-action')
    await lead.reads('test-verdict', /Hold is over/)
    await lead.type('test-gauge', '439.5')
    await lead.type('test-ambient', '77.5')
    await lead.type('time', await clock(lead, 84))
    await lead.press('bar-action')
    await lead.reads('test-verdict', /Nothing lost.*no leak over/)
  })

  it('pulls down, holds its decay and weighs nothing in: the factory charge covers the line', async () => {
    await lead.go(`/units/${unitId}/vacuum`)
    await lead.type('micron', '330')
    await lead.type('time', await clock(lead, 61))
    await lead.press('bar-action')
    await lead.type('time', await clock(lead, 60))
    await lead.press('valved-off')
    for (const [ago, value] of [
      [58, '335'],
      [54, '338'],
      [49, '341'],
    ] as const) {
      await lead.type('micron', value)
      await lead.type('time', await clock(lead, ago))
      await lead.press('bar-action')
      await lead.until(() => document.querySelector<HTMLInputElement>('[data-testid=micron]')?.value === '')
    }
    await lead.reads('decay-verdict', /In/)
    await lead.reads('sync-note', /everything sent/)
  })

  it('reads a sound unit once with a digital set that is said in one tap: one headline, one act, and that is to sign', async () => {
    await lead.go(`/units/${unitId}/start-up`)
    // it was started twenty minutes ago, and says so only now: nothing is waited for again
    await lead.reads('bar-action', /Valves are open/)
    await lead.type('time', 'at noon')
    await lead.press('bar-action')
    await lead.shows('Type the time as 14:05')
    await lead.type('time', await clock(lead, 21))
    await lead.act(/Valves are open/)
    await lead.reads('bar-action', /Power on/)
    await lead.type('time', await clock(lead, 20))
    await lead.act(/Power on/)
    await lead.reads('ask-instruments', /What do you read it with\?/)
    await lead.press('read-with-digital')
    await lead.until(() => document.querySelector('[data-testid=ask-instruments]') === null)
    // 64 °F wet bulb and 90 °F outdoors: (3·64 − 80 − 90)/2 = 11 °F
    const typed = {
      suctionPressure: '121.3',
      suctionLine: '53.6',
      liquidPressure: '345.2',
      liquidLine: '96.4',
      returnDryBulb: '76.2',
      returnWetBulb: '64',
      supply: '56.8',
      outdoor: '90',
    }
    for (const [field, text] of Object.entries(typed)) await lead.type(field, text)
    // what it says while it is typed is what it says when it is logged
    const typing = await lead.reads('advice-head', /sign/)
    await lead.press('bar-action')
    await lead.reads('bar-action', /Take another reading/)
    await lead.reads('verdict', /(In|Probably in)1\d\.\d.*likely by these instruments|Probably in, \d\d %/)
    assert.equal(await lead.reads('advice-head', /sign/), typing)
    assert.equal(await lead.page.$('[data-testid="log-step"]'), null)
  })

  it('is signed, and nobody wrote an excuse', async () => {
    await lead.go(`/units/${unitId}/hand-over`)
    await lead.type('sign-name', 'Ines Farrow')
    await lead.sign()
    await lead.press('bar-action')
    await lead.reads('sealed', /Ines Farrow/)
    // the tap that the slip in the time took stands for the finger's signature
    asInDocs('Piston unit, from opening to the seal', taken())
    await lead.reads('sync-note', /everything sent/)
    const told = await entries()
    assert.ok(told.some((e) => e.kind === 'sealed'))
    for (const { kind, reason, despite } of told) {
      assert.notEqual(kind, 'gatePassed')
      assert.equal(reason ?? despite, undefined, `${kind} carries a reason`)
    }
    assert.deepEqual(lead.errors, [])
  })
})
