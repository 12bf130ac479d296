import { useRouter } from 'expo-router'
import { XStack, YStack } from 'tamagui'
import { Banner } from '@/ui/Banner'
import { Press } from '@/ui/Press'
import { Body } from '@/ui/Words'
import { seenCovered, useLeftCovered } from './leftCovered'
import { stageHref } from './routes'

/** On whatever page comes after: the condenser that was left covered is asked about before anything else. */
export function LeftCoveredNote() {
  const router = useRouter()
  const left = useLeftCovered((state) => state.left)
  if (!left) return null
  return (
    <Banner metal="out" word={`${left.tag} is still covered`} testID="left-covered">
      <YStack gap="$2">
        <Body fontSize="$3" lineHeight="$3">
          You left its page with part of the condenser covered. The head rises while nobody looks: who watches it?
        </Body>
        <XStack gap="$2" flexWrap="wrap">
          <Press
            look="stop"
            testID="left-covered-back"
            onPress={() => router.navigate(stageHref(left.unitId, 'startUp') as never)}
          >
            {`Back to ${left.tag}`}
          </Press>
          <Press testID="left-covered-watched" onPress={() => seenCovered()}>
            Somebody stands there and watches it
          </Press>
        </XStack>
      </YStack>
    </Banner>
  )
}
