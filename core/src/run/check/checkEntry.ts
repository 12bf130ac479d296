import type { Entry, EntryKind } from '../../entry/entry'
import { instrumentsIn } from '../../entry/instrumentsIn'
import { betweenVisits, onVisit, type UnitRecord } from '../../log/fold'
import { checkInstrument } from '../../measurement/instrument'
import { inForceAt } from '../inForce'
import { thisRound } from '../round'
import { isArchived } from '../standing'
import { anyStageChecks } from './anyStage'
import type { Asked, BookedKg, Checks } from './asked'
import { coldChecks } from './cold'
import { conversionChecks } from './conversion'
import { handOverChecks } from './handOver'
import { heatPumpChecks } from './heatPump'
import { prepareChecks } from './prepare'
import { pressureTestChecks } from './pressureTest'
import type { EntryProblem } from './problem'
import { recordingChecks } from './recording'
import { startUpChecks } from './startUp'
import { vacuumChecks } from './vacuum'
import { visitChecks } from './visit'
import { weighInChecks } from './weighIn'

/** A phone's clock may run this much ahead of the server's before an entry counts as lying in the future. */
export const CLOCK_SLACK_MS = 5 * 60_000

const checks: Checks<EntryKind> = {
  ...prepareChecks,
  ...pressureTestChecks,
  ...vacuumChecks,
  ...recordingChecks,
  ...weighInChecks,
  ...startUpChecks,
  ...conversionChecks,
  ...heatPumpChecks,
  ...coldChecks,
  ...visitChecks,
  ...anyStageChecks,
  ...handOverChecks,
}

/** what a unit takes that is out of the way */
const whileArchived: ReadonlySet<EntryKind> = new Set<EntryKind>(['archived', 'note', 'struck'])

/**
 * What speaks against appending an entry to this record, as data; empty when it may be appended. The phone asks before it
 * writes, the server before it stores: the same rules on both sides.
 */
export function checkEntry(
  record: UnitRecord,
  entry: Entry,
  { nowMs, jobElevationM, booked }: { nowMs: number; jobElevationM?: number; booked?: BookedKg },
): EntryProblem[] {
  if (record.atSeal && !mayFollowSeal(record, entry)) return [{ code: 'sealed', path: '' }]
  if (record.items.opened.length === 0 && entry.kind !== 'opened') return [{ code: 'notOpened', path: '' }]
  if (isArchived(record) && !whileArchived.has(entry.kind)) return [{ code: 'archived', path: '' }]
  const asked = {
    record: thisRound(record),
    whole: record,
    here: inForceAt(record, jobElevationM),
    nowMs,
    jobElevationM,
    booked,
  }
  // the table holds for each kind the check of that kind
  const check = checks[entry.kind] as (entry: Entry, asked: Asked) => readonly EntryProblem[]
  return [
    ...(Date.parse(entry.at) > nowMs + CLOCK_SLACK_MS ? [{ code: 'future', path: 'at' } as const] : []),
    ...checkInstruments(entry),
    ...check(entry, asked),
  ]
}

const checkInstruments = (entry: Entry): EntryProblem[] =>
  instrumentsIn(entry).flatMap(([path, instrument]) =>
    checkInstrument(instrument).map((problem) => ({
      code: 'badInstrument',
      path: `${path}.${problem.path}`,
      problem,
    })),
  )

/** what a sealed record takes: at any time, or while somebody is there on a return visit */
const mayFollowSeal = ({ visiting }: UnitRecord, { kind }: Entry) =>
  betweenVisits.has(kind) || (visiting !== undefined && onVisit.has(kind))
