import type { Author } from '../entry/base'
import type { VisitItem } from '../entry/visit'
import type { ColdSchool } from '../method/profile'
import type { VisitRun } from '../run/visitRun'
import type { AskedFor } from '../entry/anyStage'
import type { PassableStage, Stage } from '../entry/stage'
import type { LogItem } from '../entry/entry'
import type { UnitRecord } from '../log/fold'
import { grown } from '../log/grown'
import type { ChargeVerdict, JudgedReading } from '../tuning/judgeCharge'
import type { ChargeBalance } from '../run/chargeBalance'
import { openRequests } from '../run/requests'
import { ownElevationM } from '../run/inForce'
import { isArchived } from '../run/standing'
import { unitView } from '../run/unitView'
import type { Need } from '../run/need'
import type { StageState } from '../run/stageStates'
import type { Wait, WaitKind } from '../run/waits'

/** Counts up when a summary says more or otherwise than before: what is stored with an earlier one is made anew. */
export const SUMMARY_FORM = 6

/** What a board shows of a unit without its log. Stage states of waits are by `at`; the rest doesn't depend on a clock. */
export interface UnitSummary {
  readonly tag: string
  readonly place?: string
  readonly refrigerant?: string
  readonly metering?: string
  readonly stages: readonly { readonly stage: Stage; readonly state: StageState }[]
  readonly current: Stage
  readonly waits: readonly Wait[]
  readonly need: Need
  readonly verdict: ChargeVerdict
  /** too close to call, and near enough to be signed as probably in */
  readonly nearEnough?: true
  /** that it is in, where it is near enough: coarse instruments leave less than a half */
  readonly probabilityIn?: number
  readonly sealed: boolean
  readonly sealedAt?: string
  readonly passed: number
  /** out of the way */
  readonly archived?: true
  /** somebody asked a lead, and has no answer yet */
  readonly requests?: readonly OpenRequest[]
  /** its own elevation, m; without it the job's counts, and its verdict moves with that */
  readonly ownElevationM?: number
  /** what was weighed in, and what had to be by label and line set; kg */
  readonly charge?: { readonly inKg: number; readonly dueKg?: number }
  /** who wrote in its log, who wrote last first; at most four */
  readonly who?: readonly Author[]
  /** somebody has to come back */
  readonly returnVisit?: VisitSummary
  /** what the charge rests on until then */
  readonly provisional?: ColdSchool
}

/** A return visit as a list of many shows it. */
export interface VisitSummary {
  readonly id: string
  readonly reason: string
  /** what is still open of it */
  readonly items: readonly VisitItem[]
  readonly by?: string
  readonly contact?: string
  readonly who?: string
  readonly planned?: { readonly day: string; readonly from?: string; readonly to?: string }
  /** somebody is there, after the seal */
  readonly visiting?: true
}

/** What a lead is asked for, as a board shows it. */
export interface OpenRequest {
  readonly id: string
  readonly what: AskedFor
  readonly stage?: PassableStage
  readonly reason: string
  readonly by: string
  readonly at: string
}

export function summarise(record: UnitRecord, options: { nowMs: number; jobElevationM?: number }): UnitSummary {
  const view = unitView(record, options)
  const archived = isArchived(record)
  const requests = openRequests(record).map(({ ask: { author, entry } }): OpenRequest => ({
    id: entry.id,
    what: entry.what,
    ...(entry.stage ? { stage: entry.stage } : {}),
    reason: entry.reason,
    by: author.name,
    at: entry.at,
  }))
  return {
    tag: view.facts.tag ?? '',
    place: view.facts.place,
    refrigerant: view.facts.refrigerant,
    metering: view.facts.metering,
    stages: view.stages.map(({ stage, state }) => ({ stage, state })),
    current: view.current,
    // nobody waits for what is out of the way
    waits: archived ? [] : view.waits,
    need: archived ? { code: 'nothing' } : view.need,
    verdict: view.reading?.judged.verdict ?? 'none',
    ...(view.reading?.judged.nearEnough ? nearEnough(view.reading.judged) : {}),
    sealed: view.sealed,
    sealedAt: record.items.sealed[0]?.entry.at,
    passed: view.stages.filter((s) => s.state === 'bypassed').length,
    ...(archived ? { archived: true } : {}),
    ...(requests.length > 0 && !archived ? { requests } : {}),
    ownElevationM: ownElevationM(record),
    charge: chargeOf(view.charge),
    who: writers(record),
    ...(view.visit?.open || view.visit?.visiting ? { returnVisit: visitSummary(view.visit) } : {}),
    ...(view.provisional ? { provisional: view.provisional.school } : {}),
  }
}

const SHOWN_WRITERS = 4

interface Wrote {
  readonly author: Author
  readonly seq: number
}
const lastWriters = grown<LogItem, ReadonlyMap<string, Wrote>>((before, added) => {
  const last = new Map(before)
  for (const { author, seq } of added) {
    // what this device wrote and nobody has yet is the newest
    const at = seq ?? Infinity
    if (at >= (last.get(author.id)?.seq ?? -1)) last.set(author.id, { author, seq: at })
  }
  return last
})

function writers(record: UnitRecord): Author[] {
  const last = new Map<string, Wrote>()
  for (const list of Object.values(record.items))
    for (const [id, wrote] of lastWriters(list)) if (wrote.seq >= (last.get(id)?.seq ?? -1)) last.set(id, wrote)
  return [...last.values()]
    .sort((a, b) => b.seq - a.seq)
    .slice(0, SHOWN_WRITERS)
    .map(({ author: { id, name } }) => ({ id, name }))
}

function chargeOf({ weighings, weighedKg, due }: ChargeBalance) {
  if (weighings.length === 0 && !due.ok) return undefined
  return { inKg: weighedKg, ...(due.ok ? { dueKg: due.dueKg } : {}) }
}

function visitSummary({ promise, items, planned, visiting }: VisitRun): VisitSummary {
  const { id, reason, by, contact, who } = promise.entry
  const { day, from, to } = planned?.entry ?? {}
  return {
    id,
    reason,
    items: items.filter(({ state }) => state === 'open').map(({ item }) => item),
    ...(by === undefined ? {} : { by }),
    ...(contact === undefined ? {} : { contact }),
    ...(who === undefined ? {} : { who }),
    ...(day === undefined
      ? {}
      : { planned: { day, ...(from === undefined ? {} : { from }), ...(to === undefined ? {} : { to }) } }),
    ...(visiting ? { visiting: true } : {}),
  }
}

/** A summary made earlier, brought to a later clock: waits that have ended since are no longer waits but things to do. */
export function summaryAt(summary: UnitSummary, nowMs: number): UnitSummary {
  const ended = summary.waits.filter((w) => w.endsMs <= nowMs).map((w) => w.kind)
  const over: Partial<Record<Stage, boolean>> = {}
  for (const kind of ended) over[waitStage[kind]] = true
  const next = ended.map((kind) => afterWait[kind]).find(({ during }) => during === summary.need.code)
  const need: Need = next ? { code: next.then } : summary.need
  const stages = summary.stages.map((s) =>
    s.state === 'waiting' && over[s.stage] ? { ...s, state: 'current' as const } : s,
  )
  return { ...summary, need, stages }
}

/** The stage that each wait holds up. */
export const waitStage: Record<WaitKind, Stage> = {
  pressureHold: 'pressureTest',
  nitrogen: 'vacuum',
  decayHold: 'vacuum',
  settle: 'startUp',
}

/** What is to be done once a wait has ended, where nothing was logged meanwhile. */
const afterWait = {
  pressureHold: { during: 'pressureHolds', then: 'readPressure' },
  nitrogen: { during: 'nitrogenStands', then: 'pumpAgain' },
  decayHold: { during: 'holdRunning', then: 'readGauge' },
  settle: { during: 'settling', then: 'takeReading' },
} as const satisfies Record<WaitKind, { during: Need['code']; then: Need['code'] }>

const nearEnough = ({ probabilityIn }: JudgedReading) =>
  ({ nearEnough: true, ...(probabilityIn === undefined ? {} : { probabilityIn }) }) as const
