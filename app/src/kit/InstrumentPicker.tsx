import { accuracyWords, warningWords } from '@zetesis/contract'
import { instrumentWarnings, type Instrument, type MethodProfile } from '@zetesis/core'
import { useState } from 'react'
import { YStack } from 'tamagui'
import { useNow } from '@/settings/useNow'
import { Card } from '@/ui/Card'
import { drawn } from '@/ui/drawn'
import { Disclosure } from '@/ui/Disclosure'
import { PickOne } from '@/ui/PickOne'
import { Soft } from '@/ui/Words'
import { chosenFor, type Slot, type SlotChoice } from './choice'

/** What the reading is taken with; shut it is one line, open a pick for each slot that the kit can fill. */
export const InstrumentPicker = drawn(function InstrumentPicker({
  slots: all,
  choice,
  onChoose,
  profile,
  without = 'taken as gauges of the ordinary kind',
}: {
  slots: readonly Slot[]
  choice: SlotChoice
  onChoose: (slot: string, id?: string) => void
  profile: MethodProfile
  /** what follows from naming none */
  without?: string
}) {
  const [open, setOpen] = useState(false)
  const now = useNow()
  const slots = all.filter((s) => s.options.length > 0)
  const names = [...new Set(slots.flatMap((slot) => chosenFor(slot, choice)?.name ?? []))]
  if (slots.length === 0)
    return <Soft>{`No such instrument in the kit yet: ${without}. Add it under Library, Kit.`}</Soft>
  return (
    <Card>
      <Disclosure
        title="Instruments"
        summary={names.length === 0 ? `none chosen: ${without}` : names.join(' · ')}
        open={open}
        onToggle={() => setOpen(!open)}
        testID="instruments"
      >
        <YStack gap="$3">
          {slots.map((slot) => {
            const mine = chosenFor(slot, choice)
            return (
              <YStack key={slot.name} gap="$1">
                <PickOne
                  label={slot.label}
                  options={slot.options.map((i) => ({ value: i.id, label: i.name }))}
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
})

const about = (i: Instrument, now: number, profile: MethodProfile) =>
  [...i.accuracies.map(accuracyWords), ...instrumentWarnings(i, now, profile).map((w) => `◐ ${warningWords[w]}`)].join(
    ' · ',
  )
