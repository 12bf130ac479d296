import type { SessionUser } from '@zetesis/contract'
import { useState } from 'react'
import { ApiError, sentence } from '@/sync/api'
import { openOwnLock, queryClient, signIn } from '@/sync/client'
import { vault } from '@/sync/lock'
import { hasPasskeys, passkeySentence, signInByPasskey } from '@/sync/passkeys'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { OpenPage } from './OpenPage'

const asksForCode = (error: unknown) =>
  error instanceof ApiError && error.problem.type === 'urn:zetesis:problem:secondFactor'
const wrongCode = (error: unknown) =>
  error instanceof ApiError && error.problem.type === 'urn:zetesis:problem:wrongCode'

/** Their own lock on this device opens as they sign in; where it doesn't any more, it asks for the PIN. */
async function goIn(user: SessionUser, password?: string): Promise<void> {
  vault.use(user.id)
  if (vault.state() === 'locked') await openOwnLock(password).catch(() => undefined)
  queryClient.setQueryData(['me'], user)
  await queryClient.invalidateQueries()
}

export function SignIn() {
  const [login, setLogin] = useState('')
  const [password, setPassword] = useState('')
  const [code, setCode] = useState<string>()
  const [problem, setProblem] = useState<string>()
  const [busy, setBusy] = useState(false)
  const go = async () => {
    if (login.trim() === '' || password === '') return setProblem('Type your e-mail or name, and your password.')
    setBusy(true)
    try {
      await goIn(await signIn({ login, password, ...(code?.trim() ? { code } : {}) }), password)
    } catch (error) {
      if (asksForCode(error) && code === undefined) setCode('')
      setProblem(asksForCode(error) && code === undefined ? undefined : sentence(error))
      if (!asksForCode(error) && !wrongCode(error)) setCode(undefined)
    } finally {
      setBusy(false)
    }
  }
  const byPasskey = async () => {
    setBusy(true)
    try {
      await goIn(await signInByPasskey())
    } catch (error) {
      setProblem(passkeySentence(error))
    } finally {
      setBusy(false)
    }
  }
  return (
    <OpenPage title="Zetesis" intro="From bare pipes to signed papers, one log a unit.">
      <TextField label="E-mail or name" value={login} onChange={setLogin} autoComplete="username" testID="login" />
      <TextField
        label="Password"
        value={password}
        onChange={setPassword}
        secure
        autoComplete="current-password"
        problem={code === undefined ? problem : undefined}
        testID="password"
        onSubmit={() => void go()}
      />
      {code === undefined ? null : (
        <TextField
          label="Six digits off your authenticator"
          value={code}
          onChange={setCode}
          autoComplete="one-time-code"
          hint="Or one of your recovery codes."
          problem={problem}
          testID="code"
          onSubmit={() => void go()}
        />
      )}
      <Press look="act" disabled={busy} onPress={() => void go()} testID="sign-in">
        Sign in
      </Press>
      {hasPasskeys() ? (
        <Press disabled={busy} testID="passkey-sign-in" onPress={() => void byPasskey()}>
          Sign in with a passkey
        </Press>
      ) : null}
      <Press look="quiet" testID="forgotten" onPress={() => window.location.assign('/forgotten')}>
        Password forgotten
      </Press>
    </OpenPage>
  )
}
