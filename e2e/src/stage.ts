import { after, before } from 'node:test'
import type { Browser } from 'puppeteer-core'
import { Driver } from './driver'
import { suiteBrowser } from './launch'
import { startServer, type ServerOptions, type TestServer } from './server'

export interface TestStage {
  server: TestServer
  browser: Browser
  lead: Driver
}

/** For one describe block: the demo world (or what is asked for) on a server of its own, a browser, and the lead's phone. */
export function setStage(options?: ServerOptions): TestStage {
  const stage = {} as TestStage
  let leave: (() => Promise<void>) | undefined
  before(async () => {
    stage.server = await startServer(options)
    ;({ browser: stage.browser, leave } = await suiteBrowser())
    stage.lead = await Driver.open(stage.browser, stage.server.base)
  })
  after(async () => {
    try {
      await leave?.()
    } finally {
      await stage.server?.stop()
    }
  })
  return stage
}
