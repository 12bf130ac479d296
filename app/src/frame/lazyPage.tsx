import { createElement, lazy, Suspense, useEffect, useState, type ComponentType } from 'react'
import { Spinner, YStack } from 'tamagui'
import { useIsLocked } from '@/sync/useLock'
import { Body } from '@/ui/Words'

const AGAIN_MS = 2000
/** the page that is shown comes first */
const IDLE_MS = 500

/** A page of somebody signed in: of it nothing is drawn, or stays in memory, while this device is locked. */
export function lazyPage<P extends object = object>(load: () => Promise<ComponentType<P>>): ComponentType<P> {
  const Page = lazyPart(load)
  return function LockablePage(props: P) {
    return useIsLocked() ? null : createElement(Page, props)
  }
}

/** A part of the app in a file of its own, fetched when it is first shown or before, while nothing else is to do. */
export function lazyPart<P extends object = object>(load: () => Promise<ComponentType<P>>): ComponentType<P> {
  const whole = async () => {
    await sharedReady()
    return load()
  }
  const Lazy = lazy(async () => ({ default: await untilItComes(whole) }))
  return function LazyPage(props: P) {
    return <Suspense fallback={<Coming />}>{createElement(Lazy as ComponentType<P>, props)}</Suspense>
  }
}

/** Fetches every page and worker that wasn't needed yet, once nothing else is to do, so that none waits for the server later on; the browser keeps them. */
export function fetchPagesWhileIdle(): () => void {
  const files = document.querySelector<HTMLMetaElement>('meta[name="pages"]')?.content.split(' ') ?? []
  const left = new AbortController()
  const fetchAll = async () => {
    const fetched = await Promise.allSettled(files.map((file) => fetch(file, { signal: left.signal, priority: 'low' })))
    if (fetched.every((f) => f.status === 'fulfilled')) document.documentElement.dataset.pages = 'here'
  }
  const again = () => void fetchAll()
  const timer = setTimeout(again, IDLE_MS)
  window.addEventListener('online', again)
  return () => {
    clearTimeout(timer)
    window.removeEventListener('online', again)
    left.abort()
  }
}

let shared: Promise<void> | undefined
/** what pages have in common: the build names it, and leaves it out of what the first page waits for */
function sharedReady(): Promise<void> {
  const source = document.querySelector<HTMLMetaElement>('meta[name="shared-by-pages"]')?.content
  if (!source) return Promise.resolve()
  return (shared ??= new Promise<void>((done, fail) => {
    const script = document.createElement('script')
    script.src = source
    script.onload = () => done()
    script.onerror = () => fail(new Error(`${source} didn’t come`))
    document.head.append(script)
  }).catch((error: unknown) => {
    shared = undefined
    throw error
  }))
}

async function untilItComes<P>(load: () => Promise<ComponentType<P>>): Promise<ComponentType<P>> {
  for (;;) {
    try {
      return await load()
    } catch {
      if (await isReplaced()) window.location.reload()
      await new Promise((again) => setTimeout(again, AGAIN_MS))
    }
  }
}

/** Whether the server has another version of the app by now: then this one's files are gone. */
async function isReplaced(): Promise<boolean> {
  const now = await fetch('/', { cache: 'no-store' })
    .then((answer) => (answer.ok ? answer.text() : undefined))
    .catch(() => undefined)
  const entry = document.querySelector<HTMLScriptElement>('script[src*="/entry-"]')?.getAttribute('src')
  return now !== undefined && !!entry && !now.includes(entry)
}

/** Blank at first, so that a page that is at hand doesn't blink. */
function Coming() {
  const [slow, setSlow] = useState(false)
  useEffect(() => {
    const timer = setTimeout(() => setSlow(true), AGAIN_MS)
    return () => clearTimeout(timer)
  }, [])
  return (
    <YStack flex={1} alignItems="center" justifyContent="center" gap="$4" padding="$5" backgroundColor="$background">
      <Spinner color="$copper" aria-label="Loading" />
      {slow ? (
        <Body>This page isn’t on this device yet. It shows as soon as there is signal; what you typed is kept.</Body>
      ) : null}
    </YStack>
  )
}
