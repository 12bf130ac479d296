import {
  assessReading,
  checkReading,
  judgeCharge,
  readingWorkings,
  type Instrument,
  type JudgedReading,
  type ReadingValues,
} from '@zetesis/core'
import { useMemo } from 'react'
import type { SlotChoice } from '@/kit/choice'
import { useNow } from '@/settings/useNow'
import type { UnitHandle } from '@/unit/useUnit'
import type { Tuned } from './AdviceCard'
import { instrumentsFor } from '@/kit/instruments'

/** The reading being typed, with the instruments chosen for it; else the last one logged, as it was judged. */
export function useShown(
  unit: UnitHandle,
  {
    preview,
    typing,
    choice,
    kit,
  }: { preview: ReadingValues; typing: boolean; choice: SlotChoice; kit: readonly Instrument[] },
) {
  const { facts, elevationM, label, method, heatPump } = unit.view
  const { mode } = heatPump
  const reading = shownReading(unit.view)
  const minuteMs = useNow()
  const started = unit.view.startedMs !== undefined
  const settling = unit.view.waits.some((w) => w.kind === 'settle' && w.endsMs > minuteMs)
  return useMemo(() => {
    const workingsOf = (values: ReadingValues, judged: JudgedReading) => readingWorkings({ values, elevationM, judged })
    if (!typing) {
      if (!reading) return undefined
      const { item, settled } = reading
      const logged = item.entry
      // the kit of today may hold what would have settled it
      const judged = judgeCharge(
        { facts, label, elevationM },
        { ...logged, live: logged.live !== undefined, atMs: Date.parse(logged.at) },
        [...(logged.kit ?? []), ...kit.filter((i) => !logged.kit?.some((k) => k.id === i.id))],
        method,
      )
      return { judged, workings: workingsOf(logged.values, judged), settled }
    }
    // a value that the entry's own check refuses isn't judged while it is being typed
    const wrong = new Set(checkReading(preview, facts, elevationM).map((p) => p.path.replace('values.', '')))
    const sound = Object.fromEntries(Object.entries(preview).filter(([key]) => !wrong.has(key)))
    const { instruments } = instrumentsFor(choice, sound, kit)
    const judged = judgeCharge(
      { facts, label, elevationM },
      { mode, values: sound, instruments, atMs: minuteMs },
      kit,
      method,
    )
    // by the clock it would be settled if it were logged now, and what it says is the same then
    return { judged, workings: workingsOf(sound, judged), settled: started && !settling }
  }, [typing, preview, reading, facts, label, elevationM, method, choice, kit, minuteMs, mode, started, settling])
}

/** The last reading of the mode that it runs in. */
export const shownReading = ({ heatPump, reading, heating }: UnitHandle['view']): UnitHandle['view']['reading'] =>
  heatPump.mode === 'heating' ? heating : reading

/** What a reading says beyond its verdict. */
export function useTuned({ view }: UnitHandle, shown: ReturnType<typeof useShown>): Tuned | undefined {
  const { facts, tuning, label } = view
  return useMemo(() => shown && assessReading(shown, { facts, tuning, label }), [shown, facts, label, tuning])
}
