import type { Channel, ReadingChannel, TraceChannel } from '@zetesis/core'

interface Words {
  /** beside a field, in a legend */
  readonly name: string
  /** in a sentence about where a figure comes from */
  readonly said: string
  /** before a figure in the log's line */
  readonly short: string
  /** over a column of a file */
  readonly column: string
}

/** What every channel is called: the one table. */
export const channelTableWords: { readonly [C in Channel]: Words } = {
  vacuum: { name: 'Vacuum', said: 'vacuum', short: 'vacuum', column: 'vacuum' },
  testPressure: { name: 'Gauge', said: 'gauge', short: 'gauge', column: 'test pressure' },
  ambient: {
    name: 'Temperature at the pipe',
    said: 'temperature at the pipe',
    short: 'temperature at the pipe',
    column: 'ambient',
  },
  mass: { name: 'Scale', said: 'scale', short: 'scale', column: 'scale' },
  suctionPressure: { name: 'Suction pressure', said: 'suction pressure', short: 'suction', column: 'suction pressure' },
  liquidPressure: { name: 'Liquid pressure', said: 'liquid pressure', short: 'liquid', column: 'liquid pressure' },
  suctionLine: { name: 'Suction line', said: 'suction line', short: 'suction line', column: 'suction line' },
  liquidLine: { name: 'Liquid line', said: 'liquid line', short: 'liquid line', column: 'liquid line' },
  discharge: { name: 'Discharge line', said: 'discharge line', short: 'discharge', column: 'discharge line' },
  returnDryBulb: { name: 'Return air', said: 'return dry bulb', short: 'return dry bulb', column: 'return' },
  returnWetBulb: {
    name: 'Return wet bulb',
    said: 'return wet bulb',
    short: 'return wet bulb',
    column: 'return wet bulb',
  },
  returnHumidity: {
    name: 'Return humidity',
    said: 'return humidity',
    short: 'return humidity',
    column: 'return humidity',
  },
  supply: { name: 'Supply air', said: 'supply air', short: 'supply', column: 'supply' },
  outdoor: { name: 'Outdoor air', said: 'outdoor air', short: 'outdoors', column: 'outdoor' },
  staticPressure: { name: 'Static pressure', said: 'static pressure', short: 'static', column: 'static pressure' },
  voltage: { name: 'Voltage', said: 'line voltage', short: 'line', column: 'voltage' },
  amps: { name: 'Current', said: 'current', short: 'current', column: 'current' },
  capacitor: { name: 'Capacitor', said: 'capacitor', short: 'capacitor', column: 'capacitor' },
  lowSaturation: {
    name: 'Suction saturation on the manifold',
    said: 'suction saturation on the manifold',
    short: 'suction saturation on the manifold',
    column: 'suction saturation, manifold',
  },
  highSaturation: {
    name: 'Liquid saturation on the manifold',
    said: 'liquid saturation on the manifold',
    short: 'liquid saturation on the manifold',
    column: 'liquid saturation, manifold',
  },
  drierOut: {
    name: 'Liquid line after the drier',
    said: 'liquid line after the drier',
    short: 'liquid line after the drier',
    column: 'liquid line after drier',
  },
  deviceIn: {
    name: 'Liquid line before the metering device',
    said: 'liquid line before the metering device',
    short: 'liquid line before the metering device',
    column: 'liquid line before device',
  },
}

const words = <C extends Channel>(part: keyof Words) =>
  Object.fromEntries(Object.entries(channelTableWords).map(([c, w]) => [c, w[part]])) as { readonly [K in C]: string }

/** What a channel of a recording is called. */
export const recordedWords = words<TraceChannel>('name')
/** In a sentence about where a figure comes from. */
export const channelWords = words<ReadingChannel>('said')
/** Before a figure in the log's line. */
export const shortWords = words<ReadingChannel>('short')
/** Over a column of a file. */
export const columnWords = words<TraceChannel>('column')
