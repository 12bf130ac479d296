import { needTraits } from '../run/need'
import type { UnitSummary } from './summary'

export const rowGroups = ['wrong', 'asks', 'waits', 'sealed', 'archived'] as const
/** wrong: something failed or is refused; asks: a hand is wanted; waits: the clock runs; sealed: done; archived: out of the way */
export type RowGroup = (typeof rowGroups)[number]

/** What a lead looks for along a row: each unit stands in exactly one group. */
export function rowGroup(
  { sealed, waits, need, archived }: Pick<UnitSummary, 'sealed' | 'waits' | 'need' | 'archived'>,
  nowMs: number,
): RowGroup {
  if (archived) return 'archived'
  if (sealed) return 'sealed'
  if (needTraits[need.code].mark === 'out') return 'wrong'
  return waits.some((wait) => wait.endsMs > nowMs) ? 'waits' : 'asks'
}
