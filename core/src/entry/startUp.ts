import type { Base } from './base'
import type { ChargeMode } from '../label/equipment'
import type { Instrument } from '../measurement/instrument'
import type { Quantity } from '../quantity/unit'
import type { CarriedTimes, InstrumentsUsed, ReadingValues, SystemChannel } from '../reading/channels'

/** What was seen to before the start; a question not answered is not asked here. */
export interface PreStart extends Base<'preStart'> {
  readonly zeroed: boolean
  readonly valvesShut: boolean
  readonly airflowGood: boolean
  readonly condenserClean: boolean
  readonly thermostatFar: boolean
  /** metering device compared with the label; logs of before this was asked don't say */
  readonly deviceChecked?: boolean
  /** highest stage, and how it was forced; empty for single speed */
  readonly stage?: string
  /** standing, with the gauges on: pressures, both lines, outdoor air; logs of before the valves had a time of their own have it here */
  readonly rest?: ReadingValues
}
/** What was looked into after the start because something asked for it; of each, the latest counts. */
export interface LookedInto extends Base<'lookedInto'> {
  readonly airflowGood?: boolean
  readonly condenserClean?: boolean
  /** metering device compared with the label: piston's size; valve's bulb, size and screen */
  readonly deviceChecked?: boolean
  /** liquid line before and after the drier */
  readonly drierIn?: Quantity<'temperature'>
  readonly drierOut?: Quantity<'temperature'>
  /** liquid line and service valves followed by hand: open to the stop, no kink, no cold spot */
  readonly lineChecked?: boolean
  /** liquid line at the outdoor unit and right before the metering device */
  readonly lineIn?: Quantity<'temperature'>
  readonly lineOut?: Quantity<'temperature'>
  /** of the compressor, off its plate */
  readonly ratedAmps?: Quantity<'current'>
  /** stopped and level: the pressure of the standing system, and the air around its coils */
  readonly standingPressure?: Quantity<'gaugePressure'>
  readonly standingAir?: Quantity<'temperature'>
  /** of the house, where the indoor coil stands: the pressure lies between the two */
  readonly standingIndoor?: Quantity<'temperature'>
}
/** Something upset the system while it was watched. */
export interface Disturbed extends Base<'disturbed'> {
  readonly what: 'door' | 'stage' | 'room' | 'other'
}
/** Two probes hung the wrong way round: what this recording holds of them is exchanged. */
export interface ProbesExchanged extends Base<'probesExchanged'> {
  readonly traceId: string
  readonly a: SystemChannel
  readonly b: SystemChannel
}
/** Gauges off: hoses drawn down while it ran, cores bubble-checked, caps on. */
export interface CameOff extends Base<'cameOff'> {
  /** both gauges when the hoses had been drawn down */
  readonly suctionPressure?: Quantity<'gaugePressure'>
  readonly liquidPressure?: Quantity<'gaugePressure'>
  readonly running: boolean
  readonly suctionCore: 'tight' | 'leaks'
  readonly liquidCore: 'tight' | 'leaks'
  readonly capsTight: boolean
}
/** How a reading came from a recording. */
export interface LiveReading {
  readonly traceId: string
  /** on the recording's clock */
  readonly traceS: number
  readonly state: 'settling' | 'settled' | 'hunting' | 'disturbed'
  readonly periodS?: number
  readonly amplitudeK?: number
}
/** Service valves open to the stop: from here on the charge stands in all of it, and what the gauges read says what it is. */
export type ValvesOpened = Base<'valvesOpened'>
/** Power on; where nobody said so before, the valves were opened just now. */
export interface Started extends Base<'started'> {
  /** standing, valves open and before it ran: pressures, both lines, outdoor air */
  readonly rest?: ReadingValues
  /** it ran already when somebody came, and long enough for a reading to decide */
  readonly foundRunning?: true
}
export interface Reading extends Base<'reading'> {
  readonly mode: ChargeMode
  /** of the machine as it was found, on the refrigerant that goes out of it */
  readonly baseline?: true
  readonly values: ReadingValues
  readonly carried?: CarriedTimes
  readonly instruments?: InstrumentsUsed
  /** the instruments named above as they were then, so that the record can be judged without the company's kit */
  readonly kit?: readonly Instrument[]
  /** taken over from a recording: means over what it had settled to */
  readonly live?: LiveReading
}

/** The kinds of entry that belong here, for the union of them all. */
export type StartUpEntry =
  | PreStart
  | ValvesOpened
  | LookedInto
  | Disturbed
  | ProbesExchanged
  | CameOff
  | Started
  | Reading
