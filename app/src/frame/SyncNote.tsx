import { useSyncExternalStore } from 'react'
import { Text, XStack, YStack } from 'tamagui'
import { outbox, recorder } from '@/sync/client'
import { useOutboxState } from '@/sync/useOutbox'
import { bookEntryWords, entryWords } from '@zetesis/contract'
import type { BookEntry, Entry } from '@zetesis/core'
import { BOOK, type OutboxItem } from '@/sync/outboxStore'
import { Banner } from '@/ui/Banner'
import { Press } from '@/ui/Press'
import { Body, Soft } from '@/ui/Words'
import { Card } from '@/ui/Card'

/** "3 not sent yet" or "everything sent"; the latter only once this device's own store was looked through. */
export function SyncNote() {
  const { waiting: entries, refused, stuck } = useOutboxState()
  const chunks = useSyncExternalStore(recorder.subscribe, recorder.waiting)
  const entriesRead = useSyncExternalStore(outbox.subscribe, outbox.isRead)
  const chunksRead = useSyncExternalStore(recorder.subscribe, recorder.isRead)
  const waiting = entries + chunks
  const nothingWaits = entriesRead && chunksRead ? 'everything sent ✓' : 'looking for what isn’t sent…'
  const parts = [
    refused.length > 0 ? `${refused.length} refused` : '',
    stuck.length > 0 ? `${stuck.length} not taken yet` : '',
    waiting > 0 ? `${waiting} not sent yet` : stuck.length > 0 ? '' : nothingWaits,
  ]
  return (
    <Text
      color={waiting + stuck.length > 0 ? '$copperLit' : '$onBarSoft'}
      fontSize="$2"
      role="status"
      testID="sync-note"
    >
      {parts.filter(Boolean).join(' · ')}
    </Text>
  )
}

/** This device can't write anything down: said in words, with what keeps it from being lost. */
export function StorageNote() {
  const unkept =
    useSyncExternalStore(outbox.subscribe, outbox.unkept) + useSyncExternalStore(recorder.subscribe, recorder.unkept)
  if (unkept === 0) return null
  return (
    <Banner metal="out" word="Storage" testID="storage-note">
      {`This device can’t write anything down: its storage is full or switched off. ${unkept} ${unkept === 1 ? 'entry is' : 'entries are'} held by this page alone and sent as soon as there is signal. Keep the page open until then, and free some space.`}
    </Banner>
  )
}

const itemWords = ({ unitId, entry }: OutboxItem) =>
  unitId === BOOK ? bookEntryWords(entry as BookEntry) : entryWords(entry as Entry)

/** Entries that the server wouldn't take: what was typed stays here, with the reason, until it is put away. */
export function RefusedEntries({ unitId }: { unitId?: string }) {
  const state = useOutboxState()
  const here = (i: OutboxItem) => unitId === undefined || i.unitId === unitId
  const refused = state.refused.filter(here)
  const stuck = state.stuck.filter(here)
  if (refused.length + stuck.length === 0) return null
  return (
    <>
      {stuck.length > 0 ? (
        <Card borderColor="$brass" borderWidth={2} testID="stuck">
          <Body fontWeight="700">Not taken yet</Body>
          <Soft>
            The server fails on this by a fault of its own. It is kept here and tried again; what was written after it
            goes on.
          </Soft>
          {stuck.map((item) => (
            <Body key={item.key}>{itemWords(item)}</Body>
          ))}
          <XStack>
            <Press look="quiet" testID="try-again" onPress={() => outbox.wake()}>
              Try now
            </Press>
          </XStack>
        </Card>
      ) : null}
      {refused.length > 0 ? <Refused items={refused} /> : null}
    </>
  )
}

function Refused({ items: refused }: { items: readonly OutboxItem[] }) {
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
