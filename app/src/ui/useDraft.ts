import { useEffect } from 'react'
import type { FieldValues, UseFormReturn } from 'react-hook-form'

const key = (name: string) => `zetesis.draft.${name}`

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
