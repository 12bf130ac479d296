import type { ReactNode } from 'react'
import { Text, XStack, YStack } from 'tamagui'
import { FieldProblem } from './FieldProblem'

/** What every typed field has: its label, a box that shows focus and fault, and the sentence under it. */
export function FieldFrame({
  id,
  label,
  problem,
  hint,
  children,
}: {
  id: string
  label: string
  problem?: string
  hint?: string
  children: ReactNode
}) {
  return (
    <YStack gap="$1" {...{ 'data-field': true }}>
      <Text render="label" {...{ htmlFor: id }} fontSize="$3" fontWeight="600" color="$ink">
        {label}
      </Text>
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
