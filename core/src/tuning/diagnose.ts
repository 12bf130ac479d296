import type { Metering } from '../label/equipment'
import { normalCdf } from '../measurement/normal'
import { bounded } from '../quantity/bounded'
import type { StepAnswer } from './stepEvidence'
import {
  leastSpread,
  signatures,
  starvingCauses,
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
  /** subcooling itself, K: none at all means gas at the liquid port, the mark of a nearly empty system */
  readonly subcooling?: Deviation
  /** of the quantity that decides, K: within it the charge isn't a fault; customary where left out */
  readonly toleranceK?: number
  /** that what decides is inside its tolerance, by the verdict: nothing wrong can't be likelier than that */
  readonly probabilityIn?: number
  /** of the units that are read, how many have nothing wrong */
  readonly soundShare?: number
  /** airflow, filter and indoor coil were seen to first */
  readonly airflowKnownGood?: boolean
  readonly condenserClean?: boolean
  /** piston or valve were compared with the label, bulb and screen looked at */
  readonly deviceChecked?: boolean
  /** line and service valves were followed by hand: open, no kink, no cold spot */
  readonly lineChecked?: boolean
  /** how superheat answered the charge steps that were made */
  readonly answered?: StepAnswer
  /** how far cold outdoors alone explains a high superheat behind an orifice, 0 to 1 (`coldExplains`) */
  readonly coldExplains?: number
  /** the same, said by somebody who only knows that it is too cold */
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

/** How common each fault is among units that have one. Measured nowhere: a guess that readings soon outweigh. */
const faultShares: Record<Exclude<FaultCause, 'none' | 'coldOutdoors'>, number> = {
  undercharge: 0.316,
  nearlyEmpty: 0.037,
  overcharge: 0.186,
  restriction: 0.06,
  lineRestriction: 0.051,
  starvedDevice: 0.07,
  overfeeding: 0.07,
  weakCompressor: 0.033,
  lowAirflow: 0.093,
  dirtyCondenser: 0.051,
  air: 0.033,
}
/** seen to and found good, a cause is still possible */
const SEEN_TO = 0.1
/** a standing pressure that fits leaves little room for air */
const NO_AIR = 0.03
const FITS_SIGMAS = 2
const FITS_STANDARD_K = 1.2
/** cold enough to starve an orifice, it is the likeliest thing by far */
const COLD_PRIOR = 1.5
const USUAL_SOUND = 0.6
const USUAL_TOLERANCE_K = 3 / 1.8
/** what a lead may just notice, to gross: even in the logarithm, a little rarer towards the ends. A signature is for a middling fault */
const severities = [0.3, 0.45, 0.68, 1, 1.5, 2.3, 3.4, 5.1, 7.6].map((times) => ({
  times,
  weight: Math.exp(-0.5 * (Math.log(times) / 1.1) ** 2),
}))
const SEVERITY_SUM = severities.reduce((sum, s) => sum + s.weight, 0)
const REASONS = 3

/**
 * What is probably wrong, likeliest first, by every deviation that is known.
 *
 * Each cause has a signature: the deviations that a middling case of it makes, with their spread. A cause's likelihood is the product over the
 * symptoms of a density with the spread of signature, instruments and expectation, averaged over mild to gross cases, times how common
 * it is. Nothing wrong means: what decides is inside its tolerance. A symptom that isn't known is left out of all causes alike. Probabilities add up to 1.
 *
 * @returns all causes; reasons are the symptoms that speak most for the cause against the field
 * Source: Bayes' rule with conditionally independent symptoms; signatures and studies: docs/methods/diagnosis.md.
 * Limits: one fault at a time; a blocked drier, a restricted line and a starving device look alike until temperatures along the liquid line were read.
 */
export function diagnose(given: DiagnosticFindings): RankedCause[] {
  const findings = {
    ...given,
    deviations: finite(given.deviations),
    toleranceK: Math.min(Math.max(given.toleranceK ?? USUAL_TOLERANCE_K, LEAST_STANDARD), ABSURD),
    coldExplains: Math.min(Math.max(given.coldExplains ?? 0, 0), 1),
  }
  const table = signatures[findings.metering]
  const causes = (Object.keys(table) as FaultCause[]).filter((cause) => priorOf(cause, findings) > 0)
  const fits = causes.map((cause) => ({ cause, fit: fitOf(cause, table[cause], findings) }))
  const logs = fits.map(
    ({ cause, fit }) => Math.log(priorOf(cause, findings)) + fit.log + logAnswer(cause, findings.answered),
  )
  const top = Math.max(...logs)
  const weights = logs.map((log) => Math.exp(log - top))
  const sum = weights.reduce((a, b) => a + b, 0)
  const shares = asTheVerdict(
    weights.map((w) => w / sum),
    causes.indexOf('none'),
    given.probabilityIn,
  )
  return fits
    .map(({ cause, fit }, i) => ({
      cause,
      probability: shares[i]!,
      reasons: reasonsFor(i, fits, shares, findings, fit.times),
    }))
    .sort((a, b) => b.probability - a.probability)
}

/**
 * Nothing wrong means that what decides is inside its tolerance, so it is no likelier than the verdict has that: one probability on one page. What is taken from it goes to the others as they stand.
 */
function asTheVerdict(shares: readonly number[], none: number, probabilityIn: number | undefined): readonly number[] {
  const sound = shares[none] ?? 0
  const most = Math.min(Math.max(probabilityIn ?? 1, 0), 1)
  if (!(sound > most) || sound >= 1) return shares
  return shares.map((share, i) => (i === none ? most : (share * (1 - most)) / (1 - sound)))
}

/** no deviation is larger, and no standard smaller, K or % */
const ABSURD = 1e6
const LEAST_STANDARD = 1e-3

const finite = (deviations: DiagnosticFindings['deviations']): DiagnosticFindings['deviations'] =>
  Object.fromEntries(
    Object.entries(deviations)
      .filter(([, d]) => Number.isFinite(d.deviation) && d.standard >= 0)
      .map(([symptom, { deviation, standard }]) => [
        symptom,
        { deviation: bounded(deviation, ABSURD), standard: Math.min(Math.max(standard, LEAST_STANDARD), ABSURD) },
      ]),
  )

function priorOf(cause: FaultCause, f: DiagnosticFindings): number {
  const sound = Math.min(Math.max(f.soundShare ?? USUAL_SOUND, 0.01), 0.99)
  if (cause === 'none') return sound
  // head too low to feed the orifice reads like too little charge
  if (cause === 'coldOutdoors') {
    if (f.metering !== 'fixedOrifice') return 0
    return COLD_PRIOR * Math.max(f.coldExplains ?? 0, f.outdoorTooCold ? 1 : 0)
  }
  const own = (1 - sound) * faultShares[cause]
  if (cause === 'lowAirflow' && f.airflowKnownGood) return SEEN_TO * own
  if (cause === 'dirtyCondenser' && f.condenserClean) return SEEN_TO * own
  if ((cause === 'starvedDevice' || cause === 'overfeeding') && f.deviceChecked) return SEEN_TO * own
  if (cause === 'lineRestriction' && f.lineChecked) return SEEN_TO * own
  if (cause === 'air' && restFits(f)) return NO_AIR * own
  return own
}

/** Standing, its pressure was that of the surroundings alone, and that was known well enough to tell. */
function restFits({ deviations: { restPressure: rest } }: DiagnosticFindings): boolean {
  return rest !== undefined && rest.standard < FITS_STANDARD_K && rest.deviation < FITS_SIGMAS * rest.standard
}

interface Fit {
  readonly log: number
  /** severity that fits best */
  readonly times: number
  readonly bySymptom: { readonly [S in Symptom]?: number }
}

function fitOf(cause: FaultCause, signature: Signature, f: DiagnosticFindings): Fit {
  const each = severities.map(({ times, weight }) => {
    const bySymptom: { [S in Symptom]?: number } = {}
    let log = Math.log(weight / SEVERITY_SUM) + gasAtLiquidPort(cause, f)
    for (const symptom of symptoms) {
      const seen = f.deviations[symptom]
      if (!seen) continue
      const [mean, spread] = signature[symptom]
      // what differs in proportion grows with the fault, what differs anyway doesn't
      const least = leastSpread[symptom]
      const own = Math.hypot(least, Math.sqrt(Math.max(0, spread ** 2 - least ** 2)) * times)
      const off = seen.deviation - times * mean
      const standard = Math.hypot(seen.standard, own)
      const density =
        cause === 'none' && symptom === deciding(f.metering)
          ? logEven(off, f.toleranceK ?? USUAL_TOLERANCE_K, standard)
          : symptom === 'weighed'
            ? logWeighed(off, standard) - logWeighed(-times * mean, standard)
            : logDensity(off, standard)
      bySymptom[symptom] = density
      log += density
    }
    return { times, log, bySymptom }
  })
  const best = each.reduce((a, b) => (b.log > a.log ? b : a))
  return { ...best, log: best.log + Math.log(each.reduce((s, e) => s + Math.exp(e.log - best.log), 0)) }
}

const deciding = (metering: Metering): Symptom => (metering === 'fixedOrifice' ? 'superheat' : 'subcooling')

/** Inside the tolerance nothing is wrong: evenly spread over it, blurred by what the readings leave in doubt, with a tail as heavy as the others'. */
function logEven(off: number, toleranceK: number, standard: number): number {
  const width = Math.max(toleranceK, 1e-3)
  const inside = normalCdf((off + width) / standard) - normalCdf((off - width) / standard)
  return inside > 1e-4
    ? Math.log((inside / (2 * width)) * Math.sqrt(2 * Math.PI))
    : logDensity(Math.max(0, Math.abs(off) - width), standard) - Math.log((2 * width) / standard)
}

/** Nearly empty means gas at the liquid port, so no subcooling beyond its uncertainty; any that is there speaks against it. */
function gasAtLiquidPort(cause: FaultCause, { subcooling }: DiagnosticFindings): number {
  if (cause !== 'nearlyEmpty') return 0
  if (!subcooling) return -1
  const u = Math.hypot(bounded(subcooling.standard, ABSURD), 0.5)
  return Math.min(0, -0.5 * (Math.max(0, bounded(subcooling.deviation, ABSURD)) / u) ** 2)
}

/** of what charge should move superheat, what it does where the coil is starved; and how far machines differ in either */
const STARVED = { follows: 0.25, spread: 0.25 }
const FREE = { follows: 1, spread: 0.4 }

/** How likely the unit's answer to its steps is under a cause: what starves the coil holds superheat back, whatever stands before it. */
function logAnswer(cause: FaultCause, answered: StepAnswer | undefined): number {
  if (!answered) return 0
  const { follows, spread } = starvingCauses.includes(cause) ? STARVED : FREE
  const { expectedK, movedK, standardK } = answered
  const expected = bounded(expectedK, ABSURD)
  return logDensity(
    bounded(movedK, ABSURD) - follows * expected,
    Math.max(Math.hypot(bounded(standardK, ABSURD), spread * expected), LEAST_STANDARD),
  )
}

/** a normal with heavier tails: no single odd reading decides alone */
function logDensity(off: number, standard: number): number {
  const z = Math.abs(off / standard)
  return -Math.log(standard) - (z < 2.5 ? (z * z) / 2 : 2.5 * z - 3.125)
}

/** so often something about a weight is wrong that nobody allowed for: a length, a label, a hose, what leaked out; and by how much then, % */
const MISTAKEN = { share: 0.25, percent: 20 }

/** Causes are as common as they are among units that were weighed in as they should be: a weight that is right says nothing more, so what is asked is this against that. */
function logWeighed(off: number, standard: number): number {
  const meant = Math.log(1 - MISTAKEN.share) + logDensity(off, standard)
  const mistaken = Math.log(MISTAKEN.share) + logDensity(off, Math.hypot(standard, MISTAKEN.percent))
  const top = Math.max(meant, mistaken)
  return top + Math.log(Math.exp(meant - top) + Math.exp(mistaken - top))
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
      // added up, not taken from one: next to a cause that is nearly sure a difference would be nothing but rounding
      const rest = Math.max(
        1e-300,
        shares.reduce((sum, share, i) => (i === index ? sum : sum + share), 0),
      )
      const wouldBe = times * signatures[metering][cause][symptom][0]
      const weight = -Math.log(Math.min(Math.max(others / rest, 1e-9), 1e30))
      return [{ symptom, deviation: seen.deviation, wouldBe, weight: Number.isFinite(weight) ? weight : 0 }]
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
    // what was weighed is known or isn't: nobody takes that as a reading
    if (findings.deviations[symptom] || symptom === 'weighed') continue
    const [meanA, spreadA] = table[a.cause][symptom]
    const [meanB, spreadB] = table[b.cause][symptom]
    const apart = Math.abs(meanA - meanB) / Math.hypot(typicalUncertainty[symptom], (spreadA + spreadB) / 2)
    if (apart > (best?.apart ?? 1)) best = { symptom, apart }
  }
  return best && { symptom: best.symptom, between: [a.cause, b.cause] }
}
