import { toSi } from '../quantity/unit'
import { restSaturationK } from '../measurement/checkPlausibility'
import type { MethodProfile } from '../method/profile'
import type { Beside } from '../tuning/deviations'
import { measure } from '../tuning/measured'
import type { LogItem, LookedInto, ReadingValues, UnitFacts } from './entry'
import type { UnitRecord } from './fold'

/**
 * What was seen to before the start and looked into after it, as diagnosis and advice take it: of each thing the latest word counts.
 *
 * The standing pressure's saturation over the air around it (K) comes from the checklist before the start, or from a later stop; the drop over the
 * drier (K) only where both its sides were measured; the rated current (A) as it was typed, which the label's stands in for elsewhere.
 */
export function besideOf(
  { items }: UnitRecord,
  terms: { facts: UnitFacts; elevationM: number; method: MethodProfile },
): Beside {
  const before = byTime(items.preStart).at(-1)?.entry
  /** newest first */
  const looked = byTime(items.lookedInto)
    .map((l) => l.entry)
    .reverse()
  const last = <K extends keyof LookedInto>(key: K): LookedInto[K] | undefined =>
    looked.find((l) => l[key] !== undefined)?.[key]
  const standing = looked.find((l) => l.standingPressure && l.standingAir)
  const rest = standing
    ? restOverAirK({ liquidPressure: standing.standingPressure, outdoor: standing.standingAir }, terms)
    : before?.rest && restOverAirK(before.rest, terms)
  const drier = looked.find((l) => l.drierIn && l.drierOut)
  const drierDropK = drier && toSi('temperature', drier.drierIn!) - toSi('temperature', drier.drierOut!)
  const ratedAmps = last('ratedAmps')
  return {
    airflowKnownGood: last('airflowGood') ?? before?.airflowGood ?? false,
    condenserClean: last('condenserClean') ?? before?.condenserClean ?? false,
    ...(rest === undefined ? {} : { restOverAmbientK: rest }),
    ...(drierDropK === undefined ? {} : { drierDropK }),
    ...(ratedAmps === undefined ? {} : { ratedAmpsA: toSi('current', ratedAmps) }),
  }
}

const byTime = <T extends LogItem>(items: readonly T[]): T[] =>
  [...items].sort((a, b) => a.entry.at.localeCompare(b.entry.at))

function restOverAirK(
  values: ReadingValues,
  { facts, elevationM, method }: { facts: UnitFacts; elevationM: number; method: MethodProfile },
): number | undefined {
  const m = measure({ facts, values, elevationM, profile: method })
  const { suctionPressurePa, liquidPressurePa, outdoorK } = m
  const standingK = restSaturationK({
    ...(facts.refrigerant ? { refrigerant: facts.refrigerant } : {}),
    ...(suctionPressurePa === undefined ? {} : { suctionPressurePa }),
    ...(liquidPressurePa === undefined ? {} : { liquidPressurePa }),
  })
  return standingK === undefined || outdoorK === undefined ? undefined : standingK - outdoorK
}
