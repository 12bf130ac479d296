import ChevronDown from 'lucide-react-native/icons/chevron-down'
import { useEffect, useRef, useState } from 'react'
import { Button, Text, YStack } from 'tamagui'
import { usePalette } from './useDark'
import { Choice, type Option } from './Choice'
import { Soft } from './Words'

/** One of many: shut it shows what was chosen, open it is a sheet of buttons big enough for a glove. */
export function PickOne<V extends string>({
  label,
  options,
  value,
  onChange,
  testID,
  hint,
}: {
  label: string
  options: readonly Option<V>[]
  value: V | undefined
  onChange: (value: V | undefined) => void
  testID?: string
  hint?: string
}) {
  const [open, setOpen] = useState(false)
  const place = useRef<HTMLElement>(null)
  const turned = useRef(false)
  // the focus goes into the list with the hand, and comes back out of it
  useEffect(() => {
    if (!turned.current) return
    const inside = place.current
    const target = open ? inside?.querySelector<HTMLElement>('[aria-checked="true"]') : undefined
    ;(target ?? inside?.querySelector<HTMLElement>('button'))?.focus()
  }, [open])
  const turn = (to: boolean) => {
    turned.current = true
    setOpen(to)
  }
  const { ink } = usePalette()
  if (open) {
    return (
      <YStack ref={place as never}>
        <Choice
          label={label}
          options={options}
          value={value}
          testID={testID}
          onChange={(v) => {
            onChange(v)
            turn(false)
          }}
        />
      </YStack>
    )
  }
  const chosen = options.find((o) => o.value === value)
  return (
    <YStack gap="$2" ref={place as never}>
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
        onPress={() => turn(true)}
      >
        <Text fontSize="$4" fontWeight="600" color={chosen ? '$ink' : '$soft'}>
          {chosen?.label ?? 'Choose'}
        </Text>
        <ChevronDown size={22} color={ink} />
      </Button>
      {hint ? <Soft>{hint}</Soft> : null}
    </YStack>
  )
}
