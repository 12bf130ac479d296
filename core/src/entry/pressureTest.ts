import type { Base } from './base'
import type { Instrument } from '../measurement/instrument'
import type { Quantity } from '../quantity/unit'

/** Nitrogen raised by one more step, and listened to. */
export interface TestRaised extends Base<'testRaised'> {
  readonly gas: 'nitrogen'
  readonly gauge: Quantity<'gaugePressure'>
  readonly heard: 'quiet' | 'hiss'
}
/** The hold under pressure began: gauge, and the temperature at the pipe. */
export interface TestHeld extends Base<'testHeld'> {
  readonly gauge: Quantity<'gaugePressure'>
  readonly ambient: Quantity<'temperature'>
  /** the hold that failed, where this one tests the mended system again */
  readonly retestOf?: string
  readonly instruments?: { readonly gauge?: Instrument; readonly ambient?: Instrument }
}
/** A reading during the hold; the last one at or after its end decides. */
export interface TestRead extends Base<'testRead'> {
  readonly gauge: Quantity<'gaugePressure'>
  readonly ambient: Quantity<'temperature'>
}
/** A joint that was soaped. */
export interface JointChecked extends Base<'jointChecked'> {
  readonly place: string
  readonly found: 'tight' | 'bubbles'
  readonly mended?: string
}

/** The kinds of entry that belong here, for the union of them all. */
export type PressureTestEntry = TestRaised | TestHeld | TestRead | JointChecked
