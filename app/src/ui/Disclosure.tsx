import ChevronDown from 'lucide-react-native/icons/chevron-down'
import ChevronUp from 'lucide-react-native/icons/chevron-up'
import type { ReactNode } from 'react'
import { Button, Text, YStack } from 'tamagui'
import { usePalette } from './useDark'
import { Soft } from './Words'

/** A line that opens: shut it says in a few words what is inside. */
export function Disclosure({
  title,
  summary,
  open,
  onToggle,
  children,
  testID,
}: {
  title: string
  summary?: string
  open: boolean
  onToggle: () => void
  children: ReactNode
  testID?: string
}) {
  const { ink } = usePalette()
  const Chevron = open ? ChevronUp : ChevronDown
  return (
    <YStack gap="$3">
      <Button
        unstyled
        role="button"
        aria-expanded={open}
        flexDirection="row"
        alignItems="center"
        justifyContent="space-between"
        gap="$3"
        minHeight={48}
        width="100%"
        borderWidth={0}
        padding={0}
        backgroundColor="transparent"
        cursor="pointer"
        testID={testID}
        onPress={onToggle}
      >
        <YStack flex={1} alignItems="flex-start" minWidth={0}>
          <Text fontSize="$4" fontWeight="700" color="$ink" textAlign="left">
            {title}
          </Text>
          {summary && !open ? <Soft textAlign="left">{summary}</Soft> : null}
        </YStack>
        <Chevron size={22} color={ink} />
      </Button>
      {open ? children : null}
    </YStack>
  )
}
