import {
  readingChannels,
  serves,
  type Book,
  type Instrument,
  type InstrumentsUsed,
  type ReadingChannel,
  type ReadingValues,
} from '@zetesis/core'
import { useState } from 'react'

/** Channels that one instrument usually takes together. Each side of a manifold is chosen by itself: its scales differ. */
export const instrumentSlots = [
  { name: 'suctionGauge', label: '▽ Suction gauge', channels: ['suctionPressure'] },
  { name: 'liquidGauge', label: '△ Liquid gauge', channels: ['liquidPressure'] },
  { name: 'lines', label: 'Line clamps', channels: ['suctionLine', 'liquidLine'] },
  { name: 'returnAir', label: 'Return air', channels: ['returnDryBulb', 'returnWetBulb', 'returnHumidity'] },
  { name: 'otherAir', label: 'Supply and outdoors', channels: ['supply', 'outdoor'] },
  { name: 'static', label: 'Static pressure', channels: ['staticPressure'] },
  { name: 'electrical', label: 'Electrical', channels: ['voltage', 'amps', 'capacitor'] },
] as const satisfies readonly { name: string; label: string; channels: readonly ReadingChannel[] }[]
export type SlotName = (typeof instrumentSlots)[number]['name']
export type SlotChoice = { readonly [S in SlotName]?: string }

/** The kit's instruments that can take a slot. */
export function slotOptions(book: Book, slot: (typeof instrumentSlots)[number]): Instrument[] {
  return book.instruments.map((kept) => kept.value).filter((i) => serves(i, slot.channels[0]))
}

/** What a reading says of its instruments: an id per channel that was typed, and those instruments as they are now. */
export function instrumentsFor(
  choice: SlotChoice,
  values: ReadingValues,
  kit: readonly Instrument[],
): { instruments: InstrumentsUsed; kit: Instrument[] } {
  const instruments: { [C in ReadingChannel]?: string } = {}
  for (const channel of readingChannels) {
    const slot = instrumentSlots.find((s) => (s.channels as readonly string[]).includes(channel))!
    const id = choice[slot.name]
    if (values[channel] && id && kit.some((i) => i.id === id)) instruments[channel] = id
  }
  const used = new Set(Object.values(instruments))
  return { instruments, kit: kit.filter((i) => used.has(i.id)) }
}

const key = (userId: string) => `zetesis.instruments.${userId}`

/** Which instruments a person reads with: remembered on this device, since tomorrow they are the same. */
export function useInstrumentChoice(userId: string | undefined): [SlotChoice, (slot: SlotName, id?: string) => void] {
  const [choice, setChoice] = useState<SlotChoice>(() => read(userId))
  const set = (slot: SlotName, id?: string) => {
    const next = { ...choice, [slot]: id }
    setChoice(next)
    if (userId) localStorage.setItem(key(userId), JSON.stringify(next))
  }
  return [choice, set]
}

function read(userId: string | undefined): SlotChoice {
  if (!userId) return {}
  try {
    return JSON.parse(localStorage.getItem(key(userId)) ?? '{}') as SlotChoice
  } catch {
    // another version's text: choose again
    return {}
  }
}
