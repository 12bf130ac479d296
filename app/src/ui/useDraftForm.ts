import type { Dimension, Quantity } from '@zetesis/core'
import { useState } from 'react'
import { useSettings } from '@/settings/settings'
import { whenSafe } from '@/sync/client'
import type { QuantityText } from './QuantityField'
import { quantityInput } from './quantityInput'
import { showFirst } from './showFirst'
import { clearDraft, readDraft, saveDraft } from './useDraft'

/** What is wrong, by the field it stands under; `all` for the form as a whole. */
export type FormProblems<D, P extends string = never> = { [K in (keyof D & string) | P | 'all']?: string }

/**
 * A short form: what was typed is kept on this device at every keystroke, a problem stands under its field, and nothing typed goes before what it says
 * is written.
 *
 * @param draftName its name on this device
 * @param empty what the form begins with, and comes back to
 * @param problemsStay a long form: what was found wrong stands until it is saved again, and the first of it comes into view
 */
export function useDraftForm<D extends object, P extends string = never>(
  draftName: string,
  empty: D,
  { problemsStay = false } = {},
) {
  const { system } = useSettings()
  const [draft, setDraft] = useState<D>(() => ({ ...empty, ...readDraft<D>(draftName) }))
  const [problems, setProblems] = useState<FormProblems<D, P>>({})
  const fail = (found: FormProblems<D, P>): false => {
    setProblems(found)
    if (problemsStay) showFirst()
    return false
  }
  return {
    draft,
    problems,
    fail,
    /** by what is now, where one change may follow another before the form is drawn anew */
    change(part: Partial<D> | ((now: D) => Partial<D>)) {
      if (!problemsStay) setProblems({})
      setDraft((now) => {
        const next = { ...now, ...(typeof part === 'function' ? part(now) : part) }
        saveDraft(draftName, next)
        return next
      })
    },
    /** a field as a quantity: undefined, with the problem under it, where it can't be read or is empty */
    quantity<T extends Dimension>(key: keyof D & string, dimension: T): Quantity<T> | undefined {
      const parsed = quantityInput(dimension, system, { required: true }).safeParse(draft[key] as QuantityText)
      if (!parsed.success) fail({ [key]: parsed.error.issues[0]?.message } as FormProblems<D, P>)
      return parsed.success ? (parsed.data as Quantity<T>) : undefined
    },
    /**
     * Back to empty, but for what is worth keeping for the next one, once what was logged is written down or with the server; what was typed meanwhile is the next
     * one's, and stays.
     */
    done(keep: Partial<D> = {}) {
      whenSafe(() => {
        setDraft((now) => {
          const typed = Object.entries(now).filter(([key, value]) => value !== draft[key as keyof D])
          const next = { ...empty, ...keep, ...Object.fromEntries(typed) }
          if (Object.keys(keep).length > 0 || typed.length > 0) saveDraft(draftName, next)
          else clearDraft(draftName)
          return next
        })
      })
    },
    /** the draft goes, and then the form, as soon as what was saved is safe */
    leave(then: () => void) {
      whenSafe(() => {
        clearDraft(draftName)
        then()
      })
    },
  }
}
