import { countdown } from '@zetesis/contract'
import { useState } from 'react'
import { ApiError, NoAnswer, sentence } from '@/sync/api'
import { releaseLock } from '@/sync/client'
import { vault } from '@/sync/lock'
import { useLock } from '@/sync/useLock'
import { endSession } from '@/sync/useSession'
import { useClock } from '@/settings/useNow'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { Body, Soft } from '@/ui/Words'
import { OpenPage } from './OpenPage'

/** This device is locked: its owner's PIN opens it, or, with signal, their password; somebody else signs in as themselves. */
export function LockScreen() {
  const covered = useLock() === 'covered'
  const [byPassword, setByPassword] = useState(vault.onlineOnly())
  const [secret, setSecret] = useState('')
  /** asked for once the server says that there is a second factor */
  const [code, setCode] = useState<string>()
  const [problem, setProblem] = useState<string>()
  const [busy, setBusy] = useState(false)
  const waitUntilMs = vault.waitUntilMs()
  // its own clock: a PIN is waited for, whatever the server's clock says
  const waitMs = useClock(() => Math.max(0, Math.ceil((waitUntilMs - Date.now()) / 1000) * 1000))
  const owner = vault.owner()?.name ?? ''
  const open = async () => {
    if (secret === '') return setProblem(byPassword ? 'Type your password.' : 'Type your PIN.')
    setBusy(true)
    const told = await (byPassword ? openOnline() : openByPin())
    setBusy(false)
    if (told) setProblem(told)
  }
  /** @returns what is in the way */
  const openByPin = async (): Promise<string | undefined> => {
    const found = await vault.openByPin(secret)
    if (found === 'open') return undefined
    setSecret('')
    if (found !== 'onlineOnly') return 'That isn’t the PIN.'
    setByPassword(true)
    return 'Too many wrong PINs: only your password opens it now.'
  }
  const openOnline = async (): Promise<string | undefined> => {
    // a lock of before the server held anything for it
    if (vault.isEarlier() && (await vault.openByEarlierPassword(secret)) === 'open') return undefined
    try {
      const held = await releaseLock(vault.lockId() ?? '', { password: secret, ...(code ? { code } : {}) })
      return (await vault.openByServer(held)) === 'open' ? undefined : 'What the server holds doesn’t open this lock.'
    } catch (error) {
      if (error instanceof NoAnswer) return 'No signal: without it only the PIN opens this.'
      if (error instanceof ApiError && error.problem.type === 'urn:zetesis:problem:secondFactor') setCode('')
      else setSecret('')
      return sentence(error)
    }
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
      {code === undefined || !byPassword ? null : (
        <TextField
          label="Code"
          value={code}
          onChange={setCode}
          hint="Six digits off your authenticator, or a recovery code."
          autoComplete="one-time-code"
          testID="unlock-code"
          onSubmit={() => void open()}
        />
      )}
      {waits ? <Body testID="lock-waits">{`Wrong several times: the next try in ${countdown(waitMs)}.`}</Body> : null}
      <Press look="act" disabled={busy || waits} testID="unlock" onPress={() => void open()}>
        Unlock
      </Press>
      {vault.onlineOnly() ? null : (
        <Press
          look="quiet"
          testID={byPassword ? 'by-pin' : 'pin-forgotten'}
          onPress={() => {
            setByPassword(!byPassword)
            setProblem(undefined)
            setSecret('')
          }}
        >
          {byPassword ? 'By PIN after all' : 'PIN forgotten: by password, with signal'}
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
