import './midday'
import puppeteer, { type Browser, type LaunchOptions } from 'puppeteer-core'

// no test listens to every request: telling of them all takes some two seconds of the processor a suite
const quiet = { networkEnabled: false, issuesEnabled: false }

/** A suite's browser: the one that stands ready where the suites run one after the other, else one of its own. Its contexts are the suite's alone. */
export async function suiteBrowser(): Promise<{ browser: Browser; leave: () => Promise<void> }> {
  const ready = process.env.BROWSER
  if (!ready) {
    const browser = await launch()
    return { browser, leave: () => browser.close() }
  }
  const browser = await puppeteer.connect({ browserWSEndpoint: ready, ...quiet })
  const clear = () => {
    const own = browser.browserContexts().filter((context) => context !== browser.defaultBrowserContext())
    // of a browser that is gone there is nothing to close
    return Promise.allSettled(own.map((context) => context.close()))
  }
  // a suite that broke off may have left its own
  await clear()
  return {
    browser,
    async leave() {
      await clear()
      await browser.disconnect()
    },
  }
}

/** Debian's Chromium, headless, with a profile of its own that is removed when it closes, unless one is named. */
export function launch(more: LaunchOptions = {}): Promise<Browser> {
  return puppeteer.launch({
    // not the script of this name in /usr/bin: killing that leaves the browser running
    executablePath: '/usr/lib/chromium/chromium-headless-shell',
    headless: 'shell',
    ...quiet,
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
