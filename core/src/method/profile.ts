import { anyToSi, type AnyQuantity, type UnitSystem } from '../quantity/unit'
import { habitKeys, habitSpecs, type HabitKey } from './habits'

/** Who set a value: the company's profile, the model's label, this unit's own label as read, or a lead for this unit with a reason. */
export type HabitOrigin = 'profile' | 'label' | 'unit' | 'override'

/** A habit of the trade: a number with where it comes from. The equipment's label beats every one of them. */
export interface Habit {
  readonly si: number
  readonly quantity: AnyQuantity
  readonly source: string
  readonly origin: HabitOrigin
}

export type SuperheatSource = 'label' | 'commonRule' | 'typed'
export const superheatSources = ['label', 'commonRule', 'typed'] as const satisfies readonly SuperheatSource[]
export type SplitSchool = 'humidity' | 'fixed'
export type ColdSchool = 'weighInOnly' | 'labelHeating' | 'discharge' | 'restrictedCondenser'
export const coldSchools = ['weighInOnly', 'labelHeating', 'discharge', 'restrictedCondenser'] as const

export interface MethodChoices {
  /** sources of a superheat target that are allowed, best first */
  readonly superheatOrder: readonly SuperheatSource[]
  readonly splitSchool: SplitSchool
  readonly coldSchools: readonly ColdSchool[]
  readonly units: UnitSystem
}

/** A profile as a company keeps it: what it doesn't set is the customary value. */
export interface ProfileSpec {
  readonly id: string
  readonly name: string
  readonly note?: string
  readonly values: { readonly [K in HabitKey]?: { readonly quantity: AnyQuantity; readonly source: string } }
  readonly choices: MethodChoices
}

/** Every habit resolved to SI, with who set it. */
export type MethodProfile = { readonly [K in HabitKey]: Habit } & MethodChoices & {
    readonly id: string
    readonly name: string
  }

/** The habits of a profile, complete and in SI. Values outside their limits are refused before, by `checkProfile`. */
export function resolveProfile(spec: ProfileSpec): MethodProfile {
  const kept = resolved.get(spec)
  if (kept) return kept
  const made = resolve(spec)
  resolved.set(spec, made)
  return made
}

/** a spec never changes: each is resolved once, however many readings are judged by it */
const resolved = new WeakMap<ProfileSpec, MethodProfile>()

function resolve({ id, name, values, choices }: ProfileSpec): MethodProfile {
  const habits = Object.fromEntries(
    habitKeys.map((key) => {
      const { dimension, usual, source } = habitSpecs[key]
      const own = values[key]
      const quantity = own?.quantity ?? usual
      const habit: Habit = {
        si: anyToSi(dimension, quantity),
        quantity,
        source: own?.source ?? source,
        origin: 'profile',
      }
      return [key, habit]
    }),
  ) as { [K in HabitKey]: Habit }
  return { ...habits, ...choices, id, name }
}

/** A habit's customary value in SI, for judging without a profile. */
export function usualSi(key: HabitKey): number {
  const { dimension, usual } = habitSpecs[key]
  return anyToSi(dimension, usual)
}

/** A profile with every value spelt out, so that a record that holds it doesn't lean on what is customary elsewhere or later. */
export function completeSpec(spec: ProfileSpec): ProfileSpec {
  const resolved = resolveProfile(spec)
  const values = Object.fromEntries(
    habitKeys.map((key) => [key, { quantity: resolved[key].quantity, source: resolved[key].source }]),
  ) as ProfileSpec['values']
  return { ...spec, values }
}

export type HabitOverlay = { readonly [K in HabitKey]?: Habit }

const rank: Record<HabitOrigin, number> = { profile: 0, label: 1, unit: 2, override: 3 }

/**
 * A profile with habits laid over it: company profile, model's label, this unit's label as read, override with a reason. The
 * nearer to the unit wins, in whatever order the layers come.
 */
export function overlay(profile: MethodProfile, ...layers: readonly HabitOverlay[]): MethodProfile {
  const habits: { [K in HabitKey]?: Habit } = {}
  for (const layer of layers) {
    for (const [key, habit] of Object.entries(layer) as [HabitKey, Habit][]) {
      if (rank[habit.origin] >= rank[(habits[key] ?? profile[key]).origin]) habits[key] = habit
    }
  }
  return Object.keys(habits).length === 0 ? profile : { ...profile, ...habits }
}
