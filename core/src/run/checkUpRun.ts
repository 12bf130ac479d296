import type { LogItem } from '../entry/entry'
import type { HandedOver } from '../entry/prepare'
import type { UnitRecord } from '../log/fold'
import { judgeCharge, type JudgedReading } from '../tuning/judgeCharge'
import type { InForceHere } from './inForce'
import type { JudgedItem } from './judgedReadings'

/** What became of the charge since a machine was handed over: each reading against the target of its own weather. */
export interface SinceHandOver {
  readonly deciding: 'superheat' | 'subcooling'
  /** how much further from its target it reads now, K; above zero is higher */
  readonly movedK: number
  /** of it, both readings' */
  readonly standardK: number
  readonly says: 'same' | 'short' | 'over'
}

/** A check-up beside the sealed record of the same machine. */
export interface CheckUpRun {
  readonly item: LogItem<HandedOver>
  /** how it read then, by what is known of it now */
  readonly then: JudgedReading
  readonly since?: SinceHandOver
}

/** so many standard uncertainties of both readings a move has to be before it is one: 95 % of them stay within */
const COVERAGE = 2

/** A machine's reading held against how it was handed over; undefined where this is no check-up. */
export function checkUpRun(
  { items }: UnitRecord,
  { facts, label, elevationM, method }: InForceHere,
  reading: Pick<JudgedItem, 'judged' | 'settled'> | undefined,
): CheckUpRun | undefined {
  const item = items.handedOver.at(-1)
  if (!item) return undefined
  const { values, instruments, kit = [], sealedAt } = item.entry
  const then = judgeCharge(
    { facts, ...(label ? { label } : {}), elevationM },
    { mode: 'cooling', values, instruments, atMs: Date.parse(sealedAt) },
    kit,
    method,
  )
  const since = reading?.settled ? sinceHandOver(then, reading.judged) : undefined
  return { item, then, ...(since ? { since } : {}) }
}

/**
 * How far what decides has moved against its target: superheat by the target of each day's weather, subcooling by the label's. Higher superheat or lower subcooling is less charge.
 *
 * @returns undefined where one of the two has no target, or they don't decide by the same
 */
export function sinceHandOver(then: JudgedReading, now: JudgedReading): SinceHandOver | undefined {
  const [before, after] = [offTarget(then), offTarget(now)]
  if (!before || !after || before.deciding !== after.deciding) return undefined
  const movedK = after.offK - before.offK
  const standardK = Math.hypot(before.standardK, after.standardK)
  const isSame = Math.abs(movedK) <= COVERAGE * standardK
  const isShort = before.deciding === 'superheat' ? movedK > 0 : movedK < 0
  return { deciding: before.deciding, movedK, standardK, says: isSame ? 'same' : isShort ? 'short' : 'over' }
}

function offTarget({ target, decidingValueK, uncertainty }: JudgedReading) {
  if (!target.ok || decidingValueK === undefined) return undefined
  const { deciding, targetK } = target
  return { deciding, offK: decidingValueK - targetK, standardK: uncertainty?.standardK ?? 0 }
}
