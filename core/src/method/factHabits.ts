import type { UnitFacts } from '../log/entry'
import { anyToSi, type AnyQuantity, type Dimension } from '../quantity/unit'
import { habitSpecs, type HabitKey } from './habits'
import type { Habit, HabitOverlay } from './profile'

/** What was read off this very unit's label where the method has a habit. */
export function factHabits(facts: UnitFacts): HabitOverlay {
  const layer: { [K in HabitKey]?: Habit } = {}
  const old = facts.work === 'retrofit' || facts.work === 'conversion'
  const taken: [HabitKey, AnyQuantity | undefined][] = [
    ['subcoolingToleranceK', facts.subcoolingTolerance],
    ['superheatToleranceK', facts.superheatTolerance],
    [old ? 'decayLimitOldPa' : 'decayLimitNewPa', facts.decayLimit],
    ['decayHoldS', facts.decayHold],
  ]
  for (const [key, quantity] of taken) if (quantity) layer[key] = habitFrom(key, quantity, 'set for this unit', 'unit')
  return layer
}

/** A habit set nearer to the unit than the profile. */
export function habitFrom(key: HabitKey, quantity: AnyQuantity, source: string, origin: Habit['origin']): Habit {
  const dimension: Dimension = habitSpecs[key].dimension
  return { si: anyToSi(dimension, quantity), quantity, source, origin }
}
