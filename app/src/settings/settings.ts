import type { UnitSystem } from '@zetesis/core'
import { useSyncExternalStore } from 'react'
import { keep, readKeptJson } from '@/sync/storage'

export type Light = 'auto' | 'day' | 'dark'
/** what numbers are typed with on a phone: the page's own pad for gloves, or the phone's keyboard */
export type Pad = 'own' | 'phone'

export interface Settings {
  readonly system: UnitSystem
  readonly light: Light
  readonly pad: Pad
  /** whether this person chose the units; until then they follow the company's method */
  readonly unitsChosen: boolean
}

const KEY = 'zetesis.settings'
const listeners = new Set<() => void>()
let current: Settings = read()

function read(): Settings {
  const stored = readKeptJson<Partial<Settings>>(KEY) ?? {}
  return {
    system: stored.system === 'si' ? 'si' : 'ip',
    unitsChosen: stored.system !== undefined,
    pad: stored.pad === 'phone' ? 'phone' : 'own',
    light: stored.light === 'day' || stored.light === 'dark' ? stored.light : 'auto',
  }
}

/** Units of measure and light: kept on this device, changed anywhere, at once everywhere. */
export function setSettings(change: Partial<Omit<Settings, 'unitsChosen'>>): void {
  current = { ...current, ...change, unitsChosen: current.unitsChosen || change.system !== undefined }
  const { system, light, pad, unitsChosen } = current
  keep(KEY, JSON.stringify(unitsChosen ? { system, light, pad } : { light, pad }))
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

/** The company's units of measure, for whoever hasn't chosen on this device. */
export function followUnits(system: UnitSystem): void {
  if (current.unitsChosen || current.system === system) return
  current = { ...current, system }
  listeners.forEach((tell) => tell())
}
