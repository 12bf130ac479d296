import { writeFileSync } from 'node:fs'
import { unitIds } from '../e2e/src/demo'
import { Driver } from '../e2e/src/driver'
import { launch } from '../e2e/src/launch'
import { startServer } from '../e2e/src/server'
const server = await startServer()
const browser = await launch()
const d = await Driver.open(browser, server.base)
const errors: string[] = []
d.page.on('pageerror', (e) => errors.push(String(e)))
d.page.on('console', (m) => { if (m.type() === 'error') errors.push(m.text()) })
const only = process.env.ONLY?.split(',')
const full = async (name: string) => {
  // whole page: stretch the view
  const h = await d.page.evaluate(() => Math.max(...[...document.querySelectorAll('*')].map((e) => (e as HTMLElement).scrollHeight)))
  await d.page.setViewport({ width: 390, height: Math.min(h + 40, 4200) })
  await new Promise((r) => setTimeout(r, 500))
  await d.page.screenshot({ path: `/tmp/shot-${name}.png` as never })
  await d.page.setViewport({ width: 390, height: 844 })
}
try {
  await d.signIn()
  const ids = await unitIds(d)
  const pages: [string, string, string][] = [
    ['line', `/units/${ids['L-06']}`, 'copper-line'],
    ['baseline', `/units/${ids['L-05']}/baseline`, 'why'],
    ['recovery', `/units/${ids['L-06']}/recovery`, 'recovered'],
    ['refit6', `/units/${ids['L-06']}/refit`, 'candidates'],
    ['refit7', `/units/${ids['L-07']}/refit`, 'device'],
    ['startup7', `/units/${ids['L-07']}/start-up`, 'advice'],
    ['label8', `/units/${ids['L-08']}/new-label`, 'label'],
    ['prepare5', `/units/${ids['L-05']}/prepare`, 'tag'],
  ]
  for (const [name, path, see] of pages) {
    if (only && !only.includes(name)) continue
    await d.go(path)
    await d.see(see).catch((e) => console.log(name, String(e).slice(0, 300)))
    if (name === 'refit6') {
      for (const r of ['R-438A', 'R-32', 'R-407C']) await d.press(`compare-${r}`).catch((e) => console.log(String(e).slice(0, 200)))
    }
    if (name === 'refit7') await d.press('device-again').catch(() => undefined)
    await new Promise((r) => setTimeout(r, name.startsWith('refit') || name === 'label8' ? 2500 : 900))
    await full(name)
  }
  for (const what of ['label.pdf?size=large', 'label.pdf?size=small', 'owner.pdf', 'papers.pdf']) {
    const { status, type, bytes } = await d.fetch(`/api/units/${ids['L-08']}/${what}`)
    console.log(what, status, type, bytes.length)
    writeFileSync(`/tmp/${what.replace(/[.?=]/g, '-')}.pdf`, Buffer.from(bytes))
  }
} catch (e) {
  console.log(e)
}
console.log([...new Set(errors)].join('\n').slice(0, 2000))
await server.stop()
process.exit(0)
