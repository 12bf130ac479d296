import { createStore, del, entries, set, type UseStore } from 'idb-keyval'
import { vault } from './lock'

/**
 * What was typed and not yet written into a log. It is in the device's database at once: a page, or the whole browser, may end at any moment. Other
 * pages of the same browser are told. Where there is no database a draft lives as long as its page.
 */
const drafts = new Map<string, unknown>()
const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('zetesis-drafts')
let store: UseStore | undefined
const opened = () => (store ??= createStore('zetesis-drafts', 'drafts'))
const OLD = 'zetesis.draft.'
const LATE = 'zetesis.late.'
const WAIT_MS = 2000
/** being written, and changed meanwhile */
const writing = new Set<string>()
const again = new Set<string>()

if (channel)
  channel.onmessage = ({ data }: MessageEvent<{ name: string; value?: unknown }>) =>
    data.value === undefined ? drafts.delete(data.name) : drafts.set(data.name, data.value)

async function load(): Promise<void> {
  for (const [name, row] of await entries<string, unknown>(opened())) {
    const value = await vault.fromKept(row)
    if (value !== undefined && !drafts.has(name)) drafts.set(name, value)
  }
}

/** Drafts that stood elsewhere on the device: what a page that was left couldn't write any more, and those of an earlier version. */
function takeOver(): void {
  try {
    for (const key of Object.keys(localStorage).filter((k) => k.startsWith(LATE))) {
      const value: unknown = JSON.parse(localStorage.getItem(key) ?? 'null')
      localStorage.removeItem(key)
      if (value === null) dropDraft(key.slice(LATE.length))
      else putDraft(key.slice(LATE.length), value)
    }
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

const read = (): Promise<void> =>
  typeof indexedDB === 'undefined'
    ? Promise.resolve()
    : vault
        .ready()
        .then(() =>
          Promise.race([load().catch(() => undefined), new Promise<void>((resolve) => setTimeout(resolve, WAIT_MS))]),
        )
        .then(takeOver)
let ready = read()

/** Drafts are at hand; a database that doesn't answer holds nobody up for long. */
export const draftsReady = (): Promise<void> => ready

/** Whether everything that was typed is written down. */
export const draftsWritten = (): boolean => writing.size === 0

/** Lets go of what was typed: it is read again once that can be. */
export function forgetDrafts(): void {
  drafts.clear()
  ready = read()
}

/** Every draft written down anew, sealed or not as things stand by then. */
export async function rewriteDrafts(): Promise<void> {
  for (const [name, value] of drafts) await set(name, await vault.toKeep(value), opened())
}

if (typeof window !== 'undefined')
  // left in the middle of a write: the database takes no more, this place does at once
  window.addEventListener('pagehide', () => {
    // in the clear it would lie there for anybody: with a lock on, the last keystroke goes
    if (vault.state() !== 'off') return
    try {
      for (const name of writing) localStorage.setItem(LATE + name, JSON.stringify(drafts.get(name) ?? null))
    } catch {
      // full or switched off: the last keystroke is all that goes
    }
  })

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

/** Writes a draft as it is now. While one is being written the next waits, and only the last of many is: a quick hand is never far ahead of the disk. */
async function write(name: string): Promise<void> {
  if (writing.has(name)) return void again.add(name)
  writing.add(name)
  try {
    do {
      again.delete(name)
      if (!(await vault.ready())) return
      const value = drafts.get(name)
      await (value === undefined ? del(name, opened()) : set(name, await vault.toKeep(value), opened()))
    } while (again.has(name))
  } catch {
    // full or switched off: it still holds until the page closes
  } finally {
    writing.delete(name)
  }
}
