import { useEffect, useState } from 'react'
import { dark, day, type Palette } from './palette'
import { useSettings } from '@/settings/settings'

/** Whether the dark theme is on: by choice, or as the device says. */
export function useDark(): boolean {
  const { light } = useSettings()
  const [device, setDevice] = useState(() => matchMedia('(prefers-color-scheme: dark)').matches)
  useEffect(() => {
    const query = matchMedia('(prefers-color-scheme: dark)')
    const follow = () => setDevice(query.matches)
    query.addEventListener('change', follow)
    return () => query.removeEventListener('change', follow)
  }, [])
  return light === 'auto' ? device : light === 'dark'
}

/** The palette in force, for drawings. */
export function usePalette(): Palette {
  return useDark() ? dark : day
}
