import { LRUCache } from 'lru-cache'
import type { Db } from '../db/client'
import { findSummaries, listEnds } from '../db/units'

interface Line {
  readonly tag: string
  readonly id: string
  readonly json: string
}

const IN_ONE = 500

/**
 * Units with their summaries, as the JSON that goes out. A unit's line depends on its log alone, so that it is made once for each end of the log, whichever
 * process wrote it; asking for a board of thousands costs little more than asking where the logs end.
 */
export class Board {
  private readonly lines = new LRUCache<string, Line>({ max: 20_000 })

  constructor(private readonly db: Db) {}

  async json(companyId: string, jobId?: string): Promise<string> {
    const ends = await listEnds(this.db, companyId, jobId)
    const key = (unit: { id: string; lastHash: string }) => `${companyId} ${unit.id} ${unit.lastHash}`
    const missing = ends.filter((unit) => !this.lines.has(key(unit))).map((unit) => unit.id)
    const fetched = new Map<string, Line>()
    for (let i = 0; i < missing.length; i += IN_ONE)
      for (const { lastHash, ...row } of await findSummaries(this.db, companyId, missing.slice(i, i + IN_ONE))) {
        const line = { tag: row.summary.tag, id: row.id, json: JSON.stringify(row) }
        this.lines.set(key({ id: row.id, lastHash }), line)
        fetched.set(row.id, line)
      }
    const lines = ends.flatMap((unit) => fetched.get(unit.id) ?? this.lines.get(key(unit)) ?? [])
    lines.sort((a, b) => (a.tag < b.tag ? -1 : a.tag > b.tag ? 1 : a.id < b.id ? -1 : 1))
    return `{"units":[${lines.map((line) => line.json).join(',')}]}`
  }
}
