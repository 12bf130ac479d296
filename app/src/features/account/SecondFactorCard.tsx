import { RecoveryCodes, SecondFactorStart } from '@zetesis/contract'
import { useState } from 'react'
import { Image, YStack } from 'tamagui'
import { z } from 'zod'
import { call } from '@/sync/api'
import { queryClient, tell } from '@/sync/client'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { FormText } from '@/ui/FormText'
import { OwnCode, OwnPassword } from '@/ui/OwnPassword'
import { Press } from '@/ui/Press'
import { useProof } from '@/ui/useProof'
import { useSchemaForm } from '@/ui/useSchemaForm'
import { Body, Figure, Soft } from '@/ui/Words'

const anew = () => void queryClient.invalidateQueries({ queryKey: ['me'] })

/** Codes off an authenticator beside the password; recovery codes are shown once. */
export function SecondFactorCard({ on }: { on: boolean }) {
  const [open, setOpen] = useState(false)
  const [codes, setCodes] = useState<readonly string[]>()
  return (
    <Card>
      <Disclosure
        title="Second factor"
        summary={on ? 'on: a code is asked for at every sign-in' : 'off'}
        open={open || codes !== undefined}
        onToggle={() => setOpen(!open)}
        testID="factor-open"
      >
        {codes ? (
          <Banner metal="tooClose" word="Write these down" testID="recovery-codes">
            <Body fontSize="$3" lineHeight="$3">
              Each signs you in once where the authenticator is lost. They are shown only now.
            </Body>
            {codes.map((code) => (
              <Figure key={code}>{code}</Figure>
            ))}
            <Press
              testID="codes-kept"
              onPress={() => {
                setCodes(undefined)
                setOpen(false)
                anew()
              }}
            >
              I have them
            </Press>
          </Banner>
        ) : on ? (
          <Off />
        ) : (
          <On onCodes={setCodes} />
        )}
      </Disclosure>
    </Card>
  )
}

const codeSchema = z.object({ code: z.string().trim().min(6, 'Six digits.').max(8, 'Six digits.') })

function On({ onCodes }: { onCodes: (codes: readonly string[]) => void }) {
  const [start, setStart] = useState<z.infer<typeof SecondFactorStart>>()
  const { control, send, busy, refused } = useSchemaForm({ schema: codeSchema, empty: { code: '' } })
  const { act, form, problem } = useProof()
  const show = () =>
    act(async () =>
      setStart(await call('/account/second-factor', { method: 'POST', body: {}, answer: SecondFactorStart })),
    )
  const confirm = send(async ({ code }) => {
    const body = { code }
    onCodes((await call('/account/second-factor/confirm', { method: 'POST', body, answer: RecoveryCodes })).codes)
  })
  if (!start)
    return (
      <>
        {form ?? (
          <Press testID="factor-begin" onPress={() => void show()}>
            Set it up
          </Press>
        )}
        {problem ? <Body color="$oxide">{problem}</Body> : null}
      </>
    )
  return (
    <YStack gap="$3">
      <Body fontSize="$3" lineHeight="$3">
        Scan this with an authenticator, or type its secret there. Then type the code that it shows.
      </Body>
      <Image
        source={{ uri: `data:image/svg+xml;utf8,${encodeURIComponent(start.picture)}` }}
        width={220}
        height={220}
        alt="The secret as a picture to scan"
      />
      <Soft testID="factor-secret">{start.secret}</Soft>
      <FormText
        control={control}
        name="code"
        label="Six digits"
        autoComplete="one-time-code"
        testID="factor-code"
        onSubmit={() => void confirm()}
      />
      {refused ? <Body color="$oxide">{refused}</Body> : null}
      <Press disabled={busy} testID="factor-confirm" onPress={() => void confirm()}>
        Switch it on
      </Press>
    </YStack>
  )
}

const offSchema = z.object({
  password: z.string().min(1, 'Type your password.'),
  code: z.string().trim().min(6, 'Six digits, or a recovery code.').max(40, 'Six digits, or a recovery code.'),
})

function Off() {
  const { control, send, busy, refused } = useSchemaForm({ schema: offSchema, empty: { password: '', code: '' } })
  const go = send(async (body) => {
    await tell('/account/second-factor/end', body)
    anew()
  })
  return (
    <YStack gap="$3">
      <OwnPassword control={control} testID="factor-password" />
      <OwnCode control={control} testID="factor-off-code" />
      {refused ? <Body color="$oxide">{refused}</Body> : null}
      <Press look="stop" disabled={busy} testID="factor-off" onPress={() => void go()}>
        Switch it off
      </Press>
    </YStack>
  )
}
