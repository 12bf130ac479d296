import { styled, YStack } from 'tamagui'

export const Card = styled(YStack, {
  backgroundColor: '$card',
  borderColor: '$rule',
  borderWidth: 1,
  borderRadius: '$3',
  padding: '$4',
  gap: '$3',
})
