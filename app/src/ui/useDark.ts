import { useSyncExternalStore } from 'react'
import { dark, day, type Palette } from './palette'
import { useSettings } from '@/settings/settings'

const ofDevice = () => matchMedia('(prefers-color-scheme: dark)')
const follow = (changed: () => void) => {
  const query = ofDevice()
  query.addEventListener('change', changed)
  return () => query.removeEventListener('change', changed)
}

/** Whether the dark theme is on: by choice, or as the device says. */
export function useDark(): boolean {
  const { light } = useSettings()
  // asked again once it listens: the device may have changed its mind while the page was being drawn
  const device = useSyncExternalStore(follow, () => ofDevice().matches)
  return light === 'auto' ? device : light === 'dark'
}

/** The palette in force, for drawings. */
export function usePalette(): Palette {
  return useDark() ? dark : day
}
