import { useState } from 'react'
import { XStack } from 'tamagui'
import { ApiError, sentence } from '@/sync/api'
import { tell } from '@/sync/client'
import { Banner } from '@/ui/Banner'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'

/** The password was typed too long ago for what gives or takes rights. */
export const asksToConfirm = (error: unknown): boolean =>
  error instanceof ApiError && error.problem.type === 'urn:zetesis:problem:confirm'

/** The password once more, and then what was asked for goes on. */
export function ConfirmPassword({ onConfirmed, onLeave }: { onConfirmed: () => void; onLeave: () => void }) {
  const [password, setPassword] = useState('')
  const [problem, setProblem] = useState<string>()
  const go = () =>
    password === ''
      ? setProblem('Type your password.')
      : void tell('/account/confirm', { password }).then(onConfirmed, (error: unknown) => setProblem(sentence(error)))
  return (
    <Banner metal="none" word="Your password once more" testID="confirm">
      <TextField
        label="Password"
        value={password}
        onChange={setPassword}
        secure
        autoComplete="current-password"
        problem={problem}
        hint="It was typed a while ago, and this gives or takes what somebody may do."
        testID="confirm-password"
        onSubmit={go}
      />
      <XStack gap="$2" marginTop="$2">
        <Press testID="confirm-go" onPress={go}>
          Go on
        </Press>
        <Press look="quiet" onPress={onLeave}>
          Leave it
        </Press>
      </XStack>
    </Banner>
  )
}
