import { entryProblemWords } from '@zetesis/contract'
import { isReason, type EntryProblem } from '@zetesis/core'
import { useSettings } from '@/settings/settings'
import { useDraftForm } from '@/ui/useDraftForm'
import type { UnitHandle } from './useUnit'

/**
 * A reason that stays on the record: kept on this device as it is typed, given once it says something, and gone with what it was given for.
 *
 * @param name of its draft; one a unit
 * @param missing what is said where nothing was written
 */
export function useReason({ unitId }: Pick<UnitHandle, 'unitId'>, name: string, missing: string) {
  const { system } = useSettings()
  const { draft, problems, change, fail, done } = useDraftForm<{ text: string }>(`${name}.${unitId}`, { text: '' })
  return {
    text: draft.text,
    field: { value: draft.text, onChange: (text: string) => change({ text }), problem: problems.text },
    fail: (words: string) => fail({ text: words }),
    /** writes it down with what it is for; what speaks against that stands under it */
    give(append: (reason: string) => readonly EntryProblem[]): boolean {
      if (!isReason(draft.text)) return fail({ text: missing })
      const [first] = append(draft.text.trim())
      if (first) return fail({ text: entryProblemWords(first, system) })
      done()
      return true
    },
  }
}
