import { padWords } from '@zetesis/contract'
import Delete from 'lucide-react-native/icons/delete'
import type { ReactNode } from 'react'
import { Button, Text, XStack, YStack } from 'tamagui'
import { isLastField, toNextField } from '@/ui/fields'
import { padKeys, type PadKey } from '@/ui/padKeys'
import { pressInto, usePadField, usePadOn } from '@/ui/padField'
import { usePalette } from '@/ui/useDark'

const rows = [
  ['7', '8', '9'],
  ['4', '5', '6'],
  ['1', '2', '3'],
] as const

const { keys }: { keys: Record<PadKey, { readonly face: string; readonly words: string }> } = padWords

/** Keys for gloves, for the field that has the focus: digits, what the field knows besides, its unit, and on to the next. */
export function NumberPad() {
  const isOn = usePadOn()
  const field = usePadField()
  const { onBar } = usePalette()
  if (!isOn || !field) return null
  const { id, label, dimension, unit, nextUnit, same } = field
  const [beside, below] = padKeys(dimension, unit, { same: same !== undefined })
  const type = (key: string) => () => pressInto(id, key)
  const special = (key: PadKey) => (
    <Key label={keys[key].words} onPress={key === 'same' ? () => same?.() : type(key)} testID={`pad-${key}`} quiet>
      {keys[key].face}
    </Key>
  )
  const digit = (key: string) => (
    <Key key={key} onPress={type(key)} label={key === '.' ? padWords.point : key} testID={`pad-${key}`}>
      {key}
    </Key>
  )
  const [first, second, third] = rows
  const next = isLastField(id) ? padWords.last : padWords.next
  return (
    <YStack gap={6} paddingBottom="$1" role="group" aria-label={padWords.of(label)} testID="number-pad">
      <XStack gap={6}>
        {first.map(digit)}
        <Key label={padWords.back} onPress={type('back')} testID="pad-back" quiet>
          <Delete size={24} color={onBar} />
        </Key>
      </XStack>
      <XStack gap={6}>
        {second.map(digit)}
        {special(beside)}
      </XStack>
      <XStack gap={6}>
        {third.map(digit)}
        <Key label={padWords.unit(unit)} onPress={nextUnit} testID="pad-unit" quiet>
          {`${unit} ▾`}
        </Key>
      </XStack>
      <XStack gap={6}>
        {digit('0')}
        {digit('.')}
        {special(below)}
        <Key label={next.words} onPress={() => toNextField(id)} testID="pad-next">
          {next.face}
        </Key>
      </XStack>
    </YStack>
  )
}

/** A press leaves the focus where it is: the pad belongs to its field. */
const stay = (event: { preventDefault: () => void }) => event.preventDefault()

function Key({
  children,
  label,
  onPress,
  testID,
  quiet,
}: {
  children: ReactNode
  label: string
  onPress: () => void
  testID: string
  quiet?: boolean
}) {
  const ground = quiet ? '$padQuiet' : '$pad'
  return (
    <Button
      unstyled
      role="button"
      aria-label={label}
      tabIndex={-1}
      testID={testID}
      flex={1}
      flexBasis={0}
      minHeight={56}
      alignItems="center"
      justifyContent="center"
      borderWidth={0}
      borderRadius="$2"
      backgroundColor={ground}
      hoverStyle={{ backgroundColor: ground }}
      pressStyle={{ backgroundColor: '$copperLit' }}
      cursor="pointer"
      onPress={onPress}
      {...{ onMouseDown: stay }}
    >
      {typeof children === 'string' ? (
        <Text
          fontFamily="$figure"
          fontWeight="600"
          fontSize={children.length > 2 ? '$4' : '$7'}
          lineHeight="$7"
          color="$onBar"
        >
          {children}
        </Text>
      ) : (
        children
      )}
    </Button>
  )
}
