import type { EntryOf, LogItem } from '../entry/entry'
import { byTime, lastTime, timeOf } from '../entry/time'
import type { EvacuationMethod, VacuumReady } from '../entry/vacuum'
import { decayTerms } from '../facts/terms'
import type { UnitRecord } from '../log/fold'
import { grown } from '../log/grown'
import type { Instrument } from '../measurement/instrument'
import { toSi } from '../quantity/unit'
import type { RunClock } from '../trace/runClock'
import type { DecayResult } from '../vacuum/decayResult'
import { holdVerdict, type HoldVerdict } from '../vacuum/holdVerdict'
import type { VolumeEstimate } from '../vacuum/leakSize'
import { inForce, type InForce } from './inForce'
import { systemVolume } from './systemVolume'
import { traceClock, traceRefs, type TraceRef } from './traces'
import { gaugeShareOf, typedDecay } from './typedDecay'

export interface TimedPressure {
  readonly atMs: number
  readonly pressurePa: number
  readonly entryId: string
}

/** idle: nothing began; pulling: the pump runs; breaking: nitrogen stands in it; holding: valved off. */
export type VacuumPhase = 'idle' | 'pulling' | 'breaking' | 'holding'

export interface VacuumRun {
  readonly phase: VacuumPhase
  /** typed readings */
  readonly samples: readonly TimedPressure[]
  readonly traces: readonly TraceRef[]
  /** turns wall times into the system's: the rig may run faster */
  readonly clock: RunClock
  readonly ready?: VacuumReady
  /** what the rig reached blanked off, where that is too little to prove the limit */
  readonly weakRigPa?: number
  readonly plan: EvacuationMethod
  /** when each break began, and until when nitrogen should stand */
  readonly breaks: readonly { readonly atMs: number; readonly soakEndsMs: number }[]
  /** breaks that are still to come before the deep vacuum */
  readonly breaksLeft: number
  /** where this pull-down should get to: the break's pressure or the deep target */
  readonly targetPa: number
  readonly pumpOnMs?: number
  /** last time the pump was valved off with no pump-on after it */
  readonly valvedOffMs?: number
  readonly valvedOffId?: string
  readonly holdEndsMs?: number
  readonly limitPa: number
  readonly holdS: number
  readonly verdict?: HoldVerdict
  /** the decay as judged: from the log's own verdict on a recording, else from the typed readings */
  readonly decay?: DecayResult
  readonly volume?: VolumeEstimate
  /** the gauge that holds are read with, as named when the pump was valved off, and its standard uncertainty as a share of the limit */
  readonly gauge?: Instrument
  readonly gaugeShare?: number
}

/** Water is in it; what rises past all that water gives isn't water, and two breaks don't cure it. */
export const isWet = ({ cause, overWaterPa }: DecayResult) =>
  overWaterPa === undefined && (cause === 'moisture' || cause === 'both')

const typedSamples = grown<LogItem<EntryOf<'micron'>>, readonly TimedPressure[]>((before = [], added) => {
  const more = added.map((item) => ({
    atMs: timeOf(item),
    pressurePa: toSi('vacuum', item.entry.reading),
    entryId: item.entry.id,
  }))
  const all = [...before, ...more]
  const isInOrder = all.every((sample, i) => i < before.length || i === 0 || all[i - 1]!.atMs <= sample.atMs)
  return isInOrder ? all : all.sort((a, b) => a.atMs - b.atMs)
})

/**
 * The evacuation as it stands, from times as corrected by the lead: readings, recordings, breaks, and the hold that the latest
 * valving-off began. Turning the pump on again ends a hold; its readings stay.
 */
export function vacuumRun(record: UnitRecord, { facts, method }: InForce = inForce(record)): VacuumRun {
  const { limitPa, holdS } = decayTerms(facts, method)
  const { items } = record
  const samples = typedSamples(items.micron)
  const traces = traceRefs(record).filter((t) => t.channels.includes('vacuum'))
  const clock = traceClock(traces)
  const ready = items.vacuumReady.at(-1)?.entry
  const plan = ready?.method ?? 'single'
  const events = byTime([...items.pumpOn, ...items.valvedOff, ...items.nitrogenBreak])
  const latest = events.at(-1)
  const breaks = byTime(items.nitrogenBreak).map((item) => ({
    atMs: timeOf(item),
    soakEndsMs: clock.wallMs(clock.runMs(timeOf(item)) + method.nitrogenSoakS.si * 1000),
  }))
  // a decay that was judged wet asks for its own two breaks
  const wetMs = lastTime(
    items.valvedOff.filter((v) =>
      items.decayJudged.some((j) => j.entry.valvedOff === v.entry.id && isWet(j.entry.result)),
    ),
  )
  const asked = plan === 'triple' || wetMs !== undefined ? Math.round(method.nitrogenBreaks.si) : 0
  const breaksLeft = Math.max(asked - breaks.filter((b) => b.atMs > (wetMs ?? -Infinity)).length, 0)
  const base = {
    phase: phaseOf(latest),
    samples,
    traces,
    clock,
    ready,
    ...weakRig(ready, limitPa * method.blankOffShare.si),
    plan,
    breaks,
    breaksLeft,
    targetPa: breaksLeft > 0 ? method.tripleBreakPa.si : method.vacuumTargetPa.si,
    pumpOnMs: lastTime(items.pumpOn),
    limitPa,
    holdS,
    volume: systemVolume(facts),
  }
  if (latest?.entry.kind !== 'valvedOff') return base
  const valvedOffMs = timeOf(latest)
  const valvedOffId = latest.entry.id
  const gauge = latest.entry.gauge
  const gaugeShare = gauge && gaugeShareOf(gauge, limitPa)
  const hold = {
    ...base,
    ...(gauge ? { gauge, gaugeShare } : {}),
    valvedOffMs,
    valvedOffId,
    holdEndsMs: clock.wallMs(clock.runMs(valvedOffMs) + holdS * 1000),
  }
  const judged = items.decayJudged.filter((j) => j.entry.valvedOff === valvedOffId).at(-1)?.entry.result
  if (judged) return { ...hold, decay: judged, verdict: verdictOf(judged) }
  const typed = samples.map((s) => ({
    timeS: (clock.runMs(s.atMs) - clock.runMs(valvedOffMs)) / 1000,
    pressurePa: s.pressurePa,
  }))
  const decay = typedDecay(typed, { limitPa, holdS, volumeM3: base.volume?.volumeM3, gaugeShare, method })
  const verdict = holdVerdict(typed, { limitPa, holdS })
  // readings that meet the limit, but within what a gauge scatters, are too close to call
  const close = verdict.state === 'in' && decay?.verdict === 'tooClose' && decay.confidence > 0
  return { ...hold, decay, verdict: close ? { ...verdict, state: 'tooClose' } : verdict }
}

/** When pump and hoses alone can't hold well under the limit, no decay on them proves anything: said, never subtracted. */
function weakRig(ready: VacuumReady | undefined, mostPa: number): Pick<VacuumRun, 'weakRigPa'> {
  const reachedPa = ready?.blankOff && toSi('vacuum', ready.blankOff)
  return reachedPa !== undefined && reachedPa > mostPa ? { weakRigPa: reachedPa } : {}
}

function phaseOf(latest: LogItem<EntryOf<'pumpOn' | 'valvedOff' | 'nitrogenBreak'>> | undefined): VacuumPhase {
  switch (latest?.entry.kind) {
    case undefined:
      return 'idle'
    case 'pumpOn':
      return 'pulling'
    case 'nitrogenBreak':
      return 'breaking'
    case 'valvedOff':
      return 'holding'
  }
}

function verdictOf(judged: DecayResult): HoldVerdict {
  const { startPa, endPa, highestPa, endS, holdS, verdict, complete } = judged
  const minutes = endS / 60
  const numbers = {
    startPa,
    endPa,
    highestPa,
    endTimeS: endS,
    risePaPerMin: minutes > 0 ? (endPa - startPa) / minutes : 0,
  }
  if (!complete && verdict !== 'out') return { state: 'holding', highestPa, lastTimeS: endS, remainingS: holdS - endS }
  return { state: verdict, ...numbers }
}
