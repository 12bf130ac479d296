import { useMedia, XStack, YStack } from 'tamagui'
import { Page } from '@/frame/Page'
import { RefusedEntries } from '@/frame/SyncNote'
import { sentence } from '@/sync/api'
import { useBook } from '@/sync/useBook'
import { Body, Soft, Title } from '@/ui/Words'
import { KitShelf } from './KitShelf'
import { MethodShelf } from './MethodShelf'
import { ModelShelf } from './ModelShelf'
import { RefrigerantShelf } from './RefrigerantShelf'

/** What the company enters once: labels of models, the kit, its cylinders, and the methods it judges by. */
export function LibraryPage() {
  const { book, append, error, loading } = useBook()
  const { wide } = useMedia()
  const models = <ModelShelf models={book.models} />
  const kit = <KitShelf instruments={book.instruments} append={append} />
  const refrigerant = <RefrigerantShelf cylinders={book.cylinders} />
  const methods = <MethodShelf book={book} />
  return (
    <Page
      back="/"
      broad
      head={
        <>
          <Title>Library</Title>
          <Soft>Entered once, used for years</Soft>
        </>
      }
    >
      <RefusedEntries />
      {error && loading ? <Body>{sentence(error)}</Body> : null}
      {wide ? (
        <XStack gap="$6" alignItems="flex-start">
          <YStack flex={5} gap="$5" minWidth={0}>
            {models}
            {kit}
          </YStack>
          <YStack flex={3} gap="$5" minWidth={0}>
            {refrigerant}
            {methods}
          </YStack>
        </XStack>
      ) : (
        <>
          {models}
          {kit}
          {refrigerant}
          {methods}
        </>
      )}
    </Page>
  )
}
