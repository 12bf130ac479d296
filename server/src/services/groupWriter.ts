import type { Db } from '../db/client'
import { appendLinks, type Append } from '../db/units'

interface Asked {
  readonly append: Append
  readonly answer: (stored: boolean) => void
  readonly refuse: (reason: unknown) => void
}

/** Units in one statement, and statements under way at once. */
const TOGETHER = 64
const AT_ONCE = 2

/**
 * Writes of many units in one statement: what is asked for while others are under way goes with the next, so that a crowd costs little more than one. A unit
 * that somebody else holds is left out, and its writer waits for it alone.
 */
export class GroupWriter {
  private readonly asked: Asked[] = []
  private running = 0

  constructor(private readonly db: Db) {}

  /** @returns whether it was stored; otherwise the log has another end by now, or is held by somebody else */
  append(append: Append): Promise<boolean> {
    return new Promise((answer, refuse) => {
      this.asked.push({ append, answer, refuse })
      // whatever else arrives in this turn goes along
      setImmediate(() => void this.run())
    })
  }

  private async run(): Promise<void> {
    if (this.running >= AT_ONCE || this.asked.length === 0) return
    this.running += 1
    const group = this.asked.splice(0, TOGETHER)
    try {
      const stored = await appendLinks(
        this.db,
        group.map((g) => g.append),
        { whenFree: true },
      )
      for (const { append, answer } of group) answer(stored.has(`${append.companyId} ${append.unitId}`))
    } catch (error) {
      // one unit's entries may be what the database can't take: each is tried by itself
      if (group.length === 1) group[0]!.refuse(error)
      else for (const { answer } of group) answer(false)
    } finally {
      this.running -= 1
      void this.run()
    }
  }
}
