import { mailStateWords } from '@zetesis/contract'
import { format } from 'date-fns/format'
import { useState } from 'react'
import { YStack } from 'tamagui'
import { MayNote, useMay } from '@/frame/MayNote'
import { Page } from '@/frame/Page'
import { sentence } from '@/sync/api'
import { Disclosure } from '@/ui/Disclosure'
import { Body, Soft, Title } from '@/ui/Words'
import { useMails } from './api'

/** What went out by mail, as it was written. */
export function MailsPage() {
  const { data, error } = useMails()
  const may = useMay('company')
  const [open, setOpen] = useState<string>()
  return (
    <Page
      back="/company"
      head={
        <>
          <Title>Sent mail</Title>
          <Soft>The newest first</Soft>
        </>
      }
    >
      <MayNote right="company" />
      {error ? <Body>{sentence(error)}</Body> : null}
      {may && data?.length === 0 ? <Body>No mail went out yet.</Body> : null}
      <YStack gap="$2" testID="mails">
        {(data ?? []).map(({ id, to, subject, at, text, state, problem }) => (
          <Disclosure
            key={id}
            title={subject}
            summary={[`to ${to}`, format(new Date(at), 'd MMM, HH:mm'), mailStateWords[state]]
              .filter(Boolean)
              .join(' · ')}
            open={open === id}
            onToggle={() => setOpen(open === id ? undefined : id)}
            testID={`mail-${to}`}
          >
            {problem ? <Body color="$oxide">{`The mail server says: ${problem}`}</Body> : null}
            <Body
              fontSize="$3"
              lineHeight="$3"
              testID="mail-text"
              style={{ whiteSpace: 'pre-wrap', overflowWrap: 'anywhere' } as never}
            >
              {text}
            </Body>
          </Disclosure>
        ))}
      </YStack>
    </Page>
  )
}
