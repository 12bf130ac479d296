import { useRouter } from 'expo-router'
import { YStack } from 'tamagui'
import { EndsNote } from '@/frame/EndsNote'
import { MayNote, useMay } from '@/frame/MayNote'
import { Page } from '@/frame/Page'
import { RefusedEntries } from '@/frame/SyncNote'
import { useSession } from '@/sync/useSession'
import { LinkRow } from '@/ui/LinkRow'
import { Soft, Title } from '@/ui/Words'
import { usePeople } from './api'
import { HeldCards } from './HeldCards'

/** What only leads change: people, who may do what, the company itself. */
export function CompanyPage() {
  const { user } = useSession()
  const router = useRouter()
  const may = useMay('company')
  const { data } = usePeople()
  const inside = data?.people.filter((p) => !p.removed).length
  const open = data?.invitations.filter((i) => i.state === 'open').length
  const rows = [
    {
      path: '/company/people',
      title: 'People',
      note: inside === undefined ? 'Who is in it, invitations' : `${inside} in it${open ? `, ${open} invited` : ''}`,
      id: 'people',
    },
    { path: '/company/rights', title: 'Who may do what', note: 'Per role, within limits', id: 'rights' },
    { path: '/company/card', title: 'Company card', note: 'What papers and top bar say', id: 'company-card' },
    { path: '/company/mails', title: 'Sent mail', note: 'Invitations and what else went out', id: 'mails' },
    { path: '/company/leaving', title: 'Leaving', note: 'Everything in one file; deleting the company', id: 'leaving' },
    { path: '/company/audit', title: 'What was done', note: 'Invitations, roles, sessions, passwords', id: 'audit' },
  ]
  return (
    <Page
      back="/"
      head={
        <>
          <Title>{user?.company ?? 'Company'}</Title>
          <Soft>People and what they may do</Soft>
        </>
      }
    >
      <RefusedEntries />
      <EndsNote />
      <MayNote right="company" />
      {may ? (
        <>
          <HeldCards />
          <YStack role="list">
            {rows.map(({ path, title, note, id }) => (
              <LinkRow key={id} title={title} note={note} testID={id} onPress={() => router.navigate(path as never)} />
            ))}
          </YStack>
        </>
      ) : null}
    </Page>
  )
}
