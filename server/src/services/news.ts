import { EventEmitter } from 'node:events'
import type pg from 'pg'
import { z } from 'zod'

const CHANNEL = 'zetesis_news'
const FLUSH_MS = 30
const FIRST_RETRY_MS = 250
const LAST_RETRY_MS = 5000
/** PostgreSQL takes at most 8000 bytes a notification */
const IN_ONE = 60

/** What changed in a company: a unit's log, or its book. */
const Item = z.object({ c: z.string(), u: z.string().optional(), s: z.number() })
type Item = z.infer<typeof Item>
export interface NewsItem {
  readonly companyId: string
  /** the unit whose log grew; the book where there is none */
  readonly unitId?: string
  readonly lastSeq: number
}

/**
 * What changes, told to every process of the server by LISTEN and NOTIFY. It is told after the write, a few at a time, so that writes don't wait for one
 * another; what is lost with a connection is found by asking, as phones do anyway.
 */
export class News {
  private readonly listeners = new EventEmitter().setMaxListeners(0)
  private readonly waiting = new Map<string, Item>()
  private timer: NodeJS.Timeout | undefined
  private retry: NodeJS.Timeout | undefined
  private client: pg.PoolClient | undefined
  private failures = 0
  private untold = 0
  private closed = false

  constructor(private readonly pool: pg.Pool) {}

  announce(companyId: string, unitId: string | undefined, lastSeq: number): void {
    this.waiting.set(keyOf(companyId, unitId), { c: companyId, ...(unitId ? { u: unitId } : {}), s: lastSeq })
    this.timer ??= setTimeout(() => void this.flush(), FLUSH_MS)
  }

  private async flush(): Promise<void> {
    this.timer = undefined
    const items = [...this.waiting.values()]
    this.waiting.clear()
    let told = 0
    try {
      for (; told < items.length; told += IN_ONE)
        await this.pool.query('select pg_notify($1, $2)', [CHANNEL, JSON.stringify(items.slice(told, told + IN_ONE))])
      this.untold = 0
    } catch {
      // the connection may have ended with the database: said again, unless something newer is to be said of the same unit
      if (this.closed) return
      for (const item of items.slice(told)) {
        const key = keyOf(item.c, item.u)
        if (!this.waiting.has(key)) this.waiting.set(key, item)
      }
      this.timer ??= setTimeout(() => void this.flush(), retryMs(this.untold++)).unref()
    }
  }

  /** @returns how to stop listening */
  onNews(companyId: string, tell: (item: NewsItem) => void): () => void {
    this.listeners.on(companyId, tell)
    return () => void this.listeners.off(companyId, tell)
  }

  /** news may have been missed: whoever listens asks once */
  onGap(tell: () => void): () => void {
    this.listeners.on('gap', tell)
    return () => void this.listeners.off('gap', tell)
  }

  async listen(): Promise<void> {
    if (this.closed) return
    try {
      const client = await this.pool.connect()
      this.client = client
      const lost = () => {
        if (this.client !== client) return
        this.client = undefined
        client.release(true)
        this.again()
      }
      client.once('error', lost)
      client.once('end', lost)
      client.on('notification', ({ payload }) => this.heard(payload ?? ''))
      await client.query(`listen ${CHANNEL}`)
      // lost in the very moment it answered: the next connection is the one that tells of the gap
      if (this.client !== client) return
      if (this.failures > 0) this.listeners.emit('gap')
      this.failures = 0
    } catch {
      this.client?.release(true)
      this.client = undefined
      this.again()
    }
  }

  private again(): void {
    if (this.closed) return
    clearTimeout(this.retry)
    this.retry = setTimeout(() => void this.listen(), retryMs(this.failures++)).unref()
  }

  private heard(payload: string): void {
    const items = z.array(Item).safeParse(safeJson(payload))
    for (const { c, u, s } of items.data ?? [])
      this.listeners.emit(c, { companyId: c, unitId: u, lastSeq: s } satisfies NewsItem)
  }

  close(): void {
    this.closed = true
    clearTimeout(this.timer)
    clearTimeout(this.retry)
    const client = this.client
    this.client = undefined
    client?.release(true)
  }
}

const keyOf = (companyId: string, unitId = '') => `${companyId} ${unitId}`
const retryMs = (failures: number) => Math.min(FIRST_RETRY_MS * 2 ** failures, LAST_RETRY_MS)

function safeJson(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}
