import type { StepAdvice } from '../charge/adviseStep'
import type { PlausibilityCheck } from '../measurement/plausibility'
import type { ChargeGate } from './chargeGates'
import type { RankedCause } from './diagnose'
import { chargeCauses, type FaultCause } from './faultSignatures'
import type { JudgedReading } from './judgeCharge'

/** What a lead does now, on this reading. */
export type Act =
  /** it is In, or near enough to be signed as probably in */
  | { readonly code: 'sign'; readonly as: 'in' | 'probablyIn' }
  | { readonly code: 'add' | 'remove'; readonly amountKg: number }
  | { readonly code: 'wait' }
  /** something is looked at, measured or made good before any charge */
  | { readonly code: 'look'; readonly gate: ChargeGate }
  /** label, line set and scale say it is short beyond doubt, and today no reading says more: no reading is needed for that */
  | { readonly code: 'weighIn'; readonly amountKg: number }
  /** today's weather or load can't decide: the weighed charge stays, and somebody comes back */
  | { readonly code: 'comeBack'; readonly gate?: ChargeGate }
  /** the readings contradict each other; or it is so short that they do, and the scale goes first */
  | { readonly code: 'remeasure'; readonly mayBeShort: boolean }
  /** no charge mends it */
  | { readonly code: 'notCharge'; readonly cause?: FaultCause; readonly gate?: ChargeGate }
  /** it reads a little out, and nothing wrong is likelier */
  | { readonly code: 'leave'; readonly probability: number }
  /** only a finer instrument tells it from its target */
  | { readonly code: 'readFiner' }
  /** liquid may reach the compressor: that first */
  | { readonly code: 'danger' }
  | { readonly code: 'findTarget' }
  /** the label's charge or the line set isn't known: no step can be sized */
  | { readonly code: 'findCharge' }
  | { readonly code: 'read' }

interface Told {
  readonly judged: JudgedReading
  readonly checks: readonly PlausibilityCheck[]
  readonly ranked: readonly RankedCause[]
  readonly advice?: StepAdvice
  readonly gates: readonly ChargeGate[]
  /** short by weight beyond doubt, kg */
  readonly shortKg?: number
}

/**
 * The one act that a reading comes to: what stands over everything else on the page, so that no two advices meet. A contradiction comes first, then waiting, weather and dangers; then In and near enough,
 * which are signed; then the charge step or what goes before it.
 */
export function decide(told: Told): Act {
  const { judged, checks, gates, advice, shortKg } = told
  const weighIn = shortKg && shortKg < MOST_KG ? ({ code: 'weighIn', amountKg: shortKg } as const) : undefined
  if (checks.length > 0) return { code: 'remeasure', mayBeShort: checks.some(mayBeShort) }
  if (!judged.target.ok) return { code: 'findTarget' }
  if (judged.decidingValueK === undefined) return { code: 'read' }
  const weather = gates.find((g) => weatherGates.has(g.code))
  if (weather) return weighIn ?? { code: 'comeBack', gate: weather }
  if (advice?.action === 'wait' || gates.some((g) => g.code === 'notSettled')) return { code: 'wait' }
  if (judged.verdict === 'none') return { code: 'read' }
  const held = judged.findings.some((f) => f.consequence === 'notSettled')
  const wants = advice?.action === 'add' || advice?.action === 'remove'
  // what decides is inside: the danger isn't the charge's, but for a cold coil that too little charge makes
  const cures = wants && advice?.action === 'add' && gates.length === 0
  if (judged.danger && !cures) return withoutStep(told)
  // the charge reads right, and something else is likelier wrong than nothing: that is looked at before anybody signs
  const [first] = told.ranked
  const accused = first && first.probability > judged.method.accusedShare.si && !charge.includes(first.cause)
  if (accused && !wants && !held) return { code: 'notCharge', cause: first.cause }
  if (judged.verdict === 'in' && !held) return { code: 'sign', as: 'in' }
  const goesOn = wants && gates.length === 0 && isWorthGoingOn(told)
  if (judged.nearEnough && !held && !goesOn) return { code: 'sign', as: 'probablyIn' }
  if (advice && wants && gates.length === 0)
    return { code: advice.action as 'add' | 'remove', amountKg: advice.amountKg! }
  if (wants) return beforeStep(told)
  if (held) return weighIn ?? { code: 'comeBack' }
  const other = withoutStep(told)
  return other.code === 'readFiner' ? (weighIn ?? other) : other
}

/** no split system holds more, kg */
const MOST_KG = 1e5

const weatherGates: ReadonlySet<ChargeGate['code']> = new Set(['outsideWindow', 'indoorsOutsideWindow', 'headTooLow'])
const mayBeShort = ({ causes }: PlausibilityCheck) => causes.some((c) => c === 'nearlyEmpty' || c === 'emptySystem')

/** A step is wanted, and something goes before it. */
function beforeStep({ gates, ranked }: Told): Act {
  const [gate] = gates as readonly [ChargeGate, ...ChargeGate[]]
  switch (gate.code) {
    case 'soundLikelier':
      return { code: 'leave', probability: gate.probability }
    case 'drierBlocked':
      return { code: 'notCharge', cause: 'restriction', gate }
    case 'wrongOrifice':
      return { code: 'notCharge', gate }
    case 'onlyOneCoil': {
      const other = likeliestOther(ranked)
      return { code: 'notCharge', ...(other ? { cause: other } : {}), gate }
    }
    case 'otherCauseLeads':
      return gate.asks ? { code: 'look', gate } : { code: 'notCharge', cause: gate.cause, gate }
    default:
      return { code: 'look', gate }
  }
}

/** Nothing is to be put in or taken out, and it isn't In. */
function withoutStep({ judged, advice, ranked }: Told): Act {
  const freezes = judged.findings.some((f) => f.code === 'coilBelowFreezing')
  if (!freezes && judged.findings.some((f) => f.consequence === 'neverIn')) return { code: 'danger' }
  const other = likeliestOther(ranked)
  if (freezes) return other ? { code: 'notCharge', cause: other } : { code: 'look', gate: { code: 'coilFreezing' } }
  const because = advice?.reasons[0]?.code
  if (because === 'withinUncertainty') return { code: 'readFiner' }
  if (because === undefined) return { code: 'findCharge' }
  return { code: 'notCharge', ...(other ? { cause: other } : {}) }
}

/** behind an orifice, of what nothing wrong is likely: less, and going on from near enough feeds what starves the coil as often as what is short */
const GOES_ON = 0.7

/** Near enough, it is gone on with behind an orifice only while the charge is about as likely wrong as nothing is; behind a valve subcooling tells what starves from what is short. */
const isWorthGoingOn = (told: Told) =>
  told.judged.target.deciding !== 'superheat' || shareOf(told, told.advice?.action) > GOES_ON * shareOf(told, 'none')

/** How likely it is that the charge is wrong that way; or that nothing is. */
function shareOf({ ranked }: Told, action: StepAdvice['action'] | 'none' | undefined): number {
  const causes = action === 'add' || action === 'remove' ? chargeCauses[action] : (['none'] as const)
  return ranked.reduce((sum, r) => ((causes as readonly FaultCause[]).includes(r.cause) ? sum + r.probability : sum), 0)
}

const charge: readonly FaultCause[] = ['none', ...chargeCauses.add, ...chargeCauses.remove]
const likeliestOther = (ranked: readonly RankedCause[]) => ranked.find(({ cause }) => !charge.includes(cause))?.cause
