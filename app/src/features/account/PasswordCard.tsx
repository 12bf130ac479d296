import { NewPassword } from '@zetesis/contract'
import { useState } from 'react'
import { z } from 'zod'
import { tell } from '@/sync/client'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { FormText } from '@/ui/FormText'
import { Press } from '@/ui/Press'
import { useProof } from '@/ui/useProof'
import { useSchemaForm } from '@/ui/useSchemaForm'
import { Body } from '@/ui/Words'

const schema = z.object({ old: z.string().min(1, 'Type the password that you have.'), password: NewPassword })
const empty = { old: '', password: '' }

export function PasswordCard() {
  const [open, setOpen] = useState(false)
  const [done, setDone] = useState(false)
  const { control, send, busy, refused, form } = useSchemaForm({ schema, empty })
  const proof = useProof()
  const go: () => Promise<unknown> = send(async (body) => {
    await proof.guard(tell('/account/password', body), () => go())
    form.reset(empty)
    setDone(true)
    setOpen(false)
  })
  return (
    <Card>
      <Disclosure
        title="Password"
        summary={done ? 'changed; every other session is over' : 'change it'}
        open={open}
        onToggle={() => setOpen(!open)}
        testID="password-open"
      >
        <FormText
          control={control}
          name="old"
          label="The one you have"
          secure
          autoComplete="current-password"
          testID="password-old"
        />
        <FormText
          control={control}
          name="password"
          label="New one"
          secure
          autoComplete="new-password"
          hint="Twelve letters or more. A few words in a row are easy to remember."
          testID="password-new"
          onSubmit={() => void go()}
        />
        {proof.form ?? (refused ? <Body color="$oxide">{refused}</Body> : null)}
        <Press disabled={busy} testID="password-change" onPress={() => void go()}>
          Change it; end every other session
        </Press>
      </Disclosure>
    </Card>
  )
}
