import { auditWords } from '@zetesis/contract'
import { format } from 'date-fns/format'
import { useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { MayNote } from '@/frame/MayNote'
import { Page } from '@/frame/Page'
import { sentence } from '@/sync/api'
import { Press } from '@/ui/Press'
import { Body, Soft, Title } from '@/ui/Words'
import { useAudit } from './api'

/** What was done to people and accounts: read here, changed by nobody. */
export function AuditPage() {
  const [before, setBefore] = useState<number>()
  const { data, error } = useAudit(before)
  return (
    <Page
      back="/company"
      head={
        <>
          <Title>What was done</Title>
          <Soft>To people and accounts; nobody can change it</Soft>
        </>
      }
    >
      <MayNote right="company" />
      {error ? <Body>{sentence(error)}</Body> : null}
      <YStack role="list" testID="audit-lines">
        {(data?.lines ?? []).map(({ seq, at, by, what, about }) => (
          <YStack key={seq} role="listitem" borderBottomWidth={1} borderColor="$rule" paddingVertical="$2">
            <Body>{auditWords(what, about)}</Body>
            <Soft>{`${by} · ${format(new Date(at), 'EEE d MMM yyyy, HH:mm')}`}</Soft>
          </YStack>
        ))}
      </YStack>
      <XStack gap="$2">
        {data?.more ? <Press onPress={() => setBefore(data.lines.at(-1)?.seq)}>Earlier</Press> : null}
        {before ? (
          <Press look="quiet" onPress={() => setBefore(undefined)}>
            Newest
          </Press>
        ) : null}
      </XStack>
    </Page>
  )
}
