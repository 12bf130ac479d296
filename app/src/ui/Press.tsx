import type { ReactNode } from 'react'
import { drawn } from './drawn'
import { useStable } from './useStable'
import { Button, Text, type ButtonProps } from 'tamagui'

type Look = 'act' | 'plain' | 'quiet' | 'stop'

const looks: Record<Look, ButtonProps & { ink: `$${string}` }> = {
  act: {
    backgroundColor: '$copper',
    borderColor: '$copper',
    hoverStyle: { backgroundColor: '$copper', borderColor: '$copperLit' },
    pressStyle: { backgroundColor: '$copper', opacity: 0.85 },
    ink: '$onCopper',
  },
  plain: {
    backgroundColor: '$card',
    borderColor: '$ink',
    hoverStyle: { backgroundColor: '$card', borderColor: '$copper' },
    pressStyle: { backgroundColor: '$pane' },
    ink: '$ink',
  },
  quiet: {
    backgroundColor: 'transparent',
    borderColor: 'transparent',
    hoverStyle: { backgroundColor: 'transparent', borderColor: '$rule' },
    pressStyle: { backgroundColor: '$pane' },
    ink: '$copperInk',
  },
  stop: {
    backgroundColor: '$card',
    borderColor: '$oxide',
    hoverStyle: { backgroundColor: '$oxideWash', borderColor: '$oxide' },
    pressStyle: { backgroundColor: '$oxideWash' },
    ink: '$oxide',
  },
}

export interface PressProps {
  children: string
  onPress: () => void
  look?: Look
  icon?: ReactNode
  disabled?: boolean
  testID?: string
  label?: string
  grow?: boolean
}

/** A button for gloves: never lower than 52 px. */
export function Press({ onPress, ...look }: PressProps) {
  return <Drawn onPress={useStable(onPress)} {...look} />
}

const Drawn = drawn(function Press({
  children,
  onPress,
  look = 'plain',
  icon,
  disabled,
  testID,
  label,
  grow,
}: PressProps) {
  const { ink, ...style } = looks[look]
  return (
    <Button
      unstyled
      role="button"
      flexDirection="row"
      alignItems="center"
      justifyContent="center"
      gap="$2"
      minHeight={52}
      maxWidth="100%"
      flexShrink={1}
      paddingHorizontal="$4"
      paddingVertical="$2"
      borderRadius="$3"
      borderWidth={2}
      cursor="pointer"
      opacity={disabled ? 0.45 : 1}
      disabled={disabled}
      aria-label={label}
      testID={testID}
      onPress={onPress}
      flexGrow={grow ? 1 : 0}
      {...style}
    >
      {icon}
      <Text color={ink as '$ink'} fontSize="$4" lineHeight="$4" fontWeight="700" textAlign="center">
        {children}
      </Text>
    </Button>
  )
})
