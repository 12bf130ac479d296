import type { Dimension, Quantity } from '../quantity/unit'

export interface ReadingValues {
  suctionPressure?: Quantity<'gaugePressure'>
  liquidPressure?: Quantity<'gaugePressure'>
  suctionLine?: Quantity<'temperature'>
  liquidLine?: Quantity<'temperature'>
  /** the compressor's discharge line */
  discharge?: Quantity<'temperature'>
  returnDryBulb?: Quantity<'temperature'>
  returnWetBulb?: Quantity<'temperature'>
  returnHumidity?: Quantity<'ratio'>
  supply?: Quantity<'temperature'>
  outdoor?: Quantity<'temperature'>
  /** total external static pressure */
  staticPressure?: Quantity<'staticPressure'>
  voltage?: Quantity<'voltage'>
  amps?: Quantity<'current'>
  capacitor?: Quantity<'capacitance'>
}
export type ReadingChannel = keyof ReadingValues

/** What each channel of a reading measures. */
export const channelDimensions = {
  suctionPressure: 'gaugePressure',
  liquidPressure: 'gaugePressure',
  suctionLine: 'temperature',
  liquidLine: 'temperature',
  discharge: 'temperature',
  returnDryBulb: 'temperature',
  returnWetBulb: 'temperature',
  returnHumidity: 'ratio',
  supply: 'temperature',
  outdoor: 'temperature',
  staticPressure: 'staticPressure',
  voltage: 'voltage',
  amps: 'current',
  capacitor: 'capacitance',
} as const satisfies Record<ReadingChannel, Dimension>
export const readingChannels = Object.keys(channelDimensions) as ReadingChannel[]

/** Which instrument took which channel, by the ids in `kit`. */
export type InstrumentsUsed = { readonly [C in ReadingChannel]?: string }
