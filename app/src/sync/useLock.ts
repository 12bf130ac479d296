import { useSyncExternalStore } from 'react'
import { vault } from './lock'

/** How this device's lock stands. */
export const useLock = () => useSyncExternalStore(vault.subscribe, vault.state)

/** Whether this device shows nothing just now. */
export function useIsLocked(): boolean {
  const state = useLock()
  return state === 'locked' || state === 'covered'
}
