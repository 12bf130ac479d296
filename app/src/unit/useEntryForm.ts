import { entryProblemWords } from '@zetesis/contract'
import type { Dimension, EntryBody, Quantity } from '@zetesis/core'
import { useState } from 'react'
import { useSettings } from '@/settings/settings'
import { whenSafe } from '@/sync/client'
import { clock } from '@/sync/clock'
import type { QuantityText } from '@/ui/QuantityField'
import { quantityInput } from '@/ui/quantityInput'
import { clearDraft, readDraft, saveDraft } from '@/ui/useDraft'
import { readClock } from './TimeField'
import type { UnitHandle } from './useUnit'

/** What is wrong, by the field it stands under; `all` for the form as a whole. */
export type FormProblems<D> = { [K in keyof D | 'all' | 'time']?: string }

/**
 * A short form that appends entries: what was typed is kept on this device at every keystroke, a problem stands under its field, and nothing
 * typed goes before the entry is written.
 *
 * @param name of the draft; one a unit
 * @param empty what the form begins with, and comes back to
 */
export function useEntryForm<D extends object>(unit: UnitHandle, name: string, empty: D) {
  const { system } = useSettings()
  const draftName = `${name}.${unit.unitId}`
  const [draft, setDraft] = useState<D>(() => ({ ...empty, ...readDraft<D>(draftName) }))
  const [problems, setProblems] = useState<FormProblems<D>>({})
  const fail = (found: FormProblems<D>): false => {
    setProblems(found)
    return false
  }
  /** when it happened: typed, or now; undefined where what was typed is no time */
  const time = (): Date | undefined => {
    const text = 'time' in draft ? String(draft.time).trim() : ''
    const now = new Date(clock.now())
    return text === '' ? now : readClock(text, now)
  }
  return {
    draft,
    problems,
    fail,
    change(part: Partial<D>) {
      const next = { ...draft, ...part }
      setDraft(next)
      setProblems({})
      saveDraft(draftName, next)
    },
    /** a field as a quantity: undefined, with the problem under it, where it can't be read or is empty */
    quantity<T extends Dimension>(key: keyof D, dimension: T): Quantity<T> | undefined {
      const parsed = quantityInput(dimension, system, { required: true }).safeParse(draft[key] as QuantityText)
      if (!parsed.success) fail({ [key]: parsed.error.issues[0]?.message } as FormProblems<D>)
      return parsed.success ? (parsed.data as Quantity<T>) : undefined
    },
    /** appends all bodies or none; what is refused is said under the field that it names, or else under `field` */
    log(bodies: EntryBody | readonly EntryBody[], field: keyof D | 'all' = 'all'): boolean {
      const at = time()
      if (!at)
        return fail({ time: 'Type the time as 14:05 or 14:05:30, or leave it empty for now.' } as FormProblems<D>)
      const list = [bodies].flat() as EntryBody[]
      const [problem] = unit.appendAll(list.map((body) => ({ body, at })))
      if (!problem) return true
      const key = problem.path === 'at' ? 'time' : problem.path in draft ? problem.path : field
      return fail({ [key]: entryProblemWords(problem, system) } as FormProblems<D>)
    },
    /** back to empty, but for what is worth keeping for the next one, once what was logged is written down or with the server */
    done(keep: Partial<D> = {}) {
      whenSafe(() => {
        setDraft({ ...empty, ...keep })
        if (Object.keys(keep).length > 0) saveDraft(draftName, { ...empty, ...keep })
        else clearDraft(draftName)
      })
    },
  }
}
