import { useSyncExternalStore } from 'react'
import { Text, XStack, YStack } from 'tamagui'
import { outbox, recorder } from '@/sync/client'
import { useOutboxState } from '@/sync/useOutbox'
import { bookEntryWords, entryWords } from '@zetesis/contract'
import type { BookEntry, Entry } from '@zetesis/core'
import { BOOK, type OutboxItem } from '@/sync/outboxStore'
import { Press } from '@/ui/Press'
import { Body, Soft } from '@/ui/Words'
import { Card } from '@/ui/Card'

/** "3 not sent yet" or "everything sent". */
export function SyncNote() {
  const { waiting: entries, refused } = useOutboxState()
  const chunks = useSyncExternalStore(recorder.subscribe, recorder.waiting)
  const waiting = entries + chunks
  const text = waiting > 0 ? `${waiting} not sent yet` : 'everything sent ✓'
  return (
    <Text color={waiting > 0 ? '$copperLit' : '$onBarSoft'} fontSize="$2" role="status" testID="sync-note">
      {refused.length > 0 ? `${refused.length} refused · ${text}` : text}
    </Text>
  )
}

const itemWords = ({ unitId, entry }: OutboxItem) =>
  unitId === BOOK ? bookEntryWords(entry as BookEntry) : entryWords(entry as Entry)

/** Entries that the server wouldn't take: what was typed stays here, with the reason, until it is put away. */
export function RefusedEntries({ unitId }: { unitId?: string }) {
  const refused = useOutboxState().refused.filter((i) => unitId === undefined || i.unitId === unitId)
  if (refused.length === 0) return null
  return (
    <Card borderColor="$oxide" borderWidth={2} testID="refused">
      <Body fontWeight="700">Not taken into the log</Body>
      {refused.map((item) => (
        <YStack key={item.key} gap="$1">
          <Body>{itemWords(item)}</Body>
          <Soft color="$oxide">{item.refused}</Soft>
          <XStack>
            <Press look="quiet" onPress={() => void outbox.discard(item.key)}>
              Put it away
            </Press>
          </XStack>
        </YStack>
      ))}
    </Card>
  )
}
