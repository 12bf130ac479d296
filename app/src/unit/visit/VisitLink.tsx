import { provisionalWords, returnVisitLine } from '@zetesis/contract'
import { useRouter } from 'expo-router'
import { YStack } from 'tamagui'
import { visitHref } from '@/frame/routes'
import { LinkRow } from '@/ui/LinkRow'
import { Body, Soft } from '@/ui/Words'
import type { UnitHandle } from '../useUnit'

/** To the unit's return visit, with what the charge rests on until then. */
export function VisitLink({ unit }: { unit: UnitHandle }) {
  const router = useRouter()
  const { visit, provisional } = unit.view
  if (!visit || !(visit.open || visit.visiting)) return null
  return (
    <YStack gap="$2">
      {provisional ? (
        <Body testID="provisional">{`◐ Provisional: the charge is ${provisionalWords[provisional.school]}.`}</Body>
      ) : null}
      <YStack role="list">
        <LinkRow
          title={visit.visiting ? 'Return visit under way' : 'Return visit open'}
          note={returnVisitLine(visit.promise.entry)}
          end={<Soft>›</Soft>}
          onPress={() => router.navigate(visitHref(unit.unitId) as never)}
          testID="return-visit-open"
        />
      </YStack>
    </YStack>
  )
}
