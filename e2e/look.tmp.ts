import { launch } from './src/launch'
import { Driver } from './src/driver'
import { unitIds } from './src/demo'
const [, , outdir, ...specs] = process.argv
const browser = await launch()
const base = 'http://127.0.0.1:4870'
const d = await Driver.open(browser, base, {
  width: Number(process.env.W ?? 390),
  height: Number(process.env.H ?? 844),
})
d.page.on('console', (m) => {
  if (m.type() === 'error') console.log('console', m.text().slice(0, 300))
})
if (process.env.DARK) await d.page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'dark' }])
await d.signIn()
const ids = await unitIds(d)
try {
  for (const spec of specs) {
    // name|path|see|actions;...
    const [name, path, see, actions = ''] = spec.split('|')
    if (path) await d.go(path!.replace(/@(\S+?)(?=\/|$)/, (_, t) => ids[t]!))
    if (see) await d.see(see)
    for (const a of actions.split(';').filter(Boolean)) {
      const [verb, id, ...rest] = a.split('=')
      if (verb === 'press') await d.press(id!)
      else if (verb === 'type') await d.type(id!, rest.join('='))
      else if (verb === 'see') await d.see(id!)
      else if (verb === 'scroll')
        await d.page.$eval(`[data-testid="${id}"]`, (e) => e.scrollIntoView({ block: 'start' }))
      else if (verb === 'sleep') await new Promise((r) => setTimeout(r, Number(id)))
    }
    await d.page.evaluate(() => document.fonts.ready.then(() => undefined))
    await new Promise((r) => setTimeout(r, 300))
    if (name) await d.page.screenshot({ path: `${outdir}/${name}.png` as `${string}.png` })
  }
} catch (e) {
  console.log('FAILED', String(e))
  await d.page.screenshot({ path: `${outdir}/failed.png` as `${string}.png` })
}
console.log(d.errors.join('\n'))
await browser.close()
