import { after, before } from 'node:test'
import type { Browser } from 'puppeteer-core'
import { Driver } from './driver'
import { launch } from './launch'
import { startServer, type TestServer } from './server'

export interface TestStage {
  server: TestServer
  browser: Browser
  lead: Driver
}

/** For one describe block: the demo world on a server of its own, a browser, and the lead's phone. */
export function setStage(): TestStage {
  const stage = {} as TestStage
  before(async () => {
    stage.server = await startServer()
    stage.browser = await launch()
    stage.lead = await Driver.open(stage.browser, stage.server.base)
  })
  after(async () => {
    await stage.browser?.close()
    await stage.server?.stop()
  })
  return stage
}
