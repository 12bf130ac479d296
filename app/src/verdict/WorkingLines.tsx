import { Text, XStack, YStack } from 'tamagui'
import { Soft } from '@/ui/Words'

export interface WorkingLine {
  readonly name: string
  readonly value: string
  readonly sum?: boolean
}

/** A sum as it would stand on paper: names left, values right, the result under a line. */
export function WorkingLines({ lines }: { lines: readonly WorkingLine[] }) {
  return (
    <YStack gap="$1">
      {lines.map(({ name, value, sum }) => (
        <XStack
          key={name}
          justifyContent="space-between"
          alignItems="baseline"
          gap="$3"
          borderTopWidth={sum ? 1 : 0}
          borderColor="$ink"
          paddingTop={sum ? '$1' : 0}
        >
          <Soft flex={1} color={sum ? '$ink' : '$soft'}>
            {name}
          </Soft>
          <Text fontFamily="$figure" fontWeight="600" fontSize="$4" lineHeight="$4" color="$ink">
            {value}
          </Text>
        </XStack>
      ))}
    </YStack>
  )
}
