import type { Instrument, InstrumentKind } from '@zetesis/core'
import { useState } from 'react'
import { keep, readKeptJson } from '@/sync/storage'

/** Which of the kit's instruments a person uses for what, by slot. */
export type SlotChoice = Readonly<Record<string, string | undefined>>

/** One use that an instrument is picked for. */
export interface Slot {
  readonly name: string
  readonly label: string
  readonly options: readonly Instrument[]
}

export const slotFor = (name: string, label: string, kinds: readonly InstrumentKind[], kit: readonly Instrument[]) => ({
  name,
  label,
  options: kit.filter((i) => kinds.includes(i.kind)),
})

/** The instrument chosen for a slot, if it is still in the kit. */
export const chosenFor = (slot: Slot, choice: SlotChoice) => slot.options.find((i) => i.id === choice[slot.name])

const key = (userId: string) => `zetesis.instruments.${userId}`

/** Which instruments a person reads with: remembered on this device, since tomorrow they are the same. */
export function useInstrumentChoice(userId: string | undefined): [SlotChoice, (slot: string, id?: string) => void] {
  const [choice, setChoice] = useState<SlotChoice>(() => read(userId))
  const set = (slot: string, id?: string) => {
    const next = { ...choice, [slot]: id }
    setChoice(next)
    if (userId) keep(key(userId), JSON.stringify(next))
  }
  return [choice, set]
}

function read(userId: string | undefined): SlotChoice {
  return (userId ? readKeptJson<SlotChoice>(key(userId)) : undefined) ?? {}
}
