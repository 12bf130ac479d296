import type { Dimension, Quantity } from '../quantity/unit'

/** Which side of the machine a channel says something of. */
export type ChannelSide = 'low' | 'high' | 'indoorAir' | 'outdoorAir' | 'electric' | 'vessel'

interface ChannelSpec {
  readonly dimension: Dimension
  readonly side: ChannelSide
  /** smallest step that a recording keeps, SI: a hundredth of a micron, 10 Pa, a thousandth of a kelvin, a tenth of a gram */
  readonly step: number
  /** its number in stored recordings, never used for another one; a channel without one isn't recorded */
  readonly wire?: number
  /** a reading of the running system may hold it */
  readonly inReading?: true
  /** a running system's probes record it */
  readonly inSystem?: true
  /** its name in the state of a system, SI with absolute pressures */
  readonly state?: string
}

/**
 * Everything that is measured on a unit: the one list of channels. To add one: a line here with the next wire number, its words in
 * `contract/words/channels`, and, where it is typed in a form or shown on a chart, its place there.
 */
const table = {
  /** Pa absolute, inside the system under vacuum */
  vacuum: { dimension: 'vacuum', side: 'vessel', step: 0.001, wire: 0 },
  testPressure: { dimension: 'gaugePressure', side: 'vessel', step: 10, wire: 1 },
  /** at the pipe, while nitrogen stands in it */
  ambient: { dimension: 'temperature', side: 'vessel', step: 0.001, wire: 2 },
  /** on the scale */
  mass: { dimension: 'mass', side: 'vessel', step: 0.0001, wire: 3 },
  suctionPressure: {
    dimension: 'gaugePressure',
    side: 'low',
    step: 10,
    wire: 4,
    inReading: true,
    inSystem: true,
    state: 'suctionPressurePa',
  },
  liquidPressure: {
    dimension: 'gaugePressure',
    side: 'high',
    step: 10,
    wire: 5,
    inReading: true,
    inSystem: true,
    state: 'liquidPressurePa',
  },
  suctionLine: {
    dimension: 'temperature',
    side: 'low',
    step: 0.001,
    wire: 6,
    inReading: true,
    inSystem: true,
    state: 'suctionLineK',
  },
  liquidLine: {
    dimension: 'temperature',
    side: 'high',
    step: 0.001,
    wire: 7,
    inReading: true,
    inSystem: true,
    state: 'liquidLineK',
  },
  /** the compressor's discharge line */
  discharge: {
    dimension: 'temperature',
    side: 'high',
    step: 0.001,
    wire: 8,
    inReading: true,
    inSystem: true,
    state: 'dischargeK',
  },
  returnDryBulb: {
    dimension: 'temperature',
    side: 'indoorAir',
    step: 0.001,
    wire: 9,
    inReading: true,
    inSystem: true,
    state: 'returnK',
  },
  returnWetBulb: { dimension: 'temperature', side: 'indoorAir', step: 0.001, inReading: true, state: 'returnWetBulbK' },
  returnHumidity: { dimension: 'ratio', side: 'indoorAir', step: 0.0001, wire: 10, inReading: true, inSystem: true },
  supply: {
    dimension: 'temperature',
    side: 'indoorAir',
    step: 0.001,
    wire: 11,
    inReading: true,
    inSystem: true,
    state: 'supplyK',
  },
  outdoor: {
    dimension: 'temperature',
    side: 'outdoorAir',
    step: 0.001,
    wire: 12,
    inReading: true,
    inSystem: true,
    state: 'outdoorK',
  },
  /** total external static pressure */
  staticPressure: {
    dimension: 'staticPressure',
    side: 'indoorAir',
    step: 0.1,
    wire: 13,
    inReading: true,
    inSystem: true,
  },
  voltage: { dimension: 'voltage', side: 'electric', step: 0.1, wire: 14, inReading: true, inSystem: true },
  amps: { dimension: 'current', side: 'electric', step: 0.01, wire: 15, inReading: true, inSystem: true },
  capacitor: { dimension: 'capacitance', side: 'electric', step: 1e-9, inReading: true },
  /** saturation as the manifold shows it, by the refrigerant that it is set to */
  lowSaturation: { dimension: 'temperature', side: 'low', step: 0.001, wire: 16, inSystem: true },
  highSaturation: { dimension: 'temperature', side: 'high', step: 0.001, wire: 17, inSystem: true },
  /** a further clamp behind the drier, where somebody wants to know what it takes */
  drierOut: { dimension: 'temperature', side: 'high', step: 0.001, wire: 18, inSystem: true },
  /** and one right before the metering device, where somebody wants to know what the line takes */
  deviceIn: { dimension: 'temperature', side: 'high', step: 0.001, wire: 19, inSystem: true },
} as const satisfies Record<string, ChannelSpec>

/** What changes so slowly that the next reading may go by it: weather, the house's air, what the blower and the grid give. */
export const slowChannels = [
  'returnDryBulb',
  'returnWetBulb',
  'returnHumidity',
  'outdoor',
  'staticPressure',
  'voltage',
] as const
export type SlowChannel = (typeof slowChannels)[number]
/** Which values of a reading were taken earlier, and when (ISO time): they weren't read anew. */
export type CarriedTimes = { readonly [C in SlowChannel]?: string }

type Table = typeof table
export type Channel = keyof Table
/** The channels that have a property of the table. */
type With<P> = { [C in Channel]: Table[C] extends P ? C : never }[Channel]

/** The table of all channels: dimension, side, smallest stored step and number in a recording. */
export const channelTable: {
  readonly [C in Channel]: ChannelSpec & { readonly dimension: Table[C]['dimension']; readonly state?: StateChannel }
} = table

const channelsWith = <C extends Channel>(is: (spec: ChannelSpec) => boolean): C[] =>
  (Object.keys(table) as Channel[]).filter((c) => is(table[c])) as C[]

/** What a recording may hold; each in SI: Pa absolute (vacuum), Pa gauge, K, kg, shares, V, A. */
export type TraceChannel = With<{ wire: number }>
export const traceChannels = channelsWith<TraceChannel>((s) => s.wire !== undefined) as [
  TraceChannel,
  ...TraceChannel[],
]

/** What a running system's probes record. */
export type SystemChannel = With<{ inSystem: true }>
export const systemChannels = channelsWith<SystemChannel>((s) => s.inSystem === true) as [
  SystemChannel,
  ...SystemChannel[],
]

/** What a reading of the running system may hold. */
export type ReadingChannel = With<{ inReading: true }>
export const readingChannels = channelsWith<ReadingChannel>((s) => s.inReading === true) as [
  ReadingChannel,
  ...ReadingChannel[],
]

/** The values of a reading, each in its own unit; what wasn't measured is left out. */
export type ReadingValues = { [C in ReadingChannel]?: Quantity<Table[C]['dimension']> }

/** What each channel of a reading measures. */
export const channelDimensions = Object.fromEntries(readingChannels.map((c) => [c, table[c].dimension])) as {
  readonly [C in ReadingChannel]: Table[C]['dimension']
}

/** Which instrument took which channel, by the ids in `kit`. */
export type InstrumentsUsed = { readonly [C in ReadingChannel]?: string }

/** The state's names of what is measured: temperatures in K, pressures absolute in Pa. */
export type StateChannel = Extract<Table[Channel], { state: string }>['state']
const byState = Object.fromEntries(
  readingChannels.flatMap((c) => ('state' in table[c] ? [[table[c].state, c]] : [])),
) as unknown as { readonly [S in StateChannel]: With<{ state: S }> }

export const stateChannels = Object.keys(byState) as StateChannel[]

/** The recording's channel behind a number of a system's state; a wet bulb is typed, not recorded. */
export function recordedChannel(name: StateChannel): SystemChannel | undefined {
  const channel = byState[name]
  return (systemChannels as readonly Channel[]).includes(channel) ? (channel as SystemChannel) : undefined
}
