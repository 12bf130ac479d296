import { accuracyWords, warningWords } from '@zetesis/contract'
import { instrumentWarnings, type Book, type Instrument, type MethodProfile } from '@zetesis/core'
import { useState } from 'react'
import { YStack } from 'tamagui'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { PickOne } from '@/ui/PickOne'
import { Soft } from '@/ui/Words'
import { instrumentSlots, slotOptions, type SlotChoice, type SlotName } from './instruments'

/** What the reading is taken with; shut it is one line, open a pick for each slot that the kit can fill. */
export function InstrumentPicker({
  book,
  choice,
  onChoose,
  profile,
  now,
}: {
  book: Book
  choice: SlotChoice
  onChoose: (slot: SlotName, id?: string) => void
  profile: MethodProfile
  now: number
}) {
  const [open, setOpen] = useState(false)
  const slots = instrumentSlots
    .map((slot) => ({ slot, options: slotOptions(book, slot) }))
    .filter((s) => s.options.length > 0)
  const chosen = (name: SlotName, options: readonly Instrument[]) => options.find((i) => i.id === choice[name])
  const names = [...new Set(slots.flatMap(({ slot, options }) => chosen(slot.name, options)?.name ?? []))]
  if (slots.length === 0)
    return <Soft>No instruments in the kit yet: readings count as exact. Add them under Library, Kit.</Soft>
  return (
    <Card>
      <Disclosure
        title="Instruments"
        summary={names.length === 0 ? 'none chosen: readings count as exact' : names.join(' · ')}
        open={open}
        onToggle={() => setOpen(!open)}
        testID="instruments"
      >
        <YStack gap="$3">
          {slots.map(({ slot, options }) => {
            const mine = chosen(slot.name, options)
            return (
              <YStack key={slot.name} gap="$1">
                <PickOne
                  label={slot.label}
                  options={options.map((i) => ({ value: i.id, label: i.name }))}
                  value={mine?.id}
                  onChange={(id) => onChoose(slot.name, id)}
                  testID={`instrument-${slot.name}`}
                />
                {mine ? <Soft>{about(mine, now, profile)}</Soft> : null}
              </YStack>
            )
          })}
        </YStack>
      </Disclosure>
    </Card>
  )
}

const about = (i: Instrument, now: number, profile: MethodProfile) =>
  [...i.accuracies.map(accuracyWords), ...instrumentWarnings(i, now, profile).map((w) => `◐ ${warningWords[w]}`)].join(
    ' · ',
  )
