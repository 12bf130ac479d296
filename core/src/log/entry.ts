import type { Cylinder } from '../charge/cylinder'
import type { Metering, Orientation } from '../label/equipment'
import type { LabelItem, ModelLabel } from '../label/modelLabel'
import type { Instrument } from '../measurement/instrument'
import type { InstrumentClass } from '../measurement/instrumentClass'
import type { HabitKey } from '../method/habits'
import type { ProfileSpec } from '../method/profile'
import type { AnyQuantity, Quantity } from '../quantity/unit'
import type { SystemChannel, TraceChannel, TraceSource } from '../trace/trace'
import type { DecayResult } from '../vacuum/decayResult'
import type { Phase } from '../refrigerant/density'
import type { ChargeGateCode } from '../tuning/gateCodes'
import type { Refrigerant } from '../refrigerant/refrigerants'
import type { InstrumentsUsed, ReadingValues } from './readingValues'

export * from './readingValues'

/**
 * The entries of a unit's log, as plain types. `contract` holds the schemas that admit them and proves, both ways, that
 * schema and type are the same; core may know no other room, so the shapes that the fold works on stand here.
 */

export const ENTRY_VERSION = 1

export type Stage = 'prepare' | 'pressureTest' | 'vacuum' | 'weighIn' | 'startUp' | 'handOver'
export const stages = [
  'prepare',
  'pressureTest',
  'vacuum',
  'weighIn',
  'startUp',
  'handOver',
] as const satisfies readonly Stage[]

/** Stages that a written reason can pass; handing over is done or it isn't. */
export type PassableStage = Exclude<Stage, 'handOver'>
export const passableStages = [
  'prepare',
  'pressureTest',
  'vacuum',
  'weighIn',
  'startUp',
] as const satisfies readonly PassableStage[]

export type Work = 'new' | 'retrofit' | 'conversion'

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
  mode?: 'coolingOnly' | 'heatPump'
  refrigerant?: Refrigerant
  /** conversions: what was in it, and how much of it came out */
  oldRefrigerant?: Refrigerant
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

/** Strokes of a signature: each a list of x, y, x, y … in a box 1000 wide and 400 high. */
export type SignatureStrokes = readonly (readonly number[])[]

interface Base<K extends string> {
  readonly v: typeof ENTRY_VERSION
  /** made on the device; it is the entry's identity, so sending twice is harmless */
  readonly id: string
  /** when it happened, ISO 8601 in UTC; may be corrected by the person */
  readonly at: string
  /** the device's clock when it was written down */
  readonly writtenAt: string
  readonly kind: K
}

export interface Opened extends Base<'opened'> {
  readonly jobId: string
  readonly tag: string
}
export interface Facts extends Base<'facts'> {
  readonly facts: FactsPatch
}
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
/** A recording began; its samples travel as chunks beside the log. */
export interface TraceBegun extends Base<'traceBegun'> {
  readonly traceId: string
  readonly channels: readonly TraceChannel[]
  readonly source: TraceSource
  /** seconds of the system for one on the wall: over 1 on the rig only */
  readonly speed: number
  /** the file it came from, or what the rig plays */
  readonly name?: string
}
/** A recording is complete: how many samples, and the hash of its chunks, so that it can be checked years later. */
export interface TraceEnded extends Base<'traceEnded'> {
  readonly traceId: string
  readonly samples: number
  readonly digest: string
}
/** The verdict on a decay that was recorded, with what it rests on; readings typed by hand are judged from their entries. */
export interface DecayJudged extends Base<'decayJudged'> {
  /** the valving-off that began the hold */
  readonly valvedOff: string
  readonly traceIds: readonly string[]
  readonly result: DecayResult
}
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
  readonly despite?: { readonly against: readonly ChargeGateCode[]; readonly reason: string }
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
  /** standing, with the gauges on: pressures, both lines, outdoor air */
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
  /** of the compressor, off its plate */
  readonly ratedAmps?: Quantity<'current'>
  /** stopped and level: the pressure of the standing system, and the air around its coils */
  readonly standingPressure?: Quantity<'gaugePressure'>
  readonly standingAir?: Quantity<'temperature'>
  /** of the house, where the indoor coil stands: the pressure lies between the two */
  readonly standingIndoor?: Quantity<'temperature'>
}
/** Somebody has to come back, because today can't decide the charge. */
export interface ReturnVisit extends Base<'returnVisit'> {
  readonly reason: string
  /** outdoor air that the visit needs */
  readonly outdoorLow?: Quantity<'temperature'>
  readonly outdoorHigh?: Quantity<'temperature'>
  /** a date, 2026-07-14 */
  readonly by?: string
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
/** valves opened and power on */
export type Started = Base<'started'>
export interface Reading extends Base<'reading'> {
  readonly mode: 'cooling'
  readonly values: ReadingValues
  readonly instruments?: InstrumentsUsed
  /** the instruments named above as they were then, so that the record can be judged without the company's kit */
  readonly kit?: readonly Instrument[]
  /** taken over from a recording: means over what it had settled to */
  readonly live?: LiveReading
}
/** A model's label taken from the company's library, whole, so that the record stands by itself. */
export interface LabelTaken extends Base<'label'> {
  readonly modelId: string
  /** the library's entry that it was copied from; a later one there shows that the label was corrected since */
  readonly version: string
  readonly label: ModelLabel
}
/** The method profile that this unit is judged by, whole. */
export interface MethodChosen extends Base<'method'> {
  readonly profile: ProfileSpec
  readonly reason?: string
}
/** One habit changed for this unit only; without a quantity the change is taken back. */
export interface HabitOverridden extends Base<'override'> {
  readonly habit: HabitKey
  readonly quantity?: AnyQuantity
  readonly reason: string
}
/** Anything worth keeping that no other entry says. */
export interface Noted extends Base<'note'> {
  readonly text: string
}
export interface GatePassed extends Base<'gatePassed'> {
  readonly stage: PassableStage
  readonly reason: string
}
export interface Struck extends Base<'struck'> {
  readonly strikes: string
  readonly reason: string
}
export interface Sealed extends Base<'sealed'> {
  readonly name: string
  readonly signature: SignatureStrokes
  readonly remarks?: string
}
export interface Amendment extends Base<'amendment'> {
  readonly text: string
}

export type Entry =
  | Opened
  | Facts
  | LabelTaken
  | MethodChosen
  | HabitOverridden
  | PumpOn
  | ValvedOff
  | VacuumReady
  | NitrogenBreak
  | Micron
  | TraceBegun
  | TraceEnded
  | DecayJudged
  | TestRaised
  | TestHeld
  | TestRead
  | JointChecked
  | Weighed
  | HoseLeft
  | PreStart
  | LookedInto
  | ReturnVisit
  | Disturbed
  | ProbesExchanged
  | CameOff
  | Started
  | Reading
  | Noted
  | GatePassed
  | Struck
  | Sealed
  | Amendment

/** What a person decides about an entry; version, id and times come with the writing. */
export type EntryBody = Entry extends infer E
  ? E extends Entry
    ? Omit<E, 'v' | 'id' | 'at' | 'writtenAt'>
    : never
  : never

export type EntryKind = Entry['kind']
export type EntryOf<K extends EntryKind> = Extract<Entry, { kind: K }>

export interface Author {
  readonly id: string
  readonly name: string
}

/** An entry with who wrote it; seq is null while it waits on the phone. */
export interface LogItem<E extends Entry = Entry> {
  readonly seq: number | null
  readonly author: Author
  readonly entry: E
}
