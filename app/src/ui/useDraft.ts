import { useState } from 'react'
import { draftOf, dropDraft, putDraft } from '@/sync/drafts'

const baseName = (name: string) => `${name}.base`

/**
 * The version that a form was filled from, for as long as it is open: the one kept with its draft, else today's. What another phone saves
 * meanwhile doesn't move it, so that saving over it shows.
 */
export function useDraftBase(name: string, version: string | undefined): string | undefined {
  const [base] = useState(() => {
    const kept = draftOf(name) === undefined ? undefined : draftOf(baseName(name))
    const from = typeof kept === 'string' ? kept : version
    if (from) putDraft(baseName(name), from)
    return from
  })
  return base
}

/** Another version stands in the form now, since nobody had typed: what is typed from here on is typed over it. */
export const moveDraftBase = (name: string, version: string): void => putDraft(baseName(name), version)

/** What was typed before the page was left or reloaded. */
export function readDraft<T>(name: string): Partial<T> {
  const draft = draftOf(name)
  return typeof draft === 'object' && draft !== null ? (draft as Partial<T>) : {}
}

export const saveDraft = (name: string, values: object): void => putDraft(name, structuredClone(values))

export function clearDraft(name: string): void {
  dropDraft(name)
  dropDraft(baseName(name))
}
