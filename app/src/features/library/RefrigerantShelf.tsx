import type { Cylinder, Kept } from '@zetesis/core'
import { useRouter } from 'expo-router'
import { YStack } from 'tamagui'
import { LinkRow } from '@/ui/LinkRow'
import { Heading } from '@/ui/Words'

/** Where the refrigerant is, and where it went. */
export function RefrigerantShelf({ cylinders }: { cylinders: readonly Kept<Cylinder>[] }) {
  const router = useRouter()
  return (
    <YStack gap="$2">
      <Heading>Refrigerant</Heading>
      <YStack role="list">
        <LinkRow
          title="Cylinders"
          note={
            cylinders.length === 0
              ? 'What is in each, by everything that moved'
              : cylinders.map((c) => c.value.name).join(' · ')
          }
          onPress={() => router.navigate('/library/cylinders' as never)}
          testID="cylinders"
        />
        <LinkRow
          title="Movements of a period"
          note="By refrigerant and job, as CSV and PDF"
          onPress={() => router.navigate('/library/refrigerant' as never)}
          testID="refrigerant-report"
        />
      </YStack>
    </YStack>
  )
}
