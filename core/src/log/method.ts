import { labelHabits } from '../label/modelLabel'
import { factHabits, habitFrom } from '../method/factHabits'
import type { HabitKey } from '../method/habits'
import {
  overlay,
  resolveProfile,
  type Habit,
  type HabitOverlay,
  type MethodProfile,
  type ProfileSpec,
} from '../method/profile'
import { customarySpec } from '../method/readyProfiles'
import type { LabelTaken } from './entry'
import { unitFacts } from './facts'
import type { UnitRecord } from './fold'

/** The label that this unit took last, if any. */
export function unitLabel(record: UnitRecord): LabelTaken | undefined {
  return record.items.label.at(-1)?.entry
}

/** The profile that was chosen for this unit, before labels and overrides; the customary one where nobody chose. */
export function unitProfile(record: UnitRecord): ProfileSpec {
  return record.items.method.at(-1)?.entry.profile ?? customarySpec
}

/** The method in force for a unit: its profile, under the model's label, under this unit's own label, under its overrides. */
export function unitMethod(record: UnitRecord): MethodProfile {
  return overlay(
    resolveProfile(unitProfile(record)),
    labelHabits(unitLabel(record)?.label),
    factHabits(unitFacts(record)),
    overrideHabits(record),
  )
}

/** Overrides in force with the entries that made them, the latest of each habit; one taken back is none. */
export function unitOverrides(record: UnitRecord) {
  const latest = new Map<HabitKey, UnitRecord['items']['override'][number]>()
  for (const item of record.items.override) latest.set(item.entry.habit, item)
  return [...latest.values()].filter((item) => item.entry.quantity !== undefined)
}

function overrideHabits(record: UnitRecord): HabitOverlay {
  const layer: { [K in HabitKey]?: Habit } = {}
  for (const { entry } of unitOverrides(record)) {
    layer[entry.habit] = habitFrom(entry.habit, entry.quantity!, entry.reason, 'override')
  }
  return layer
}
