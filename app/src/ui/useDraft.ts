import { useEffect, useState } from 'react'
import type { FieldValues, UseFormReturn } from 'react-hook-form'

const key = (name: string) => `zetesis.draft.${name}`

const baseKey = (name: string) => key(`${name}.base`)

/**
 * The version that a form was filled from, for as long as it is open: the one kept with its draft, else today's. What another phone saves
 * meanwhile doesn't move it, so that saving over it shows.
 */
export function useDraftBase(name: string, version: string | undefined): string | undefined {
  const [base] = useState(() => {
    const drafted = localStorage.getItem(key(name)) !== null
    const from = (drafted ? localStorage.getItem(baseKey(name)) : undefined) ?? version
    if (from) localStorage.setItem(baseKey(name), from)
    return from
  })
  return base
}

/** What was typed before the page was left or reloaded. */
export function readDraft<T>(name: string): Partial<T> {
  try {
    return JSON.parse(localStorage.getItem(key(name)) ?? '{}') as Partial<T>
  } catch {
    return {}
  }
}

export function saveDraft(name: string, values: object): void {
  localStorage.setItem(key(name), JSON.stringify(values))
}

export function clearDraft(name: string): void {
  localStorage.removeItem(key(name))
  localStorage.removeItem(baseKey(name))
}

/** Keeps a form's content on this device at every keystroke, so that a reload half-way loses nothing. */
export function useDraft<T extends FieldValues, O>(
  name: string,
  { watch }: Pick<UseFormReturn<T, unknown, O>, 'watch'>,
): void {
  useEffect(() => {
    const { unsubscribe } = watch((values, { type }) => {
      // only what a person typed, not a reset after saving
      if (type === 'change') saveDraft(name, values)
    })
    return unsubscribe
  }, [name, watch])
}
