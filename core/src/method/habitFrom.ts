import { anyToSi, type AnyQuantity, type Dimension } from '../quantity/unit'
import { habitSpecs, type HabitKey } from './habits'
import type { Habit } from './profile'

/** A habit set nearer to the unit than the profile. */
export function habitFrom(key: HabitKey, quantity: AnyQuantity, source: string, origin: Habit['origin']): Habit {
  const dimension: Dimension = habitSpecs[key].dimension
  return { si: anyToSi(dimension, quantity), quantity, source, origin }
}
