import { InvitationShown, NewPassword as Password, roleNotes, roleWords } from '@zetesis/contract'
import { useQuery } from '@tanstack/react-query'
import { z } from 'zod'
import { call, sentence } from '@/sync/api'
import { beginSession, forgetKept, signOut } from '@/sync/client'
import { useSession } from '@/sync/useSession'
import { Banner } from '@/ui/Banner'
import { FormText } from '@/ui/FormText'
import { OwnPassword } from '@/ui/OwnPassword'
import { Press } from '@/ui/Press'
import { useSchemaForm } from '@/ui/useSchemaForm'
import { Body, Soft } from '@/ui/Words'
import { linkToken } from './linkToken'
import { OpenPage } from './OpenPage'

/** An invitation, opened: by somebody new, or by somebody who has an account already. */
export function Join() {
  const token = linkToken()
  const { user } = useSession()
  const shown = useQuery({
    queryKey: ['invitation', token],
    queryFn: () => call('/join/shown', { method: 'POST', body: { token }, answer: InvitationShown }),
    retry: false,
    staleTime: Infinity,
  })
  const invitation = shown.data
  if (!invitation)
    return (
      <OpenPage title="An invitation">
        {shown.error ? (
          <>
            <Banner metal="out" word="Not open" testID="invitation-problem">
              {sentence(shown.error)}
            </Banner>
            <Press look="plain" testID="to-sign-in" onPress={() => window.location.assign('/')}>
              Sign in
            </Press>
          </>
        ) : (
          <Body>Looking at it …</Body>
        )}
      </OpenPage>
    )
  const { company, by, login, role, known } = invitation
  return (
    <OpenPage
      title={company}
      intro={`${by} invites you, ${login}, as ${roleWords[role].toLowerCase()}. ${roleNotes[role]}.`}
    >
      {user && user.login !== login ? <SomebodyElse name={user.name} login={login} /> : null}
      {user && user.login !== login ? null : known ? <JoinKnown token={token} /> : <JoinNew token={token} />}
    </OpenPage>
  )
}

/** The link was opened where somebody else is signed in: nobody takes up another's invitation by mistake. */
function SomebodyElse({ name, login }: { name: string; login: string }) {
  const leave = async () => {
    await signOut().catch(() => undefined)
    await forgetKept()
    // the link's # stays: it is opened again with nobody signed in
    window.location.reload()
  }
  return (
    <>
      <Banner metal="tooClose" word={`${name} is signed in here`} testID="somebody-else">
        {`This invitation is for ${login}. Sign out first; what ${name} hasn’t sent yet stays on this device.`}
      </Banner>
      <Press look="act" testID="leave-first" onPress={() => void leave()}>
        {`Sign ${name} out and go on`}
      </Press>
      <Press look="quiet" onPress={() => window.location.assign('/')}>
        {`Go on as ${name}`}
      </Press>
    </>
  )
}

const begin = async (body: object) => {
  await beginSession('/join', body)
  window.location.assign('/')
}

const newSchema = z.object({
  name: z.string().trim().min(1, 'Type your name: your entries are signed with it.').max(80, 'At most 80 letters.'),
  password: Password,
})

function JoinNew({ token }: { token: string }) {
  const { control, send, busy, refused } = useSchemaForm({ schema: newSchema, empty: { name: '', password: '' } })
  const go = send((value) => begin({ token, ...value }))
  return (
    <>
      <FormText control={control} name="name" label="Your name" autoComplete="name" testID="join-name" />
      <FormText
        control={control}
        name="password"
        label="A password"
        secure
        autoComplete="new-password"
        hint="Twelve letters or more. A few words in a row are easy to remember."
        testID="join-password"
        onSubmit={() => void go()}
      />
      {refused ? <Body color="$oxide">{refused}</Body> : null}
      <Press look="act" disabled={busy} testID="join" onPress={() => void go()}>
        Join
      </Press>
    </>
  )
}

const knownSchema = z.object({ password: z.string().min(1, 'Type your password.'), code: z.string() })

function JoinKnown({ token }: { token: string }) {
  const { control, send, busy, refused } = useSchemaForm({ schema: knownSchema, empty: { password: '', code: '' } })
  const go = send(({ password, code }) => begin({ token, password, ...(code.trim() ? { code } : {}) }))
  return (
    <>
      <Soft>You have an account by this address. Its password opens this company, too.</Soft>
      <OwnPassword control={control} testID="join-password" />
      <FormText
        control={control}
        name="code"
        label="Code, where you have a second factor"
        autoComplete="one-time-code"
        testID="join-code"
        onSubmit={() => void go()}
      />
      {refused ? <Body color="$oxide">{refused}</Body> : null}
      <Press look="act" disabled={busy} testID="join" onPress={() => void go()}>
        Join
      </Press>
    </>
  )
}
