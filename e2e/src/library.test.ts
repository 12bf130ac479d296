import assert from 'node:assert/strict'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { before, describe, it } from 'node:test'
import { unitIds } from './demo'
import { Driver } from './driver'
import { setStage } from './stage'

/** The library where there is no signal, where a label is corrected later, and with files. */
describe('the library', () => {
  const stage = setStage()
  let lead: Driver
  let ids: Record<string, string> = {}
  before(async () => {
    lead = stage.lead
    await lead.signIn()
    ids = await unitIds(lead)
  })

  it('takes a sticker at the unit with no signal, fills the unit from it, and sends all of it later', async () => {
    await lead.go(`/units/${ids['K-08']}/prepare`)
    await lead.see('new-model')
    await lead.loseSignal()
    await lead.press('new-model')
    await lead.type('name', 'Ostrel 24-X')
    await lead.press('metering-expansionValve')
    await lead.type('charge', '2.8 kg')
    await lead.press('add-figure')
    await lead.type('table-0-0-cooling', '5.5 K')
    await lead.press('bar-action')
    await lead.at(/\/prepare$/)
    await lead.reads('sync-note', /1 not sent yet/)
    await lead.press('take-model')
    await lead.page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('[data-testid^=take-model-]')]
        .find((e) => e.textContent === 'Ostrel 24-X')!
        .click(),
    )
    await lead.reads('label-taken', /Ostrel 24-X: subcooling figure/)
    assert.equal(await lead.value('labelCharge'), '2.8')
    assert.equal(await lead.text('labelCharge-unit'), 'kg')
    await lead.press('bar-action')
    await lead.reads('sync-note', /3 not sent yet/)
    await lead.signal(true)
    await lead.reads('sync-note', /everything sent/)
    const { entries } = await lead.json<{ entries: { entry: { kind: string; label?: { name: string } } }[] }>(
      `/api/units/${ids['K-08']}/entries`,
    )
    assert.equal(entries.at(-1)!.entry.label?.name, 'Ostrel 24-X')
  })

  it('says on a unit that its label was corrected since, and takes the newer one', async () => {
    await lead.go('/library')
    await lead.press('model-Ostrel 24-X')
    await lead.type('table-0-0-cooling', '6 K')
    await lead.press('bar-action')
    await lead.see('model-Ostrel 24-X')
    await lead.reads('sync-note', /everything sent/)
    await lead.go(`/units/${ids['K-08']}/prepare`)
    await lead.reads('label-newer', /Mara Quill saved this label again/)
    await lead.press('take-newer')
    await lead.until(() => document.querySelector('[data-testid=label-newer]') === null)
    await lead.press('bar-action')
    await lead.at(/\/units\/[\w-]+$/)
    await lead.reads('sync-note', /everything sent/)
    await lead.go(`/units/${ids['K-08']}/prepare`)
    await lead.see('label-taken')
    await lead.gone('label-newer')
  })

  it('shows another phone what was saved, and both of two corrections at once', async () => {
    const second = await Driver.open(stage.browser, stage.server.base)
    await second.signIn('jonas', 'first-season')
    await second.go('/library')
    await second.press('model-Ostrel 24-X')
    await second.see('name')
    await second.type('maker', 'Ostrel, from the plate')
    await lead.go('/library')
    await lead.press('model-Ostrel 24-X')
    await lead.type('maker', 'Ostrel')
    await lead.press('bar-action')
    await lead.see('add-model')
    await lead.reads('sync-note', /everything sent/)
    // the second phone reloads, and so knows of the lead's version, but what it had typed was from the one before
    await second.page.reload({ waitUntil: 'domcontentloaded' })
    await second.see('maker')
    assert.equal(await second.value('maker'), 'Ostrel, from the plate')
    await second.press('bar-action')
    await second.see('add-model')
    await second.reads('sync-note', /everything sent/)
    await lead.go('/library')
    await lead.press('model-Ostrel 24-X')
    await lead.shows('Mara Quill had saved another version just before.')
    assert.equal(await lead.value('maker'), 'Ostrel, from the plate')
    await second.close()
  })

  it('reads a chart from a CSV file as a spreadsheet writes it, and refuses a broken one with nothing taken over', async () => {
    const folder = mkdtempSync(path.join(tmpdir(), 'zetesis-csv.'))
    const file = (name: string, text: string) => {
      const full = path.join(folder, name)
      writeFileSync(full, text)
      return full
    }
    const choose = async (full: string) => {
      const [chooser] = await Promise.all([lead.page.waitForFileChooser(), lead.press('sheet-0-csv-in')])
      await chooser.accept([full])
    }
    await lead.go('/library')
    await lead.press('model-Ostrel 30-P')
    await lead.press('sheet-0-paste-open')
    await choose(file('broken.csv', 'wb;18;24\n14;8\n'))
    await lead.shows('Line 2 has 2 fields, the first line 3.')
    assert.equal(await lead.value('sheet-0-1-0'), '54')
    await choose(file('good.csv', '\ufeff"Rückluft";"18 °C";"24 °C"\r\n"14 °C";"8,5 K";""\r\n"17 °C";"12 K";"9 K"\r\n'))
    await lead.until(() => document.querySelector<HTMLInputElement>('[data-testid="sheet-0-1-1"]')?.value === '8.5')
    await lead.reads('sheet-0-columnUnit', /°C/)
    await lead.reads('sheet-0-cellUnit', /K/)
    assert.equal(await lead.value('sheet-0-1-2'), '')
  })

  it('puts a model and an instrument away, and no error was met', async () => {
    await lead.go('/library')
    await lead.press('model-Brask P-18')
    await lead.press('retire-model')
    await lead.see('add-model')
    await lead.until(() => document.querySelector('[data-testid="model-Brask P-18"]') === null)
    await lead.reads('sync-note', /everything sent/)
    await lead.page.reload({ waitUntil: 'domcontentloaded' })
    await lead.see('model-Ostrel 30-P')
    await lead.gone('model-Brask P-18')
    assert.deepEqual(lead.errors, [])
  })
})
