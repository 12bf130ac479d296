import { launch } from '../e2e/src/launch'
import { Driver } from '../e2e/src/driver'
import { startServer } from '../e2e/src/server'
import { unitIds } from '../e2e/src/demo'
const server = await startServer()
const browser = await launch()
try {
  const d = await Driver.open(browser, server.base)
  await d.signIn()
  const ids = await unitIds(d)
  const snap = async (name: string, full = true) => { await new Promise((r) => setTimeout(r, 700)); await d.page.screenshot({ path: `/tmp/p/${name}.png` as `${string}.png` }); if (full) {} }
  await d.page.setViewport({ width: 390, height: 2200 })
  await d.go('/visits'); await d.see('visit-O-01'); await snap('visits')
  await d.press('visits-look-month'); await snap('month')
  await d.go(`/units/${ids['O-01']}/visit`); await d.see('visit-days'); await snap('unit')
  await d.page.setViewport({ width: 1280, height: 800 })
  await d.go('/visits'); await d.see('visit-O-01'); await snap('visits-wide')
} catch (e) { console.error(e) }
process.exit(0)
