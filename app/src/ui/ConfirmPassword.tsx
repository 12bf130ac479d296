import { useState } from 'react'
import { XStack } from 'tamagui'
import { ApiError, sentence } from '@/sync/api'
import { tell } from '@/sync/client'
import { confirmByPasskey, hasPasskeys, passkeySentence } from '@/sync/passkeys'
import { Banner } from '@/ui/Banner'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'

/** The password was typed too long ago for what changes who gets in, or what goes out. */
export const asksToConfirm = (error: unknown): boolean =>
  error instanceof ApiError && error.problem.type === 'urn:zetesis:problem:confirm'

/** A second factor is on: its code is asked for beside the password. */
export const asksForCode = (error: unknown): boolean =>
  error instanceof ApiError &&
  ['urn:zetesis:problem:secondFactor', 'urn:zetesis:problem:wrongCode'].includes(error.problem.type)

/** The password once more, with a code where there is a second factor, and then what was asked for goes on. */
export function ConfirmPassword({ onConfirmed, onLeave }: { onConfirmed: () => void; onLeave: () => void }) {
  const [password, setPassword] = useState('')
  const [code, setCode] = useState('')
  const [asksCode, setAsksCode] = useState(false)
  const [problem, setProblem] = useState<string>()
  const go = () => {
    if (password === '') return setProblem('Type your password.')
    if (asksCode && code.trim() === '')
      return setProblem('Type the six digits off your authenticator, or a recovery code.')
    const proof = { password, ...(asksCode ? { code: code.trim() } : {}) }
    void tell('/account/confirm', proof).then(onConfirmed, (error: unknown) => {
      const first = !asksCode && asksForCode(error)
      if (asksForCode(error)) setAsksCode(true)
      setProblem(first ? undefined : sentence(error))
    })
  }
  return (
    <Banner metal="none" word="Your password once more" testID="confirm">
      <TextField
        label="Password"
        value={password}
        onChange={setPassword}
        secure
        autoComplete="current-password"
        problem={asksCode ? undefined : problem}
        hint="It was typed a while ago, and this changes who gets in or what goes out."
        testID="confirm-password"
        onSubmit={go}
      />
      {asksCode ? (
        <TextField
          label="Code"
          value={code}
          onChange={setCode}
          autoComplete="one-time-code"
          problem={problem}
          hint="Six digits off your authenticator, or a recovery code."
          testID="confirm-code"
          onSubmit={go}
        />
      ) : null}
      <XStack gap="$2" marginTop="$2">
        <Press testID="confirm-go" onPress={go}>
          Go on
        </Press>
        {hasPasskeys() ? (
          <Press
            testID="confirm-passkey"
            onPress={() =>
              void confirmByPasskey().then(onConfirmed, (error: unknown) => setProblem(passkeySentence(error)))
            }
          >
            Passkey
          </Press>
        ) : null}
        <Press look="quiet" onPress={onLeave}>
          Leave it
        </Press>
      </XStack>
    </Banner>
  )
}
