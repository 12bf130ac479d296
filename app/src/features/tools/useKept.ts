import { useState } from 'react'

/** What stands in a tool, kept on this device: a pocket tool opens as it was left. */
export function useKept<T extends object>(name: string, start: T): [T, (part: Partial<T>) => void] {
  const key = `zetesis.tool.${name}`
  const [value, setValue] = useState<T>(() => {
    try {
      return { ...start, ...(JSON.parse(localStorage.getItem(key) ?? '{}') as Partial<T>) }
    } catch {
      return start
    }
  })
  const change = (part: Partial<T>) => {
    const next = { ...value, ...part }
    setValue(next)
    localStorage.setItem(key, JSON.stringify(next))
  }
  return [value, change]
}
