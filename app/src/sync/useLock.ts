import { useSyncExternalStore } from 'react'
import { vault } from './lock'

/** How this device's lock stands. */
export const useLock = () => useSyncExternalStore(vault.subscribe, vault.state)
