import assert from 'node:assert/strict'
import { before, describe, it } from 'node:test'
import { entriesOfKind, runningUnit, unitIds } from './demo'
import { Driver } from './driver'
import { pdfText } from './pdfText'
import { setStage } from './stage'

const HOUR = 3_600_000

/** What the hour at the outdoor unit also is: too cold, against the advice, a wrong clock, a recording looked at afterwards. */
describe('start-up, when it isn’t plain', () => {
  const stage = setStage()
  let lead: Driver
  before(async () => {
    lead = stage.lead
    await lead.signIn()
  })
  const valve = {
    work: 'new',
    mode: 'coolingOnly',
    refrigerant: 'R-410A',
    metering: 'expansionValve',
    labelCharge: { value: 102, unit: 'oz' },
    lineLength: { value: 15, unit: 'ft' },
    includedLength: { value: 15, unit: 'ft' },
    liquidLine: { value: 0.375, unit: 'in' },
    targetSubcooling: { value: 10, unit: '°F' },
  }
  const sent = (driver = lead) => driver.reads('sync-note', /^everything sent/)
  const typeReading = async (driver: Driver, values: Record<string, string>) => {
    for (const [field, text] of Object.entries(values)) await driver.type(field, text)
    await driver.act(/Log this reading/)
  }
  const short = {
    suctionPressure: '122',
    suctionLine: '54',
    liquidPressure: '340',
    liquidLine: '101',
    returnDryBulb: '76',
    returnWetBulb: '63',
    supply: '57',
  }

  describe('on a day that is too cold', () => {
    let unit: string
    before(async () => {
      unit = await runningUnit(lead, 'C-01', valve)
      await lead.go(`/units/${unit}/start-up`)
      await typeReading(lead, { ...short, outdoor: '45' })
      await sent()
    })
    it('advises no charge, and offers to come back with the reason written already', async () => {
      await lead.reads(
        'advice-head',
        /Leave the weighed charge and come back.*45\.0 °F outdoors is outside the method’s window/,
      )
      await lead.type('visit-by', 'next week')
      await lead.press('log-visit')
      await lead.shows('Type the date as 2026-07-14')
      assert.equal(await lead.value('visit-by'), 'next week')
      await lead.type('visit-by', '2099-05-04')
      await lead.press('log-visit')
      await lead.reads(
        'return-visit-open',
        /45\.0 °F outdoors: too cold.*outdoors 65 °F to 115 °F, indoors 70 °F to 80 °F · by 4 May 2099/,
      )
      await sent()
      const [visit] = await entriesOfKind(lead, unit, 'returnVisit')
      assert.equal(visit!.by, '2099-05-04')
    })
    it('shows it on the row and in the papers as provisional', async () => {
      const text = (await pdfText((await lead.fetch(`/api/units/${unit}/papers.pdf`)).bytes)).join(' ')
      assert.match(text, /Provisional: somebody comes back/)
      await lead.go('/')
      await lead.press('job-Orchard Gate Surgery')
      await lead.reads('unit-C-01', /come back by 4 May 2099/)
    })
    it('lets a lead step all the same, with a reason that stays beside what spoke against it', async () => {
      await lead.go(`/units/${unit}/start-up`)
      await lead.press('despite')
      await lead.pickNamed('despite-cylinder', 'C-12')
      await lead.type('despite-amount', '2')
      await lead.press('log-step-despite')
      await lead.shows('Write why: it stays on the record with what speaks against it.')
      await lead.type('step-reason', 'Ordered by the maker’s service line.')
      await lead.press('log-step-despite')
      await sent()
      const [step] = await entriesOfKind(lead, unit, 'weighed')
      const { against, reason } = step!.despite as { against: string[]; reason: string }
      assert.ok(against.includes('outsideWindow'), `what spoke against it: ${against.join()}`)
      assert.equal(reason, 'Ordered by the maker’s service line.')
      const text = (await pdfText((await lead.fetch(`/api/units/${unit}/papers.pdf`)).bytes)).join(' ')
      assert.match(text, /against the advice \(.*outside the window/)
    })
  })

  it('steps on a plain shortage, and takes what was looked into all the same: a drier with two readings, one alone refused', async () => {
    const unit = await runningUnit(lead, 'C-02', valve)
    await lead.go(`/units/${unit}/start-up`)
    await typeReading(lead, { ...short, outdoor: '86' })
    // a plain shortage on both coils: no look would save what it costs
    await lead.reads('advice-head', /Add \d/)
    await lead.press('advice-more')
    await lead.reads('cause-undercharge', /superheat|subcooling/)
    await lead.press('look-open')
    await lead.type('look-drierIn', '101')
    await lead.press('log-look')
    await lead.shows('One of the two says nothing alone')
    await lead.type('look-drierOut', '90')
    await lead.press('log-look')
    await sent()
    assert.equal((await entriesOfKind(lead, unit, 'lookedInto')).length, 1)
    await lead.reads('advice-head', /Not by charge.*11\.0 °F are lost over the drier/)
  })

  it('on the low side alone names nothing over what starves the coil; a line that loses is no charge, and is asked for once', async () => {
    const unit = await runningUnit(lead, 'C-04', {
      ...valve,
      metering: 'fixedOrifice',
      lineLength: { value: 30, unit: 'ft' },
    })
    await lead.go(`/units/${unit}/start-up`)
    const { liquidPressure: _, liquidLine: __, ...lowSide } = short
    await typeReading(lead, { ...lowSide, suctionPressure: '98', suctionLine: '68', outdoor: '90' })
    await lead.press('advice-more')
    await lead.reads('cause-unparted', /Too little charge, or something starves the coil.*Low-side readings alone/)
    await lead.reads('ask-next', /or .*\? Put gauge and clamp on the liquid side/)
    assert.equal(await lead.page.$('[data-testid="cause-undercharge"]'), null)
    await lead.press('look-open')
    await lead.type('look-lineIn', '95')
    await lead.type('look-lineOut', '84')
    await lead.press('log-look')
    await sent()
    await lead.reads('advice-head', /Not by charge|first/)
    await lead.reads('advice', /restricted liquid line|blocked drier/i)
    assert.equal(await lead.page.$('[data-testid="cause-unparted"]'), null)
    const [looked] = await entriesOfKind(lead, unit, 'lookedInto')
    assert.deepEqual(looked!.lineOut, { value: 84, unit: '°F' })
  })

  it('on a day that decides nothing, short by the scale beyond doubt: that first, and what is believed in a line', async () => {
    const unit = await runningUnit(lead, 'C-05', { ...valve, lineLength: { value: 50, unit: 'ft' } })
    await lead.go(`/units/${unit}/start-up`)
    await lead.reads('charge-belief', /^Charge 102\.0 oz, within ±.* oz short, within ±.*by weight\.$/)
    await typeReading(lead, { ...short, outdoor: '45' })
    await lead.reads('advice-head', /Weigh in [\d.]+ oz by the scale.*No reading is needed for it/)
    const [, ounces] = /Weigh in ([\d.]+) oz/.exec(await lead.text('advice-head'))!
    await lead.reads('step', new RegExp(`Empty: ${ounces} oz, as advised`))
    await lead.press('log-step')
    await sent()
    await lead.reads('charge-belief', /right within ±/)
    await lead.reads('advice-head', /^(?!.*Weigh in)/)
  })

  it('shows a recording of another day over time, fetched from the server, and moves in it', async () => {
    const ids = await unitIds(lead)
    await lead.go(`/units/${ids['L-03']}/start-up`)
    await lead.see('chart-gaugePressure')
    await lead.reads('chart-gaugePressure', /start/)
    const drawn = () => lead.page.$eval('[data-testid="chart-temperature"]', (e) => e.innerHTML)
    const whole = await drawn()
    await lead.press('chart-narrow')
    await lead.until(
      (before: string) => document.querySelector('[data-testid="chart-temperature"]')?.innerHTML !== before,
      whole,
    )
    await lead.reads('ask-next', /blocked drier or a starving|starving metering device or a blocked drier/)
  })

  it('moves a chart with one finger and widens it with two', async () => {
    const ids = await unitIds(lead)
    await lead.go(`/units/${ids['L-03']}/start-up`)
    await lead.see('chart-temperature')
    await lead.press('chart-narrow')
    const chart = '[data-testid="chart-temperature"]'
    // on a busy machine what stands above may still come: fingers go where the chart is at rest
    let box = (await (await lead.page.$(chart))!.boundingBox())!
    for (let still = 0; still < 5;) {
      await new Promise((later) => setTimeout(later, 100))
      const now = (await (await lead.page.$(chart))!.boundingBox())!
      still = now.y === box.y && now.height === box.height ? still + 1 : 0
      box = now
    }
    const [middle, y] = [box.x + box.width / 2, box.y + box.height / 2]
    const drawn = () => lead.page.$eval(chart, (e) => e.innerHTML)
    const changes = (before: string) =>
      lead.until((was: string, at: string) => document.querySelector(at)?.innerHTML !== was, before, chart)
    const touch = await lead.page.createCDPSession()
    const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', ...xs: number[]) =>
      touch.send('Input.dispatchTouchEvent', { type, touchPoints: xs.map((x, id) => ({ x, y, id })) })
    const narrow = await drawn()
    await send('touchStart', middle)
    for (const dx of [15, 40, 80, 120]) await send('touchMove', middle + dx)
    await send('touchEnd')
    await changes(narrow)
    const moved = await drawn()
    await send('touchStart', middle - 90, middle + 90)
    for (const d of [75, 55, 35, 20]) await send('touchMove', middle - d, middle + d)
    await send('touchEnd')
    await changes(moved)
    // the worker answers each move of the fingers: the last of them brought the beginning back
    await lead.until(
      (at: string) => [...document.querySelectorAll(`${at} text`)].some((t) => t.textContent === '0'),
      chart,
    )
  })

  it('reads exchanged clamps of a logged reading the other way round: old one struck out, verdict there', async () => {
    const unit = (await unitIds(lead))['L-04']!
    await lead.go(`/units/${unit}/start-up`)
    await lead.reads('verdict', /No verdict/)
    await lead.reads('swap', /hang the wrong way round/)
    await lead.press('exchange-probes')
    await lead.reads('verdict', /In|Too close/)
    await sent()
    assert.equal((await entriesOfKind(lead, unit, 'struck')).length, 1)
    assert.equal((await entriesOfKind(lead, unit, 'reading')).length, 2)
  })

  it('goes by the server’s time on a phone whose clock is an hour fast, and says so', async () => {
    const unit = await runningUnit(lead, 'C-03', valve)
    const phone = await Driver.open(stage.browser, stage.server.base)
    // as text: what runs in the page must not lean on the loader's helpers
    await phone.page.evaluateOnNewDocument(`
      const Real = Date
      globalThis.Date = class extends Real {
        constructor(...args) { super(...(args.length === 0 ? [Real.now() + ${HOUR}] : args)) }
        static now() { return Real.now() + ${HOUR} }
      }`)
    await phone.signIn()
    await phone.reads('clock-off', /60 min fast/)
    await phone.go(`/units/${unit}/start-up`)
    await typeReading(phone, { ...short, outdoor: '86' })
    await sent(phone)
    const [reading] = await entriesOfKind(lead, unit, 'reading')
    const at = Date.parse(reading!.at as string)
    assert.ok(Math.abs(at - Date.now()) < 2 * 60_000, `stamped ${reading!.at as string}`)
    assert.ok(Date.parse(reading!.writtenAt as string) - at > HOUR / 2, 'what the phone’s own clock said is kept')
    await phone.close()
  })

  it('names a logger’s clock that is off, takes the time that is typed, and what its file can’t tell', async () => {
    const unit = await runningUnit(lead, 'C-04', valve)
    await lead.go(`/units/${unit}/start-up`)
    await lead.press('source-file')
    const rows = Array.from({ length: 200 }, (_, i) => {
      const time = new Date(Date.UTC(2019, 0, 1, 0, 0, 5 * i)).toISOString().replace('T', ' ').slice(0, 19)
      return [time, 122, 340, (54 + 0.05 * Math.sin(i)).toFixed(2), 95].join(',')
    })
    const head = 'time,suction psig,liquid psig,suction line F,liquid line F'
    await lead.chooseFile('import-open', 'old.csv', [head, ...rows].join('\n'))
    await lead.reads('file-clock', /ended before the unit was started/)
    await lead.reads('file-lost', /Nothing from return air.*the verdict and the next step.*whether today may decide/)
    const typed = await lead.page.evaluate(() => {
      const t = new Date(Date.now() - 17 * 60_000)
      return `${String(t.getHours()).padStart(2, '0')}:${String(t.getMinutes()).padStart(2, '0')}`
    })
    await lead.type('began', typed)
    await lead.press('import-take')
    await lead.see('recorded')
    await sent()
    const [reading] = await entriesOfKind(lead, unit, 'reading')
    assert.ok(Date.now() - Date.parse(reading!.at as string) < 10 * 60_000, `taken at ${reading!.at as string}`)
  })
})
