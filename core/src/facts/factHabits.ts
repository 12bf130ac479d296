import { habitFrom } from '../method/habitFrom'
import type { HabitKey } from '../method/habits'
import type { Habit, HabitOverlay } from '../method/profile'
import type { AnyQuantity } from '../quantity/unit'
import { isOldWork } from './terms'
import type { UnitFacts } from './unitFacts'

/** What was read off this very unit's label where the method has a habit. */
export function factHabits(facts: UnitFacts): HabitOverlay {
  const layer: { [K in HabitKey]?: Habit } = {}
  const taken: [HabitKey, AnyQuantity | undefined][] = [
    ['subcoolingToleranceK', facts.subcoolingTolerance],
    ['superheatToleranceK', facts.superheatTolerance],
    [isOldWork(facts) ? 'decayLimitOldPa' : 'decayLimitNewPa', facts.decayLimit],
    ['decayHoldS', facts.decayHold],
  ]
  for (const [key, quantity] of taken) if (quantity) layer[key] = habitFrom(key, quantity, 'set for this unit', 'unit')
  return layer
}
