import { useEffect } from 'react'
import { z } from 'zod'
import { bookKey, logKey, queryClient } from './client'

const News = z.object({ kind: z.enum(['unit', 'book', 'everything']), unitId: z.string().optional() })
type News = z.infer<typeof News>
/** many things change at once when a crowd works: they are asked for together */
const TOGETHER_MS = 150

/**
 * Asks for what is new when the server says that something is. Where it can't say so (no signal, a proxy that holds it back), every query still asks by
 * itself now and then. One page of a browser listens for all of them: a browser keeps few connections to one server.
 */
export function useNews(): void {
  useEffect(() => {
    if (typeof EventSource === 'undefined' || typeof BroadcastChannel === 'undefined' || !('locks' in navigator)) return
    const { heard, stop } = asking()
    const channel = new BroadcastChannel('zetesis-news')
    channel.onmessage = ({ data }: MessageEvent<unknown>) => {
      const news = News.safeParse(data)
      if (news.success) heard(news.data)
    }
    const tell = (news: News) => {
      heard(news)
      channel.postMessage(news)
    }
    const left = new AbortController()
    void navigator.locks
      .request('zetesis-news', { signal: left.signal }, () => listen(tell, left.signal))
      .catch(() => undefined)
    return () => {
      left.abort()
      channel.close()
      stop()
    }
  }, [])
}

/** Listens until the page is left. */
function listen(tell: (news: News) => void, left: AbortSignal): Promise<void> {
  if (left.aborted) return Promise.resolve()
  const source = new EventSource('/api/news')
  let opened = false
  source.addEventListener('unit', ({ data }: MessageEvent<string>) =>
    tell({ kind: 'unit', ...(JSON.parse(data) as { unitId: string }) }),
  )
  source.addEventListener('book', () => tell({ kind: 'book' }))
  source.addEventListener('gap', () => tell({ kind: 'everything' }))
  source.addEventListener('open', () => {
    // something may have changed while nobody told
    if (opened) tell({ kind: 'everything' })
    opened = true
  })
  return new Promise((resolve) =>
    left.addEventListener('abort', () => {
      source.close()
      resolve()
    }),
  )
}

/** Gathers what was told for a moment, then asks. */
function asking() {
  const units = new Set<string>()
  let book = false
  let timer: ReturnType<typeof setTimeout> | undefined
  const ask = () => {
    timer = undefined
    const keys = [
      ...[...units].flatMap((unitId) => [logKey(unitId), ['trace', unitId], ['traces', unitId]]),
      ...(units.size > 0 ? [['units']] : []),
      ...(book ? [bookKey, ['jobs']] : []),
      ['cylinders'],
    ]
    for (const queryKey of keys) void queryClient.invalidateQueries({ queryKey })
    units.clear()
    book = false
  }
  return {
    heard({ kind, unitId }: News) {
      if (kind === 'everything') return void queryClient.invalidateQueries()
      if (unitId) units.add(unitId)
      else book = true
      timer ??= setTimeout(ask, TOGETHER_MS)
    },
    stop: () => clearTimeout(timer),
  }
}
