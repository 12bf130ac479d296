import { Button, Text, XStack, YStack } from 'tamagui'
import type { Option } from './Choice'

/** Some of a few; in an ordered one the chosen carry their place, and choosing again puts one last. */
export function Several<V extends string>({
  label,
  options,
  values,
  onChange,
  ordered,
  testID,
}: {
  label: string
  options: readonly Option<V>[]
  values: readonly V[]
  onChange: (values: V[]) => void
  ordered?: boolean
  testID?: string
}) {
  return (
    <YStack gap="$2" role="group" aria-label={label} testID={testID}>
      <Text fontSize="$3" fontWeight="600" color="$ink">
        {label}
      </Text>
      <XStack gap="$2" flexWrap="wrap">
        {options.map((option) => {
          const place = values.indexOf(option.value)
          const on = place >= 0
          return (
            <Button
              key={option.value}
              unstyled
              role="checkbox"
              aria-checked={on}
              minHeight={48}
              maxWidth="100%"
              flexShrink={1}
              paddingHorizontal="$3"
              borderRadius="$2"
              borderWidth={2}
              justifyContent="center"
              cursor="pointer"
              borderColor={on ? '$ink' : '$rule'}
              backgroundColor={on ? '$ink' : '$card'}
              testID={testID ? `${testID}-${option.value}` : undefined}
              onPress={() => onChange(on ? values.filter((v) => v !== option.value) : [...values, option.value])}
            >
              <Text fontSize="$4" fontWeight="600" color={on ? '$paper' : '$ink'}>
                {ordered && on ? `${place + 1} ${option.label}` : option.label}
              </Text>
            </Button>
          )
        })}
      </XStack>
    </YStack>
  )
}
