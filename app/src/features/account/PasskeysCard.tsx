import { useQuery } from '@tanstack/react-query'
import { formatDistanceToNow } from 'date-fns/formatDistanceToNow'
import { useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { sentence } from '@/sync/api'
import { queryClient } from '@/sync/client'
import { addPasskey, endPasskey, fetchPasskeys, hasPasskeys, passkeySentence } from '@/sync/passkeys'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { asksToConfirm } from '@/ui/ConfirmPassword'
import { useProof } from '@/ui/useProof'
import { Body, Soft } from '@/ui/Words'

const key = ['passkeys'] as const
const anew = () => queryClient.invalidateQueries({ queryKey: key })

/** Devices that sign this person in by finger, face or PIN, in place of password and code. */
export function PasskeysCard() {
  const [open, setOpen] = useState(false)
  const { data, error } = useQuery({ queryKey: key, queryFn: fetchPasskeys })
  const count = data?.length ?? 0
  return (
    <Card>
      <Disclosure
        title="Passkeys"
        summary={count === 0 ? 'none' : count === 1 ? 'one' : String(count)}
        open={open}
        onToggle={() => setOpen(!open)}
        testID="passkeys-open"
      >
        {error && !data ? <Body>{sentence(error)}</Body> : null}
        <Kept passkeys={data ?? []} />
        {hasPasskeys() ? (
          <Add />
        ) : (
          <Body>Passkeys need a browser that has them, and the server’s own name in the address, not a number.</Body>
        )}
        <Soft>A passkey signs you in with finger, face or PIN. Neither password nor code is asked for then.</Soft>
      </Disclosure>
    </Card>
  )
}

function Kept({ passkeys }: { passkeys: Awaited<ReturnType<typeof fetchPasskeys>> }) {
  const { act, form, problem } = useProof()
  return (
    <>
      {passkeys.map(({ id, name, used }) => (
        <XStack key={id} justifyContent="space-between" alignItems="center" gap="$3">
          <YStack flex={1}>
            <Body>{name}</Body>
            <Soft>
              {used ? `last used ${formatDistanceToNow(new Date(used), { addSuffix: true })}` : 'not used yet'}
            </Soft>
          </YStack>
          <Press
            testID="end-passkey"
            onPress={() =>
              void act(async () => {
                await endPasskey(id)
                await anew()
              })
            }
          >
            Take away
          </Press>
        </XStack>
      ))}
      {form}
      {problem ? <Body color="$oxide">{problem}</Body> : null}
    </>
  )
}

function Add() {
  const [name, setName] = useState('')
  const [problem, setProblem] = useState<string>()
  const [busy, setBusy] = useState(false)
  const { act, form } = useProof()
  const add = async () => {
    if (name.trim() === '') return setProblem('Give it a name, such as “my phone”.')
    setProblem(undefined)
    setBusy(true)
    await act(async () => {
      try {
        await addPasskey(name.trim())
        setName('')
        await anew()
      } catch (error) {
        if (asksToConfirm(error)) throw error
        setProblem(passkeySentence(error))
      }
    })
    setBusy(false)
  }
  return (
    <>
      <TextField
        label="Name of this device"
        value={name}
        onChange={setName}
        problem={problem}
        placeholder="my phone"
        testID="passkey-name"
        onSubmit={() => void add()}
      />
      {form}
      <Press disabled={busy} testID="add-passkey" onPress={() => void add()}>
        Add a passkey
      </Press>
    </>
  )
}
