import type { ReactNode } from 'react'
import { Button, XStack, YStack } from 'tamagui'
import { Heading, Soft } from './Words'

/** A line of a list that leads somewhere: its name, a note under it, something at its end. */
export function LinkRow({
  title,
  note,
  end,
  onPress,
  testID,
}: {
  title: string
  note?: string
  end?: ReactNode
  onPress: () => void
  testID?: string
}) {
  return (
    <YStack role="listitem">
      <Button
        unstyled
        role="link"
        testID={testID}
        minHeight={60}
        width="100%"
        paddingVertical="$3"
        borderWidth={0}
        borderBottomWidth={1}
        borderColor="$rule"
        borderRadius={0}
        backgroundColor="transparent"
        hoverStyle={{ backgroundColor: '$card' }}
        cursor="pointer"
        onPress={onPress}
      >
        <XStack width="100%" alignItems="center" justifyContent="space-between" gap="$3">
          <YStack flex={1} alignItems="flex-start" minWidth={0}>
            <Heading textAlign="left">{title}</Heading>
            {note ? <Soft textAlign="left">{note}</Soft> : null}
          </YStack>
          {end}
        </XStack>
      </Button>
    </YStack>
  )
}
