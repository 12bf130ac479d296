import { anyToSi, fromSi, type AnyQuantity, type Dimension, type UnitOf } from '../quantity/unit'
import { habitKeys, habitPairs, habitSpecs, type HabitKey } from './habits'
import { resolveProfile, type ProfileSpec } from './profile'

export type HabitProblem = { code: 'outOfLimits'; low?: AnyQuantity; high?: AnyQuantity } | { code: 'notANumber' }

export type ProfileProblem =
  | { path: 'name'; code: 'noName' }
  | { path: 'superheatOrder'; code: 'noSource' }
  | ({ path: HabitKey } & HabitProblem)
  | { path: HabitKey; code: 'wrongWayRound'; low: HabitKey; high: HabitKey }
  | { path: HabitKey; code: 'noSource' }

/** What is wrong with one value of a profile, said in the unit it was typed in. */
export function checkHabit(key: HabitKey, quantity: AnyQuantity): HabitProblem | undefined {
  const { dimension, usual, min, max } = habitSpecs[key]
  if (!Number.isFinite(quantity.value)) return { code: 'notANumber' }
  const inUnit = (value: number | undefined): AnyQuantity | undefined =>
    value === undefined ? undefined : convert(dimension, { value, unit: usual.unit }, quantity.unit)
  const low = inUnit(min)
  const high = inUnit(max)
  const below = low !== undefined && quantity.value < low.value - 1e-9
  const above = high !== undefined && quantity.value > high.value + 1e-9
  return below || above ? { code: 'outOfLimits', low, high } : undefined
}

function convert(dimension: Dimension, quantity: AnyQuantity, unit: AnyQuantity['unit']): AnyQuantity {
  const value = fromSi(dimension, anyToSi(dimension, quantity), unit as UnitOf<Dimension>)
  return { value: Math.round(value * 1e6) / 1e6, unit } as AnyQuantity
}

/**
 * What speaks against a profile, each at its field: values outside what they can be, limits the wrong way round (a low above
 * its high, a valve's band under the floor of superheat, Out above In), values without a source, no name.
 */
export function checkProfile(spec: ProfileSpec): ProfileProblem[] {
  const problems: ProfileProblem[] = []
  if (spec.name.trim() === '') problems.push({ path: 'name', code: 'noName' })
  if (spec.choices.superheatOrder.length === 0) problems.push({ path: 'superheatOrder', code: 'noSource' })
  for (const key of habitKeys) {
    const own = spec.values[key]
    if (!own) continue
    const problem = checkHabit(key, own.quantity)
    if (problem) problems.push({ path: key, ...problem })
    else if (own.source.trim() === '') problems.push({ path: key, code: 'noSource' })
  }
  const broken = new Set(problems.map((p) => p.path))
  const resolved = resolveProfile(spec)
  for (const [low, high] of habitPairs) {
    if (broken.has(low) || broken.has(high) || resolved[low].si <= resolved[high].si + 1e-12) continue
    // said at the one that this profile sets; at the lower where it sets both
    problems.push({ path: spec.values[low] || !spec.values[high] ? low : high, code: 'wrongWayRound', low, high })
  }
  return problems
}

export interface HabitDifference {
  readonly key: HabitKey
  readonly a: { readonly quantity: AnyQuantity; readonly source: string }
  readonly b: { readonly quantity: AnyQuantity; readonly source: string }
}

export interface ProfileDifference {
  readonly habits: readonly HabitDifference[]
  readonly choices: readonly (keyof ProfileSpec['choices'])[]
}

/** Where two profiles part; values equal in SI count as equal whatever unit they were typed in. */
export function diffProfiles(a: ProfileSpec, b: ProfileSpec): ProfileDifference {
  const [one, two] = [resolveProfile(a), resolveProfile(b)]
  const same = (x: number, y: number) => Math.abs(x - y) <= 1e-9 * Math.max(1, Math.abs(x))
  const habits = habitKeys
    .filter((key) => !same(one[key].si, two[key].si))
    .map((key) => ({ key, a: one[key], b: two[key] }))
  const choiceKeys = ['superheatOrder', 'splitSchool', 'coldSchools', 'units'] as const
  const choices = choiceKeys.filter((key) => JSON.stringify(a.choices[key]) !== JSON.stringify(b.choices[key]))
  return { habits, choices }
}
