import { mkdirSync } from 'node:fs'
import path from 'node:path'
import { tellEntries, unitIds } from './demo'
import { powerOn } from './onRig'
import { Driver } from './driver'
import { launch } from './launch'
import { startServer } from './server'

// One current picture of each main view, from the demo world: docs/screenshots. ./zetesis shots
const out = path.resolve(import.meta.dirname, '../../docs/screenshots')
mkdirSync(out, { recursive: true })
const server = await startServer()
const browser = await launch()
const phone = { width: 390, height: 844 }
const desk = { width: 1280, height: 800 }

interface Shot {
  name: string
  size: typeof phone
  path: (ids: Record<string, string>, jobId: string) => string
  see: string
  dark?: boolean
  prepare?: (driver: Driver) => Promise<void>
}
const shots: Shot[] = [
  { name: 'jobs', size: phone, path: () => '/', see: 'job-Kiln Street Terrace' },
  { name: 'row', size: phone, path: (_, job) => `/jobs/${job}`, see: 'unit-K-01' },
  { name: 'unit', size: phone, path: (ids) => `/units/${ids['K-04']}`, see: 'copper-line' },
  {
    name: 'refit',
    size: phone,
    path: (ids) => `/units/${ids['L-06']}/refit`,
    see: 'candidates',
    prepare: async (driver) => {
      for (const candidate of ['R-438A', 'R-32']) await driver.press(`compare-${candidate}`)
      await driver.bring('candidate-R-438A')
    },
  },
  {
    name: 'ports',
    size: phone,
    path: (ids) => `/units/${ids['O-03']}/ports`,
    see: 'circuit',
    // the front has run through, and the flow moves
    prepare: () => new Promise((resolve) => setTimeout(resolve, 2000)),
  },
  { name: 'pressure-test', size: phone, path: (ids) => `/units/${ids['K-07']}/pressure-test`, see: 'test-verdict' },
  {
    name: 'vacuum',
    size: phone,
    path: (ids) => `/units/${ids['K-07']}/vacuum`,
    see: 'decay-sheet',
    // the recording arrives after the page
    prepare: async (driver) => void (await driver.page.waitForSelector('[data-testid="decay-sheet"] polyline')),
  },
  {
    name: 'cylinder',
    size: phone,
    path: () => '/library/cylinders',
    see: 'cylinder-C-12',
    prepare: async (driver) => {
      await driver.press('cylinder-C-12')
      await driver.see('movement-weighed')
    },
  },
  {
    name: 'weigh-in',
    size: phone,
    path: (ids) => `/units/${ids['K-05']}/weigh-in`,
    see: 'due',
    prepare: async (driver) => {
      await driver.page.click('[data-testid="before"]')
      await driver.see('number-pad')
      for (const key of ['1', '9', 'pounds', '4']) await driver.page.click(`[data-testid="pad-${key}"]`)
    },
  },
  {
    name: 'start-up',
    size: phone,
    path: (ids) => `/units/${ids['K-03']}/start-up`,
    see: 'verdict',
  },
  {
    name: 'live',
    size: phone,
    path: (ids) => `/units/${ids['K-05']}/start-up`,
    see: 'beforehand',
    prepare: async (driver) => {
      const ids = await unitIds(driver)
      const reason = 'for this picture'
      await tellEntries(driver, ids['K-05']!, [[1, { kind: 'gatePassed', stage: 'weighIn', reason }]])
      await driver.press('source-rig')
      await driver.press('rig')
      await driver.press('rig-short')
      await driver.press('speed-60')
      await driver.press('rig-start')
      await powerOn(driver, { seen: true })
      await driver.reads('settling', /Settled/)
      await driver.reads('advice-head', /Add/)
      await driver.page.$eval('[data-testid="settling"]', (e) => e.scrollIntoView({ block: 'start' }))
    },
  },
  {
    name: 'hand-over',
    size: phone,
    path: (ids) => `/units/${ids['K-02']}/hand-over`,
    see: 'signature',
    prepare: async (driver) => {
      await driver.type('sign-name', 'Tomas Reed')
      await driver.sign()
    },
  },
  { name: 'library', size: phone, path: () => '/library', see: 'kit-Analog manifold, 500 psig' },
  {
    name: 'label',
    size: phone,
    path: () => '/library',
    see: 'model-Ostrel 30-P',
    prepare: async (driver) => {
      await driver.press('model-Ostrel 30-P')
      await driver.see('sheet-0-curves')
      await driver.type('sheet-0-3-3', '31')
      await driver.see('sheet-0-odd')
      await driver.page.$eval('[data-testid="sheet-0-1-0"]', (e) => e.scrollIntoView({ block: 'start' }))
    },
  },
  { name: 'board', size: desk, path: (_, job) => `/jobs/${job}`, see: 'board-units' },
  { name: 'tools', size: phone, path: () => '/tools', see: 'slide-scale' },
  {
    name: 'people',
    size: phone,
    path: () => '/company/people',
    see: 'invite',
    prepare: async (driver) => {
      await driver.press('open-jonas')
      await driver.see('certificates')
    },
  },
  { name: 'visits', size: phone, path: () => '/visits', see: 'proposals' },
  { name: 'wide', size: desk, path: (ids) => `/units/${ids['K-03']}/start-up`, see: 'ladder' },
]

try {
  for (const shot of shots) {
    const driver = await Driver.open(browser, server.base, shot.size)
    await driver.page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: shot.dark ? 'dark' : 'light' }])
    await driver.signIn()
    const ids = await unitIds(driver)
    const { jobs } = await driver.json<{ jobs: { id: string }[] }>('/api/jobs')
    await driver.go(shot.path(ids, jobs[0]!.id))
    await driver.see(shot.see)
    await shot.prepare?.(driver)
    await driver.page.evaluate(() => document.fonts.ready.then(() => undefined))
    await driver.page.screenshot({ path: path.join(out, `${shot.name}.png`) as `${string}.png` })
    await driver.close()
    console.log(`docs/screenshots/${shot.name}.png`)
  }
} finally {
  await browser.close()
  await server.stop()
}
