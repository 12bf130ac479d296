import type { Cylinder } from '../charge/cylinder'
import type { ChargeGateCode } from '../charge/gateCodes'
import type { Base } from './base'
import type { Instrument } from '../measurement/instrument'
import type { Quantity } from '../quantity/unit'
import type { Phase } from '../refrigerant/density'

export interface Weighed extends Base<'weighed'> {
  readonly direction: 'add' | 'remove'
  /** the cylinder on the scale */
  readonly before: Quantity<'mass'>
  readonly after: Quantity<'mass'>
  /** its name */
  readonly cylinder?: string
  /** the book's cylinder as it was then, whole: the record stands by itself */
  readonly vessel?: Cylinder
  /** which side of the system, as what, and whether it ran */
  readonly side?: 'liquid' | 'suction'
  readonly phase?: Phase
  readonly running?: boolean
  readonly scale?: Instrument
  /** the recording that it was read from, and the second of it at which the scale stood still again */
  readonly traceId?: string
  readonly traceS?: number
  /** by the cylinder book, in the cylinder before this weighing: what a scale set to zero with it on can't say */
  readonly booked?: Quantity<'mass'>
  /** only the difference was read off the scale: `before` is what the book says of the cylinder, or the amount itself */
  readonly net?: true
  /** made against the advice: what spoke against it, and the reason of whoever did it */
  readonly despite?: {
    readonly against: readonly ChargeGateCode[]
    readonly reason: string
    /** the request that a lead granted, where whoever weighed may not decide it alone */
    readonly granted?: string
  }
}
/** What a charging hose held when it came off: kept in it for the next unit, lost, or drawn into the system. */
export interface HoseLeft extends Base<'hoseLeft'> {
  readonly bore: Quantity<'tube'>
  readonly length: Quantity<'length'>
  readonly phase: Phase
  readonly temperature: Quantity<'temperature'>
  readonly fate: 'kept' | 'lost' | 'drawn'
  /** by its size; what the balance uses */
  readonly mass: Quantity<'mass'>
}

/** The kinds of entry that belong here, for the union of them all. */
export type WeighInEntry = Weighed | HoseLeft
