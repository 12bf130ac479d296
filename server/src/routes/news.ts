import { Router, type Response } from 'express'
import { scopeOf, type WhoIs } from '../http/scope'
import type { News } from '../services/news'

/** So often a stream says that it lives, and looks whether who listens may still do so. */
const BEAT_MS = 20_000

/** What changes in the company, as server-sent events: a phone asks for what is new when it is told to. */
export function newsRoutes(news: News, whoIs: WhoIs): { router: Router; close(): void } {
  const open = new Set<Response>()
  const router = Router()
  router.get('/news', (req, res) => {
    const { companyId } = scopeOf(req)
    const { person } = req.session
    // no-transform: compression would hold it back
    res.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store, no-transform',
      'X-Accel-Buffering': 'no',
    })
    res.write('retry: 2000\n\nevent: open\ndata: {}\n\n')
    open.add(res)
    const stops = [
      news.onNews(companyId, ({ unitId, lastSeq }) =>
        res.write(`event: ${unitId ? 'unit' : 'book'}\ndata: ${JSON.stringify({ unitId, lastSeq })}\n\n`),
      ),
      news.onGap(() => res.write('event: gap\ndata: {}\n\n')),
    ]
    const beat = setInterval(() => {
      const still = person ? whoIs(person).catch(() => true) : Promise.resolve(false)
      void still.then((may) => (may ? res.write(': still here\n\n') : res.end()))
    }, BEAT_MS)
    req.once('close', () => {
      clearInterval(beat)
      open.delete(res)
      stops.forEach((stop) => stop())
    })
  })
  return { router, close: () => open.forEach((res) => res.end()) }
}
