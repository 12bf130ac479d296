import { useEffect, type ReactNode } from 'react'
import { YStack } from 'tamagui'
import { depositLock } from '@/sync/client'
import { lockHere, lockNow, vault } from '@/sync/lock'
import { useIsLocked, useLock } from '@/sync/useLock'
import { LockScreen } from './LockScreen'

const LOOK_MS = 2000
const MINUTE_MS = 60_000
/** what says that somebody is there */
const signs = ['pointerdown', 'keydown', 'wheel', 'touchmove'] as const

/** Nothing behind it is drawn while this device is locked; open, it locks when nobody touched it for long enough. */
export function LockGate({ children }: { children: ReactNode }) {
  const state = useLock()
  useIdleLock(state === 'open')
  useEffect(() => {
    // a lock of before the server held anything for it; with no signal it is seen to the next time
    if (state === 'open') void vault.seeToServer(depositLock).catch(() => undefined)
  }, [state])
  useEffect(() => {
    if (state !== 'covered') return undefined
    // once what ran is over, nothing has to stay in memory
    const look = setInterval(() => void lockHere(), LOOK_MS)
    return () => clearInterval(look)
  }, [state])
  const locked = useIsLocked()
  // the router stays, so that it goes on where it was; of its pages nothing does
  return (
    <>
      {locked ? <LockScreen /> : null}
      <YStack flex={1} display={locked ? 'none' : 'flex'}>
        {children}
      </YStack>
    </>
  )
}

function useIdleLock(on: boolean): void {
  useEffect(() => {
    if (!on) return undefined
    let lastMs = Date.now()
    const touched = () => (lastMs = Date.now())
    const look = () => {
      if (Date.now() - lastMs > vault.idleMin()! * MINUTE_MS) void lockNow()
    }
    for (const sign of signs) window.addEventListener(sign, touched, { capture: true, passive: true })
    // a phone that slept is looked at before anything of it is
    document.addEventListener('visibilitychange', look)
    const every = setInterval(look, LOOK_MS)
    return () => {
      for (const sign of signs) window.removeEventListener(sign, touched, { capture: true })
      document.removeEventListener('visibilitychange', look)
      clearInterval(every)
    }
  }, [on])
}
