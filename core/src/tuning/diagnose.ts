import type { Metering } from '../label/equipment'
import {
  signatures,
  symptoms,
  typicalUncertainty,
  type FaultCause,
  type Signature,
  type Symptom,
} from './faultSignatures'

export interface Deviation {
  readonly deviation: number
  /** standard uncertainty of it: instruments and expectation together */
  readonly standard: number
}

export interface DiagnosticFindings {
  readonly metering: Metering
  readonly deviations: { readonly [S in Symptom]?: Deviation }
  /** airflow, filter and indoor coil were seen to first */
  readonly airflowKnownGood?: boolean
  readonly condenserClean?: boolean
  /** colder outdoors than the method allows to judge by */
  readonly outdoorTooCold?: boolean
}

export interface Reason {
  readonly symptom: Symptom
  readonly deviation: number
  /** what this cause would make of it, at the severity that fits best */
  readonly wouldBe: number
  /** how much more likely this symptom is under this cause than on average over all, natural logarithm */
  readonly weight: number
}

export interface RankedCause {
  readonly cause: FaultCause
  readonly probability: number
  readonly reasons: readonly Reason[]
}

/** How common each is among units that a lead stands at; the sum is 1. Measured nowhere: a guess that readings soon outweigh. */
const priors: Record<FaultCause, number> = {
  none: 0.3,
  undercharge: 0.22,
  overcharge: 0.12,
  restriction: 0.05,
  starvedDevice: 0.05,
  overfeeding: 0.06,
  weakCompressor: 0.03,
  lowAirflow: 0.1,
  dirtyCondenser: 0.04,
  air: 0.03,
  coldOutdoors: 0,
}
/** seen to and found good, a cause is still possible */
const SEEN_TO = 0.1
const COLD_PRIOR = 1.2
/** light, middling, heavy: a signature is for a middling fault */
const severities = [
  { times: 0.35, weight: 0.25 },
  { times: 0.65, weight: 0.3 },
  { times: 1, weight: 0.25 },
  { times: 1.6, weight: 0.2 },
]
const REASONS = 3

/**
 * What is probably wrong, likeliest first, by every deviation that is known.
 *
 * Each cause has a signature: the deviations that a middling case of it makes, with their spread. A cause's likelihood is the product over the
 * symptoms of a normal density with the spread of signature, instruments and expectation, averaged over light to heavy cases, times how common
 * it is. A symptom that isn't known is left out of all causes alike. Probabilities add up to 1.
 *
 * @returns all causes; reasons are the symptoms that speak most for the cause against the field
 * Source: Bayes' rule with conditionally independent symptoms; signatures from the system rig (docs/methods/diagnosis.md).
 * Limits: one fault at a time; a restriction and a starving device look alike without the drop over the drier.
 */
export function diagnose(findings: DiagnosticFindings): RankedCause[] {
  const table = signatures[findings.metering]
  const causes = (Object.keys(priors) as FaultCause[]).filter((cause) => priorOf(cause, findings) > 0)
  const fits = causes.map((cause) => ({ cause, fit: fitOf(table[cause], findings) }))
  const logs = fits.map(({ cause, fit }) => Math.log(priorOf(cause, findings)) + fit.log)
  const top = Math.max(...logs)
  const weights = logs.map((log) => Math.exp(log - top))
  const sum = weights.reduce((a, b) => a + b, 0)
  const shares = weights.map((w) => w / sum)
  return fits
    .map(({ cause, fit }, i) => ({
      cause,
      probability: shares[i]!,
      reasons: reasonsFor(i, fits, shares, findings, fit.times),
    }))
    .sort((a, b) => b.probability - a.probability)
}

function priorOf(cause: FaultCause, f: DiagnosticFindings): number {
  if (cause === 'lowAirflow' && f.airflowKnownGood) return SEEN_TO * priors.lowAirflow
  if (cause === 'dirtyCondenser' && f.condenserClean) return SEEN_TO * priors.dirtyCondenser
  // head too low to feed the orifice reads like too little charge
  if (cause === 'coldOutdoors') return f.outdoorTooCold && f.metering === 'fixedOrifice' ? COLD_PRIOR : 0
  return priors[cause]
}

interface Fit {
  readonly log: number
  /** severity that fits best */
  readonly times: number
  readonly bySymptom: { readonly [S in Symptom]?: number }
}

function fitOf(signature: Signature, { deviations }: DiagnosticFindings): Fit {
  const each = severities.map(({ times, weight }) => {
    const bySymptom: { [S in Symptom]?: number } = {}
    let log = Math.log(weight)
    for (const symptom of symptoms) {
      const seen = deviations[symptom]
      if (!seen) continue
      const [mean, spread] = signature[symptom]
      const density = logNormal(seen.deviation - times * mean, Math.hypot(seen.standard, spread * Math.max(times, 0.5)))
      bySymptom[symptom] = density
      log += density
    }
    return { times, log, bySymptom }
  })
  const best = each.reduce((a, b) => (b.log > a.log ? b : a))
  return { ...best, log: best.log + Math.log(each.reduce((s, e) => s + Math.exp(e.log - best.log), 0)) }
}

/** heavier tails than a normal: no single odd reading decides alone */
function logNormal(off: number, standard: number): number {
  const z = Math.abs(off / standard)
  return -Math.log(standard) - (z < 2.5 ? (z * z) / 2 : 2.5 * z - 3.125)
}

function reasonsFor(
  index: number,
  fits: readonly { cause: FaultCause; fit: Fit }[],
  shares: readonly number[],
  { deviations, metering }: DiagnosticFindings,
  times: number,
): Reason[] {
  const { cause, fit } = fits[index]!
  return symptoms
    .flatMap((symptom): Reason[] => {
      const seen = deviations[symptom]
      const own = fit.bySymptom[symptom]
      if (!seen || own === undefined) return []
      const others = fits.reduce(
        (s, o, i) => (i === index ? s : s + shares[i]! * Math.exp(o.fit.bySymptom[symptom]! - own)),
        0,
      )
      const rest = Math.max(1e-9, 1 - shares[index]!)
      const wouldBe = times * signatures[metering][cause][symptom][0]
      return [{ symptom, deviation: seen.deviation, wouldBe, weight: -Math.log(Math.max(others / rest, 1e-9)) }]
    })
    .filter((r) => r.weight > 0.05 || speaksFor(r, deviations[r.symptom]!.standard))
    .sort((a, b) => b.weight - a.weight)
    .slice(0, REASONS)
}

/** Clearly off, and the way this cause would have it, though another cause would have it too. */
const speaksFor = ({ deviation, wouldBe }: Reason, standard: number) =>
  deviation * wouldBe > 0 && Math.abs(deviation) > 2 * standard && Math.abs(wouldBe) > standard

/**
 * The one further reading that would best tell the two likeliest causes apart, among those not taken yet.
 * @returns undefined where nothing left to read separates them by as much as its uncertainty
 */
export function separatingReading(
  findings: DiagnosticFindings,
  ranked: readonly RankedCause[],
): { symptom: Symptom; between: readonly [FaultCause, FaultCause] } | undefined {
  const [a, b] = ranked
  if (!a || !b) return undefined
  const table = signatures[findings.metering]
  let best: { symptom: Symptom; apart: number } | undefined
  for (const symptom of symptoms) {
    if (findings.deviations[symptom]) continue
    const [meanA, spreadA] = table[a.cause][symptom]
    const [meanB, spreadB] = table[b.cause][symptom]
    const apart = Math.abs(meanA - meanB) / Math.hypot(typicalUncertainty[symptom], (spreadA + spreadB) / 2)
    if (apart > (best?.apart ?? 1)) best = { symptom, apart }
  }
  return best && { symptom: best.symptom, between: [a.cause, b.cause] }
}
