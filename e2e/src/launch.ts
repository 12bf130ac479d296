import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import puppeteer, { type Browser } from 'puppeteer-core'

/** Debian's Chromium, headless, with a profile of its own. */
export function launch(): Promise<Browser> {
  return puppeteer.launch({
    executablePath: '/usr/bin/chromium',
    headless: true,
    userDataDir: mkdtempSync(path.join(tmpdir(), 'zetesis-chromium.')),
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--lang=en-US',
    ],
  })
}
