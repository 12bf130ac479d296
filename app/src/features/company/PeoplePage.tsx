import { Email, roleNotes, roleWords, type Invitation, type Member } from '@zetesis/contract'
import { roles, type Role } from '@zetesis/core'
import { format } from 'date-fns/format'
import { useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { z } from 'zod'
import { MayNote, useMay } from '@/frame/MayNote'
import { Page } from '@/frame/Page'
import { sentence } from '@/sync/api'
import { useBook } from '@/sync/useBook'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { Disclosure } from '@/ui/Disclosure'
import { FormChoice } from '@/ui/FormChoice'
import { FormText } from '@/ui/FormText'
import { Press } from '@/ui/Press'
import { useSchemaForm } from '@/ui/useSchemaForm'
import { Body, Heading, Soft, Title } from '@/ui/Words'
import { asksToConfirm, ConfirmPassword } from '@/ui/ConfirmPassword'
import { CertificateList } from './CertificateList'
import { invite, setRole, takeOut, usePeople, withdraw } from './api'

const roleOptions = roles.map((value) => ({ value, label: roleWords[value] }))

export function PeoplePage() {
  const { data, error } = usePeople()
  const may = useMay('company')
  const inside = (data?.people ?? []).filter((p) => !p.removed)
  const gone = (data?.people ?? []).filter((p) => p.removed)
  const [showGone, setShowGone] = useState(false)
  return (
    <Page
      back="/company"
      head={
        <>
          <Title>People</Title>
          <Soft>Each by an e-mail of their own</Soft>
        </>
      }
    >
      <MayNote right="company" />
      {may ? (
        <>
          {error && !data ? <Body>{sentence(error)}</Body> : null}
          <YStack gap="$3" role="list">
            {inside.map((person) => (
              <Person key={person.id} person={person} />
            ))}
          </YStack>
          <InviteCard />
          <Invitations list={data?.invitations ?? []} />
          {gone.length > 0 ? (
            <Disclosure
              title="Taken out"
              summary={gone.length === 1 ? 'one person' : `${gone.length} people`}
              open={showGone}
              onToggle={() => setShowGone(!showGone)}
              testID="gone"
            >
              {gone.map((person) => (
                <Person key={person.id} person={person} />
              ))}
            </Disclosure>
          ) : null}
        </>
      ) : null}
    </Page>
  )
}

function Person({ person }: { person: Member }) {
  const [open, setOpen] = useState(false)
  const [sure, setSure] = useState(false)
  const [problem, setProblem] = useState<string>()
  const { book } = useBook()
  const [again, setAgain] = useState<() => Promise<unknown>>()
  const act = (work: () => Promise<unknown>): Promise<void> =>
    work().then(
      () => {
        setProblem(undefined)
        setAgain(undefined)
        setSure(false)
      },
      (error: unknown) => (asksToConfirm(error) ? setAgain(() => work) : setProblem(sentence(error))),
    )
  const { id, name, login, role, removed, secondFactor } = person
  const certificates = book.certificates[id] ?? []
  const notes = [
    login,
    secondFactor ? 'second factor' : '',
    certificates.length > 0 ? `${certificates.length} certificate${certificates.length === 1 ? '' : 's'}` : '',
    removed ? `out since ${format(new Date(removed), 'd MMM yyyy')}` : '',
  ]
  return (
    <Card role="listitem" testID={`person-${login}`}>
      <Disclosure
        title={name}
        summary={`${roleWords[role]} · ${notes.filter(Boolean).join(' · ')}`}
        open={open}
        onToggle={() => setOpen(!open)}
        testID={`open-${login}`}
      >
        <Choice
          label={removed ? 'Back in, as' : 'Role'}
          options={roleOptions}
          value={removed ? undefined : role}
          onChange={(next) => (next && (removed || next !== role) ? void act(() => setRole(id, next)) : undefined)}
          hint={`${roleNotes[role]}.`}
          testID="role"
        />
        {again ? <ConfirmPassword onConfirmed={() => void act(again)} onLeave={() => setAgain(undefined)} /> : null}
        {problem ? (
          <Banner metal="out" word="Not changed" testID="person-problem">
            {problem}
          </Banner>
        ) : null}
        {removed ? null : <CertificateList personId={id} />}
        {removed ? null : sure ? (
          <>
            <Body>{`${name} sees nothing of the company any more. What they logged stays theirs; what their phone still holds comes to you to look through.`}</Body>
            <XStack gap="$2" flexWrap="wrap">
              <Press look="stop" testID="take-out-sure" onPress={() => void act(() => takeOut(id))}>
                {`Take ${name} out`}
              </Press>
              <Press look="quiet" onPress={() => setSure(false)}>
                Leave it
              </Press>
            </XStack>
          </>
        ) : (
          <XStack>
            <Press look="quiet" testID="take-out" onPress={() => setSure(true)}>
              Take out of the company
            </Press>
          </XStack>
        )}
      </Disclosure>
    </Card>
  )
}

const schema = z.object({ login: Email, role: z.enum(roles) })

function InviteCard() {
  const empty: { login: string; role: Role } = { login: '', role: 'installer' }
  const { control, send, busy, refused, form } = useSchemaForm({ schema, empty, draft: 'invite' })
  const [sent, setSent] = useState<{ to: string; link: string }>()
  const [confirming, setConfirming] = useState(false)
  const go = send(async ({ login, role }) => {
    const { link } = await invite(login, role).catch((error: unknown) => {
      setConfirming(asksToConfirm(error))
      throw error
    })
    setSent({ to: login, link: `${window.location.origin}${link}` })
    form.reset(empty)
  })
  return (
    <Card testID="invite">
      <Heading>Invite somebody</Heading>
      <FormText control={control} name="login" label="E-mail" testID="invite-login" autoComplete="off" />
      <FormChoice control={control} name="role" label="As" options={roleOptions} required testID="invite-role" />
      {confirming ? (
        <ConfirmPassword
          onConfirmed={() => {
            setConfirming(false)
            void go()
          }}
          onLeave={() => setConfirming(false)}
        />
      ) : refused ? (
        <Body color="$oxide">{refused}</Body>
      ) : null}
      <Press look="act" disabled={busy} testID="invite-go" onPress={() => void go()}>
        Send the invitation
      </Press>
      {sent ? (
        <Banner metal="in" word="Sent" testID="invited">
          <Body
            fontSize="$3"
            lineHeight="$3"
          >{`To ${sent.to}; it holds seven days and works once. The link, to show or to send otherwise:`}</Body>
          <Body fontSize="$3" lineHeight="$3" testID="invite-link" style={{ overflowWrap: 'anywhere' } as never}>
            {sent.link}
          </Body>
        </Banner>
      ) : null}
    </Card>
  )
}

const stateWords: Record<Invitation['state'], string> = {
  open: 'open',
  used: 'used',
  expired: 'over',
  withdrawn: 'taken back',
}
const SHOWN = 20

function Invitations({ list }: { list: readonly Invitation[] }) {
  const [problem, setProblem] = useState<string>()
  if (list.length === 0) return null
  return (
    <YStack gap="$2" testID="invitations">
      <Heading>Invitations</Heading>
      {list.slice(0, SHOWN).map(({ id, login, role, by, until, state }) => (
        <YStack key={id} borderBottomWidth={1} borderColor="$rule" paddingVertical="$2" gap="$1">
          <Body>{`${login}, as ${roleWords[role].toLowerCase()}`}</Body>
          <Soft>{`${stateWords[state]} · by ${by} · until ${format(new Date(until), 'd MMM')}`}</Soft>
          {state === 'open' ? (
            <XStack>
              <Press
                look="quiet"
                testID={`withdraw-${login}`}
                onPress={() => void withdraw(id).catch((error: unknown) => setProblem(sentence(error)))}
              >
                Take it back
              </Press>
            </XStack>
          ) : null}
        </YStack>
      ))}
      {problem ? <Body color="$oxide">{problem}</Body> : null}
    </YStack>
  )
}
