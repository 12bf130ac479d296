import assert from 'node:assert/strict'
import { before, describe, it } from 'node:test'
import reference from '../../scripts/reference/saturation.json'
import type { Driver } from './driver'
import { unitIds } from './demo'
import { setStage } from './stage'

const number = (text: string) => Number(/[−-]?\d+(\.\d+)?/.exec(text)?.[0].replace('−', '-'))
const SEA_LEVEL_PSI = 14.695949

/** Pocket tools on a phone: no job needed, right by the reference data, and into a unit with one tap. */
describe('the pocket tools', () => {
  const stage = setStage()
  let lead: Driver
  before(async () => {
    lead = stage.lead
    await lead.signIn()
    await lead.press('tools-link')
  })

  it('give pressures and temperatures as the reference data have them, bubble and dew apart', async () => {
    for (const [name, f] of [
      ['R-407C', 40],
      ['R-454B', 110],
      ['R-32', 20],
      ['R-134a', 126],
    ] as const) {
      const row = reference.refrigerants.find((r) => r.name === name)!.grid.find((g) => g.T_F === f)!
      await lead.pick('tool-refrigerant', name)
      await lead.type('tool-pressure', (row.dewPsia - SEA_LEVEL_PSI).toFixed(4))
      await lead.reads('dew', new RegExp(`^${f}\\.0°F$`))
      await lead.type('tool-pressure', (row.bubblePsia - SEA_LEVEL_PSI).toFixed(4))
      await lead.reads('bubble', new RegExp(`^${f}\\.0°F$`))
      await lead.type('tool-temperature', String(f))
      await lead.see('bubble-pressure')
      for (const [id, psia] of [
        ['bubble-pressure', row.bubblePsia],
        ['dew-pressure', row.dewPsia],
      ] as const) {
        const shown = number(await lead.text(id))
        assert.ok(Math.abs(shown - (psia - SEA_LEVEL_PSI)) < 0.06, `${name} at ${f} °F: ${id} ${shown}`)
      }
    }
    await lead.type('tool-pressure', '9 999 psig')
    await lead.shows('R-134a data don’t reach that far.')
    await lead.type('tool-pressure', '12x')
    await lead.shows('isn’t a unit for this')
  })

  it('slide: by a finger and by the keys, and take the site’s elevation', async () => {
    await lead.pick('tool-refrigerant', 'R-410A')
    await lead.type('tool-pressure', '118')
    await lead.reads('dew', /^39\.8°F$/)
    const scale = (await lead.page.waitForSelector('[data-testid=slide-scale]', { visible: true }))!
    await scale.evaluate((e) => e.scrollIntoView({ block: 'center' }))
    const box = (await scale.boundingBox())!
    await lead.page.mouse.move(box.x + 200, box.y + 40)
    await lead.page.mouse.down()
    await lead.page.mouse.move(box.x + 120, box.y + 40, { steps: 6 })
    await lead.page.mouse.up()
    const slid = number(await lead.value('tool-pressure'))
    assert.ok(slid > 135 && slid < 160, `dragged to ${slid} psig`)
    await scale.focus()
    await lead.page.keyboard.press('ArrowLeft')
    await lead.until(
      (before: number) =>
        Number(document.querySelector<HTMLInputElement>('[data-testid=tool-pressure]')!.value) < before,
      slid,
    )
    await lead.type('tool-pressure', '118')
    await lead.type('tool-elevation', '5280')
    // about 2.6 psi less air: more than a degree colder
    await lead.reads('dew', /^38\.[2-7]°F$/)
    await lead.type('tool-elevation', '0')
  })

  it('work out superheat and subcooling from four readings, and drop them into a unit as a reading', async () => {
    const ids = await unitIds(lead)
    await lead.press('pick-four')
    for (const [id, text] of Object.entries({
      suctionPressure: '118',
      suctionLine: '52',
      liquidPressure: '350',
      liquidLine: '95',
    }))
      await lead.type(`tool-${id}`, text)
    await lead.reads('tool-superheat', /^12\.2°F$/)
    await lead.reads('tool-subcooling', /^11\.7°F$/)
    await lead.pick('drop-unit', ids['K-05']!)
    await lead.reads('drop-into', /Write it into K-05/)
    await lead.press('drop-into')
    await lead.reads('dropped', /In K-05’s log now/)
    await lead.press('unit-system')
    await lead.reads('tool-superheat', /^6\.8K$/)
    await lead.press('unit-system')
  })

  it('judge superheat or subcooling against its target on the same card, and keep it as a check with one tap', async () => {
    await lead.press('tool-device-fixedOrifice')
    await lead.type('tool-outdoor', '95')
    await lead.type('tool-returnWetBulb', '67')
    // (3·67 − 80 − 95)/2 = 13 °F
    await lead.reads('verdict', /12\.2.*superheat.*Target 13\.0 °F/)
    await lead.press('tool-device-expansionValve')
    await lead.type('tool-targetSubcooling', '12')
    const here = await lead.reads('verdict', /11\.7.*subcooling.*Target 12\.0 °F/)
    await lead.press('keep-check')
    await lead.at(/start-up$/)
    await lead.reads('unit-tag', /Check 1/)
    // it is the same reading by the same method
    assert.equal(await lead.reads('verdict', /11\.7/), here)
    await lead.reads('sync-note', /everything sent/)
    await lead.go('/tools')
  })

  it('give a target for a piston with a map of today, and refuse one for an expansion valve', async () => {
    await lead.press('pick-target')
    await lead.type('tool-outdoor', '95')
    await lead.type('tool-wetBulb', '67')
    await lead.reads('tool-target', /^13\.0°F$/)
    await lead.see('rule-map')
    await lead.type('tool-wetBulb', '58')
    await lead.reads('target-refused', /The target falls under 5\.0 °F/)
    await lead.press('tool-metering-expansionValve')
    await lead.reads('target-refused', /no superheat target can set it/)
    await lead.press('tool-metering-fixedOrifice')
    await lead.type('tool-wetBulb', '66')
    await lead.press('tool-source')
    await lead.page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('[data-testid^=tool-source-]')]
        .find((e) => e.textContent === 'Ostrel 30-P')!
        .click(),
    )
    await lead.reads('tool-target', /^14\.0°F$/)
    await lead.see('label-map')
  })

  it('turn humidity into wet bulb and back', async () => {
    await lead.press('pick-air')
    await lead.type('tool-dryBulb', '75')
    await lead.type('tool-humidity', '50')
    await lead.reads('tool-wet', /^62\.[56]°F$/)
    await lead.type('tool-wetBulb', '62.5')
    await lead.reads('tool-moist', /^50%$/)
    await lead.type('tool-wetBulb', '80')
    await lead.shows('Such air doesn’t exist')
  })

  it('work out a line set by the label or from the tube', async () => {
    await lead.press('pick-line')
    await lead.type('tool-length', '40')
    await lead.type('tool-included', '15')
    await lead.type('tool-allowance', '0.6')
    await lead.reads('tool-adjustment', /^15\.0oz$/)
    await lead.type('tool-allowance', '')
    await lead.reads('tool-adjustment', /^13\.0oz$/)
    await lead.type('tool-length', '10')
    await lead.shows('Take out')
    await lead.type('tool-length', '-3')
    await lead.shows('A length can’t be negative.')
  })

  it('put a vacuum into every unit, with the boiling point of water', async () => {
    await lead.press('pick-vacuum')
    await lead.type('tool-vacuum', '4600')
    await lead.reads('vacuum-Pa', /^613\.3Pa$/)
    await lead.reads('vacuum-mbar', /^6\.133mbar$/)
    await lead.reads('vacuum-boils', /^32\.[0-3]°F$/)
  })

  it('compare two refrigerants at one gauge, and note it in a unit', async () => {
    const ids = await unitIds(lead)
    await lead.press('pick-compare')
    await lead.reads('compare-lines', /R-22: 101\.\d °F.*R-422D: bubble 9\d\.\d °F, dew 100\.\d °F/)
    await lead.pick('drop-unit', ids['L-01']!)
    await lead.press('drop-into')
    await lead.reads('dropped', /In L-01’s log now/)
    await lead.reads('sync-note', /everything sent/)
    await lead.go(`/units/${ids['L-01']}`)
    await lead.shows('At 200.0 psig: R-22: 101')
    await lead.go(`/units/${ids['K-05']}`)
    await lead.shows('suction 118 psig')
    // the tool is as it was left
    await lead.go('/tools')
    await lead.see('compare-lines')
    assert.deepEqual(lead.errors, [])
  })
})
