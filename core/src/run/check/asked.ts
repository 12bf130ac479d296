import type { EntryKind, EntryOf } from '../../entry/entry'
import type { Stage } from '../../entry/stage'
import type { UnitRecord } from '../../log/fold'
import { coldRun } from '../coldRun'
import { conversionStop } from '../conversionRun'
import type { InForceHere } from '../inForce'
import { unitView } from '../unitView'
import type { EntryProblem } from './problem'

/** What is in a cylinder by the company's book, kg; undefined where the book isn't at hand. */
export type BookedKg = (cylinderId: string) => number | undefined

/** What an entry is checked against. */
export interface Asked {
  /** of the round that goes on, and with all that was before it */
  readonly record: UnitRecord
  readonly whole: UnitRecord
  readonly here: InForceHere
  readonly nowMs: number
  readonly jobElevationM?: number
  /** the cylinder book as it is now */
  readonly booked?: BookedKg
}

/** What speaks against each kind of entry of a stage, beyond what holds for all. */
export type Checks<K extends EntryKind> = {
  readonly [Kind in K]: (entry: EntryOf<Kind>, asked: Asked) => readonly EntryProblem[]
}

export const nothing = (): EntryProblem[] => []

/** A refusal is a hard stop: no written reason passes it, nothing is charged and nothing is started. */
export function refused({ record, here }: Asked): EntryProblem[] {
  const refusal = conversionStop(record, here)
  return refusal ? [{ code: 'refusedStop', path: '', refusal }] : []
}

/** Gates: each stage before must be finished by its evidence or passed with a reason that stays on the record. */
export function gatesClosed({ whole, nowMs, jobElevationM }: Asked, before: readonly Stage[]): EntryProblem[] {
  const view = unitView(whole, { nowMs, jobElevationM })
  const closed = view.stages.filter((s) => before.includes(s.stage) && s.state !== 'done' && s.state !== 'bypassed')
  return closed.length === 0 ? [] : [{ code: 'gateClosed', path: '', stages: closed.map((s) => s.stage) }]
}

/** Nothing is left behind with its condenser covered. */
export const uncovered = ({ record }: Asked): EntryProblem[] =>
  coldRun(record).cover ? [{ code: 'coverStillOn', path: '' }] : []

/** Nothing of the running system before it was started. */
export const notStarted = ({ record }: Asked): EntryProblem[] =>
  record.items.started.length > 0 ? [] : [{ code: 'notStarted', path: '' }]
