import type { SessionUser } from '@zetesis/contract'
import { useState } from 'react'
import { XStack } from 'tamagui'
import { z } from 'zod'
import { depositLock, dropLock, rewriteKept, tell } from '@/sync/client'
import { lockNow, vault } from '@/sync/lock'
import { canSeal } from '@/sync/lockCrypto'
import { useLock } from '@/sync/useLock'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { Disclosure } from '@/ui/Disclosure'
import { FormChoice } from '@/ui/FormChoice'
import { FormText } from '@/ui/FormText'
import { OwnCode, OwnPassword } from '@/ui/OwnPassword'
import { Press } from '@/ui/Press'
import { useSchemaForm } from '@/ui/useSchemaForm'
import { Body, Soft } from '@/ui/Words'
import { isPlainPin, PIN_LENGTH } from './pin'

const idles = [
  { value: '1', label: 'a minute' },
  { value: '5', label: '5 minutes' },
  { value: '15', label: '15 minutes' },
  { value: '60', label: 'an hour' },
] as const
type Idle = (typeof idles)[number]['value']

const schema = z
  .object({
    pin: z
      .string()
      .trim()
      .min(PIN_LENGTH, `At least ${PIN_LENGTH} digits or letters.`)
      .max(64, 'At most 64.')
      .refine((pin) => !isPlainPin(pin), 'Anybody would try this one first. Take another.'),
    again: z.string().trim(),
    password: z.string().min(1, 'Type your password.'),
    code: z.string().trim().max(40),
    idle: z.enum(idles.map((i) => i.value) as [Idle, ...Idle[]]),
  })
  .refine(({ pin, again }) => pin === again, { path: ['again'], error: 'The two aren’t the same.' })
const empty = { pin: '', again: '', password: '', code: '', idle: '5' as Idle }

/** A lock on this device: a PIN, and how long nobody has to have touched it. */
export function LockCard({ user }: { user: SessionUser }) {
  const [open, setOpen] = useState(false)
  const state = useLock()
  const minutes = vault.idleMin()
  return (
    <Card>
      <Disclosure
        title="Lock on this device"
        summary={
          state === 'off'
            ? 'none: whoever holds it reads what isn’t sent yet'
            : `on: by PIN, after ${idles.find((i) => i.value === String(minutes))?.label ?? `${minutes} minutes`}`
        }
        open={open}
        onToggle={() => setOpen(!open)}
        testID="lock-open"
      >
        {!canSeal() ? (
          <Body>A lock needs a connection by https: ask whoever keeps the server.</Body>
        ) : state === 'off' ? (
          <SetLock user={user} />
        ) : (
          <LockOn minutes={String(minutes) as Idle} />
        )}
      </Disclosure>
    </Card>
  )
}

function SetLock({ user }: { user: SessionUser }) {
  const { control, send, busy, refused, form } = useSchemaForm({
    schema,
    empty,
    secret: ['pin', 'again', 'password', 'code'],
  })
  const go = send(async ({ pin, password, code, idle }) => {
    await tell('/account/confirm', { password, ...(code ? { code } : {}) })
    await vault.set(user, { pin, idleMin: Number(idle) }, { deposit: depositLock, rewrite: rewriteKept })
    form.reset(empty)
  })
  return (
    <>
      <Soft>
        Locked, this device shows nothing, and what isn’t sent yet lies on it closed up. Entries are signed by whoever
        unlocked it.
      </Soft>
      <FormText
        control={control}
        name="pin"
        label="PIN"
        secure
        autoComplete="off"
        hint="Six digits or more; letters count, too. The longer, the harder to try out."
        testID="pin"
      />
      <FormText control={control} name="again" label="Once more" secure autoComplete="off" testID="pin-again" />
      <FormChoice
        control={control}
        name="idle"
        label="Locks when nobody touched it for"
        options={idles}
        required
        testID="lock-idle"
      />
      <OwnPassword control={control} hint="So that nobody else sets a lock in your name." testID="lock-password" />
      {user.secondFactor ? <OwnCode control={control} testID="lock-code" /> : null}
      {refused ? <Body color="$oxide">{refused}</Body> : null}
      <Press disabled={busy} testID="set-lock" onPress={() => void go()}>
        Set the lock
      </Press>
    </>
  )
}

function LockOn({ minutes }: { minutes: Idle }) {
  const [busy, setBusy] = useState(false)
  const off = async () => {
    setBusy(true)
    const lockId = vault.lockId()
    await vault.unset(rewriteKept)
    // with no signal it lies there unused
    if (lockId) await dropLock(lockId).catch(() => undefined)
    setBusy(false)
  }
  return (
    <>
      <Choice
        label="Locks when nobody touched it for"
        options={idles}
        value={minutes}
        onChange={(value) => value && vault.setIdle(Number(value))}
        testID="lock-idle"
      />
      <XStack gap="$2" flexWrap="wrap">
        <Press testID="lock-now" onPress={() => void lockNow()}>
          Lock it now
        </Press>
        <Press look="quiet" disabled={busy} testID="unset-lock" onPress={() => void off()}>
          Take the lock off
        </Press>
      </XStack>
      <Soft>If you forget the PIN, your password opens it, with signal.</Soft>
    </>
  )
}
