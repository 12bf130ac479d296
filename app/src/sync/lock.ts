import { keep, readKeptJson } from './storage'
import { deviceKey } from './deviceKey'
import { stretchPin } from './stretchPin'
import { makeVault } from './vault'

const KEY = 'zetesis.lock'

/** The lock of this device. */
export const vault = makeVault({
  read: () => readKeptJson(KEY),
  write: (locks) => keep(KEY, JSON.stringify(locks)),
  stretch: stretchPin,
  device: deviceKey,
})

export interface InMemory {
  /** done when all of it is written down: false where something runs, or can't be written and only this page holds it */
  isKept(): Promise<boolean>
  /** lets go of it; it is read again once the lock is open */
  forget(): void
}

/** Other pages of this browser lock with this one, and look again where a lock was set or taken off. */
const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('zetesis-lock')
let memory: InMemory = { isKept: () => Promise.resolve(true), forget: () => undefined }

/** What this page holds in memory, to be let go when it locks. */
export function lockWith(held: InMemory): void {
  memory = held
  if (channel)
    channel.onmessage = ({ data }: MessageEvent<'lock' | 'changed'>) => {
      if (data === 'lock') return void lockHere()
      memory.forget()
      vault.lookAgain()
    }
}

/** Locks this device's pages. Nothing of what they showed stays in memory, unless something runs that would be lost by it. */
export async function lockNow(): Promise<void> {
  channel?.postMessage('lock')
  await lockHere()
}

/** The same, once what ran behind a covered page is over. */
export async function lockHere(): Promise<void> {
  const state = vault.state()
  if (state === 'off' || state === 'locked') return
  vault.cover()
  if (!(await memory.isKept())) return
  // the key first: what is let go of is read again only with it
  vault.close()
  memory.forget()
}

export const tellLockChanged = (): void => channel?.postMessage('changed')
