import ChevronDown from 'lucide-react-native/icons/chevron-down'
import { useState } from 'react'
import { Button, Text, YStack } from 'tamagui'
import { usePalette } from './useDark'
import { Choice, type Option } from './Choice'

/** One of many: shut it shows what was chosen, open it is a sheet of buttons big enough for a glove. */
export function PickOne<V extends string>({
  label,
  options,
  value,
  onChange,
  testID,
}: {
  label: string
  options: readonly Option<V>[]
  value: V | undefined
  onChange: (value: V | undefined) => void
  testID?: string
}) {
  const [open, setOpen] = useState(false)
  const { ink } = usePalette()
  if (open) {
    return (
      <Choice
        label={label}
        options={options}
        value={value}
        testID={testID}
        onChange={(v) => {
          onChange(v)
          setOpen(false)
        }}
      />
    )
  }
  const chosen = options.find((o) => o.value === value)
  return (
    <YStack gap="$2">
      <Text fontSize="$3" fontWeight="600" color="$ink">
        {label}
      </Text>
      <Button
        unstyled
        role="button"
        aria-label={`${label}: ${chosen?.label ?? 'choose'}`}
        aria-expanded={false}
        flexDirection="row"
        minHeight={52}
        paddingHorizontal="$3"
        alignItems="center"
        justifyContent="space-between"
        backgroundColor="$card"
        borderWidth={2}
        borderColor="$rule"
        borderRadius="$2"
        cursor="pointer"
        testID={testID}
        onPress={() => setOpen(true)}
      >
        <Text fontSize="$4" fontWeight="600" color={chosen ? '$ink' : '$soft'}>
          {chosen?.label ?? 'Choose'}
        </Text>
        <ChevronDown size={22} color={ink} />
      </Button>
    </YStack>
  )
}
