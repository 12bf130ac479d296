import { memo, type ReactNode } from 'react'
import { Text, XStack, YStack } from 'tamagui'
import { Body } from './Words'

export type Metal = 'in' | 'out' | 'tooClose' | 'none'

const metals = {
  in: { ink: '$verdigris', wash: '$verdigrisWash', mark: '●' },
  out: { ink: '$oxide', wash: '$oxideWash', mark: '◆' },
  tooClose: { ink: '$brass', wash: '$brassWash', mark: '◐' },
  none: { ink: '$soft', wash: '$pane', mark: '○' },
} as const

/** A verdict first, then the number, then the reason: said by colour, by shape and by word. */
export const Banner = memo(function Banner({
  metal,
  word,
  figure,
  children,
  testID,
}: {
  metal: Metal
  word: string
  figure?: ReactNode
  children?: ReactNode
  testID?: string
}) {
  const { ink, wash, mark } = metals[metal]
  return (
    <XStack backgroundColor={wash} borderRadius="$3" overflow="hidden" testID={testID} role="status">
      <YStack width={8} backgroundColor={ink} />
      <YStack flex={1} padding="$3" gap="$1">
        <XStack alignItems="baseline" gap="$2" flexWrap="wrap">
          <Text color={ink} fontSize="$6" lineHeight="$6" fontWeight="700">{`${mark} ${word}`}</Text>
          {figure}
        </XStack>
        {typeof children === 'string' ? (
          <Body fontSize="$3" lineHeight="$3">
            {children}
          </Body>
        ) : (
          children
        )}
      </YStack>
    </XStack>
  )
})

export const markOf = (metal: Metal) => metals[metal].mark
export const inkOf = (metal: Metal) => metals[metal].ink
