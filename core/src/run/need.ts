import type { ConversionRefusal } from '../conversion/suitability'
import type { MissingFact } from '../facts/missingFacts'
import { isCheck } from '../facts/terms'
import type { UnitFacts } from '../facts/unitFacts'
import type { Stage } from '../entry/stage'
import type { LeftWith } from '../entry/conversion'
import type { ConversionRun } from './conversionRun'
import type { JudgedItem } from './judgedReadings'
import type { PressureTestRun } from './pressureTestRun'
import type { VacuumRun } from './vacuumRun'
import type { VisitRun } from './visitRun'
import type { Wait } from './waits'

export type Need =
  | { code: 'prepare'; missing: MissingFact[] }
  | { code: 'refused'; refusal: ConversionRefusal }
  | { code: 'raisePressure' | 'pressureHolds' | 'readPressure' | 'pressureFailed' | 'pressureClose' }
  | { code: 'startVacuum' | 'pullDown' | 'breakVacuum' | 'nitrogenStands' | 'pumpAgain' }
  | { code: 'holdRunning' | 'readGauge' | 'decayFailed' | 'decayClose' }
  | { code: 'weighIn'; openKg: number | undefined }
  | { code: 'sayWhy' | 'baseline' | 'recover' | 'refit' | 'relabel' }
  | { code: 'conversionLeft'; holds: LeftWith }
  /** the condenser is covered: until it isn't, nothing else is first */
  | { code: 'uncover' }
  /** somebody is there again: what was left for the visit is done, then signed */
  | { code: 'onVisit'; open: number }
  | {
      code:
        | 'start'
        | 'settling'
        | 'takeReading'
        | 'readingOut'
        | 'readingClose'
        | 'readingOpen'
        | 'sign'
        | 'signNear'
        | 'nothing'
    }

export interface NeedTraits {
  /** 0: something stands there, ready, once its wait is over; 1: only a name is missing; 2: it failed or is undecided; 3: the next step of the work */
  readonly urgency: 0 | 1 | 2 | 3
  /** false where nobody can do anything now: it waits, is sealed, or is refused */
  readonly asks: boolean
  /** what its own evidence says so far; `byVerdict` for what is sealed */
  readonly mark: 'none' | 'in' | 'out' | 'tooClose' | 'byVerdict'
}

const step: NeedTraits = { urgency: 3, asks: true, mark: 'none' }
const ready: NeedTraits = { urgency: 0, asks: true, mark: 'none' }
const waits: NeedTraits = { urgency: 3, asks: false, mark: 'none' }
const failed: NeedTraits = { urgency: 2, asks: true, mark: 'out' }
const undecided: NeedTraits = { urgency: 2, asks: true, mark: 'tooClose' }

/** How urgent each need is, whether it asks for a hand now, and which mark it wears: the one table that lists and bars go by. */
export const needTraits: Record<Need['code'], NeedTraits> = {
  prepare: { ...step, mark: 'tooClose' },
  refused: { ...waits, mark: 'out' },
  sayWhy: step,
  baseline: step,
  recover: step,
  refit: step,
  relabel: step,
  conversionLeft: { urgency: 2, asks: true, mark: 'out' },
  uncover: failed,
  raisePressure: step,
  pressureHolds: waits,
  readPressure: ready,
  pressureFailed: failed,
  pressureClose: undecided,
  startVacuum: step,
  pullDown: step,
  breakVacuum: step,
  nitrogenStands: waits,
  pumpAgain: ready,
  holdRunning: waits,
  readGauge: ready,
  decayFailed: failed,
  decayClose: undecided,
  weighIn: step,
  start: step,
  settling: waits,
  takeReading: ready,
  readingOut: failed,
  readingClose: undecided,
  readingOpen: { ...step, mark: 'tooClose' },
  sign: { urgency: 1, asks: true, mark: 'in' },
  // probably in by the instruments that were there: signed as that
  signNear: { urgency: 1, asks: true, mark: 'tooClose' },
  onVisit: { urgency: 2, asks: true, mark: 'tooClose' },
  nothing: { ...waits, mark: 'byVerdict' },
}

interface Shown {
  readonly sealed: boolean
  readonly current: Stage
  readonly facts: UnitFacts
  readonly missing: readonly MissingFact[]
  readonly refusal?: ConversionRefusal
  readonly conversion?: ConversionRun
  readonly pressureTest: PressureTestRun
  readonly vacuum: VacuumRun
  readonly cold: { readonly cover?: unknown }
  readonly visit?: Pick<VisitRun, 'visiting' | 'items'>
  readonly charge: { readonly openKg?: number }
  readonly startedMs?: number
  readonly waits: readonly Wait[]
  readonly reading?: Pick<JudgedItem, 'judged' | 'settled'>
}

const readingNeed = { in: 'readingOpen', none: 'readingOpen', out: 'readingOut', tooClose: 'readingClose' } as const

/** The one thing that a unit needs next. */
export function needOf(view: Shown, nowMs: number): Need {
  if (view.sealed) return { code: 'nothing' }
  const left = view.conversion?.left
  if (left) return { code: 'conversionLeft', holds: left.entry.holds }
  if (view.cold.cover) return { code: 'uncover' }
  if (view.visit?.visiting) {
    const open = view.visit.items.filter(({ state }) => state === 'open').length
    return open > 0 ? { code: 'onVisit', open } : { code: 'sign' }
  }
  // a stop is one wherever the work stands
  if (view.refusal) return { code: 'refused', refusal: view.refusal }
  switch (view.current) {
    case 'prepare':
      return { code: 'prepare', missing: [...view.missing] }
    case 'baseline':
      return { code: view.conversion?.why ? 'baseline' : 'sayWhy' }
    case 'recovery':
      return { code: 'recover' }
    case 'refit':
      return { code: 'refit' }
    case 'relabel':
      return { code: 'relabel' }
    case 'pressureTest':
      return { code: pressureNeed(view.pressureTest, nowMs) }
    case 'vacuum':
      return { code: vacuumNeed(view.vacuum, nowMs) }
    case 'weighIn':
      return { code: 'weighIn', openKg: view.charge.openKg }
    case 'startUp': {
      // a machine that runs already is read
      if (view.startedMs === undefined) return { code: isCheck(view.facts) ? 'takeReading' : 'start' }
      if (view.waits.some((w) => w.kind === 'settle' && w.endsMs > nowMs)) return { code: 'settling' }
      if (!view.reading?.settled) return { code: 'takeReading' }
      return { code: readingNeed[view.reading.judged.verdict] }
    }
    case 'handOver':
      return { code: view.reading?.judged.nearEnough ? 'signNear' : 'sign' }
  }
}

function pressureNeed({ hold }: PressureTestRun, nowMs: number) {
  if (!hold) return 'raisePressure'
  if (hold.verdict?.verdict === 'out') return 'pressureFailed'
  if (hold.verdict) return 'pressureClose'
  return nowMs < hold.endsMs ? 'pressureHolds' : 'readPressure'
}

function vacuumNeed(vacuum: VacuumRun, nowMs: number) {
  if (vacuum.verdict?.state === 'out') return 'decayFailed'
  if (vacuum.verdict?.state === 'tooClose') return 'decayClose'
  switch (vacuum.phase) {
    case 'holding':
      return nowMs < (vacuum.holdEndsMs ?? 0) ? 'holdRunning' : 'readGauge'
    case 'breaking':
      return nowMs < (vacuum.breaks.at(-1)?.soakEndsMs ?? 0) ? 'nitrogenStands' : 'pumpAgain'
    case 'pulling':
      return vacuum.breaksLeft > 0 ? 'breakVacuum' : 'pullDown'
    case 'idle':
      return vacuum.samples.length === 0 ? 'startVacuum' : 'pullDown'
  }
}
