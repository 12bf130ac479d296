import {
  anyInfrared,
  readingChannels,
  serves,
  type Instrument,
  type InstrumentsUsed,
  type ReadingChannel,
  type ReadingValues,
} from '@zetesis/core'
import type { Slot, SlotChoice } from './choice'

/** Channels that one instrument usually takes together. Each side of a manifold is chosen by itself: its scales differ. */
export const instrumentSlots = [
  { name: 'suctionGauge', label: '▽ Suction gauge', channels: ['suctionPressure'] },
  { name: 'liquidGauge', label: '△ Liquid gauge', channels: ['liquidPressure'] },
  { name: 'lines', label: 'Line temperatures', channels: ['suctionLine', 'liquidLine', 'discharge'] },
  { name: 'returnAir', label: 'Return air', channels: ['returnDryBulb', 'returnWetBulb', 'returnHumidity'] },
  { name: 'otherAir', label: 'Supply and outdoors', channels: ['supply', 'outdoor'] },
  { name: 'static', label: 'Static pressure', channels: ['staticPressure'] },
  { name: 'electrical', label: 'Electrical', channels: ['voltage', 'amps', 'capacitor'] },
] as const satisfies readonly { name: string; label: string; channels: readonly ReadingChannel[] }[]
/** The slots of a reading with the kit's instruments that can take each. */
export const readingSlots = (kit: readonly Instrument[]): Slot[] =>
  instrumentSlots.map(({ name, label, channels }) => ({
    name,
    label,
    options: [...kit, anyInfrared].filter((i) => serves(i, channels[0])),
  }))

/** What a reading says of its instruments: an id per channel that was typed, and those instruments as they are now. */
export function instrumentsFor(
  choice: SlotChoice,
  values: ReadingValues,
  owned: readonly Instrument[],
): { instruments: InstrumentsUsed; kit: Instrument[] } {
  const kit = [...owned, anyInfrared]
  const instruments: { [C in ReadingChannel]?: string } = {}
  for (const channel of readingChannels) {
    const slot = instrumentSlots.find((s) => (s.channels as readonly string[]).includes(channel))!
    const id = choice[slot.name]
    if (values[channel] && id && kit.some((i) => i.id === id)) instruments[channel] = id
  }
  const used = new Set(Object.values(instruments))
  return { instruments, kit: kit.filter((i) => used.has(i.id)) }
}
