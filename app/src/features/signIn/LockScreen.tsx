import { countdown } from '@zetesis/contract'
import { useState } from 'react'
import { vault } from '@/sync/lock'
import { useLock } from '@/sync/useLock'
import { endSession } from '@/sync/useSession'
import { useClock } from '@/settings/useNow'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { Body, Soft } from '@/ui/Words'
import { OpenPage } from './OpenPage'

/** This device is locked: its owner's PIN opens it, or their password; somebody else signs in as themselves. */
export function LockScreen() {
  const covered = useLock() === 'covered'
  const [byPassword, setByPassword] = useState(vault.passwordOnly())
  const [secret, setSecret] = useState('')
  const [problem, setProblem] = useState<string>()
  const [busy, setBusy] = useState(false)
  const waitUntilMs = vault.waitUntilMs()
  // its own clock: a PIN is waited for, whatever the server's clock says
  const waitMs = useClock(() => Math.max(0, Math.ceil((waitUntilMs - Date.now()) / 1000) * 1000))
  const owner = vault.owner()?.name ?? ''
  const open = async () => {
    if (secret === '') return setProblem(byPassword ? 'Type your password.' : 'Type your PIN.')
    setBusy(true)
    const found = await (byPassword ? vault.openByPassword(secret) : vault.openByPin(secret))
    setBusy(false)
    if (found === 'open') return
    setSecret('')
    if (found === 'passwordOnly') {
      setByPassword(true)
      return setProblem('Too many wrong PINs: only your password opens it now.')
    }
    setProblem(
      byPassword ? 'That isn’t it. It is the password that you had when you set the lock.' : 'That isn’t the PIN.',
    )
  }
  const waits = !byPassword && waitMs > 0
  return (
    <OpenPage title="Locked" intro={`${owner}’s work on this device.`}>
      <TextField
        key={byPassword ? 'password' : 'pin'}
        label={byPassword ? 'Your password' : 'PIN'}
        value={secret}
        onChange={(text) => {
          setSecret(text)
          setProblem(undefined)
        }}
        secure
        autoComplete={byPassword ? 'current-password' : 'off'}
        problem={problem}
        testID={byPassword ? 'unlock-password' : 'unlock-pin'}
        onSubmit={() => void open()}
      />
      {waits ? <Body testID="lock-waits">{`Wrong several times: the next try in ${countdown(waitMs)}.`}</Body> : null}
      <Press look="act" disabled={busy || waits} testID="unlock" onPress={() => void open()}>
        Unlock
      </Press>
      {byPassword ? null : (
        <Press
          look="quiet"
          testID="pin-forgotten"
          onPress={() => {
            setByPassword(true)
            setProblem(undefined)
            setSecret('')
          }}
        >
          PIN forgotten: by password
        </Press>
      )}
      <Press look="quiet" testID="somebody-else" onPress={() => void endSession()}>
        Somebody else: sign in
      </Press>
      <Soft>
        {covered
          ? 'The recording goes on behind this. What isn’t sent yet is sent behind it, too.'
          : 'What isn’t sent yet waits on this device, unreadable to anybody else, and is sent once it is unlocked.'}
      </Soft>
    </OpenPage>
  )
}
