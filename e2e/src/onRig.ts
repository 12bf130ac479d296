import type { Driver } from './driver'

/** The rig as the source of a start-up's readings; its recording's id gives it its seed, so it is the same system, day and probes every time. */
export async function connectRig(driver: Driver, rig: string, speed = '300'): Promise<void> {
  await driver.press('source-rig')
  await driver.press('rig')
  await driver.press(`rig-${rig}`)
  await driver.press(`speed-${speed}`)
  await driver.page.evaluate(`(() => {
    const real = crypto.randomUUID.bind(crypto)
    crypto.randomUUID = () => '0000015' + real().slice(7)
  })()`)
  await driver.press('rig-start')
}

const SEEN = ['zeroed', 'valvesShut', 'airflowGood', 'condenserClean', 'deviceChecked', 'thermostatFar'] as const

/** The valves opened, with or without a look at all else, and power on once the gauges were read standing. */
export async function powerOn(driver: Driver, { seen = false } = {}): Promise<void> {
  if (seen) for (const what of SEEN) await driver.press(`seen-${what}`)
  await driver.act(/Valves are open/)
  await driver.act(/Power on/)
}

/** Everything before the start seen to, then valves and power (or it runs again, on a return visit). */
export async function startIt(driver: Driver): Promise<void> {
  await driver.reads('bar-action', /Valves are open|It runs again/)
  if (/again/.test(await driver.text('bar-action'))) {
    await driver.see('rest-live')
    for (const what of SEEN) await driver.press(`seen-${what}`)
    await driver.act(/It runs again/)
  } else await powerOn(driver, { seen: true })
  await driver.see('live')
}
