import './midday'
import puppeteer, { type Browser, type LaunchOptions } from 'puppeteer-core'

/** Debian's Chromium, headless, with a profile of its own that is removed when it closes, unless one is named. */
export function launch(more: LaunchOptions = {}): Promise<Browser> {
  return puppeteer.launch({
    // not the script of this name in /usr/bin: killing that leaves the browser running
    executablePath: '/usr/lib/chromium/chromium-headless-shell',
    headless: 'shell',
    // no test listens to every request: telling of them all takes some two seconds of the processor a suite
    networkEnabled: false,
    issuesEnabled: false,
    ...more,
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--lang=en-US',
      // a page load makes much that is soon let go; what is made faster pays only where a test runs it often
      '--js-flags=--min-semi-space-size=64 --invocation-count-for-maglev=2000 --invocation-count-for-turbofan=12000',
    ],
  })
}
