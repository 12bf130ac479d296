import type { AnyQuantity, Dimension, UnitOf } from '../quantity/unit'

/** Where a habit stands in the profile's form. */
export type HabitGroup =
  | 'tolerances'
  | 'conditions'
  | 'targetRule'
  | 'verdicts'
  | 'settling'
  | 'airAndCoils'
  | 'electrical'
  | 'vacuum'
  | 'charge'
  | 'steps'
  | 'costs'
  | 'coldWeather'
  | 'visits'
  | 'instruments'
  | 'diagnosis'

export interface HabitSpec {
  readonly group: HabitGroup
  readonly dimension: Dimension
  readonly usual: AnyQuantity
  readonly source: string
  /** what the value may be, in the unit of `usual` */
  readonly min?: number
  readonly max?: number
  /** read in records and methods that name it, and judged by no more: what it decided is weighed by cost */
  readonly unread?: true
}

export const spec = <D extends Dimension>(
  group: HabitGroup,
  dimension: D,
  value: number,
  unit: UnitOf<D>,
  source: string,
  limits: Pick<HabitSpec, 'min' | 'max' | 'unread'> = {},
): HabitSpec => ({ group, dimension, usual: { value, unit } as AnyQuantity, source, min: 0, ...limits })
