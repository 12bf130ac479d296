import assert from 'node:assert/strict'
import { before, describe, it } from 'node:test'
import { entriesOfKind, preparedUnit, unitIds } from './demo'
import type { Driver } from './driver'
import { pdfText } from './pdfText'
import { setStage } from './stage'

/** Holds that prove something: the rig live, a reload and a server restart half-way, a logger's ugly file, . */
describe('pressure test and vacuum', () => {
  const stage = setStage()
  let lead: Driver
  before(async () => {
    lead = stage.lead
    await lead.signIn()
  })
  const act = (wanted: RegExp) => lead.act(wanted)
  const entriesOf = (unitId: string, kind: string) => entriesOfKind(lead, unitId, kind)
  const connect = async (unitId: string, rig: string, speed = '60') => {
    await lead.go(`/units/${unitId}/vacuum`)
    await lead.press('source-rig')
    await lead.pick('rig', rig)
    await lead.press(`speed-${speed}`)
    await lead.press('rig-start')
    await lead.see('rig-stop')
  }
  const papers = async (unitId: string) =>
    (await pdfText((await lead.fetch(`/api/units/${unitId}/papers.pdf`)).bytes)).join(' ')

  describe('a wet line set on the rig', () => {
    let unit: string
    before(async () => {
      unit = await preparedUnit(lead, 'V-01')
    })

    it('is pulled down live, on the shelf while its water boils', async () => {
      await connect(unit, 'wet')
      await act(/Pump on/)
      await lead.reads('pull-down', /Water is boiling off at/)
      await lead.reads('pull-down', /There\. Valve off/)
    })

    it('shows on the decay that it is wet, through a reload and a restart of the server', async () => {
      await act(/Valve off/)
      await lead.reads('decay-verdict', /Holding/)
      await lead.page.reload({ waitUntil: 'domcontentloaded' })
      await lead.reads('decay-verdict', /Hold/)
      await stage.server.stop()
      await stage.server.start()
      await lead.reads('decay-so-far', /wet, not leaking/)
      await act(/Log the verdict/)
      await lead.reads('decay-verdict', /Out.*still wet, not leaking/)
      await lead.reads('decay-next', /Break with dry nitrogen twice/)
    })

    it('is cured by two nitrogen breaks, and the second decay passes', async () => {
      for (const left of [2, 1]) {
        await act(/Break with nitrogen/)
        await lead.reads('decay-verdict', /Nitrogen stands|Pump on again/)
        await act(/Pump on/)
        if (left === 2) await lead.reads('decay-verdict', /break with nitrogen: 1 to go/)
      }
      await lead.reads('pull-down', /There\. Valve off/)
      await act(/Valve off/)
      await act(/Log the verdict/)
      await lead.reads('decay-verdict', /In.*tight and dry/)
    })

    it('lost no sample on the way: every second of every recording is on the server', async () => {
      await lead.reads('sync-note', /^everything sent/)
      const begun = await entriesOf(unit, 'traceBegun')
      const ended = await entriesOf(unit, 'traceEnded')
      assert.equal(ended.length, begun.length, 'each recording that began has ended')
      for (const { traceId, samples } of ended) {
        const { bytes, type } = await lead.fetch(`/api/units/${unit}/traces/${String(traceId)}/samples.csv`)
        assert.match(type, /text\/csv/)
        const rows = new TextDecoder().decode(bytes).trim().split('\r\n').slice(1)
        assert.equal(rows.length, samples, 'the log knows how many there are')
        const seconds = rows.map((row) => Number(row.split(',')[1]))
        const missing = seconds.filter((s, i) => i > 0 && s !== seconds[i - 1]! + 1)
        assert.deepEqual(missing, [], 'one sample a second, without a gap')
      }
    })

    it('stands in the papers with fit, cause and confidence', async () => {
      const text = await papers(unit)
      for (const words of ['Decay hold', 'tight and dry', '% sure', 'Nitrogen breaks', 'valved off'])
        assert.ok(text.includes(words), `the papers say “${words}”`)
    })
  })

  it('tells a slow leak from moisture', async () => {
    const unit = await preparedUnit(lead, 'V-02')
    await connect(unit, 'slowLeak')
    await act(/Pump on/)
    await lead.reads('pull-down', /There\. Valve off/)
    await act(/Valve off/)
    await act(/Log the verdict/)
    await lead.reads('decay-cause', /^leaking$/)
    await lead.press('decay-numbers')
    await lead.shows('would lose a year')
    // pulled deeper before the valve was shut, on a busy machine, it may rise less than the limit: In, and the rig was taken off with the verdict
    const isOut = /Out/.test(await lead.text('decay-verdict'))
    if (isOut) await lead.press('rig-stop')
    else await lead.see('rig-start')
    await lead.go(`/units/${unit}`)
    await lead.reads('stage-vacuum', isOut ? /leaking/ : /In/)
  })

  describe('a log file', () => {
    // semicolons, decimal commas, a preface, times of day, gaps, junk, a drop-out and a row out of order
    const ugly = () => {
      const rows: string[] = ['Gerät;GX-7', 'Export vom 14.07.2026', '', 'Uhrzeit;Druck (mTorr);Kommentar']
      for (let i = 0; i <= 2100; i += 3) {
        const t = i - 900
        const micron = t < 0 ? 330 + 60_000 * Math.exp(-i / 90) : 1790 - 1450 * Math.exp(-t / 260)
        const clock = new Date(Date.UTC(2026, 6, 14, 23, 45, i)).toISOString().slice(11, 19)
        const cell = (Math.round(micron * (1 + 0.02 * Math.sin(i * 12.9898)) * 10) / 10).toString().replace('.', ',')
        if (i % 301 === 0 && i > 0) rows.push(`${clock};---;Aussetzer`)
        else if (i === 1500) rows.push('Batterie gewechselt;;')
        else rows.push(`${clock};${cell};`)
      }
      ;[rows[40], rows[41]] = [rows[41]!, rows[40]!]
      return `\ufeff${rows.join('\r\n')}\r\n`
    }

    it('however ugly, is read, shown, corrected and judged like the live one', async () => {
      const unit = await preparedUnit(lead, 'V-03')
      await lead.go(`/units/${unit}/vacuum`)
      await lead.press('source-file')
      await lead.chooseFile('import-open', 'log.csv', ugly())
      await lead.reads('import-preview', /readings over 35 min/)
      await lead.reads('import-preview', /Time ran backwards/)
      await lead.reads('unread', /1 row can’t be read.*Line \d+, no time: Batterie gewechselt/)
      await lead.reads('mapping', /vacuum in micron, time of day/)
      await lead.reads('import-verdict', /Out: still wet, not leaking/)
      await lead.press('import-take')
      await act(/Log the verdict/)
      await lead.reads('decay-verdict', /Out.*still wet, not leaking/)
      await lead.reads('sync-note', /^everything sent/)
      assert.equal((await entriesOf(unit, 'decayJudged')).length, 1)
    })

    it('of another kind, empty or without figures is said plainly, and nothing is taken in', async () => {
      const unit = await preparedUnit(lead, 'V-04')
      await lead.go(`/units/${unit}/vacuum`)
      await lead.press('source-file')
      await lead.chooseFile('import-open', 'picture.csv', '\u0000\u0001PNG\u0002')
      await lead.reads('import-refused', /picture\.csv isn’t a text file/)
      await lead.chooseFile('import-open', 'empty.csv', '')
      await lead.reads('import-refused', /empty\.csv is empty/)
      await lead.chooseFile('import-open', 'letter.txt', 'Dear crew,\nthe gauge is in the van.\n')
      await lead.reads('import-refused', /no figures|no rows/)
      assert.deepEqual(await entriesOf(unit, 'traceBegun'), [])
    })

    it('in a unit mistaken by a thousand gives itself away, and is put right with a tap', async () => {
      const unit = await preparedUnit(lead, 'V-05')
      await lead.go(`/units/${unit}/vacuum`)
      await lead.press('source-file')
      const torr = Array.from({ length: 120 }, (_, i) => `${i * 10},${(0.35 + i * 0.0002).toFixed(4)}`)
      await lead.chooseFile('import-open', 'gauge.csv', `seconds,micron\n${torr.join('\n')}\n`)
      await lead.reads('import-preview', /can’t be in this unit: multiplied by 1000/)
      await lead.press('mapping')
      await lead.press('map-vacuum-unit-Torr')
      await lead.reads('import-verdict', /leaking|can’t tell|tight/)
      // the verdict on the wrong unit may read alike: what counts is that the doubt goes
      await lead.page
        .waitForFunction(
          () =>
            !document.querySelector('[data-testid="import-preview"]')?.textContent?.includes('can’t be in this unit'),
        )
        .catch(() => assert.fail('in Torr the figures are believable'))
    })
  })

  it('says that a file is too big, and takes none of it', async () => {
    const unit = await preparedUnit(lead, 'V-08')
    await lead.go(`/units/${unit}/vacuum`)
    await lead.press('source-file')
    await lead.chooseFile('import-open', 'year.csv', `seconds,micron\n${'1000,512\n'.repeat(6_800_000)}`)
    await lead.reads('import-refused', /year.csv has 61 MB; up to 60 MB are taken/)
    assert.deepEqual(await entriesOf(unit, 'traceBegun'), [])
  })

  it('judges a hold by the gauge that it was read with', async () => {
    const unit = await preparedUnit(lead, 'V-09')
    await lead.go(`/units/${unit}/vacuum`)
    await lead.press('instruments')
    await lead.pickNamed('instrument-micronGauge', 'Micron gauge')
    await lead.press('valved-off')
    await lead.reads('sync-note', /^everything sent/)
    const [held] = await entriesOf(unit, 'valvedOff')
    assert.equal((held?.gauge as { kind?: string } | undefined)?.kind, 'micronGauge', 'the log keeps the gauge whole')
  })

  it('keeps the demo’s recorded decays: a wet line set and a slow leak', async () => {
    const ids = await unitIds(lead)
    await lead.go(`/units/${ids['K-07']}/vacuum`)
    await lead.reads('decay-verdict', /Out.*still wet/)
    await lead.go(`/units/${ids['O-02']}/vacuum`)
    await lead.reads('decay-verdict', /Out.*leaking/)
    assert.deepEqual(lead.errors, [])
  })
})
