import type { AnyQuantity } from '../quantity/unit'
import type { HabitKey } from './habits'
import { resolveProfile, type MethodProfile, type ProfileSpec } from './profile'
import { customarySpec } from './readyProfiles'

/** For tests: the customary profile with some values of its own. */
export function specWith(
  values: { readonly [K in HabitKey]?: AnyQuantity },
  change: Partial<ProfileSpec> = {},
): ProfileSpec {
  const own = Object.entries(values).map(([key, quantity]) => [key, { quantity, source: 'for this test' }])
  return {
    ...customarySpec,
    id: 'test',
    name: 'Test',
    ...change,
    values: Object.fromEntries(own) as ProfileSpec['values'],
  }
}

export const withHabits = (...args: Parameters<typeof specWith>): MethodProfile => resolveProfile(specWith(...args))
