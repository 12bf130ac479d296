import type { EvaluateFunc, Page } from 'puppeteer-core'

// a machine that has much else to do, and a rig that goes by its own clock on it
export const WAIT = 90_000

/**
 * Looks ten times a second in the page itself until what is looked for is there, and answers with it: one question over the wire in place of the five that
 * puppeteer's own waiting takes. Not with every frame: a page that has nothing to draw stays at rest while a test waits. As text, since it runs there.
 */
const looking = (look: string) =>
  new Function(
    'ms',
    '...given',
    `const look = ${look}
    const end = performance.now() + ms
    return new Promise((resolve, reject) => {
      const again = async () => {
        try {
          const found = await look(...given)
          if (found || performance.now() > end) resolve(found || null)
          else setTimeout(again, 100)
        } catch (error) {
          reject(error)
        }
      }
      again()
    })`,
  ) as (ms: number, ...given: unknown[]) => Promise<unknown>

/** the page went to another address while it was looked at: there it is looked for anew */
const isElsewhere = (error: unknown) =>
  /context was destroyed|Cannot find context|detached|navigated or closed|Promise was collected/i.test(String(error))

type Found<T> = Exclude<Awaited<T>, false | null | undefined>

/** What the page finds, as soon as it finds something; fails where it doesn't within the time. */
export async function found<P extends unknown[], T>(
  page: Page,
  look: string | ((...given: P) => T),
  { ms = WAIT, given }: { ms?: number; given: P },
): Promise<Found<T>> {
  const source = typeof look === 'string' ? `() => (${look})` : look.toString()
  const end = Date.now() + ms
  for (;;) {
    try {
      const left = Math.max(end - Date.now(), 0)
      const there = await page.evaluate(looking(source) as EvaluateFunc<unknown[]>, left, ...given)
      if (there) return there as Found<T>
      throw new Error(`not found within ${ms / 1000} s: ${source.slice(0, 200)}`)
    } catch (error) {
      if (!isElsewhere(error) || page.isClosed() || Date.now() > end) throw error
    }
  }
}

/** a function by its text: what is compiled here names helpers that aren't there */
const text = <T>(source: string) =>
  new Function('...given', `return (${source})(...given)`) as (...given: unknown[]) => T

const VISIBLE = `const isSeen = (element) => {
  const { width, height } = element?.getBoundingClientRect() ?? { width: 0, height: 0 }
  return width * height > 0 && element.checkVisibility({ visibilityProperty: true })
}`

/** whether the first of these can be seen */
export const seen = text<boolean>(`(selector) => {
  ${VISIBLE}
  return isSeen(document.querySelector(selector))
}`)

/** the first of these that can be seen is brought to the middle, once it is at rest there, and waits for a press */
const meeting = text<Promise<{ x: number; y: number } | false>>(`async (selector, words) => {
  ${VISIBLE}
  const all = words === '' ? [document.querySelector(selector)] : [...document.querySelectorAll(selector)]
  let element = all.find((each) => isSeen(each) && each.textContent.includes(words))
  if (!element) return false
  for (let inner = element; inner; inner = words && [...inner.children].find((e) => e.textContent.includes(words))) element = inner
  // what was pressed before may yet move the page; a frame, or a moment where the page draws none
  const next = () =>
    new Promise((done) => {
      const frame = requestAnimationFrame(done)
      setTimeout(() => (cancelAnimationFrame(frame), done()), 100)
    })
  for (let before = '', still = 0; still < 3; await next()) {
    const now = JSON.stringify(element.getBoundingClientRect())
    still = now === before ? still + 1 : 0
    before = now
    if (!element.isConnected) return false
    if (still < 3) element.scrollIntoView({ block: 'center' })
  }
  const { left, top, right, bottom } = element.getClientRects()[0] ?? {}
  const x = (Math.max(left, 0) + Math.min(right, innerWidth)) / 2
  const y = (Math.max(top, 0) + Math.min(bottom, innerHeight)) / 2
  if (!(x >= 0 && x <= innerWidth && y >= 0 && y <= innerHeight)) return false
  element.addEventListener('click', () => element.setAttribute('data-landed', ''), { once: true, capture: true })
  element.removeAttribute('data-landed')
  globalThis.metByTest = element
  return { x, y }
}`)

/** Presses what can be seen, by its words where there are several. @returns whether the press reached it: one that was moved or taken away before wasn't pressed */
export async function pressed(page: Page, selector: string, { words = '', ms = WAIT } = {}): Promise<boolean> {
  const { x, y } = await found(page, meeting, { ms, given: [selector, words] })
  await page.mouse.click(x, y)
  // gone to another page: it was reached
  return page.evaluate(hasLanded).catch(() => true)
}

const hasLanded = text<boolean>(`() => {
  const met = globalThis.metByTest
  return !met || !met.isConnected || met.hasAttribute('data-landed')
}`)

/** has the focus, with all that stands in it chosen; whether anything does */
export const focused = text<{ filled: boolean }>(`(selector) => {
  ${VISIBLE}
  const field = document.querySelector(selector)
  if (!isSeen(field)) return false
  field.scrollIntoView({ block: 'center' })
  field.focus()
  field.select()
  return { filled: field.value !== '' }
}`)
