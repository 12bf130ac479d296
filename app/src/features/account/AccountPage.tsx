import { roleWords } from '@zetesis/contract'
import { YStack } from 'tamagui'
import { Page } from '@/frame/Page'
import { goOnIn, useSession } from '@/sync/useSession'
import { CertificateNote } from './CertificateNote'
import { LinkRow } from '@/ui/LinkRow'
import { Heading, Soft, Title } from '@/ui/Words'
import { LockCard } from './LockCard'
import { PasskeysCard } from './PasskeysCard'
import { PadCard } from './PadCard'
import { PasswordCard } from './PasswordCard'
import { SecondFactorCard } from './SecondFactorCard'
import { SessionsCard } from './SessionsCard'

/** A person's own: which company they look at, their password, their second factor, where they are signed in. */
export function AccountPage() {
  const { user } = useSession()
  if (!user) return null
  const others = user.companies.filter((c) => c.id !== user.companyId)
  return (
    <Page
      back="/"
      head={
        <>
          <Title>{user.name}</Title>
          <Soft>{`${user.login} · ${roleWords[user.role].toLowerCase()} in ${user.company}`}</Soft>
        </>
      }
    >
      {others.length > 0 ? (
        <YStack gap="$2" testID="companies">
          <Heading>Your other companies</Heading>
          <YStack role="list">
            {others.map(({ id, name, role }) => (
              <LinkRow
                key={id}
                title={name}
                note={`${roleWords[role]}; what isn’t sent yet stays with the company it was written for`}
                testID={`company-${name}`}
                onPress={() => void goOnIn(id)}
              />
            ))}
          </YStack>
        </YStack>
      ) : null}
      <CertificateNote personId={user.id} />
      <PasswordCard />
      <LockCard user={user} />
      <SecondFactorCard on={user.secondFactor} />
      <PasskeysCard />
      <PadCard />
      <SessionsCard />
      <Soft>Your name stands under every entry that you log.</Soft>
    </Page>
  )
}
