/** What a running system's probes record; the names of a reading's channels, and the discharge line. */
export type SystemChannel =
  | 'suctionPressure'
  | 'liquidPressure'
  | 'suctionLine'
  | 'liquidLine'
  | 'discharge'
  | 'returnDryBulb'
  | 'returnHumidity'
  | 'supply'
  | 'outdoor'
  | 'staticPressure'
  | 'voltage'
  | 'amps'
  /** saturation as the manifold shows it, by the refrigerant that it is set to */
  | 'lowSaturation'
  | 'highSaturation'
  /** a further clamp behind the drier, where somebody wants to know what it takes */
  | 'drierOut'
export const systemChannels = [
  'suctionPressure',
  'liquidPressure',
  'suctionLine',
  'liquidLine',
  'discharge',
  'returnDryBulb',
  'returnHumidity',
  'supply',
  'outdoor',
  'staticPressure',
  'voltage',
  'amps',
  'lowSaturation',
  'highSaturation',
  'drierOut',
] as const satisfies readonly SystemChannel[]

/** What a recording may hold; each in SI: Pa absolute (vacuum), Pa gauge, K, kg, shares, V, A. */
export type TraceChannel = 'vacuum' | 'testPressure' | 'ambient' | 'mass' | SystemChannel
/** the order is part of the stored form: new ones go to the end */
export const traceChannels = [
  'vacuum',
  'testPressure',
  'ambient',
  'mass',
  ...systemChannels,
] as const satisfies readonly TraceChannel[]

/** Where a recording came from. Readings typed by hand are entries of their own. */
export type TraceSource = 'import' | 'rig'
export const traceSources = ['import', 'rig'] as const satisfies readonly TraceSource[]

/** One moment of a recording; a channel that gave nothing then is null. */
export interface TraceSample {
  /** seconds since the recording began */
  readonly timeS: number
  readonly values: { readonly [C in TraceChannel]?: number | null }
}

/** At most so many samples in a chunk. */
export const CHUNK_SAMPLES = 600
/** A recording may not have more chunks: 30 days at one sample a second. */
export const MAX_CHUNKS = 4320
