import { Button, Text, XStack, YStack } from 'tamagui'
import { Soft } from './Words'

export interface Option<V extends string> {
  readonly value: V
  readonly label: string
}

/** One of a few, each a button wide enough for a glove; pressing the chosen one again makes it unknown. */
export function Choice<V extends string>({
  label,
  options,
  value,
  onChange,
  testID,
  hint,
  tight,
}: {
  label: string
  options: readonly Option<V>[]
  value: V | undefined
  onChange: (value: V | undefined) => void
  testID?: string
  hint?: string
  /** many short ones: narrower, and the label is for listening only */
  tight?: boolean
}) {
  return (
    <YStack gap="$2" role="radiogroup" aria-label={label} testID={testID}>
      {tight ? null : (
        <Text fontSize="$3" fontWeight="600" color="$ink">
          {label}
        </Text>
      )}
      <XStack gap="$2" flexWrap="wrap">
        {options.map((option) => {
          const on = option.value === value
          return (
            <Button
              key={option.value}
              unstyled
              role="radio"
              aria-checked={on}
              minHeight={48}
              maxWidth="100%"
              flexShrink={1}
              paddingHorizontal={tight ? '$2' : '$3'}
              borderRadius="$2"
              borderWidth={2}
              justifyContent="center"
              cursor="pointer"
              borderColor={on ? '$ink' : '$rule'}
              backgroundColor={on ? '$ink' : '$card'}
              hoverStyle={{ borderColor: '$copper', backgroundColor: on ? '$ink' : '$card' }}
              testID={testID ? `${testID}-${option.value}` : undefined}
              onPress={() => onChange(on ? undefined : option.value)}
            >
              <Text fontSize="$4" fontWeight="600" color={on ? '$paper' : '$ink'}>
                {option.label}
              </Text>
            </Button>
          )
        })}
      </XStack>
      {hint ? <Soft>{hint}</Soft> : null}
    </YStack>
  )
}
