import { isReadyProfile, type Book } from '@zetesis/core'
import { useRouter } from 'expo-router'
import { XStack, YStack } from 'tamagui'
import { LinkRow } from '@/ui/LinkRow'
import { Press } from '@/ui/Press'
import { Heading } from '@/ui/Words'

/** The methods that units are judged by, and which one new units start with. */
export function MethodShelf({ book }: { book: Book }) {
  const router = useRouter()
  return (
    <YStack gap="$2">
      <Heading>Methods</Heading>
      <YStack role="list">
        {book.profiles.map(({ id, value }) => (
          <LinkRow
            key={id}
            title={value.name}
            note={[
              id === book.chosenProfileId ? '● new units start with it' : undefined,
              isReadyProfile(id) ? 'ready' : 'our own',
              value.note,
            ]
              .filter(Boolean)
              .join(' · ')}
            onPress={() => router.navigate(`/library/methods/${id}` as never)}
            testID={`method-${value.name}`}
          />
        ))}
      </YStack>
      <XStack>
        <Press onPress={() => router.navigate('/library/compare' as never)} testID="compare-methods">
          Compare two methods
        </Press>
      </XStack>
    </YStack>
  )
}
