import { useState } from 'react'
import { z } from 'zod'
import { tell } from '@/sync/client'
import { Banner } from '@/ui/Banner'
import { FormText } from '@/ui/FormText'
import { Press } from '@/ui/Press'
import { useSchemaForm } from '@/ui/useSchemaForm'
import { Body } from '@/ui/Words'
import { OpenPage } from './OpenPage'

const schema = z.object({ login: z.string().trim().min(1, 'Type the e-mail that you sign in with.') })

/** A link for a new password, by mail. */
export function Forgotten() {
  const { control, send, busy, refused } = useSchemaForm({ schema, empty: { login: '' } })
  const [sent, setSent] = useState(false)
  const go = send(async (body) => {
    await tell('/forgotten', body)
    setSent(true)
  })
  return (
    <OpenPage title="Password forgotten" intro="A mail brings a link that takes a new one, once, within an hour.">
      {sent ? (
        <Banner metal="in" word="On its way" testID="forgotten-sent">
          If somebody signs in by that address, the mail is on its way. Nothing comes? Ask a lead of your company, or
          whoever keeps the server.
        </Banner>
      ) : (
        <>
          <FormText control={control} name="login" label="E-mail" autoComplete="username" onSubmit={() => void go()} />
          {refused ? <Body color="$oxide">{refused}</Body> : null}
          <Press look="act" disabled={busy} testID="send-link" onPress={() => void go()}>
            Send the link
          </Press>
        </>
      )}
      <Press look="quiet" testID="to-sign-in" onPress={() => window.location.assign('/')}>
        Back to signing in
      </Press>
    </OpenPage>
  )
}
