import { useState } from 'react'
import { keep, readKeptJson } from '@/sync/storage'

/** What stands in a tool, kept on this device: a pocket tool opens as it was left. */
export function useKept<T extends object>(name: string, start: T): [T, (part: Partial<T>) => void] {
  const key = `zetesis.tool.${name}`
  const [value, setValue] = useState<T>(() => {
    return { ...start, ...readKeptJson<Partial<T>>(key) }
  })
  const change = (part: Partial<T>) => {
    const next = { ...value, ...part }
    setValue(next)
    keep(key, JSON.stringify(next))
  }
  return [value, change]
}
