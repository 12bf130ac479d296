import {
  channelTable,
  fromSi,
  physicalRange,
  suspectUnit,
  toSi,
  traceChannels,
  units,
  type ChunkBounds,
  type Dimension,
  type TraceChannel,
  type TraceSample,
} from '@zetesis/core'

/** A recording ends within so long: thirty days at one sample a second, and twice that for slower loggers. */
const LONGEST_S = 60 * 24 * 3600

/** Whether a chunk holds only what a gauge could give: nothing before the recording's beginning, and no value outside what its channel can be. */
export const soundChunk = ({ fromS, toS, channels }: ChunkBounds): boolean =>
  fromS >= 0 &&
  toS <= LONGEST_S &&
  (Object.entries(channels) as [TraceChannel, readonly [number, number]][]).every(
    ([channel, [low, high]]) => inChannelRange(channel, low) && inChannelRange(channel, high),
  )

/** A moment of a recording without what can't be, as an open clamp or a loose plug gives it; undefined where its time can't be. */
export function soundOf({ timeS, values }: TraceSample): TraceSample | undefined {
  if (!(timeS >= 0 && timeS <= LONGEST_S)) return undefined
  const entries = Object.entries(values) as [TraceChannel, number | null][]
  if (entries.every(([channel, si]) => si === null || inChannelRange(channel, si))) return { timeS, values }
  return {
    timeS,
    values: Object.fromEntries(entries.map(([c, si]) => [c, si !== null && inChannelRange(c, si) ? si : null])),
  }
}

/** Whether a channel's value, in SI, is one that its gauge could give. */
export function inChannelRange(channel: TraceChannel, si: number): boolean {
  const [low, high] = physicalRange[channelTable[channel].dimension]
  return si >= low && si <= high
}

/** Units that a file's column may be in, by the names of core, with Torr and its kin for vacuum; the likeliest first. */
const fileUnits: Partial<Record<Dimension, readonly string[]>> = {
  vacuum: ['micron', 'Pa', 'Torr', 'mbar', 'kPa'],
  gaugePressure: ['psig', 'bar', 'kPa', 'MPa'],
  temperature: ['°F', '°C', 'K'],
  mass: ['g', 'kg', 'oz', 'lb'],
  ratio: ['%'],
  staticPressure: ['in wc', 'Pa'],
  voltage: ['V'],
  current: ['A'],
}
export const channelUnits = Object.fromEntries(
  traceChannels.map((c) => [c, fileUnits[channelTable[c].dimension] ?? []]),
) as { readonly [C in TraceChannel]: readonly string[] }

/** Value in SI; kPa isn't a unit that anybody types for vacuum, but loggers write it. */
export function channelSi(channel: TraceChannel, value: number, unit: string): number {
  if (channel === 'vacuum' && unit === 'kPa') return value * 1000
  return toSi(channelTable[channel].dimension, { value, unit } as never)
}

const gaugeNames: readonly [RegExp, string][] = [
  [/psi/i, 'psig'],
  [/mpa/i, 'MPa'],
  [/kpa/i, 'kPa'],
  [/bar/i, 'bar'],
]
const temperatureNames: readonly [RegExp, string][] = [
  [/°\s?f\b|\bf\b|fahr/i, '°F'],
  [/°\s?c\b|\bc\b|cels/i, '°C'],
  [/\bk\b|kelvin/i, 'K'],
]
const unitNames: Partial<Record<Dimension, readonly [RegExp, string][]>> = {
  vacuum: [
    [/micron|mtorr|milli\s?torr|µm|(?<![a-z])um\b|µ/i, 'micron'],
    [/torr|mmhg/i, 'Torr'],
    [/mbar|hpa/i, 'mbar'],
    [/kpa/i, 'kPa'],
    [/\bpa\b|pascal/i, 'Pa'],
  ],
  gaugePressure: gaugeNames,
  mass: [
    [/\bkg\b|kilo/i, 'kg'],
    [/\boz\b|ounce/i, 'oz'],
    [/\blbs?\b|pound/i, 'lb'],
    [/\bg\b|gram/i, 'g'],
  ],
  temperature: temperatureNames,
  staticPressure: [
    [/\bpa\b|pascal/i, 'Pa'],
    [/in/i, 'in wc'],
  ],
}

export function guessUnit(
  channel: TraceChannel,
  name: string,
  values: readonly number[],
): { unit: string; guessed?: boolean } {
  const dimension = channelTable[channel].dimension
  const read = unitNames[dimension]?.find(([test]) => test.test(name))?.[1]
  if (read) return { unit: read }
  const high = values.reduce((a, b) => Math.max(a, b), -Infinity)
  switch (dimension) {
    case 'temperature':
      return { unit: high > 250 ? 'K' : high > (channel === 'discharge' ? 110 : 48) ? '°F' : '°C', guessed: true }
    case 'mass':
      return { unit: high > 1000 ? 'g' : high > 100 ? 'oz' : 'kg', guessed: true }
    case 'gaugePressure':
      return { unit: high > 700 ? 'kPa' : high > 60 ? 'psig' : 'bar', guessed: true }
    case 'vacuum':
      return { unit: vacuumUnitOf(values), guessed: true }
    case 'staticPressure':
      return { unit: high > 5 ? 'Pa' : 'in wc', guessed: true }
    default:
      return { unit: channelUnits[channel][0]! }
  }
}

/** The unit in which these figures are a believable pull-down or decay; micron where several are. */
function vacuumUnitOf(values: readonly number[]): string {
  const believable = (unit: string) => suspectUnit(values.map((v) => channelSi('vacuum', v, unit))) === undefined
  const high = values.reduce((a, b) => Math.max(a, b), -Infinity)
  // a file that begins at atmosphere says it outright
  const begins = Object.entries({ micron: 760_000, Pa: 101_325, mbar: 1013, Torr: 760, kPa: 101.3 }).find(
    ([, atmosphere]) => high > 0.8 * atmosphere && high < 1.05 * atmosphere,
  )
  return begins?.[0] ?? channelUnits.vacuum.find(believable) ?? 'micron'
}

/** For the form: a vacuum value as it would read in another unit. */
export const vacuumIn = (pa: number, unit: string) =>
  unit === 'kPa' ? pa / 1000 : fromSi('vacuum', pa, unit as keyof (typeof units)['vacuum'])
