import type { HabitKey } from '../method/habits'
import type { MethodProfile } from '../method/profile'
import type { Measured } from './measured'

/** Between what return − supply should lie, by the method's school: its fixed band, or what this humidity leads to; undefined where that isn't known. */
export function splitLimits(
  { splitK, expectedSplitK }: Pick<Measured, 'splitK' | 'expectedSplitK'>,
  profile: MethodProfile,
): { readonly lowK: number; readonly highK: number; readonly habits: HabitKey[] } | undefined {
  if (splitK === undefined) return undefined
  if (profile.splitSchool !== 'humidity')
    return { lowK: profile.splitLowK.si, highK: profile.splitHighK.si, habits: ['splitLowK', 'splitHighK'] }
  if (expectedSplitK === undefined) return undefined
  const aside = profile.splitToleranceK.si
  const habits: HabitKey[] = ['splitToleranceK', 'nominalAirflowM3PerJ']
  return { lowK: expectedSplitK - aside, highK: expectedSplitK + aside, habits }
}
