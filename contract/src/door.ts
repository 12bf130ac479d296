import {
  inPhysicalRange,
  physicalRange,
  physicalRangeText,
  toSi,
  unitTable,
  type AnyQuantity,
  type Dimension,
  type Quantity,
  type UnitOf,
} from '@zetesis/core'
import { z } from 'zod'

/** An instant in UTC with milliseconds, as phones write it; one form only, so that hashes don't depend on a writer's taste. */
const anyInstant = z.iso.datetime({ precision: 3, error: 'Give the time as 2026-07-14T16:05:00.000Z.' })
/** A day of the calendar. */
const anyDay = z.iso.date({ error: 'Give the date as 2026-07-14.' })
const anyId = z.uuid({ error: 'An id must be a UUID.' })
/** as far from zero as anything was ever stored */
const number = z.number({ error: 'Type a number.' }).min(-1e9).max(1e9)

/** Made once for each: dozens of places ask for the same ones, and a page that opens waits for them all. */
export function once<A, B>(make: (of: A) => B): (of: A) => B {
  const made = new Map<A, B>()
  return (of) => {
    const before = made.get(of)
    if (before !== undefined) return before
    const fresh = make(of)
    made.set(of, fresh)
    return fresh
  }
}

function anyQuantityOf<D extends Dimension>(dimension: D) {
  const units = Object.keys(unitTable(dimension)) as [UnitOf<D>, ...UnitOf<D>[]]
  const unit = z.enum(units, { error: `Give the unit: ${units.join(', ')}.` })
  return z.strictObject({ value: number, unit }) as unknown as z.ZodType<Quantity<D>>
}

function quantityInRange<D extends Dimension>(dimension: D): z.ZodType<Quantity<D>> {
  return anyQuantityOf(dimension).refine((q) => inPhysicalRange(dimension, q), {
    path: ['value'],
    error: ({ input }) => outOfRangeWords(dimension, input as Quantity<D>),
  })
}

/** A sentence for a figure that no such thing has, in the unit it was typed in. */
export const outOfRangeWords = <D extends Dimension>(dimension: D, { unit }: Quantity<D>): string =>
  `Out of range: ${physicalRangeText(dimension, unit)} can be. Check the figure and its unit.`

const YEARS = 'The year must lie between 2000 and 2100. Check the date.'
const inYears = (text: string) => text >= '2000' && text < '2101'

/** What the parts of an entry are made of. */
export interface Door {
  quantity<D extends Dimension>(dimension: D): z.ZodType<Quantity<D>>
  readonly id: z.ZodType<string>
  readonly instant: z.ZodType<string>
  readonly day: z.ZodType<string>
  /** whether a value whose unit's kind is known only from where it stands can be meant */
  fits(dimension: Dimension, quantity: AnyQuantity): boolean
}

/**
 * The way in: values inside what is physically possible, years 2000 to 2100, and ids in small letters whoever wrote them, so that one unit has one id.
 */
export const admitting: Door = {
  quantity: once(quantityInRange) as typeof quantityInRange,
  id: anyId.overwrite((text) => text.toLowerCase()),
  instant: anyInstant.refine(inYears, YEARS),
  day: anyDay.refine(inYears, YEARS),
  // a share of a range may be as small as it likes
  fits: (dimension, quantity) => Math.abs(toSi(dimension, quantity as Quantity)) <= physicalRange[dimension][1],
}

/** The way out: whatever was stored, before there were ranges too, exactly as it was hashed. */
export const stored: Door = {
  quantity: once(anyQuantityOf) as typeof anyQuantityOf,
  id: anyId,
  instant: anyInstant,
  day: anyDay,
  fits: () => true,
}
