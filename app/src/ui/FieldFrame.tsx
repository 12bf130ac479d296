import type { ReactNode } from 'react'
import { Text, XStack, YStack } from 'tamagui'
import { FieldProblem } from './FieldProblem'

/** What every typed field has: its label, a box that shows focus and fault, and the sentence under it. */
export function FieldFrame({
  id,
  label,
  problem,
  hint,
  aside,
  children,
}: {
  id: string
  label: string
  problem?: string
  hint?: string
  /** at the label's other end */
  aside?: ReactNode
  children: ReactNode
}) {
  return (
    <YStack gap="$1" {...{ 'data-field': true }}>
      <XStack justifyContent="space-between" alignItems="baseline" gap="$2">
        <Text render="label" {...{ htmlFor: id }} fontSize="$3" fontWeight="600" color="$ink" flexShrink={1}>
          {label}
        </Text>
        {aside}
      </XStack>
      <XStack
        minHeight={52}
        alignItems="stretch"
        backgroundColor="$card"
        borderWidth={2}
        borderColor={problem ? '$oxide' : '$rule'}
        borderRadius="$2"
        overflow="hidden"
        focusWithinStyle={{ borderColor: '$copper', boxShadow: '0 0 0 3px #A94E22' }}
      >
        {children}
      </XStack>
      <FieldProblem id={id} problem={problem} hint={hint} />
    </YStack>
  )
}
