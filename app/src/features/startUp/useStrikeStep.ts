import { useCallback } from 'react'
import type { UnitHandle } from '@/unit/useUnit'
import { rigRunner } from '@/instruments/rigRunner'

/** Takes a step back by striking it out; undefined where nothing may change any more. On the rig what it brought goes out again. */
export function useStrikeStep({ append, view, unitId }: UnitHandle): ((entryId: string) => void) | undefined {
  const { steps } = view.tuning
  const strike = useCallback(
    (entryId: string) => {
      const problems = append({ kind: 'struck', strikes: entryId, reason: 'Undone where the steps are listed.' })
      const step = steps.find((s) => s.entryId === entryId)
      if (problems.length === 0 && step && rigRunner.sessions()[unitId]?.rig.kind === 'system')
        rigRunner.apply(unitId, { kind: 'charge', kg: -step.amountKg })
    },
    [append, steps, unitId],
  )
  return view.sealed ? undefined : strike
}
