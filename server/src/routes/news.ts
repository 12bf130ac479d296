import { Router, type Response } from 'express'
import { scopeOf, type stillReads } from '../http/scope'
import type { News } from '../services/news'

/** So often a stream says that it lives. */
const BEAT_MS = 20_000
/** and so often it looks whether who listens may still do so: with what is known for a second it ends within two */
const LOOK_MS = 800

/** What changes in the company, as server-sent events: a phone asks for what is new when it is told to. */
export function newsRoutes(news: News, reads: ReturnType<typeof stillReads>): { router: Router; close(): void } {
  const open = new Set<Response>()
  const router = Router()
  router.get('/news', (req, res) => {
    const who = scopeOf(req)
    const { companyId } = who
    const { sessionID } = req
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
    const beat = setInterval(() => res.write(': still here\n\n'), BEAT_MS)
    let looking = false
    const look = setInterval(() => {
      // one question at a time: where the database is slow they mustn't queue up
      if (looking) return
      looking = true
      void reads(sessionID, who)
        // while the database is away nobody is known to be out, and nothing is told either
        .catch(() => true)
        .then((may) => {
          looking = false
          if (!may) res.end()
        })
    }, LOOK_MS)
    req.once('close', () => {
      clearInterval(beat)
      clearInterval(look)
      open.delete(res)
      stops.forEach((stop) => stop())
    })
  })
  return { router, close: () => open.forEach((res) => res.end()) }
}
