import assert from 'node:assert/strict'
import { before, describe, it } from 'node:test'
import type { Driver } from './driver'
import { pdfText } from './pdfText'
import { setStage } from './stage'
import { asInDocs, walk } from './walks'

const job = 'Kiln Street Terrace'
const reading = {
  suctionPressure: '112',
  suctionLine: '56',
  liquidPressure: '312',
  liquidLine: '95.7',
  returnDryBulb: '76',
  returnWetBulb: '64',
  outdoor: '88',
}

/** A machine that ran before anybody came: read in two minutes, topped up, signed as found, or opened. */
describe('a machine that runs already', () => {
  const stage = setStage()
  let lead: Driver
  let unitId = ''
  before(async () => {
    lead = stage.lead
    await lead.signIn()
  })
  const open = async (tag: string) => {
    await lead.press('new-check')
    await lead.type('new-unit-tag', tag)
    await lead.press('new-unit-open')
    await lead.at(/\/units\/[\w-]+\/prepare$/)
    unitId = /units\/([\w-]+)\//.exec(lead.page.url())![1]!
  }
  const read = async (values: Partial<typeof reading>) => {
    for (const [name, value] of Object.entries(values)) await lead.type(name, value)
    await lead.act(/Log this reading/)
    await lead.reads('bar-action', /Take another reading/)
  }

  it('is opened, read and told of in a few taps: its verdict and the next act', async () => {
    await lead.press(`job-${job}`)
    const taken = walk(lead)
    await open('Q-1')
    await lead.pick('refrigerant', 'R-410A')
    await lead.press('metering-expansionValve')
    await lead.type('targetSubcooling', '10')
    await lead.act(/Save, and read it/)
    await lead.act(/It has run 10 min or more/)
    await read(reading)
    await lead.reads('verdict', /Out\s*2\.8/)
    asInDocs('Check of a running machine, from the job to its act', taken())
    await lead.reads('advice-head', /Find the charge on the plate first/)
  })

  it('sizes its step by the plate’s charge, takes it without a vacuum, and is signed', async () => {
    await lead.go(`/units/${unitId}/prepare`)
    await lead.type('labelCharge', '5 lb 4 oz')
    await lead.act(/Save, and read it/)
    await lead.reads('advice-head', /Add \d+\.\d oz/)
    await lead.go(`/units/${unitId}/weigh-in`)
    await lead.shows('Nothing is due by weight')
    await lead.go(`/units/${unitId}`)
    await lead.reads('stage-startUp', /Readings/)
    assert.deepEqual(
      await lead.page.$$eval('[data-testid^="stage-"]', (all) => all.map((e) => e.getAttribute('data-testid'))),
      ['stage-prepare', 'stage-startUp', 'stage-handOver'],
    )
    await lead.go(`/units/${unitId}/hand-over`)
    await lead.shows('it says what was found, and that it was left so')
    await lead.type('sign-name', 'Ines Farrow')
    await lead.sign()
    await lead.press('bar-action')
    await lead.reads('sealed', /Ines Farrow/)
    await lead.reads('sync-note', /everything sent/)
    const paper = (await pdfText((await lead.fetch(`/api/units/${unitId}/papers.pdf`)).bytes)).join(' ')
    assert.match(paper, /Q-1 · Check of a running machine/)
    assert.doesNotMatch(paper, /Evacuation|Nitrogen hold|facts are missing/)
  })

  it('is checked up a year after it was handed over: what changed since, beside how it was', async () => {
    await lead.go('/')
    await lead.press(`job-${job}`)
    await lead.press('unit-K-01')
    await lead.reads('check-it-up', /a check opens beside this record/)
    await lead.press('check-up')
    await lead.at(/start-up$/)
    unitId = /units\/([\w-]+)\//.exec(lead.page.url())![1]!
    await lead.reads('unit-tag', /K-01 check-up/)
    await lead.act(/It has run 10 min or more/)
    await read({ ...reading, liquidLine: '97' })
    await lead.reads('since-hand-over', /(Superheat|Subcooling) .* than at hand-over|as it was handed over/)
    await lead.press('fold-then')
    await lead.see('row-superheat')
    await lead.reads('before-after', /Brought to one weather by a model/)
    await lead.reads('sync-note', /everything sent/)
    const paper = (await pdfText((await lead.fetch(`/api/units/${unitId}/papers.pdf`)).bytes)).join(' ')
    assert.match(paper, /Since hand-over/)
  })

  it('that was just switched on waits, and one that must be opened becomes a repair', async () => {
    await lead.go('/')
    await lead.press(`job-${job}`)
    await open('Q-2')
    await lead.pick('refrigerant', 'R-22')
    await lead.press('metering-fixedOrifice')
    await lead.act(/Save, and read it/)
    await lead.press('just-on')
    await lead.shows('A reading decides after 10 min of running')
    await read({ ...reading, suctionPressure: '60', liquidPressure: '190' })
    await lead.reads('verdict', /superheat/)
    // a scale that was set to zero with the cylinder on it tells the amount alone
    await lead.go(`/units/${unitId}/weigh-in`)
    await lead.press('scale-read-net')
    await lead.type('net', '0')
    await lead.act(/Log the weighing/)
    await lead.shows('Type how much it was, more than zero.')
    await lead.type('net', '4')
    await lead.act(/Log the weighing/)
    await lead.reads('weighings', /4(\.0)? oz by the scale’s difference/)
    await lead.go(`/units/${unitId}/start-up`)
    await lead.press('make-repair')
    await lead.go(`/units/${unitId}`)
    await lead.see('stage-vacuum')
    await lead.reads('stage-prepare', /Still unknown: .*charge on the label/)
    assert.deepEqual(lead.errors, [])
  })
})
