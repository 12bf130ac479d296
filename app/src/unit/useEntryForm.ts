import { entryProblemWords, timeWords } from '@zetesis/contract'
import type { EntryBody } from '@zetesis/core'
import { useSettings } from '@/settings/settings'
import { useDraftForm, type FormProblems } from '@/ui/useDraftForm'
import { momentOf } from './TimeField'
import type { UnitHandle } from './useUnit'

/**
 * A short form that appends entries to a unit's log.
 *
 * @param name of the draft; one a unit
 * @param empty what the form begins with, and comes back to
 */
export function useEntryForm<D extends object>(unit: UnitHandle, name: string, empty: D) {
  const { system } = useSettings()
  const form = useDraftForm<D, 'time'>(`${name}.${unit.unitId}`, empty)
  const { draft, fail } = form
  /** when it happened: typed, or now; undefined where what was typed is no time, which is said under it */
  const time = (): Date | undefined => {
    const at = momentOf('time' in draft ? String(draft.time) : '')
    if (!at) fail({ time: timeWords.unreadable } as FormProblems<D, 'time'>)
    return at
  }
  return {
    ...form,
    time,
    /** appends all bodies or none; what is refused is said under the field that it names, or else under `field` */
    log(bodies: EntryBody | readonly EntryBody[], field: (keyof D & string) | 'all' = 'all'): boolean {
      const at = time()
      if (!at) return false
      const list = [bodies].flat() as EntryBody[]
      const [problem] = unit.appendAll(list.map((body) => ({ body, at })))
      if (!problem) return true
      const key = problem.path === 'at' ? 'time' : problem.path in draft ? problem.path : field
      return fail({ [key]: entryProblemWords(problem, system) } as FormProblems<D, 'time'>)
    },
  }
}
