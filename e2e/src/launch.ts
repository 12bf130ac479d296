import puppeteer, { type Browser } from 'puppeteer-core'

/** Debian's Chromium, headless, with a profile of its own that is removed when it closes. */
export function launch(): Promise<Browser> {
  return puppeteer.launch({
    executablePath: '/usr/bin/chromium',
    headless: true,
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
