import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import type { Browser, CDPSession, EvaluateFunc, Page } from 'puppeteer-core'
import { focused, found, pressed, seen, WAIT } from './inPage'

/** goes to another page of the app that is open, and waits until all of the page before is gone; as text, since it runs there */
const within = new Function(
  'path',
  `const before = [...document.querySelectorAll('#root [data-testid]')]
  if (before.length === 0) return false
  history.pushState(null, '', path)
  dispatchEvent(new PopStateEvent('popstate', { state: null }))
  return new Promise((resolve) => {
    let looks = 0
    const look = () => {
      if (before.every((element) => !element.isConnected)) return resolve(true)
      if ((looks += 1) > 200) return resolve(false)
      setTimeout(look, 50)
    }
    look()
  })`,
) as (path: string) => Promise<boolean>
/** an address without what it is about: units have the same pages */
const pageOf = (path: string) => path.replace(/[?#].*$/, '').replace(/[0-9a-f-]{36}/g, '')
const sel = (id: string) => `[data-testid="${id}"]`
/** The interface by its test ids and its words; every wait is for something seen, never for a time. */
export class Driver {
  readonly errors: string[] = []
  /** what a person did: taps (a page opened by its address is the tap that leads there), and fields typed into, but for the time that a test sets back */
  readonly did = { taps: 0, values: 0 }
  private wire: CDPSession | undefined

  constructor(
    readonly page: Page,
    readonly base: string,
  ) {
    page.setDefaultTimeout(WAIT)
    page.on('pageerror', (error) => this.errors.push(String(error)))
  }

  static async open(browser: Browser, base: string, { width = 390, height = 844 } = {}): Promise<Driver> {
    const context = await browser.createBrowserContext()
    const page = await context.newPage()
    await page.setViewport({ width, height })
    return new Driver(page, base)
  }

  /** to a page by its address: within the app where it is open, as the browser's Back and Forward go, but the page that is open is opened anew */
  async go(path: string): Promise<void> {
    this.did.taps++
    const here = this.page.url()
    const isNear = here.startsWith(this.base) && pageOf(here.slice(this.base.length)) !== pageOf(path)
    if (isNear && (await this.page.evaluate(within, path))) return
    await this.load(path)
  }

  /** opens the app anew at an address: nothing is left of what was in memory */
  async load(path: string): Promise<void> {
    await this.page.goto(this.base + path, { waitUntil: 'domcontentloaded' })
  }

  async signIn(login = 'mara', password = 'copper-line'): Promise<void> {
    await this.go('/')
    await this.type('login', login)
    await this.type('password', password)
    await this.press('sign-in')
    await this.see('wait-bar')
  }

  /** no signal, on a device that has the app: its pages came while nothing else was to do */
  async loseSignal(): Promise<void> {
    await this.page.waitForSelector('html[data-pages="here"]')
    await this.signal(false)
  }

  /** whether there is any; of the page alone, and of what it opens from then on */
  async signal(there: boolean): Promise<void> {
    this.wire ??= await this.page.createCDPSession()
    await this.wire.send('Network.enable')
    const asFast = { latency: 0, downloadThroughput: -1, uploadThroughput: -1 }
    await this.wire.send('Network.emulateNetworkConditions', { offline: !there, ...asFast })
    if (there) await this.wire.send('Network.disable')
  }

  /** presses what can be pressed: a button that is still shut is waited for */
  async press(id: string): Promise<void> {
    const open = `${sel(id)}:not([aria-disabled="true"]):not([disabled])`
    // on a busy machine the page may have moved under the finger, or been drawn anew: then it is pressed again, as anybody would
    for (let tries = 0; tries < 5; tries++) {
      const reached = await pressed(this.page, open).catch((cause: unknown) => Promise.reject(this.unseen(open, cause)))
      if (reached) {
        this.did.taps++
        return
      }
    }
    throw new Error(`${id} moves whenever it is pressed`)
  }

  /** opens what is folded away on a phone's page, where it is */
  async unfold(name: string): Promise<void> {
    const fold = `[data-testid^="fold-${name}"]`
    await found(this.page, seen, { given: [fold] }).catch((cause: unknown) => Promise.reject(this.unseen(fold, cause)))
    if (await this.page.$(`${fold}[aria-expanded="false"]`)) await pressed(this.page, fold)
  }

  /** replaces what stands in a field */
  async type(id: string, text: string): Promise<void> {
    if (id !== 'time') this.did.values++
    const { filled } = await found(this.page, focused, { given: [sel(id)] }).catch((cause: unknown) =>
      Promise.reject(this.unseen(id, cause)),
    )
    if (filled) await this.page.keyboard.press('Backspace')
    // the first key as one, the rest at once, as a phone's keyboard puts in a word
    await this.page.keyboard.type(text.slice(0, 1))
    if (text.length > 1) await this.page.keyboard.sendCharacter(text.slice(1))
  }

  /** chooses a file made up here, through the page's own file dialog */
  async chooseFile(id: string, name: string, text: string): Promise<void> {
    const folder = mkdtempSync(path.join(tmpdir(), 'zetesis-file.'))
    const file = path.join(folder, name)
    writeFileSync(file, text)
    const [chooser] = await Promise.all([this.page.waitForFileChooser(), this.press(id)])
    await chooser.accept([file])
  }

  /** waits until it holds in the page */
  async until<P extends unknown[]>(holds: string | EvaluateFunc<P>, ...given: P): Promise<void> {
    await found(this.page, holds as string | ((...given: P) => unknown), { given })
  }

  private unseen(what: string, cause: unknown): Error {
    return new Error(`${what} isn’t to be seen at ${this.page.url()}`, { cause })
  }

  async see(id: string): Promise<void> {
    await found(this.page, seen, { given: [sel(id)] }).catch((cause: unknown) => Promise.reject(this.unseen(id, cause)))
  }

  /** scrolls to it: what is out of view isn't drawn anew */
  async bring(id: string): Promise<void> {
    await this.see(id)
    await this.page.$eval(sel(id), (element) => element.scrollIntoView({ block: 'center' }))
  }

  /** waits for it and takes what stands in it in one look: a page that changes may have neither for a moment */
  private async taken(id: string, what: 'textContent' | 'value', source = ''): Promise<string> {
    const look = (selector: string, property: 'textContent' | 'value', wanted: string) => {
      const element = document.querySelector<HTMLInputElement>(selector)
      const there = element?.[property] ?? ''
      return element !== null && new RegExp(wanted).test(there) && { there }
    }
    const { there } = await found(this.page, look, { given: [sel(id), what, source] })
    return there
  }

  async text(id: string): Promise<string> {
    return this.taken(id, 'textContent')
  }

  async value(id: string): Promise<string> {
    return this.taken(id, 'value')
  }

  async exists(id: string): Promise<boolean> {
    return (await this.page.$(sel(id))) !== null
  }

  /** waits until it isn't there: a page shows for a moment what it knew before */
  async gone(id: string): Promise<void> {
    await this.until((selector: string) => !document.querySelector(selector), sel(id))
  }

  /** waits until the words stand there; fails with what stood there instead */
  async reads(id: string, wanted: RegExp): Promise<string> {
    return this.taken(id, 'textContent', wanted.source).catch(async () => {
      const there = await this.page.$eval(sel(id), (e) => e.textContent).catch(() => 'nothing')
      throw new Error(`${id} should read ${wanted}, but reads “${there}” at ${this.page.url()}`)
    })
  }

  /** waits until the words stand somewhere on the page */
  async shows(words: string): Promise<void> {
    await this.until((text: string) => document.body.innerText.includes(text), words).catch(async () => {
      const there = await this.page.$eval('body', (body) => body.innerText).catch(() => 'nothing')
      throw new Error(`“${words}” isn’t on ${this.page.url()}, where this is: ${there.slice(0, 600)}`)
    })
  }

  async at(path: RegExp): Promise<void> {
    await this.until((source: string) => new RegExp(source).test(location.pathname), path.source).catch(() =>
      Promise.reject(new Error(`should be at ${path}, is at ${this.page.url()}`)),
    )
  }

  /** presses the one action under the thumb, once it is the wanted one */
  async act(wanted: RegExp): Promise<void> {
    await this.reads('bar-action', wanted)
    await this.press('bar-action')
  }

  /** chooses an option by its words; a card that was drawn anew meanwhile has shut its list again */
  async pickNamed(id: string, name: string): Promise<void> {
    const options = `[data-testid^="${id}-"]`
    const isOpen = (selector: string, words: string) =>
      [...document.querySelectorAll(selector)].some((option) => option.textContent.includes(words))
    for (let tries = 0; tries < 5; tries++) {
      if (!(await this.page.evaluate(isOpen, options, name))) await this.press(id)
      if (await pressed(this.page, options, { words: name, ms: 10_000 }).catch(() => false)) return
    }
    throw new Error(`${name} isn’t to be chosen of ${id}`)
  }

  async pick(id: string, value: string): Promise<void> {
    await this.press(id)
    await this.press(`${id}-${value}`)
  }

  /** a signature by mouse, with enough travel to count */
  async sign(): Promise<void> {
    await this.bring('signature')
    const box = (await (await this.page.$(sel('signature')))!.boundingBox())!
    await this.page.mouse.move(box.x + 30, box.y + box.height / 2)
    await this.page.mouse.down()
    for (const [dx, dy] of [
      [60, -20],
      [90, 25],
      [130, -25],
      [170, 10],
    ] as const)
      await this.page.mouse.move(box.x + 30 + dx, box.y + box.height / 2 + dy, { steps: 4 })
    await this.page.mouse.up()
  }

  /** GET with the page's own cookie; what a busy machine has no time for just now is asked for again, as the answer says */
  async fetch(path: string): Promise<{ status: number; type: string; bytes: Uint8Array }> {
    for (let tries = 0; ; tries++) {
      const answer = await this.fetchOnce(path)
      if (answer.status !== 503 || tries === 20) return answer
      await new Promise((later) => setTimeout(later, 1000))
    }
  }

  private async fetchOnce(path: string): Promise<{ status: number; type: string; bytes: Uint8Array }> {
    const answer = await this.page.evaluate(async (url: string) => {
      const response = await fetch(url, { signal: AbortSignal.timeout(30_000) })
      return {
        status: response.status,
        type: response.headers.get('content-type') ?? '',
        bytes: [...new Uint8Array(await response.arrayBuffer())],
      }
    }, path)
    return { ...answer, bytes: Uint8Array.from(answer.bytes) }
  }

  async json<T>(path: string): Promise<T> {
    const { bytes } = await this.fetch(path)
    return JSON.parse(new TextDecoder().decode(bytes)) as T
  }

  async close(): Promise<void> {
    await this.page.browserContext().close()
  }
}
