import { NewPassword as Password } from '@zetesis/contract'
import { useState } from 'react'
import { z } from 'zod'
import { tell } from '@/sync/client'
import { Banner } from '@/ui/Banner'
import { FormText } from '@/ui/FormText'
import { Press } from '@/ui/Press'
import { useSchemaForm } from '@/ui/useSchemaForm'
import { linkToken } from './linkToken'
import { OpenPage } from './OpenPage'

const schema = z.object({ password: Password })

/** A mailed link, opened: a new password in place of the old one. */
export function NewPassword() {
  const { control, send, busy, refused } = useSchemaForm({ schema, empty: { password: '' } })
  const [done, setDone] = useState(false)
  const go = send(async ({ password }) => {
    await tell('/new-password', { token: linkToken(), password })
    setDone(true)
  })
  return (
    <OpenPage title="A new password" intro="It takes the place of the old one, and ends every session.">
      {done ? (
        <>
          <Banner metal="in" word="Changed" testID="password-set">
            Sign in with it now.
          </Banner>
          <Press look="act" testID="to-sign-in" onPress={() => window.location.assign('/')}>
            Sign in
          </Press>
        </>
      ) : (
        <>
          <FormText
            control={control}
            name="password"
            label="New password"
            secure
            autoComplete="new-password"
            hint="Twelve letters or more. A few words in a row are easy to remember."
            onSubmit={() => void go()}
          />
          {refused ? (
            <Banner metal="out" word="Not changed" testID="link-problem">
              {refused}
            </Banner>
          ) : null}
          <Press look="act" disabled={busy} testID="set-password" onPress={() => void go()}>
            Set it
          </Press>
          <Press look="quiet" onPress={() => window.location.assign('/forgotten')}>
            Ask for another link
          </Press>
        </>
      )}
    </OpenPage>
  )
}
