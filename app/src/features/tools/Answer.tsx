import { XStack, YStack } from 'tamagui'
import { Body, Figure, Soft } from '@/ui/Words'

/** A tool's result: what it is, big, and what it means. */
export function Answer({
  title,
  figure,
  unit,
  note,
  testID,
}: {
  title: string
  figure: string
  unit: string
  note?: string
  testID: string
}) {
  return (
    <YStack minWidth={140} gap="$1">
      <Soft>{title}</Soft>
      <XStack alignItems="baseline" gap="$2" testID={testID}>
        <Figure fontSize="$7" lineHeight="$7">
          {figure}
        </Figure>
        <Body>{unit}</Body>
      </XStack>
      {note ? <Soft>{note}</Soft> : null}
    </YStack>
  )
}
