import { launch } from '../e2e/src/launch'
import { startServer } from '../e2e/src/server'
import { Driver } from '../e2e/src/driver'
import { unitIds } from '../e2e/src/demo'
try {
  const server = await startServer()
  const browser = await launch()
  const d = await Driver.open(browser, server.base)
  await d.signIn()
  const ids = await unitIds(d)
  const unit = ids['O-01']!
  await d.go(`/units/${unit}/ports`)
  await d.see('circuit')
  await new Promise(r => setTimeout(r, 2500))
  await d.page.screenshot({ path: '/tmp/p1.png' as `${string}.png` })
  await d.press('shown-mode-heating')
  await new Promise(r => setTimeout(r, 700))
  await d.page.screenshot({ path: '/tmp/p2.png' as `${string}.png` })
  await d.press('part-outdoorDevice')
  await d.press('say-outdoorDevice-electronic')
  await d.press('part-trueSuction')
  await d.press('say-trueSuction-yes')
  await new Promise(r => setTimeout(r, 2000))
  await d.page.screenshot({ path: '/tmp/p3.png' as `${string}.png` })
  await d.page.setViewport({ width: 390, height: 2300 })
  await new Promise(r => setTimeout(r, 800))
  await d.page.screenshot({ path: '/tmp/p4.png' as `${string}.png` })
  console.log(d.errors)
  await browser.close()
  await server.stop?.()
} catch (e) { console.log(e) }
process.exit(0)
