import type { ChainedEntry } from '@zetesis/core'
import type { Tx } from '../db/client'
import { pageEntries } from '../db/units'

const PAGE = 1000

/** A unit's whole log, as it is stored. */
export async function logOf(db: Tx, companyId: string, unitId: string): Promise<ChainedEntry[]> {
  const log: ChainedEntry[] = []
  for (;;) {
    const page = await pageEntries(db, companyId, unitId, { after: log.at(-1)?.seq ?? 0, limit: PAGE })
    log.push(...page)
    if (page.length < PAGE) return log
  }
}
