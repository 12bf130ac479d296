import type { Oil } from '../conversion/oil'
import type { CircuitFacts } from '../label/circuitFacts'
import type { Metering, Orientation } from '../label/equipment'
import type { LabelItem } from '../label/modelLabel'
import type { InstrumentClass } from '../measurement/instrumentClass'
import type { Quantity } from '../quantity/unit'
import type { Refrigerant } from '../refrigerant/refrigerants'

export const works = ['new', 'retrofit', 'conversion', 'check'] as const
/** `check`: it runs already, ours or not; nothing is opened unless it becomes a retrofit */
export type Work = (typeof works)[number]
export const machineAges = ['recent', 'old'] as const
export type MachineAge = (typeof machineAges)[number]
/** What is known of a unit before anything is measured. A key left out is unknown; null in a later patch makes it unknown again. */
export interface UnitFacts {
  tag?: string
  place?: string
  model?: string
  serial?: string
  indoorModel?: string
  orientation?: Orientation
  /** stage that the charge is judged at, as the label names it; the highest where it names none */
  stage?: string
  work?: Work
  /** of the outdoor unit; an old one's condenser runs further over outdoors, and that is no fault */
  age?: MachineAge
  mode?: 'coolingOnly' | 'heatPump'
  refrigerant?: Refrigerant
  /** conversions: what was in it, and how much of it came out */
  oldRefrigerant?: Refrigerant
  /** what the plate says it was built for, where that isn't what is in it any more */
  builtFor?: Refrigerant
  /** in the machine before it is converted */
  oil?: Oil
  /** bore of the orifice that was in it */
  oldBore?: Quantity<'bore'>
  /** highest pressure that the plate allows on the high side; a model's label can say it too */
  highSideDesign?: Quantity<'gaugePressure'>
  /** what is the law where it stands, in the words of whoever keeps it */
  lawNote?: string
  /** what was seen of the circuit at this very unit; the model's label says the rest */
  circuit?: CircuitFacts
  recovered?: Quantity<'mass'>
  /** as seen at the indoor coil */
  metering?: Metering
  labelCharge?: Quantity<'mass'>
  /** height between indoor and outdoor unit */
  lift?: Quantity<'length'>
  /** further sections of the line set, each with its own size; the first is `lineLength` and `liquidLine` */
  sections?: readonly LineSectionFacts[]
  /** what the label adds for a coil, a drier, a kit; below 0 takes off */
  labelItems?: readonly LabelItem[]
  includedLength?: Quantity<'length'>
  /** a line over the label's limit: by what it is charged all the same */
  longLineReason?: string
  allowance?: Quantity<'massPerLength'>
  lineLength?: Quantity<'length'>
  liquidLine?: Quantity<'tube'>
  vapourLine?: Quantity<'tube'>
  /** test pressure of the lowest-rated part, as its plate says; a model's label can say it too */
  testPressure?: Quantity<'gaugePressure'>
  targetSubcooling?: Quantity<'temperatureDifference'>
  subcoolingTolerance?: Quantity<'temperatureDifference'>
  superheatSource?: 'commonRule' | 'typed'
  targetSuperheat?: Quantity<'temperatureDifference'>
  targetSuperheatReason?: string
  superheatTolerance?: Quantity<'temperatureDifference'>
  decayLimit?: Quantity<'vacuum'>
  decayHold?: Quantity<'duration'>
  /** what the readings of this unit are taken with where no instrument is named; digital where nobody said */
  instrumentClass?: InstrumentClass
  elevation?: Quantity<'elevation'>
}
/** One more piece of the line set, of its own size. */
export interface LineSectionFacts {
  readonly length: Quantity<'length'>
  readonly liquidLine: Quantity<'tube'>
  readonly vapourLine?: Quantity<'tube'>
  /** the label's, where it names this size */
  readonly allowance?: Quantity<'massPerLength'>
}
/** A patch of facts: null clears. */
export type FactsPatch = { [K in keyof UnitFacts]?: UnitFacts[K] | null }
