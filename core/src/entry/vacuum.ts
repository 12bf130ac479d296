import type { Base } from './base'
import type { Instrument } from '../measurement/instrument'
import type { Quantity } from '../quantity/unit'
import type { DecayResult } from '../vacuum/decayResult'

export type PumpOn = Base<'pumpOn'>
export interface ValvedOff extends Base<'valvedOff'> {
  /** what the hold is read with */
  readonly gauge?: Instrument
}
export interface Micron extends Base<'micron'> {
  readonly reading: Quantity<'vacuum'>
}
/** What was looked after before the pump was switched on. */
export interface VacuumReady extends Base<'vacuumReady'> {
  readonly method: EvacuationMethod
  readonly coresOut: boolean
  /** inside width of the hose to the pump */
  readonly hose?: Quantity<'tube'>
  /** gauge on the system, away from the pump */
  readonly gaugeFar: boolean
  readonly oilChanged: boolean
  /** gauge, hoses and pump alone, shut off from the system: what the rig itself can hold */
  readonly blankOff?: Quantity<'vacuum'>
}
export type EvacuationMethod = 'single' | 'triple'
export const evacuationMethods = ['single', 'triple'] as const satisfies readonly EvacuationMethod[]
/** Vacuum broken with dry nitrogen, up to a pressure. */
export interface NitrogenBreak extends Base<'nitrogenBreak'> {
  readonly to: Quantity<'gaugePressure'>
}
/** The verdict on a decay that was recorded, with what it rests on; readings typed by hand are judged from their entries. */
export interface DecayJudged extends Base<'decayJudged'> {
  /** the valving-off that began the hold */
  readonly valvedOff: string
  readonly traceIds: readonly string[]
  readonly result: DecayResult
}

/** The kinds of entry that belong here, for the union of them all. */
export type VacuumEntry = PumpOn | ValvedOff | VacuumReady | NitrogenBreak | Micron | DecayJudged
