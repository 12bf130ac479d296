import { XStack, YStack, Text } from 'tamagui'
import { valueWords } from '@zetesis/contract'
import { chargeMethod, refrigerantInfo, type UnitView } from '@zetesis/core'
import { Soft, Tag } from '@/ui/Words'

export function UnitHead({ view, title, jobName }: { view: UnitView; title: string; jobName?: string }) {
  const { facts } = view
  return (
    <YStack gap="$1">
      <XStack alignItems="baseline" gap="$2" flexWrap="wrap">
        <Tag render="h1" testID="unit-tag">
          {facts.tag ?? 'Unit'}
        </Tag>
        <Text fontSize="$5" fontWeight="700" color="$ink">
          {title}
        </Text>
      </XStack>
      <Soft>{[facts.place, jobName, facts.model].filter(Boolean).join(' · ')}</Soft>
    </YStack>
  )
}

/** The three facts that decide how a unit is judged. */
export function FactChips({ view }: { view: UnitView }) {
  const { refrigerant, metering, work, oldRefrigerant } = view.facts
  const from = work === 'conversion' && oldRefrigerant ? `${oldRefrigerant} → ` : ''
  const decides = chargeMethod({ metering })
  const safety = refrigerant && refrigerantInfo(refrigerant)?.safetyClass
  const chips = [
    refrigerant ? `${from}${refrigerant} · ${safety}` : from ? `${from}?` : 'refrigerant?',
    metering ? valueWords[metering]! : 'metering device?',
    decides.ok ? `by ${decides.deciding}` : undefined,
    view.label ? view.label.name : undefined,
  ].filter((c): c is string => c !== undefined)
  return (
    <XStack gap="$2" flexWrap="wrap">
      {chips.map((chip) => (
        <Text
          key={chip}
          fontSize="$3"
          fontWeight="600"
          color="$ink"
          borderWidth={1}
          borderColor="$rule"
          borderRadius="$2"
          backgroundColor="$card"
          paddingHorizontal="$2"
          paddingVertical="$1"
        >
          {chip.charAt(0).toUpperCase() + chip.slice(1)}
        </Text>
      ))}
    </XStack>
  )
}
