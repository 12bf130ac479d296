import { useCallback } from 'react'
import type { UnitHandle } from '@/unit/useUnit'

/** Takes a step back by striking it out; undefined where nothing may change any more. */
export function useStrikeStep({ append, view }: UnitHandle): ((entryId: string) => void) | undefined {
  const strike = useCallback(
    (entryId: string) =>
      void append({ kind: 'struck', strikes: entryId, reason: 'Undone where the steps are listed.' }),
    [append],
  )
  return view.sealed ? undefined : strike
}
