import assert from 'node:assert/strict'
import { describe, it } from 'node:test'
import { runningUnit, unitIds } from './demo'
import { Driver } from './driver'
import { setStage } from './stage'

/** a phone of 390 × 844 whose keyboard is up */
const TYPING = { width: 390, height: 508 }

interface Focused {
  readonly name: string
  readonly top: number
  readonly left: number
  readonly bottom: number
  readonly ring: number
  readonly inBar: boolean
}

// as text: what runs in the page must not lean on the loader's helpers
const FOCUSED = `(() => {
  const e = document.activeElement
  if (!e || e === document.body) return null
  const box = e.getBoundingClientRect()
  const scroller = e.closest('[data-testid="page"]')
  const frame = e.matches('input, textarea') ? e.closest('[data-field] > div') ?? e.parentElement : e
  const style = getComputedStyle(frame)
  const shadow = /(\\d+)px(?: inset)?$/.exec(style.boxShadow)
  const outline = style.outlineStyle === 'none' ? 0 : parseFloat(style.outlineWidth)
  const down = scroller ? scroller.scrollTop : 0
  return {
    name: e.getAttribute('data-testid') || e.getAttribute('aria-label') || e.textContent.slice(0, 40),
    top: box.top + down, left: box.left, bottom: box.bottom + down,
    ring: Math.max(outline, style.boxShadow === 'none' ? 0 : shadow ? Number(shadow[1]) : 3),
    inBar: e.closest('[data-testid="wait-bar"]') !== null,
  }
})()`
const focused = (driver: Driver) => driver.page.evaluate(FOCUSED) as Promise<Focused | null>

/** Tabs through a page to its end; every stop shows a ring and stands after the one before, as one reads. */
async function walk(driver: Driver, most = 80): Promise<string[]> {
  const names: string[] = []
  let before: Focused | undefined
  for (let i = 0; i < most; i++) {
    await driver.page.keyboard.press('Tab')
    const now = await focused(driver)
    if (!now || names.includes(`${now.name} ${now.top}`)) break
    names.push(`${now.name} ${now.top}`)
    assert.ok(now.ring >= 2, `${now.name} has the focus and doesn’t show it at ${driver.page.url()}`)
    if (before && before.inBar === now.inBar) {
      const sameLine = now.top < before.bottom - 2 && before.top < now.bottom - 2
      assert.ok(
        sameLine ? now.left > before.left - 1 : now.top >= before.top,
        `after ${before.name} comes ${now.name}, which stands before it, at ${driver.page.url()}`,
      )
    }
    before = now
  }
  return names
}

describe('with gloves, by keyboard, in large type', () => {
  const stage = setStage()

  it('takes the seven deciding readings with two taps and no scrolling, the keyboard up', async () => {
    const { lead } = stage
    await lead.signIn()
    const unitId = await runningUnit(lead, 'G-01', {
      refrigerant: 'R-410A',
      metering: 'expansionValve',
      targetSubcooling: { value: 10, unit: '°F' },
    })
    await lead.page.setViewport(TYPING)
    await lead.go(`/units/${unitId}/start-up`)
    await lead.see('suctionPressure')
    await lead.page.evaluate(
      `window.scrolls = 0; addEventListener('wheel', () => window.scrolls++); addEventListener('touchmove', () => window.scrolls++)`,
    )
    await lead.page.click('[data-testid="suctionPressure"]')
    const wanted = [
      ['suctionPressure', '118'],
      ['suctionLine', '52.3'],
      ['liquidPressure', '334'],
      ['liquidLine', '94'],
      ['returnDryBulb', '76'],
      ['returnWetBulb', '63'],
      ['outdoor', '88'],
    ] as const
    for (const [name, value] of wanted) {
      await lead.until(`document.activeElement.getAttribute('data-testid') === '${name}'`)
      await lead.until(
        `(() => {
          const bar = document.querySelector('[data-testid="wait-bar"]').getBoundingClientRect().top
          return ${JSON.stringify(wanted.map(([id]) => id))}.every((id) => {
            const box = document.querySelector('[data-testid="' + id + '"]').getBoundingClientRect()
            return box.top >= 0 && box.bottom <= bar
          })
        })()`,
      )
      await lead.page.keyboard.type(value)
      await lead.page.keyboard.press('Enter')
    }
    // the bar is its action, and over it what was typed amounts to
    assert.deepEqual(
      await lead.page.$$eval('[data-testid="wait-bar"] button', (found) =>
        found.map((e) => e.getAttribute('data-testid')),
      ),
      ['bar-line', 'bar-action'],
    )
    await lead.reads('bar-line', /, target 10\.0 °F · /)
    await lead.page.click('[data-testid="bar-action"]')
    await lead.until(`document.querySelector('[data-testid="bar-action"]').textContent === 'Take another reading'`)
    assert.equal(await lead.page.evaluate('window.scrolls'), 0)
    assert.deepEqual(lead.errors, [])
  })

  it('reads again in place: two taps, four values on the page’s own pad, the verdict in sight', async () => {
    const { lead } = stage
    const unitId = await runningUnit(lead, 'G-02', {
      refrigerant: 'R-410A',
      metering: 'expansionValve',
      targetSubcooling: { value: 10, unit: '°F' },
    })
    await lead.page.setViewport({ width: 390, height: 844 })
    await lead.go(`/units/${unitId}/start-up`)
    const first = {
      suctionPressure: '121',
      suctionLine: '52',
      liquidPressure: '350',
      liquidLine: '95.7',
      returnDryBulb: '76',
      returnWetBulb: '64',
      outdoor: '90',
    }
    for (const [name, value] of Object.entries(first)) await lead.type(name, value)
    await lead.press('bar-action')
    await lead.until(`document.querySelector('[data-testid="bar-action"]').textContent === 'Take another reading'`)
    let taps = 0
    const tap = async (id: string) => {
      taps++
      await lead.page.click(`[data-testid="${id}"]`)
    }
    await tap('bar-action')
    await lead.until(`document.activeElement.getAttribute('data-testid') === 'suctionPressure'`)
    await lead.see('number-pad')
    assert.equal(
      await lead.page.$eval('[data-testid="suctionPressure"]', (e) => (e as HTMLInputElement).inputMode),
      'none',
    )
    for (const value of ['118', '51.5', '344', '94']) {
      for (const key of value) await lead.page.click(`[data-testid="pad-${key}"]`)
      await lead.page.click('[data-testid="pad-next"]')
    }
    // the key that only this field has
    await lead.until(`document.activeElement.getAttribute('data-testid') === 'returnDryBulb'`)
    await lead.see('pad-same')
    await lead.reads('bar-line', /^Probably in 11\.\d, target 10\.0 °F · /)
    const seen = await lead.page.evaluate(`(() => {
      const { top, bottom } = document.querySelector('[data-testid="bar-line"]').getBoundingClientRect()
      return top >= 0 && bottom <= innerHeight
    })()`)
    assert.ok(seen, 'the verdict isn’t in sight while it is typed')
    await tap('bar-action')
    await lead.until(`document.querySelector('[data-testid="bar-action"]').textContent === 'Take another reading'`)
    assert.ok(taps <= 3, `${taps} taps beside the values`)
    await lead.reads('sync-note', /everything sent/)
    const { entries } = await lead.json<{ entries: { entry: { values: object; carried?: object } }[] }>(
      `/api/units/${unitId}/entries`,
    )
    const [again] = entries.slice(-1)
    assert.deepEqual(Object.keys(again!.entry.carried ?? {}).sort(), ['outdoor', 'returnDryBulb', 'returnWetBulb'])
    assert.deepEqual(Object.keys(again!.entry.values).sort(), Object.keys(first).sort())
    assert.deepEqual(lead.errors, [])
  })

  it('types on the phone’s keyboard for whoever wants that, and on a page too low for keys', async () => {
    const { lead } = stage
    const inputMode = () => lead.page.$eval('[data-testid="before"]', (e) => (e as HTMLInputElement).inputMode)
    const ids = await unitIds(lead)
    await lead.go('/account')
    await lead.press('pad-phone')
    await lead.go(`/units/${ids['K-05']}/weigh-in`)
    await lead.see('before')
    await lead.page.click('[data-testid="before"]')
    assert.equal(await inputMode(), 'decimal')
    assert.equal(await lead.exists('number-pad'), false)
    await lead.go('/account')
    await lead.press('pad-own')
    await lead.go(`/units/${ids['K-05']}/weigh-in`)
    await lead.see('before')
    await lead.page.click('[data-testid="before"]')
    await lead.see('number-pad')
    // pounds and ounces, as a charge is written
    for (const key of ['5', 'pounds', '4', 'ounces']) await lead.page.click(`[data-testid="pad-${key}"]`)
    assert.equal(await lead.value('before'), '5 lb 4 oz')
    await lead.page.setViewport(TYPING)
    await lead.gone('number-pad')
    assert.equal(await inputMode(), 'decimal')
    await lead.page.setViewport({ width: 390, height: 844 })
  })

  for (const scheme of ['light', 'dark'] as const)
    it(`is worked by keyboard alone, every stop with a ring and in the order of reading, ${scheme}`, async () => {
      const desk = await Driver.open(stage.browser, stage.server.base, { width: 1000, height: 900 })
      await desk.page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: scheme }])
      await desk.go('/')
      await desk.see('login')
      const { keyboard } = desk.page
      await keyboard.press('Tab')
      await keyboard.type('mara')
      await keyboard.press('Tab')
      await keyboard.type('copper-line')
      await keyboard.press('Enter')
      await desk.see('job-Kiln Street Terrace')
      const ids = await unitIds(desk)
      for (const [path, id] of [
        ['/', 'library'],
        [`/units/${ids['K-05']}`, 'stage-weighIn'],
        [`/units/${ids['K-05']}/prepare`, 'take-model'],
        [`/units/${ids['K-05']}/weigh-in`, 'before'],
        ['/library', 'model-Kelvane 24'],
        ['/tools', 'slide-scale'],
      ] as const) {
        await desk.go(path)
        await desk.see(id)
        const stops = await walk(desk)
        assert.ok(stops.length > 5, `${path} has ${stops.length} stops`)
        assert.ok(
          stops.some((name) => name.startsWith('bar-action')),
          `${path}: the bar is never reached`,
        )
      }
      assert.deepEqual(desk.errors, [])
      await desk.close()
    })

  it('goes into a list of choices with the focus, and comes back with it', async () => {
    const { lead } = stage
    await lead.page.setViewport({ width: 390, height: 844 })
    const ids = await unitIds(lead)
    await lead.go(`/units/${ids['K-08']}/prepare`)
    await lead.see('refrigerant')
    await lead.page.focus('[data-testid="refrigerant"]')
    await lead.page.keyboard.press('Enter')
    await lead.until(`document.activeElement.getAttribute('data-testid')?.startsWith('refrigerant-')`)
    await lead.page.keyboard.press('Enter')
    await lead.until(`document.activeElement.getAttribute('data-testid') === 'refrigerant'`)
  })

  it('loses nothing and cuts nothing off in type of twice the size', async () => {
    const { lead } = stage
    const ids = await unitIds(lead)
    const all: string[] = []
    for (const [path, id] of [
      [`/units/${ids['K-03']}`, 'stage-startUp'],
      [`/units/${ids['K-03']}/start-up`, 'verdict'],
      [`/units/${ids['K-07']}/vacuum`, 'decay-verdict'],
      [`/units/${ids['K-05']}/weigh-in`, 'before'],
      ['/library', 'model-Kelvane 24'],
      ['/tools', 'slide-scale'],
      ['/', 'library'],
    ] as const) {
      await lead.go(path)
      await lead.see(id)
      await lead.page.evaluate(`document.documentElement.style.fontSize = '200%'`)
      const faults = (await lead.page.evaluate(`(() => {
        const found = []
        for (const e of document.querySelectorAll('#root *')) {
          if (e.closest('svg') || !e.getClientRects().length) continue
          const own = [...e.childNodes].some((n) => n.nodeType === 3 && n.textContent.trim())
          if (!own) continue
          const box = e.getBoundingClientRect()
          if (box.right > innerWidth + 1 || box.left < -1) found.push('beside the page: ' + e.textContent.slice(0, 60))
          const style = getComputedStyle(e)
          if (style.overflow !== 'visible' && (e.scrollWidth > e.clientWidth + 1 || e.scrollHeight > e.clientHeight + 2)) found.push('cut off: ' + e.textContent.slice(0, 60))
        }
        return found
      })()`)) as string[]
      all.push(...faults.map((fault) => `${id}: ${fault}`))
      // the bar is its action, and leaves the page its room
      await lead.until(
        `document.querySelector('[data-testid="wait-bar"]').getBoundingClientRect().height < 0.2 * innerHeight`,
      )
    }
    assert.deepEqual(all, [])
  })
})
