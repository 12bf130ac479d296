import type { Oil } from '../conversion/oil'
import type { RefitItem } from '../conversion/refitList'
import type { Quantity } from '../quantity/unit'
import type { Refrigerant } from '../refrigerant/refrigerants'
import type { Base } from './base'

export const conversionCauses = ['leak', 'unobtainable', 'law', 'otherPart', 'other'] as const
export type ConversionCause = (typeof conversionCauses)[number]
/** What the system does under pressure, as far as anybody knows. */
export const tightnesses = ['holds', 'leakFound', 'notTried', 'cantBeMadeTight'] as const
export type Tightness = (typeof tightnesses)[number]

/** Why the refrigerant is changed; what can't be made tight isn't converted. The latest counts. */
export interface ConversionWhy extends Base<'conversionWhy'> {
  readonly cause: ConversionCause
  readonly tightness: Tightness
  readonly words?: string
}
/** Which refrigerant it becomes, of those that were held side by side. */
export interface CandidateChosen extends Base<'candidateChosen'> {
  readonly refrigerant: Refrigerant
  readonly compared: readonly Refrigerant[]
  readonly reason: string
}
/** A thing that a conversion asks for: done, or left with a reason. The latest of each counts. */
export interface Refitted extends Base<'refitted'> {
  readonly item: RefitItem
  readonly done: boolean
  readonly words?: string
  /** what it runs on now, where the oil was the thing */
  readonly oil?: Oil
}
/** The metering device as it is from here on. */
export interface DeviceFitted extends Base<'deviceFitted'> {
  readonly device: 'piston' | 'capillary' | 'valve'
  /** a heat pump meters at its outdoor coil, too, in heating; without it the indoor one is meant */
  readonly coil?: 'outdoor'
  /** where its size comes from: reckoned here, the maker's table, or left as it was */
  readonly by: 'reckoned' | 'maker' | 'kept'
  /** piston: what was in it and what is in it now */
  readonly was?: Quantity<'bore'>
  readonly bore?: Quantity<'bore'>
  /** capillary: its length before and now */
  readonly lengthWas?: Quantity<'length'>
  readonly length?: Quantity<'length'>
  /** valve: refrigerant that its bulb is made for */
  readonly bulb?: Refrigerant
  readonly words?: string
}
/** Charge kept in the outdoor unit behind its valves, so that the rest can be opened. */
export interface PumpedDown extends Base<'pumpedDown'> {
  /** suction pressure at which it was stopped */
  readonly suctionPressure: Quantity<'gaugePressure'>
  readonly valvesHold: boolean
}
/** The new label sticks on the case. */
export interface Relabelled extends Base<'relabelled'> {
  readonly name: string
  readonly oil: Oil
  readonly charge: Quantity<'mass'>
  readonly oldCrossedOut: boolean
}
/** It is given up half-way: what stands in the machine now has to be known to whoever comes next. */
export const leftWith = ['oldCharge', 'newCharge', 'nitrogen', 'vacuum', 'open'] as const
export type LeftWith = (typeof leftWith)[number]
export interface ConversionLeft extends Base<'conversionLeft'> {
  readonly holds: LeftWith
  readonly reason: string
}
/** Back to what was in it before: recovery, nitrogen, vacuum and charge begin again, with the refrigerants exchanged. */
export interface TurnedBack extends Base<'turnedBack'> {
  readonly reason: string
}

/** The kinds of entry that belong here, for the union of them all. */
export type ConversionEntry =
  | ConversionWhy
  | CandidateChosen
  | Refitted
  | DeviceFitted
  | PumpedDown
  | Relabelled
  | ConversionLeft
  | TurnedBack
