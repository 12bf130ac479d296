import { useEffect } from 'react'
import { z } from 'zod'
import { bookKey, logKey, queryClient } from './client'

const News = z.object({ unitId: z.string().optional() })
/** many things change at once when a crowd works: they are asked for together */
const TOGETHER_MS = 150

/**
 * Asks for what is new when the server says that something is. Where it can't say so (no signal, a proxy that holds it back), every query still asks by
 * itself now and then.
 */
export function useNews(): void {
  useEffect(() => {
    if (typeof EventSource === 'undefined') return
    const source = new EventSource('/api/news')
    const units = new Set<string>()
    let book = false
    let timer: ReturnType<typeof setTimeout> | undefined
    let opened = false
    const ask = () => {
      timer = undefined
      for (const unitId of units) void queryClient.invalidateQueries({ queryKey: logKey(unitId) })
      for (const unitId of units) void queryClient.invalidateQueries({ queryKey: ['trace', unitId] })
      if (units.size > 0) void queryClient.invalidateQueries({ queryKey: ['units'] })
      if (book) void queryClient.invalidateQueries({ queryKey: bookKey })
      if (book || units.size > 0) void queryClient.invalidateQueries({ queryKey: ['cylinders'] })
      units.clear()
      book = false
    }
    const heard = (event: MessageEvent<string>) => {
      const news = News.safeParse(JSON.parse(event.data))
      if (!news.success) return
      if (news.data.unitId) units.add(news.data.unitId)
      else book = true
      timer ??= setTimeout(ask, TOGETHER_MS)
    }
    const everything = () => void queryClient.invalidateQueries()
    source.addEventListener('unit', heard)
    source.addEventListener('book', heard)
    source.addEventListener('gap', everything)
    source.addEventListener('open', () => {
      // something may have changed while nobody told
      if (opened) everything()
      opened = true
    })
    return () => {
      clearTimeout(timer)
      source.close()
    }
  }, [])
}
