import { cylinderFindingWords, cylinderStateWords } from '@zetesis/contract'
import { showText, type UnitSystem } from '@zetesis/core'
import { useRouter } from 'expo-router'
import { XStack, YStack } from 'tamagui'
import { Page } from '@/frame/Page'
import { RefusedEntries } from '@/frame/SyncNote'
import { useSettings } from '@/settings/settings'
import { sentence } from '@/sync/api'
import { troubling, useCylinders, type CylinderStock } from '@/sync/useCylinders'
import { LinkRow } from '@/ui/LinkRow'
import { Press } from '@/ui/Press'
import { Body, Figure, Soft, Title } from '@/ui/Words'

/** Every cylinder, what is in it, and what doesn't add up. */
export function CylindersPage() {
  const { cylinders, error } = useCylinders()
  const { system } = useSettings()
  const router = useRouter()
  return (
    <Page
      back="/library"
      head={
        <>
          <Title>Cylinders</Title>
          <Soft>What is in each, by everything that moved</Soft>
        </>
      }
    >
      <RefusedEntries />
      {error ? <Body>{sentence(error)}</Body> : null}
      {cylinders.length === 0 ? <Body>None yet. Add the first one as it stands in the van.</Body> : null}
      <YStack role="list">
        {cylinders.map((stock) => (
          <LinkRow
            key={stock.cylinder.id}
            title={stock.cylinder.name}
            note={noteOf(stock, system)}
            end={
              <Figure fontSize="$6" lineHeight="$6">
                {stock.netKg === undefined ? '–' : showText('mass', stock.netKg, system)}
              </Figure>
            }
            onPress={() => router.navigate(`/library/cylinders/${stock.cylinder.id}` as never)}
            testID={`cylinder-${stock.cylinder.name}`}
          />
        ))}
      </YStack>
      <XStack>
        <Press onPress={() => router.navigate('/library/cylinders/new' as never)} testID="add-cylinder">
          Add a cylinder
        </Press>
      </XStack>
    </Page>
  )
}

function noteOf(stock: CylinderStock, system: UnitSystem): string {
  const { cylinder, pending } = stock
  const worst = troubling(stock).at(-1)
  return [
    cylinder.refrigerant,
    cylinderStateWords[cylinder.state],
    pending ? 'not all sent yet' : undefined,
    worst ? `◐ ${cylinderFindingWords(worst, system)}` : undefined,
  ]
    .filter(Boolean)
    .join(' · ')
}
