import type { HungHose } from '../heatpump/hoses'
import type { ChargeMode } from '../label/equipment'
import type { Quantity } from '../quantity/unit'
import type { Base } from './base'

export const waysToChange = ['thermostat', 'serviceMenu', 'wire'] as const
export type WayToChange = (typeof waysToChange)[number]
export const auxiliaryHeats = ['none', 'heldOff', 'runs'] as const
export type AuxiliaryHeat = (typeof auxiliaryHeats)[number]

/** The hoses as they hang; none: all are off. The latest counts. */
export interface HosesOn extends Base<'hosesOn'> {
  readonly mode: ChargeMode
  /** what comes next with them on */
  readonly next?: ChargeMode
  readonly hoses: readonly HungHose[]
}
/** It runs the other way round from here on. */
export interface ModeChanged extends Base<'modeChanged'> {
  readonly mode: ChargeMode
  readonly how: WayToChange
  /** heard, and seen at pressures and air */
  readonly seen: boolean
  /** heat that would hide what the heat pump does */
  readonly auxiliary?: AuxiliaryHeat
  /** how auxiliary heat was held off, or what else is worth knowing */
  readonly words?: string
  readonly stage?: string
}

/** In cooling, both in suction: the line that feeds the reversing valve, and the true suction behind it. */
export interface ReversingValveRead extends Base<'reversingValveRead'> {
  readonly vapourLine: Quantity<'temperature'>
  readonly trueSuction: Quantity<'temperature'>
}
/** One defrost, seen or provoked. */
export interface DefrostSeen extends Base<'defrostSeen'> {
  readonly how: 'byItself' | 'provoked'
  readonly lasted?: Quantity<'duration'>
  /** the outdoor coil when it ended */
  readonly coil?: Quantity<'temperature'>
  /** where it was found in a recording */
  readonly traceId?: string
  readonly words?: string
}
export const heaterStates = ['warm', 'cold', 'none'] as const
export type HeaterState = (typeof heaterStates)[number]
export interface HeatersNoted extends Base<'heatersNoted'> {
  readonly crankcase: HeaterState
  readonly sump: HeaterState
}

/** The kinds of entry that belong here, for the union of them all. */
export type HeatPumpEntry = HosesOn | ModeChanged | ReversingValveRead | DefrostSeen | HeatersNoted
