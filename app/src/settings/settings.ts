import type { UnitSystem } from '@zetesis/core'
import { useSyncExternalStore } from 'react'

export type Light = 'auto' | 'day' | 'dark'

export interface Settings {
  readonly system: UnitSystem
  readonly light: Light
}

const KEY = 'zetesis.settings'
const listeners = new Set<() => void>()
let current: Settings = read()

function read(): Settings {
  try {
    const stored = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Settings>
    return {
      system: stored.system === 'si' ? 'si' : 'ip',
      light: stored.light === 'day' || stored.light === 'dark' ? stored.light : 'auto',
    }
  } catch {
    // a private window without storage, or another version's text: start from the defaults
    return { system: 'ip', light: 'auto' }
  }
}

/** Units of measure and light: kept on this device, changed anywhere, at once everywhere. */
export function setSettings(change: Partial<Settings>): void {
  current = { ...current, ...change }
  try {
    localStorage.setItem(KEY, JSON.stringify(current))
  } catch {
    // not stored: it still holds until the page closes
  }
  listeners.forEach((tell) => tell())
}

export function useSettings(): Settings {
  return useSyncExternalStore(
    (tell) => {
      listeners.add(tell)
      return () => listeners.delete(tell)
    },
    () => current,
  )
}
