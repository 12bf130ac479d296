import { createStore, del, entries, set, type UseStore } from 'idb-keyval'

/**
 * What was typed and not yet written into a log. It is in the device's database at once: a page, or the whole browser, may end at any moment. Other
 * pages of the same browser are told. Where there is no database a draft lives as long as its page.
 */
const drafts = new Map<string, unknown>()
const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('zetesis-drafts')
let store: UseStore | undefined
const opened = () => (store ??= createStore('zetesis-drafts', 'drafts'))
const OLD = 'zetesis.draft.'
const WAIT_MS = 2000

if (channel)
  channel.onmessage = ({ data }: MessageEvent<{ name: string; value?: unknown }>) =>
    data.value === undefined ? drafts.delete(data.name) : drafts.set(data.name, data.value)

async function load(): Promise<void> {
  for (const [name, value] of await entries<string, unknown>(opened())) if (!drafts.has(name)) drafts.set(name, value)
}

/** Drafts of an earlier version, which stood elsewhere on the device. */
function takeOver(): void {
  try {
    for (const key of Object.keys(localStorage).filter((k) => k.startsWith(OLD))) {
      const text = localStorage.getItem(key) ?? ''
      localStorage.removeItem(key)
      if (!drafts.has(key.slice(OLD.length)))
        putDraft(key.slice(OLD.length), key.endsWith('.base') ? text : JSON.parse(text))
    }
  } catch {
    // storage is switched off, or what is there is no draft
  }
}

/** Drafts are at hand; a database that doesn't answer holds nobody up for long. */
export const draftsReady: Promise<void> =
  typeof indexedDB === 'undefined'
    ? Promise.resolve()
    : Promise.race([load().catch(() => undefined), new Promise<void>((resolve) => setTimeout(resolve, WAIT_MS))]).then(
        takeOver,
      )

export const draftOf = (name: string): unknown => drafts.get(name)

export function putDraft(name: string, value: unknown): void {
  drafts.set(name, value)
  channel?.postMessage({ name, value })
  void write(name)
}

export function dropDraft(name: string): void {
  if (!drafts.delete(name)) return
  channel?.postMessage({ name })
  void write(name)
}

const writing = new Set<string>()
const again = new Set<string>()

/** Writes a draft as it is now. While one is being written the next waits, and only the last of many is: a quick hand is never far ahead of the disk. */
async function write(name: string): Promise<void> {
  if (writing.has(name)) return void again.add(name)
  writing.add(name)
  try {
    do {
      again.delete(name)
      const value = drafts.get(name)
      await (value === undefined ? del(name, opened()) : set(name, value, opened()))
    } while (again.has(name))
  } catch {
    // full or switched off: it still holds until the page closes
  } finally {
    writing.delete(name)
  }
}
