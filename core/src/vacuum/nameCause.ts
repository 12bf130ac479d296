import type { Bin } from './decayBins'
import {
  believe,
  causeOf,
  causes,
  hardlyRises,
  predict,
  staysUnderForAnHour,
  withWetLeaks,
  type CauseTerms,
  type DecayCause,
  type Possible,
} from './decayBelief'
import { fitLinear } from './decayModels'

/** how much wider than their noise readings are taken to scatter about the true curve; tuned in bench/decayStudy.ts */
const TEMPER = 1.3
/** Standard uncertainties that a leak is kept away from a tight verdict. */
export const SAFE_SIGMAS = 3.8

/** What the readings allow, how likely each cause is, and which may be named. */
export interface Look {
  readonly possible: readonly Possible[]
  readonly likelihood: Record<DecayCause, number>
  readonly named: { cause: DecayCause | 'inconclusive'; confidence: number }
  readonly slowLeakOpen?: boolean
}

/**
 * Which cause may be named on these bins. A leak too small to matter for an hour counts as tight where no straight rise can be told from
 * none, or where it hardly rises at all and isn't sure: that is what tight means on a hold of this length. `leakUpToPaPerS` says
 * what it couldn't have seen.
 */
export function nameCause(bins: readonly Bin[], terms: CauseTerms, sure: { sureShare: number }): Look {
  const spanS = bins.at(-1)!.timeS - bins[0]!.timeS
  return nameAmong(bins, withWetLeaks(believe(bins, { spanS, temper: TEMPER }), terms), terms, sure)
}

/** The same, with what the readings allow worked out before. */
export function nameAmong(
  bins: readonly Bin[],
  possible: readonly Possible[],
  terms: CauseTerms,
  { sureShare }: { sureShare: number },
): Look {
  const likelihood = causes(possible, terms)
  const straight = straightRise(bins)
  const unseen = straight.leakPaPerS < SEEN_SIGMAS * straight.sigmaPaPerS
  let moved = 0
  if (likelihood.leak < sureShare) {
    for (const { curve, weight } of possible) {
      if (causeOf(curve, terms) !== 'leak') continue
      const harmless = unseen ? staysUnderForAnHour(curve, terms.limitPa) : hardlyRises(curve, terms)
      if (!harmless) continue
      likelihood.leak -= weight
      likelihood.tight += weight
      moved += weight
    }
    // sums of many small shares: none of them may end under nothing
    likelihood.leak = Math.max(likelihood.leak, 0)
  }
  const [cause, confidence] = (Object.entries(likelihood) as [DecayCause, number][]).sort((a, b) => b[1] - a[1])[0]!
  const harmless = () => harmlessForAnHour(bins, possible, terms) || believedHarmless(bins, possible, terms)
  const mayBeNamed = confidence >= sureShare && (cause !== 'tight' || (confidence >= LEAK_NAMED && harmless()))
  const faintLeak = cause === 'leak' && confidence < LEAK_NAMED
  const under = !mayBeNamed || faintLeak ? tightForTheHour(bins, { possible, likelihood }, terms) : undefined
  if (under && under.likelihood.tight >= sureShare) return { possible, ...under }
  const slowLeakOpen = mayBeNamed && cause === 'tight' && moved + likelihood.leak > TELLING
  const named = { cause: mayBeNamed ? cause : 'inconclusive', confidence } as const
  return { possible, likelihood, named, ...(slowLeakOpen ? { slowLeakOpen } : {}) }
}
/** a leak that keeps under the limit for the hour is named from here on */
const LEAK_NAMED = 0.6

/**
 * Gas from surfaces, or a leak as slow as that: which of them can't be told, but all that the readings allow ends under the limit an hour after valving
 * off, and far enough from it that what they don't allow for does, too. Nothing is foretold from less than an eighth of the hour.
 */
function tightForTheHour(
  bins: readonly Bin[],
  { possible, likelihood }: Pick<Look, 'possible' | 'likelihood'>,
  terms: CauseTerms,
): Pick<Look, 'likelihood' | 'named' | 'slowLeakOpen'> | undefined {
  const lastS = bins.at(-1)!.timeS
  if (lastS < FORETOLD * HOUR_S) return undefined
  const { limitPa } = terms
  // a hold that couldn't see a leak that passes the limit foretells nothing of it
  if (straightRise(bins).sigmaPaPerS * Math.max(HOUR_S - lastS, 0) > SEEN_SHARE * limitPa) return undefined
  const { probabilityUnder, meanPa, standardUncertaintyPa } = predict(possible, Math.max(HOUR_S, lastS), limitPa)
  if (
    probabilityUnder < UNDER_SHARE ||
    meanPa + UNDER_SIGMAS * Math.hypot(standardUncertaintyPa, UNFORESEEN * limitPa) > limitPa
  )
    return undefined
  const slow = possible.reduce((sum, { curve, weight }) => {
    const counts = causeOf(curve, terms) === 'leak' && staysUnderForAnHour(curve, limitPa)
    return counts ? sum + weight : sum
  }, 0)
  const moved = Math.min(slow, likelihood.leak)
  const held = { ...likelihood, leak: likelihood.leak - moved, tight: likelihood.tight + moved }
  if (held.tight < Math.max(held.leak, held.moisture, held.both)) return undefined
  return { likelihood: held, named: { cause: 'tight', confidence: held.tight }, slowLeakOpen: moved > TELLING }
}
const FORETOLD = 1 / 8
const UNDER_SHARE = 0.97
const UNDER_SIGMAS = 2.2
/** the standard uncertainty of a straight rise, taken to the hour, as a share of the limit */
const SEEN_SHARE = 0.06
/** what gauge and weather may do by the hour beside all that is reckoned with, as a share of the limit */
const UNFORESEEN = 0.02
/** from this share on it is said that a slow leak isn't ruled out */
const TELLING = 0.1

const HOUR_S = 3600
const SEEN_SIGMAS = 2.5

const HUGE = 1e9

/** The straight rise through all bins, with its standard uncertainty. */
export function straightRise(bins: readonly Bin[]) {
  const fit = fitLinear(bins, 'straight', 1)
  // readings that tell nothing apart rule nothing out
  if (!fit) return { leakPaPerS: 0, sigmaPaPerS: HUGE }
  return { leakPaPerS: fit.curve.leakPaPerS, sigmaPaPerS: Math.sqrt(Math.max(fit.covariance[1]![1]!, 0)) }
}

/**
 * Even the steepest straight rise that these readings don't rule out is under the limit an hour after valving off. A leak is as fast at the end as at the
 * beginning, so the later part of a hold bounds it too, and better where surfaces give off gas at first.
 */
function harmlessForAnHour(bins: readonly Bin[], possible: readonly Possible[], { limitPa }: CauseTerms): boolean {
  const last = bins.at(-1)!
  const steepest = [bins, laterPart(bins)].map((part) => {
    const { leakPaPerS, sigmaPaPerS } = straightRise(part)
    return Math.max(leakPaPerS, 0) + SAFE_SIGMAS * sigmaPaPerS
  })
  return endOf(possible, last) + Math.min(...steepest) * Math.max(HOUR_S - last.timeS, 0) <= limitPa
}
const LATER = 0.4

/** The later part of a hold, or all of it where that is too little for a slope. */
function laterPart(bins: readonly Bin[]): readonly Bin[] {
  const [first, last] = [bins[0]!, bins.at(-1)!]
  const later = bins.filter((b) => b.timeS >= first.timeS + (last.timeS - first.timeS) * LATER)
  return later.length >= LEAST_BINS ? later : bins
}
const LEAST_BINS = 6

/** Where it stands at the end: by all of the readings, since the last of them may be a wild one. */
const endOf = (possible: readonly Possible[], { timeS }: Bin) => predict(possible, timeS, 0).meanPa

/** Not ruled out by the straight bound alone, but by all curves that the readings allow, and not by how it rose of late either. */
function believedHarmless(bins: readonly Bin[], possible: readonly Possible[], { limitPa }: CauseTerms): boolean {
  if (predict(possible, HOUR_S, limitPa).probabilityUnder < BELIEVED) return false
  const last = bins.at(-1)!
  const { leakPaPerS, sigmaPaPerS } = straightRise(laterPart(bins))
  return endOf(possible, last) + Math.max(leakPaPerS + 2 * sigmaPaPerS, 0) * Math.max(HOUR_S - last.timeS, 0) <= limitPa
}
const BELIEVED = 0.995
