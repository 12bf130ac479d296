import { useRouter } from 'expo-router'
import { XStack } from 'tamagui'
import { visitHref } from '@/frame/routes'
import { Banner } from '@/ui/Banner'
import { Press } from '@/ui/Press'
import { Body } from '@/ui/Words'
import type { UnitHandle } from '../useUnit'

/** On the pages of a sealed unit for as long as somebody is there again: where what is done goes, and the way back to the visit. */
export function VisitingNote({ unit }: { unit: UnitHandle }) {
  const router = useRouter()
  if (!unit.view.visit?.visiting) return null
  return (
    <Banner metal="none" word="Return visit" testID="visiting-note">
      <Body fontSize="$3" lineHeight="$3">
        It was sealed; what is read and done now is added to it, until the visit is signed.
      </Body>
      <XStack>
        <Press testID="to-visit" onPress={() => router.navigate(visitHref(unit.unitId) as never)}>
          What is left to do
        </Press>
      </XStack>
    </Banner>
  )
}
