import { SUMMARY_FORM, summarise } from '@zetesis/core'
import type { Db } from '../db/client'
import { pageEntries, putSummary, unitsOfEarlierForm } from '../db/units'
import { Heads } from './heads'

const AT_ONCE = 200

/** Makes summaries anew that an earlier version stored, each from its log as of its last entry. @returns how many */
export async function renewSummaries(db: Db): Promise<number> {
  const heads = new Heads()
  let renewed = 0
  for (;;) {
    const units = await unitsOfEarlierForm(db, SUMMARY_FORM, AT_ONCE)
    if (units.length === 0) return renewed
    for (const { companyId, unitId } of units) {
      const head = await heads.read(db, companyId, unitId)
      if (!head) continue
      const { record, jobElevationM, lastSeq } = head
      const [last] = await pageEntries(db, companyId, unitId, { after: lastSeq - 1, limit: 1 })
      const nowMs = Date.parse(last?.receivedAt ?? '') || 0
      await putSummary(db, { companyId, unitId, lastSeq }, summarise(record, { nowMs, jobElevationM }))
      heads.forget(companyId, unitId)
      renewed += 1
    }
  }
}
