import {
  fromSi,
  preferredUnit,
  toSi,
  takesRecovered,
  type Cylinder,
  type Instrument,
  type Quantity,
  type ScaleHabits,
  type ScaleStep,
  type MethodProfile,
  type UnitSystem,
  type Weighed,
} from '@zetesis/core'
import type { CylinderStock } from '@/sync/useCylinders'

/** What is said of a weighing whatever the scale is read from. */
export interface How {
  readonly direction: Weighed['direction']
  readonly cylinderId?: string
  /** its name, where it isn't in the book */
  readonly cylinder: string
  readonly side: NonNullable<Weighed['side']>
  readonly phase: NonNullable<Weighed['phase']>
  readonly running: boolean
}

export const scaleHabits = ({ scaleFastestKgPerS, scaleLeastStepKg }: MethodProfile): ScaleHabits => ({
  fastestKgPerS: scaleFastestKgPerS.si,
  leastStepKg: scaleLeastStepKg.si,
})

type Body = Omit<Weighed, 'v' | 'id' | 'at' | 'writtenAt'>

/** The cylinder of the book on the scale, what the book says is in it, and the scale. */
export interface Named {
  readonly vessel?: Cylinder
  readonly bookedKg?: number
  readonly instrument?: Instrument
}

/** The entry of one weighing. */
export function weighedBody(
  { direction, cylinder, side, phase, running }: How,
  scale: { before: Quantity<'mass'>; after: Quantity<'mass'> },
  { vessel, bookedKg, instrument }: Named,
): Body {
  const name = vessel?.name ?? cylinder.trim()
  return {
    kind: 'weighed',
    direction,
    before: scale.before,
    after: scale.after,
    ...(name ? { cylinder: name } : {}),
    ...(vessel ? { vessel } : {}),
    // what a scale set to zero with the cylinder on it can't say
    ...(vessel && direction === 'remove' && bookedKg !== undefined
      ? { booked: { value: Number(Math.max(bookedKg, 0).toFixed(4)), unit: 'kg' as const } }
      : {}),
    side,
    phase,
    running,
    ...(instrument ? { scale: instrument } : {}),
  }
}

/**
 * The two levels of a weighing of which the scale told the difference alone: before it what the book says of the cylinder, cylinder and all, else the amount itself.
 *
 * @param kg above zero
 */
export function netLevels(
  kg: number,
  direction: Weighed['direction'],
  stock: { readonly cylinder: Pick<Cylinder, 'tare'>; readonly netKg?: number } | undefined,
  system: UnitSystem,
): { before: Quantity<'mass'>; after: Quantity<'mass'> } {
  const unit = preferredUnit('mass', system)
  const shown = (massKg: number) => Number(fromSi('mass', massKg, unit).toFixed(system === 'ip' ? 2 : 0))
  const contentKg = Math.max(stock?.netKg ?? kg, direction === 'add' ? kg : 0)
  const before = shown(stock ? toSi('mass', stock.cylinder.tare) + contentKg : direction === 'add' ? kg : 0)
  const after = Number((before + (direction === 'add' ? -shown(kg) : shown(kg))).toFixed(2))
  return { before: { value: before, unit }, after: { value: after, unit } }
}

/** A level of the scale as a quantity, to the tenth of a gram that a recording keeps. */
export function massOf(kg: number, system: UnitSystem): Quantity<'mass'> {
  const unit = preferredUnit('mass', system)
  return { value: Math.round(fromSi('mass', kg, unit) * 100) / 100, unit }
}

/** A transfer on a recording as a weighing: which way it went is the scale's to say. */
export function transferBody(step: ScaleStep, how: How, system: UnitSystem, traceId: string, named: Named): Body {
  const direction = step.kg < 0 ? 'add' : 'remove'
  const levels = { before: massOf(step.before.kg, system), after: massOf(step.after.kg, system) }
  return { ...weighedBody({ ...how, direction }, levels, named), traceId, traceS: step.after.fromS }
}

/** The cylinders that may stand on the scale for this: those with the unit's refrigerant first. */
export function fitting(
  cylinders: readonly CylinderStock[],
  direction: Weighed['direction'],
  refrigerant: string | undefined,
): CylinderStock[] {
  const fits = ({ cylinder }: CylinderStock) =>
    direction === 'add' ? cylinder.refrigerant === refrigerant && !takesRecovered(cylinder) : takesRecovered(cylinder)
  return [...cylinders.filter(fits), ...cylinders.filter((c) => !fits(c))]
}
