import { writeFileSync } from 'node:fs'
import { launch } from '../e2e/src/launch'
import { startServer } from '../e2e/src/server'
import { Driver } from '../e2e/src/driver'
import { unitIds } from '../e2e/src/demo'
const wait = (ms: number) => new Promise(r => setTimeout(r, ms))
try {
  const server = await startServer()
  const browser = await launch()
  const d = await Driver.open(browser, server.base)
  await d.signIn()
  const ids = await unitIds(d)
  const shot = (n: string) => d.page.screenshot({ path: `/tmp/${n}.png` as `${string}.png` })
  await d.go(`/units/${ids['O-03']}/ports`); await d.see('circuit'); await wait(2500); await shot('q1')
  await d.page.setViewport({ width: 390, height: 1800 }); await wait(600); await shot('q2')
  await d.page.setViewport({ width: 390, height: 844 })
  await d.go(`/units/${ids['O-01']}/ports`)
  await d.pick('hose-low', 'vapour'); await d.type('upTo-low', '250'); await d.press('hoses-next-over'); await d.act(/Hoses are on/)
  await d.reads('hoses-stopped', /heating/); await d.bring('hoses-stopped'); await wait(300); await shot('q3')
  await d.go(`/units/${ids['O-03']}/start-up`); await d.see('verdict'); await wait(500); await d.page.setViewport({ width: 390, height: 2600 }); await wait(600); await shot('q4')
  await d.page.setViewport({ width: 390, height: 844 })
  writeFileSync('/tmp/o3.pdf', (await d.fetch(`/api/units/${ids['O-03']}/papers.pdf`)).bytes)
  await d.page.setViewport({ width: 1280, height: 800 }); await d.go(`/units/${ids['O-03']}/ports`); await d.see('circuit'); await wait(2200); await shot('q5')
  console.log(d.errors)
} catch (e) { console.log(e) }
process.exit(0)
