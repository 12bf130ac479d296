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

/** Everything before the start seen to, then power on (or on again, on a return visit). */
export async function startIt(driver: Driver): Promise<void> {
  await driver.see('rest-live')
  for (const what of ['zeroed', 'valvesShut', 'airflowGood', 'condenserClean', 'deviceChecked', 'thermostatFar'])
    await driver.press(`seen-${what}`)
  await driver.act(/Valves open, power on|It runs again/)
  await driver.see('live')
}
